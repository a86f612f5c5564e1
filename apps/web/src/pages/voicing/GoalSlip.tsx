import { STANDARD_GRAVITY, DEGREE } from '@nimble/core/units';
import { checkGoal, FLEX_PLACES, type FlexPlace, type FlexWish, type VoicingGoal } from '@nimble/core/voicing';
import { InvalidInput } from '@nimble/core/base';
import type { UnitChoice } from '@nimble/core/units';
import { useState } from 'react';
import type { ComparedView } from '../../api/voicing';
import { CheckField, Option, PanelSection, SelectField, TextField } from '../../ui';
import { QuantityField } from '../../forms';
import type { BarPair } from '@nimble/core/voicing';
import { IntervalGoal } from './IntervalGoal';
import { ModeGoals, type HeardMode } from './ModeGoals';
import { PlaceWishesPanel } from './PlaceWishesPanel';
import { PLACE_WORDS } from '../../words/round-words';

/** As the fields read and write it. */
type LengthUnit = Parameters<typeof QuantityField>[0]['unit'];

interface Props {
  goal: VoicingGoal;
  units: UnitChoice;
  isTop: boolean;
  modes: readonly HeardMode[];
  bars: readonly BarPair[];
  /** One that was tapped on the plate. */
  brace: { tapped: { id: string; name: string } | null };
  /** All other builds. */
  compared: readonly ComparedView[];
  onKeep: (goal: VoicingGoal) => void;
}

const PLACES = FLEX_PLACES.filter((place) => place !== 'bridge');
const FIELD_WORDS: Record<string, string> = {
  weight: 'The weight',
  reserve: 'The reserve',
  turn: 'The bridge’s lean',
  leastBrace: 'The least brace',
  leastPlate: 'The least plate',
};

/** What this top shall become, in the maker's own school: figures, notes, evenness, or no names at all. */
export function GoalSlip({ goal, units, isTop, modes, bars, brace, compared, onKeep }: Props) {
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
      <Bends goal={goal} unit={unit} onFlex={(flex) => keep({ flex })} />
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
      <OtherWishes goal={goal} units={units} onChange={keep} />
      <Limits goal={goal} unit={unit} isTop={isTop} onChange={keep} />
      <PlaceWishesPanel goal={goal} onPlaces={(places) => keep({ places })} {...brace} />
    </div>
  );
}

interface BendsProps {
  goal: VoicingGoal;
  unit: LengthUnit;
  onFlex: (flex: FlexWish[]) => void;
}

function Bends({ goal, unit, onFlex }: BendsProps) {
  const setFlex = (place: FlexPlace, compliance: number | null) =>
    onFlex([
      ...goal.flex.filter((wish) => wish.place !== place),
      ...(compliance === null ? [] : [{ place, compliance, from: null }]),
    ]);
  return (
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
            value={wish ? wish.compliance * STANDARD_GRAVITY : null}
            check={(value) => (value > 0 && value < 0.05 ? null : 'Must be more than nothing and under 50 mm')}
            onChange={(value) => setFlex(place, value === null ? null : value / STANDARD_GRAVITY)}
          />
        );
      })}
    </section>
  );
}

interface OtherWishesProps {
  goal: VoicingGoal;
  units: UnitChoice;
  onChange: (change: Partial<VoicingGoal>) => void;
}

function OtherWishes({ goal, units, onChange }: OtherWishesProps) {
  return (
    <section aria-label="The rest" className="space-y-1">
      <QuantityField
        label="It shall weigh at most"
        quantity="mass"
        unit={units.mass}
        decimals={1}
        optional
        value={goal.weight}
        onChange={(weight) => onChange({ weight })}
      />
      <CheckField label="Treble and bass edge alike" checked={goal.even} onChange={(on) => onChange({ even: on })} />
      <CheckField
        label="Many different clear notes, no doubles"
        checked={goal.distinct}
        onChange={(on) => onChange({ distinct: on })}
      />
      <CheckField
        label="As long a ring as it will give"
        checked={goal.ring}
        onChange={(on) => onChange({ ring: on })}
      />
    </section>
  );
}

interface LimitsProps {
  goal: VoicingGoal;
  unit: LengthUnit;
  /** Of a top: what its strings ask. */
  isTop: boolean;
  onChange: (change: Partial<VoicingGoal>) => void;
}

function Limits({ goal, unit, isTop, onChange }: LimitsProps) {
  return (
    <PanelSection heading="Limits">
      <CheckField
        label="Left and right braces are cut alike"
        checked={goal.symmetric}
        onChange={(on) => onChange({ symmetric: on })}
      />
      <CheckField
        label="The plate may be thinned too"
        checked={goal.plate}
        onChange={(on) => onChange({ plate: on })}
      />
      <QuantityField
        label="No brace lower than"
        quantity="length"
        unit={unit}
        decimals={unit === 'mm' ? 1 : 3}
        value={goal.leastBrace}
        onChange={(value) => value !== null && onChange({ leastBrace: value })}
      />
      <QuantityField
        label="No plate thinner than"
        quantity="length"
        unit={unit}
        value={goal.leastPlate}
        onChange={(value) => value !== null && onChange({ leastPlate: value })}
      />
      {isTop && (
        <>
          <Plain
            label="Reserve against the strings, at least"
            suffix="×"
            hint="What nine of ten such tops bear over what ten years of strings ask. An estimate."
            value={goal.reserve.toFixed(2)}
            onValue={(value) => onChange({ reserve: value })}
          />
          <Plain
            label="The bridge may lean at most"
            suffix="°"
            value={goal.turn === null ? '' : (goal.turn / DEGREE).toFixed(1)}
            onValue={(value) => onChange({ turn: value * DEGREE })}
            onEmpty={() => onChange({ turn: null })}
          />
        </>
      )}
    </PanelSection>
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
      onChoose={(chosen) => {
        const model = models.find(({ id }) => id === chosen);
        if (!model) return;
        onLike(
          (['along', 'across'] as const).flatMap((place) => {
            const compliance = model.figures[`flex:${place}`];
            return compliance ? [{ place, compliance, from: `No. ${model.number}` }] : [];
          }),
        );
      }}
    >
      <Option value="">choose a build</Option>
      {models.map(({ id, number, name }) => (
        <Option key={id} value={id}>
          No. {number} {name}
        </Option>
      ))}
    </SelectField>
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
