import {
  formatThickness,
  GOALS,
  InvalidInput,
  parseQuantity,
  variablesOf,
  woodSpread,
  type BatchSpec,
  type BracingPlan,
  type BuildWood,
  type Goal,
  type Group,
  type QuickVariable,
  type UnitChoice,
} from '@nimble/core';
import { useState, type FormEvent } from 'react';
import { Button, CheckField, SelectField, TextField } from '../../ui';
import { GOAL_WORDS, GROUP_WORDS, KIND_OF_BATCH } from './explore-words';
import { degreeWords } from './figure-words';

interface Props {
  plan: BracingPlan;
  wood: BuildWood;
  units: UnitChoice;
  /** Of the one-piece mode as drawn [Hz], the reserve, and the turn of the neck's block [rad] where one is on. */
  now: { note: number | null; reserve: number | null; neckTurn: number | null };
  busy: boolean;
  /** What the server refused. */
  refused: string | null;
  onStart: (spec: BatchSpec) => void;
}

type Kind = BatchSpec['kind'];
const KINDS: readonly Kind[] = ['search', 'sweep', 'doubt'];
const DRAWS = [40, 100, 200];
const STEPS = 9;
const SPANS = [5e-4, 1e-3, 2e-3, 5e-3];
const OPENINGS = [2, 4, 8].map((degrees) => (degrees * Math.PI) / 180);
const DEGREE = Math.PI / 180;
/** A search may let the neck turn so much more than it does as drawn (1). */
const NECK_ROOM = 1.05;
/** The same request gives the same answer. */
const SEED = 1;

/** What to look into: designs that trade one goal for another, one thing varied step by step, or what not knowing the wood means. */
export function ExploreForm({ plan, wood, units, now, busy, refused, onStart }: Props) {
  const [kind, setKind] = useState<Kind>('search');
  const spread = woodSpread(wood);
  const groups = variablesOf(plan);
  const [group, setGroup] = useState<Group>(groups[0]?.group ?? 'plate');
  const [span, setSpan] = useState(1);
  const [draws, setDraws] = useState(DRAWS[0]!);
  const quick = groups.filter(
    (one): one is { group: Group; variable: QuickVariable } =>
      one.variable.of === 'braces' || one.variable.of === 'plate',
  );
  const [left, setLeft] = useState<readonly Group[]>([]);
  const [goals, setGoals] = useState<[Goal, Goal]>(['mass', 'movement']);
  const typed = (metres: number) => formatThickness(metres, units).figure;
  const [text, setText] = useState({
    note: now.note ? now.note.toFixed(0) : '180',
    reserve: Math.min(1.5, now.reserve ?? 1.5).toFixed(1),
    lowest: typed(4e-3),
    tallest: typed(18e-3),
    neck: ((NECK_ROOM * (now.neckTurn ?? 0)) / DEGREE).toFixed(3),
  });
  const [errors, setErrors] = useState<Record<string, string>>({});
  const field = (name: keyof typeof text) => ({
    value: text[name],
    error: errors[name] ?? null,
    onChange: (event: { target: { value: string } }) => setText({ ...text, [name]: event.target.value }),
  });
  const spans = group === 'opening' ? OPENINGS : SPANS;

  const read = (): BatchSpec | null => {
    if (kind === 'doubt') return { kind, draws, seed: SEED, spread };
    if (kind === 'sweep') {
      const { variable } = groups.find((one) => one.group === group) ?? groups[0]!;
      const by = spans[Math.min(span, spans.length - 1)]!;
      return { kind, variable, from: -by, to: by, steps: STEPS };
    }
    const wrong: Record<string, string> = {};
    const number = (name: keyof typeof text, least: number, most: number) => {
      const value = Number(text[name].replace(',', '.'));
      if (!(value >= least && value <= most)) wrong[name] = `must be a number from ${least} to ${most}`;
      return value;
    };
    const length = (name: 'lowest' | 'tallest') => {
      try {
        return parseQuantity(name, text[name], 'length', units.thickness).value;
      } catch (error) {
        if (!(error instanceof InvalidInput)) throw error;
        wrong[name] = error.reason;
        return 0;
      }
    };
    const spec: BatchSpec = {
      kind,
      goals,
      seed: SEED,
      variables: quick.filter((one) => !left.includes(one.group)).map(({ variable }) => variable),
      note: goals.includes('note') ? number('note', 20, 2000) : null,
      limits: {
        reserve: number('reserve', 0, 20),
        lowest: length('lowest'),
        tallest: length('tallest'),
        neck: now.neckTurn === null ? null : DEGREE * number('neck', 0.001, 20),
      },
    };
    if (!wrong.tallest && !(spec.limits.tallest > spec.limits.lowest)) wrong.tallest = 'must be more than the lowest';
    if (spec.variables.length === 0) wrong.variables = 'Leave at least one thing to vary.';
    setErrors(wrong);
    return Object.keys(wrong).length > 0 ? null : spec;
  };
  const submit = (event: FormEvent) => {
    event.preventDefault();
    const spec = read();
    if (spec) onStart(spec);
  };
  const setGoal = (g: 0 | 1, goal: Goal) =>
    setGoals(([a, b]) => (g === 0 ? [goal, goal === b ? a : b] : [goal === a ? b : a, goal]));

  return (
    <form className="space-y-2" onSubmit={submit} noValidate>
      <SelectField label="Look into" value={kind} onChange={(event) => setKind(event.target.value as Kind)}>
        {KINDS.map((key) => (
          <option key={key} value={key}>
            {KIND_OF_BATCH[key]}
          </option>
        ))}
      </SelectField>
      {kind === 'sweep' && (
        <div className="grid grid-cols-2 gap-2">
          <SelectField label="Vary" value={group} onChange={(event) => setGroup(event.target.value as Group)}>
            {groups.map((one) => (
              <option key={one.group} value={one.group}>
                {GROUP_WORDS[one.group]}
              </option>
            ))}
          </SelectField>
          <SelectField
            label="Either way by"
            value={Math.min(span, spans.length - 1)}
            onChange={(event) => setSpan(Number(event.target.value))}
          >
            {spans.map((by, i) => (
              <option key={by} value={i}>
                {group === 'opening' ? degreeWords(by, 0) : `${typed(by)} ${formatThickness(by, units).symbol}`}
              </option>
            ))}
          </SelectField>
        </div>
      )}
      {kind === 'doubt' && (
        <>
          <SelectField label="Woods" value={draws} onChange={(event) => setDraws(Number(event.target.value))}>
            {DRAWS.map((count) => (
              <option key={count} value={count}>
                {count}
              </option>
            ))}
          </SelectField>
          <p className="text-[0.95rem] text-soft">
            Density is taken to be known within {(100 * spread.density).toFixed(0)} %, moduli within{' '}
            {(100 * spread.modulus).toFixed(0)} %, of the braces {(100 * spread.braceDensity).toFixed(0)} and{' '}
            {(100 * spread.braceModulus).toFixed(0)} %: what your tests, or the species, leave open. Linings and sides
            that the rim is glued to are taken to hold it between a quarter and four times as stiffly as usual ones.
          </p>
        </>
      )}
      {kind === 'search' && (
        <>
          <div className="grid grid-cols-2 gap-2">
            {([0, 1] as const).map((g) => (
              <div key={g} className="col-span-2">
                <SelectField
                  label={g === 0 ? 'Trade' : 'against'}
                  value={goals[g]}
                  onChange={(event) => setGoal(g, event.target.value as Goal)}
                >
                  {GOALS.map((goal) => (
                    <option key={goal} value={goal}>
                      {GOAL_WORDS[goal]}
                    </option>
                  ))}
                </SelectField>
              </div>
            ))}
            {goals.includes('note') && (
              <TextField label="Note of the one-piece mode" suffix="Hz" inputMode="decimal" {...field('note')} />
            )}
            <TextField label="Reserve at least" inputMode="decimal" {...field('reserve')} />
            {now.neckTurn !== null && (
              <TextField label="Neck turns at most" suffix="°" inputMode="decimal" {...field('neck')} />
            )}
            <TextField label="Braces no lower than" suffix={formatThickness(1e-3, units).symbol} {...field('lowest')} />
            <TextField label="and no taller than" suffix={formatThickness(1e-3, units).symbol} {...field('tallest')} />
          </div>
          <fieldset>
            <legend className="text-soft">May be varied</legend>
            {quick.map((one) => (
              <CheckField
                key={one.group}
                label={GROUP_WORDS[one.group]}
                checked={!left.includes(one.group)}
                onChange={(event) =>
                  setLeft(event.target.checked ? left.filter((key) => key !== one.group) : [...left, one.group])
                }
              />
            ))}
            {errors.variables && (
              <p role="alert" className="font-medium text-ember-ink">
                {errors.variables}
              </p>
            )}
          </fieldset>
        </>
      )}
      {refused && (
        <p role="alert" className="font-medium text-ember-ink">
          {refused}
        </p>
      )}
      <Button kind="main" type="submit" disabled={busy}>
        Start
      </Button>
    </form>
  );
}
