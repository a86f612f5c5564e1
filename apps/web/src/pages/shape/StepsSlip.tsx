import { blankOf, forecastShaping, type Brace, type BracePlan, type ShapingForecast } from '@nimble/core/bracing';
import { formatQuantity, inWords, type UnitChoice } from '@nimble/core/units';
import { halfInterval, InvalidInput } from '@nimble/core/base';
import type { LedgerLine } from '@nimble/core/ledger';
import { format } from 'date-fns';
import { useState } from 'react';
import { useBracingWrites, type ShapingView } from '../../api/bracing';
import type { Build } from '../../api/types';
import { usePreferences } from '../../ui/preferences';
import { longPitch } from '../../words/pitch-words';
import { readPitch } from '@nimble/core/sound';
import { Button, TakeBack, TextField } from '../../ui';
import { QuantityField } from '../../forms';

interface Props {
  build: Build;
  brace: Brace;
  steps: readonly ShapingView[];
}

/** Before you plane: what it will do. After: what it did. Kept side by side. */
export function StepsSlip({ build, brace, steps }: Props) {
  const own = steps.filter(({ braceId }) => braceId === brace.id);
  const standing = own.filter(({ retracted }) => !retracted);
  const last = standing.at(-1);
  const open = last && !last.outcome ? last : null;
  const lines = steps.filter(({ retracted }) => !retracted).flatMap((step) => step.lines);
  return (
    <>
      {open ? (
        <Outcome key={open.id} build={build} step={open} />
      ) : (
        <NextStep key={last?.id ?? 'first'} build={build} brace={brace} last={last ?? null} />
      )}
      {lines.length > 0 && (
        <p>
          Of {lines.length} forecasts on this top, {lines.filter(({ held }) => held).length} fell within what was said
          (nine of ten should).
        </p>
      )}
      <ul className="space-y-2">
        {own.toReversed().map((step) => (
          <Step key={step.id} build={build} step={step} />
        ))}
      </ul>
    </>
  );
}

/** Only what makes a stick: its place and its wood's origin don't belong to a step. */
function stick({
  name,
  length,
  section,
  width,
  topWidth,
  endWidth,
  endTopWidth,
  heights,
  modulus,
  density,
}: BracePlan): BracePlan {
  return {
    name,
    length,
    section,
    width,
    topWidth,
    endWidth: endWidth ?? null,
    endTopWidth: endTopWidth ?? null,
    heights,
    modulus,
    density,
  };
}

function NextStep({ build, brace, last }: { build: Build; brace: Brace; last: ShapingView | null }) {
  const { a4, person } = usePreferences();
  const writes = useBracingWrites(build.id);
  const [heard, setHeard] = useState('');
  const pitch = readPitch(heard, a4, 20_000);
  const heardBefore = pitch.kind === 'pitch' ? pitch.frequency : null;
  // A brace that was moved or cut shorter since is begun again from its plain stick.
  const before = last && Math.abs(last.after.length - brace.length) < 1e-3 ? last.after : stick(blankOf(brace));
  const forecast = forecastOf(before, stick(brace), heardBefore);
  return (
    <section aria-label="The next step" className="space-y-2">
      <h3 className="font-bold">From {last ? 'how it stood' : 'the plain stick'} to what is drawn</h3>
      {'refused' in forecast ? (
        <p role="alert" className="font-medium text-ember-ink">
          {forecast.refused}
        </p>
      ) : forecast.removed.value < 1e-6 ? (
        <p>Nothing more comes off: draw the next shape in the elevation, and its forecast stands here.</p>
      ) : (
        <>
          <ForecastRows forecast={forecast} units={build.units} />
          <TextField
            label="Note of the free bar now, if you knocked it"
            value={heard}
            placeholder="B5 +12, or 998"
            error={pitch.kind === 'wrong' ? pitch.words : null}
            onChange={(event) => setHeard(event.target.value)}
          />
          <Button
            kind="main"
            className="w-full"
            disabled={pitch.kind === 'wrong'}
            onClick={() =>
              writes.addShaping({
                id: crypto.randomUUID(),
                braceId: brace.id,
                person,
                heardBefore,
                before: stick(before),
                after: stick(brace),
              })
            }
          >
            I will plane it so: keep the forecast
          </Button>
        </>
      )}
    </section>
  );
}

function forecastOf(before: BracePlan, after: BracePlan, heard: number | null): ShapingForecast | { refused: string } {
  try {
    return forecastShaping(before, after, heard);
  } catch (failure) {
    if (!(failure instanceof InvalidInput)) throw failure;
    return {
      refused:
        'What is drawn is taller somewhere than it stood: planing only takes off. Undo, or take the last step back.',
    };
  }
}

const grams = (kilograms: number, { mass }: UnitChoice) =>
  inWords(formatQuantity(kilograms, 'mass', mass, mass === 'g' ? 2 : 3));

function ForecastRows({ forecast, units }: { forecast: ShapingForecast; units: UnitChoice }) {
  const choice = usePreferences();
  const { removed, frequency, stiffness } = forecast;
  return (
    <dl>
      <div className="py-1">
        <dt className="text-soft">comes off</dt>
        <dd className="figures text-figure leading-tight font-medium">
          {grams(removed.value, units)}{' '}
          <span className="text-lead text-soft">± {grams(halfInterval(removed), units)}</span>
        </dd>
      </div>
      <div className="flex justify-between border-t border-grain py-1">
        <dt>first note then</dt>
        <dd className="figures">
          {choice.pitch === 'note' ? longPitch(frequency.value, choice) : ''} {frequency.value.toFixed(0)} ±{' '}
          {halfInterval(frequency).toFixed(0)} Hz
        </dd>
      </div>
      <div className="flex justify-between border-t border-grain py-1">
        <dt>stiffness left</dt>
        <dd className="figures">{Math.round(100 * stiffness)} %</dd>
      </div>
    </dl>
  );
}

function Outcome({ build, step }: { build: Build; step: ShapingView }) {
  const { a4 } = usePreferences();
  const writes = useBracingWrites(build.id);
  const [removed, setRemoved] = useState<number | null>(null);
  const [heard, setHeard] = useState('');
  const pitch = readPitch(heard, a4, 20_000);
  const frequency = pitch.kind === 'pitch' ? pitch.frequency : null;
  return (
    <section aria-label="What came of it" className="space-y-2">
      <h3 className="font-bold">What came of it?</h3>
      <ForecastRows forecast={step.forecast} units={build.units} />
      <QuantityField
        label="Came off, by the scale"
        quantity="mass"
        unit={build.units.mass}
        decimals={2}
        value={removed}
        optional
        check={(value) => (value >= 0 && value < 1 ? null : 'Between 0 and 1 kg')}
        onLive={setRemoved}
        onChange={(value) => setRemoved(value)}
      />
      <TextField
        label="First note of the free bar now"
        value={heard}
        placeholder="A5, or 880"
        error={pitch.kind === 'wrong' ? pitch.words : null}
        onChange={(event) => setHeard(event.target.value)}
      />
      <div className="flex gap-2">
        <Button
          kind="main"
          disabled={(removed === null && frequency === null) || pitch.kind === 'wrong'}
          onClick={() => writes.addOutcome(step.id, { removed, frequency })}
        >
          Keep the outcome
        </Button>
        <Button kind="quiet" onClick={() => writes.turnShaping(step.id, true)}>
          I did not do it
        </Button>
      </div>
    </section>
  );
}

function Step({ build, step }: { build: Build; step: ShapingView }) {
  const writes = useBracingWrites(build.id);
  return (
    <li
      className={`flex items-start justify-between gap-2 border-t border-grain pt-1 ${step.retracted ? 'text-soft line-through' : ''}`}
    >
      <div>
        <p>
          {format(new Date(step.at), 'd MMM, HH:mm')} {step.person && <span className="text-soft">{step.person}</span>}
        </p>
        {step.lines.length === 0 && (
          <p className="text-soft">forecast {grams(step.forecast.removed.value, build.units)} off, outcome open</p>
        )}
        {step.lines.map((line) => (
          <p key={line.quantity} className="text-note">
            <LineWords line={line} units={build.units} />
          </p>
        ))}
      </div>
      <TakeBack what="step" retracted={step.retracted} onTurn={() => writes.turnShaping(step.id, !step.retracted)} />
    </li>
  );
}

function LineWords({ line, units }: { line: LedgerLine; units: UnitChoice }) {
  const { forecast, outcome, held, quantity } = line;
  const say =
    quantity === 'mass' ? (value: number) => grams(value, units) : (value: number) => `${value.toFixed(0)} Hz`;
  return (
    <>
      {held ? '✓ ' : <span className="font-medium text-ember-ink">✗ outside: </span>}
      {quantity === 'mass' ? 'off' : 'note'} came <span className="figures">{say(outcome.value)}</span>, said{' '}
      {say(forecast.value)} ± {say(halfInterval(forecast))}
    </>
  );
}
