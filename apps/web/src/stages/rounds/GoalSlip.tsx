import {
  checkGoal,
  FLEX_PLACES,
  InvalidInput,
  type FlexPlace,
  type FlexWish,
  type ModeWish,
  type UnitChoice,
  type VoicingGoal,
} from '@nimble/core';
import { useState } from 'react';
import type { ComparedView } from '../../api/voicing';
import { usePreferences } from '../../shell/preferences';
import { readPitch } from '../../sound/read-pitch';
import { longPitch } from '../../sound/pitch-words';
import { Button, CheckField, SelectField, TextField } from '../../ui';
import { QuantityField } from '../../units-and-forms';
import { KIND_WORDS } from '../whole-top/top-words';
import type { VoicingPicture } from '../../workers/voicing-computer';
import type { BarPair } from './bar-pairs';
import { IntervalGoal } from './IntervalGoal';
import { PLACE_WORDS } from './round-words';

/** A note as it was read, with the model's beside it. */
export type HeardMode = VoicingPicture['modes'][number] & { heard: number | null };

interface Props {
  goal: VoicingGoal;
  units: UnitChoice;
  isTop: boolean;
  modes: readonly HeardMode[];
  bars: readonly BarPair[];
  /** All other builds. */
  compared: readonly ComparedView[];
  onKeep: (goal: VoicingGoal) => void;
}

const PLACES = FLEX_PLACES.filter((place) => place !== 'bridge');
const KILOGRAM = 9.80665;
const DEGREES = Math.PI / 180;
const FIELD_WORDS: Record<string, string> = {
  weight: 'The weight',
  reserve: 'The reserve',
  turn: 'The bridge’s lean',
  leastBrace: 'The least brace',
  leastPlate: 'The least plate',
};

/** What this top shall become, in the maker's own school: figures, notes, evenness, or no names at all. */
export function GoalSlip({ goal, units, isTop, modes, bars, compared, onKeep }: Props) {
  const [error, setError] = useState<string | null>(null);
  const keep = (change: Partial<VoicingGoal>) => {
    const next = { ...goal, ...change };
    try {
      checkGoal(next);
      setError(null);
      onKeep(next);
    } catch (failure) {
      if (!(failure instanceof InvalidInput)) throw failure;
      setError(`${FIELD_WORDS[failure.field] ?? 'This goal'} ${failure.reason}`);
    }
  };
  const setFlex = (place: FlexPlace, compliance: number | null, from: string | null = null) =>
    keep({
      flex: [
        ...goal.flex.filter((wish) => wish.place !== place),
        ...(compliance === null ? [] : [{ place, compliance, from }]),
      ],
    });
  const unit = units.thickness === 'in-fraction' ? 'in' : units.thickness;
  return (
    <div className="space-y-3 pt-1">
      <p className="text-soft">
        Any of these, or none: what has no figure is left to your ear. What the strings need is always the floor.
      </p>
      {error && (
        <p role="alert" className="font-medium text-ember-ink">
          {error}
        </p>
      )}
      <Like
        compared={compared.filter(({ plate }) => plate === (isTop ? 'top' : 'back'))}
        onLike={(flex) => keep({ flex })}
      />
      <section aria-label="How far it shall bend" className="space-y-2">
        <h2 className="font-bold">How far it shall bend under a kilogram</h2>
        {PLACES.map((place) => {
          const wish = goal.flex.find((one) => one.place === place);
          return (
            <QuantityField
              key={place}
              label={PLACE_WORDS[place]}
              quantity="length"
              unit={unit}
              decimals={unit === 'mm' ? 3 : 4}
              optional
              hint={wish?.from ? `as ${wish.from} gave at last` : undefined}
              value={wish ? wish.compliance * KILOGRAM : null}
              check={(value) => (value > 0 && value < 0.05 ? null : 'Must be more than nothing and under 50 mm')}
              onChange={(value) => setFlex(place, value === null ? null : value / KILOGRAM)}
            />
          );
        })}
      </section>
      <ModeGoals
        goal={goal}
        modes={modes}
        tops={isTop ? [] : compared.filter(({ plate }) => plate === 'top')}
        onModes={(next) => keep({ modes: next })}
      />
      <IntervalGoal
        key={JSON.stringify(goal.interval)}
        interval={goal.interval}
        bars={bars.map(({ name }) => name)}
        onInterval={(interval) => keep({ interval })}
      />
      <section aria-label="The rest" className="space-y-1">
        <QuantityField
          label="It shall weigh at most"
          quantity="mass"
          unit={units.mass}
          decimals={1}
          optional
          value={goal.weight}
          onChange={(weight) => keep({ weight })}
        />
        <CheckField
          label="Treble and bass edge alike"
          checked={goal.even}
          onChange={(event) => keep({ even: event.target.checked })}
        />
        <CheckField
          label="Many different clear notes, no doubles"
          checked={goal.distinct}
          onChange={(event) => keep({ distinct: event.target.checked })}
        />
        <CheckField
          label="As long a ring as it will give"
          checked={goal.ring}
          onChange={(event) => keep({ ring: event.target.checked })}
        />
      </section>
      <section aria-label="Limits" className="space-y-2 border-t border-grain pt-2">
        <h2 className="font-bold">Limits</h2>
        <CheckField
          label="Left and right braces are cut alike"
          checked={goal.symmetric}
          onChange={(event) => keep({ symmetric: event.target.checked })}
        />
        <CheckField
          label="The plate may be thinned too"
          checked={goal.plate}
          onChange={(event) => keep({ plate: event.target.checked })}
        />
        <QuantityField
          label="No brace lower than"
          quantity="length"
          unit={unit}
          decimals={unit === 'mm' ? 1 : 3}
          value={goal.leastBrace}
          onChange={(value) => value !== null && keep({ leastBrace: value })}
        />
        <QuantityField
          label="No plate thinner than"
          quantity="length"
          unit={unit}
          value={goal.leastPlate}
          onChange={(value) => value !== null && keep({ leastPlate: value })}
        />
        {isTop && (
          <>
            <Plain
              label="Reserve against the strings, at least"
              suffix="×"
              hint="What nine of ten such tops bear over what ten years of strings ask. An estimate."
              value={goal.reserve.toFixed(2)}
              onValue={(value) => keep({ reserve: value })}
            />
            <Plain
              label="The bridge may lean at most"
              suffix="°"
              value={goal.turn === null ? '' : (goal.turn / DEGREES).toFixed(1)}
              onValue={(value) => keep({ turn: value * DEGREES })}
              onEmpty={() => keep({ turn: null })}
            />
          </>
        )}
      </section>
    </div>
  );
}

/** The bends of a build that turned out well, as the goal of this one. */
function Like({ compared, onLike }: { compared: readonly ComparedView[]; onLike: (flex: FlexWish[]) => void }) {
  const models = compared.filter(
    ({ good, figures }) => good && PLACES.some((place) => (figures[`flex:${place}`] ?? 0) > 0),
  );
  if (models.length === 0) return null;
  return (
    <SelectField
      label="Bend like one that turned out well"
      value=""
      onChange={(event) => {
        const model = models.find(({ id }) => id === event.target.value);
        if (!model) return;
        onLike(
          (['along', 'across'] as const).flatMap((place) => {
            const compliance = model.figures[`flex:${place}`];
            return compliance ? [{ place, compliance, from: `No. ${model.number}` }] : [];
          }),
        );
      }}
    >
      <option value="">choose a build</option>
      {models.map(({ id, number, name }) => (
        <option key={id} value={id}>
          No. {number} {name}
        </option>
      ))}
    </SelectField>
  );
}

function ModeGoals({
  goal,
  modes,
  tops,
  onModes,
}: {
  goal: VoicingGoal;
  modes: readonly HeardMode[];
  tops: readonly ComparedView[];
  onModes: (modes: ModeWish[]) => void;
}) {
  const choice = usePreferences();
  const [mode, setMode] = useState(0);
  const [text, setText] = useState('');
  const [error, setError] = useState<string | null>(null);
  if (modes.length === 0) return null;
  const add = () => {
    const read = readPitch(text, choice.a4);
    if (read.kind === 'none') return setError('Type a note such as G3, a frequency, or a ratio such as 1.5 x');
    const ratio = /^([\d.,]+)\s*[x×]$/i.exec(text.trim());
    if (ratio) {
      if (mode === 0) return setError('A ratio is to the lowest note: choose another note for it');
      onModes([
        ...goal.modes.filter((wish) => wish.mode !== mode),
        { mode, at: 'ratio', to: 0, ratio: Number(ratio[1]!.replace(',', '.')) },
      ]);
    } else if (read.kind === 'wrong') return setError(read.words);
    else
      onModes([
        ...goal.modes.filter((wish) => wish.mode !== mode),
        { mode, at: 'frequency', frequency: read.frequency },
      ]);
    setText('');
    setError(null);
  };
  const pitch = (frequency: number) => longPitch(frequency, choice) || `${frequency.toFixed(0)} Hz`;
  const named = (m: number) => {
    const note = modes[m];
    if (!note) return `${m + 1}`;
    const read =
      note.heard === null
        ? `not heard, ${pitch(note.frequency)} by the model`
        : `${pitch(note.heard)}, ${pitch(note.frequency)} by the model`;
    return `${m + 1}: ${read}, ${KIND_WORDS[note.kind]}`;
  };
  return (
    <section aria-label="Notes of the plate" className="space-y-2">
      <h2 className="font-bold">Notes of the plate, free in the hand</h2>
      <ul>
        {goal.modes.map((wish) => (
          <li key={wish.mode} className="flex items-center justify-between gap-2 border-t border-grain">
            <span>
              Note {wish.mode + 1}{' '}
              {wish.at === 'frequency' ? `at ${wish.frequency.toFixed(1)} Hz` : `${wish.ratio.toFixed(3)} × the lowest`}
            </span>
            <Button kind="quiet" onClick={() => onModes(goal.modes.filter((one) => one !== wish))}>
              Drop
            </Button>
          </li>
        ))}
      </ul>
      <SelectField label="Note" value={mode} onChange={(event) => setMode(Number(event.target.value))}>
        {modes.map((_, m) => (
          <option key={m} value={m}>
            {named(m)}
          </option>
        ))}
      </SelectField>
      <form className="flex items-end gap-2" onSubmit={(event) => (event.preventDefault(), add())}>
        <div className="flex-1">
          <TextField
            label="shall come to"
            placeholder="G2, 98, or 1.5 x"
            value={text}
            error={error}
            onChange={(event) => setText(event.target.value)}
          />
        </div>
        <Button type="submit">Add</Button>
      </form>
      <OverTop
        tops={tops}
        onFrequency={(frequency) =>
          onModes([...goal.modes.filter((wish) => wish.mode !== mode), { mode, at: 'frequency', frequency }])
        }
      />
    </section>
  );
}

const STEPS = [
  [0, 'at the same note'],
  [1, 'a half step over it'],
  [2, 'a whole tone over it'],
  [3, 'a minor third over it'],
  [4, 'a major third over it'],
  [-2, 'a whole tone under it'],
] as const;

/** A back is set against the loudest note of its top. */
function OverTop({ tops, onFrequency }: { tops: readonly ComparedView[]; onFrequency: (frequency: number) => void }) {
  const known = tops.filter(({ figures }) => (figures.note ?? 0) > 0);
  const [id, setId] = useState('');
  const top = known.find((one) => one.id === id);
  if (known.length === 0) return null;
  return (
    <div className="space-y-2">
      <SelectField label="Or set it against the top" value={id} onChange={(event) => setId(event.target.value)}>
        <option value="">choose its build</option>
        {known.map(({ id: key, number, name, figures }) => (
          <option key={key} value={key}>
            No. {number} {name}, {figures.note!.toFixed(0)} Hz
          </option>
        ))}
      </SelectField>
      {top && (
        <SelectField
          label="The note above stands"
          value=""
          onChange={(event) =>
            event.target.value !== '' && onFrequency(top.figures.note! * 2 ** (Number(event.target.value) / 12))
          }
        >
          <option value="">choose</option>
          {STEPS.map(([step, words]) => (
            <option key={step} value={step}>
              {words}
            </option>
          ))}
        </SelectField>
      )}
    </div>
  );
}

interface PlainProps {
  label: string;
  suffix: string;
  hint?: string;
  value: string;
  onValue: (value: number) => void;
  onEmpty?: () => void;
}

/** A bare number. */
function Plain({ label, suffix, hint, value, onValue, onEmpty }: PlainProps) {
  const [text, setText] = useState(value);
  const [last, setLast] = useState(value);
  const [error, setError] = useState<string | null>(null);
  if (last !== value) {
    setLast(value);
    setText(value);
  }
  const commit = () => {
    if (text === value) return;
    if (text.trim() === '' && onEmpty) return onEmpty();
    const number = Number(text.replace(',', '.'));
    if (!Number.isFinite(number) || text.trim() === '') return setError('Type a number');
    setError(null);
    onValue(number);
  };
  return (
    <TextField
      label={label}
      suffix={suffix}
      hint={hint}
      inputMode="decimal"
      className="figures"
      value={text}
      error={error}
      onChange={(event) => setText(event.target.value)}
      onBlur={commit}
      onKeyDown={(event) => event.key === 'Enter' && commit()}
    />
  );
}
