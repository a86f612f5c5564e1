import { formatThickness, inWords, type UnitChoice } from '@nimble/core/units';
import { GOALS, type BatchSpec, type Goal } from '@nimble/core/explore';
import { Button, CheckField, SelectField, TextField, Option } from '../../ui';
import { DRAWS, EXPLORE_KINDS, useExploreForm, type ExploreFacts, type ExploreFormState } from './use-explore-form';
import { GOAL_WORDS, GROUP_WORDS, KIND_OF_BATCH } from '../../words/explore-words';
import { degreeWords } from '../../words/figure-words';

interface Props extends ExploreFacts {
  busy: boolean;
  /** What the server refused. */
  refused: string | null;
  onStart: (spec: BatchSpec) => void;
}

/**
 * What to look into: designs that trade one goal for another, one thing varied step by step, or what not knowing the
 * wood means.
 */
export function ExploreForm({ busy, refused, onStart, ...facts }: Props) {
  const form = useExploreForm(facts, onStart);
  const { kind } = form.draft;
  const { units, now } = facts;
  return (
    <form className="space-y-2" onSubmit={form.submit} noValidate>
      <SelectField label="Look into" {...form.choice('kind')}>
        {EXPLORE_KINDS.map((key) => (
          <Option key={key} value={key}>
            {KIND_OF_BATCH[key]}
          </Option>
        ))}
      </SelectField>
      {kind === 'sweep' && <SweepFields {...form} units={units} />}
      {kind === 'doubt' && <DoubtFields {...form} />}
      {kind === 'search' && <SearchFields {...form} units={units} hasNeck={now.neckTurn !== null} />}
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

type FieldsProps = ExploreFormState & { units: UnitChoice };

function SweepFields({ groups, spans, draft: { group, span }, choice, units }: FieldsProps) {
  return (
    <div className="grid grid-cols-2 gap-2">
      <SelectField label="Vary" {...choice('group')}>
        {groups.map((one) => (
          <Option key={one.group} value={one.group}>
            {GROUP_WORDS[one.group]}
          </Option>
        ))}
      </SelectField>
      <SelectField label="Either way by" {...choice('span')} value={Math.min(Number(span), spans.length - 1)}>
        {spans.map((by, i) => (
          <Option key={by} value={i}>
            {group === 'opening' ? degreeWords(by, 0) : inWords(formatThickness(by, units))}
          </Option>
        ))}
      </SelectField>
    </div>
  );
}

function DoubtFields({ choice, spread }: ExploreFormState) {
  return (
    <>
      <SelectField label="Woods" {...choice('draws')}>
        {DRAWS.map((count) => (
          <Option key={count} value={count}>
            {count}
          </Option>
        ))}
      </SelectField>
      <p className="text-note text-soft">
        Density is taken to be known within {(100 * spread.density).toFixed(0)} %, moduli within{' '}
        {(100 * spread.modulus).toFixed(0)} %, of the braces {(100 * spread.braceDensity).toFixed(0)} and{' '}
        {(100 * spread.braceModulus).toFixed(0)} %: what your tests, or the species, leave open. Linings and sides that
        the rim is glued to are taken to hold it between a quarter and four times as stiffly as usual ones.
      </p>
    </>
  );
}

function SearchFields({ units, hasNeck, ...form }: FieldsProps & { hasNeck: boolean }) {
  const { setGoal, text, quick, vary, at } = form;
  const { goals, left } = form.draft;
  return (
    <>
      <div className="grid grid-cols-2 gap-2">
        {([0, 1] as const).map((g) => (
          <div key={g} className="col-span-2">
            <SelectField
              label={g === 0 ? 'Trade' : 'against'}
              value={goals[g]}
              onChoose={(chosen) => setGoal(g, chosen as Goal)}
            >
              {GOALS.map((goal) => (
                <Option key={goal} value={goal}>
                  {GOAL_WORDS[goal]}
                </Option>
              ))}
            </SelectField>
          </div>
        ))}
        {goals.includes('note') && (
          <TextField label="Note of the one-piece mode" suffix="Hz" inputMode="decimal" {...text('note')} />
        )}
        <TextField label="Reserve at least" inputMode="decimal" {...text('reserve')} />
        {hasNeck && <TextField label="Neck turns at most" suffix="°" inputMode="decimal" {...text('neck')} />}
        <TextField label="Braces no lower than" suffix={formatThickness(1e-3, units).symbol} {...text('lowest')} />
        <TextField label="and no taller than" suffix={formatThickness(1e-3, units).symbol} {...text('tallest')} />
      </div>
      <fieldset>
        <legend className="text-soft">May be varied</legend>
        {quick.map((one) => (
          <CheckField
            key={one.group}
            label={GROUP_WORDS[one.group]}
            checked={!left.includes(one.group)}
            onChange={(on) => vary(one.group, on)}
          />
        ))}
        {at('variables') && (
          <p role="alert" className="font-medium text-ember-ink">
            {at('variables')}
          </p>
        )}
      </fieldset>
    </>
  );
}
