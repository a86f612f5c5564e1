import { CENTS, formatThickness, inWords, type UnitChoice } from '@nimble/core/units';
import { halfInterval, type Estimate } from '@nimble/core/base';
import { plateArea, type PlateShape } from '@nimble/core/outline';
import { standingEvents, type VoicingBodies, type VoicingEvent } from '@nimble/core/voicing';
import type { BoxNotes, Trim } from '@nimble/core/closing';
import { useMemo, useState } from 'react';
import { Caution } from '../../ui/Row';
import { usePreferences } from '../../ui/preferences';
import { longPitch, signed } from '../../words/pitch-words';
import { readPitch } from '@nimble/core/sound';
import { Button, Fold, Option, PanelSection, SelectField, TextField } from '../../ui';
import { Solving } from './Solving';
import { QuantityField } from '../../forms';
import { useBoxNotes } from '../../compute/use-box';
import type { ClosedPlate } from '@nimble/core/closing';

interface Props {
  closed: ClosedPlate;
  shape: PlateShape;
  units: UnitChoice;
  events: readonly VoicingEvent[];
  /** Two lowest peaks of the last played recording [Hz]. */
  played: readonly [number, number] | null;
  onBox: (body: VoicingBodies['box']) => void;
  onTrim: (body: VoicingBodies['trim']) => void;
  onHeard: (body: VoicingBodies['resonances']) => void;
}

const LITRE = 1e-3;

/** Air and top of the closed box: their pair of lowest notes, and what a little wood off rim or hole does to both. */
export function BoxSlip({ closed, shape, units, events, played, onBox, onTrim, onHeard }: Props) {
  const [trim, setTrim] = useState<Trim>({ what: 'rim', depth: 1e-4 });
  const request = useMemo(() => closed.box && { box: closed.box, more: [trim] }, [closed.box, trim]);
  const { result, error } = useBoxNotes(request);
  const unit = units.thickness === 'in-fraction' ? 'in' : units.thickness;
  if (!closed.volume) return <Volume shape={shape} units={units} volume={null} onBox={onBox} />;
  return (
    <div className="space-y-3 pt-1">
      {error && (
        <p role="alert" className="font-medium text-ember-ink">
          {error}
        </p>
      )}
      {!result ? (
        !error && <Solving words="Solving the glued top and the air" />
      ) : (
        <Pair notes={result.now} heard={Boolean(closed.box?.heard)} />
      )}
      <Heard played={played} onHeard={onHeard} />
      <PanelSection heading="If you take a little off now" label="A trim">
        <SelectField
          label="Where"
          value={trim.what}
          onChoose={(chosen) => setTrim({ what: chosen as Trim['what'], depth: chosen === 'rim' ? 1e-4 : 1e-3 })}
        >
          <Option value="rim">off the rim of the top, all round</Option>
          <Option value="hole">off the edge of the hole, all round</Option>
        </SelectField>
        <QuantityField
          key={trim.what}
          label={trim.what === 'rim' ? 'Thinner there by' : 'Wider all round by'}
          quantity="length"
          unit={unit}
          value={trim.depth}
          check={(value) =>
            value > 0 && value <= (trim.what === 'rim' ? 1e-3 : 0.01)
              ? null
              : trim.what === 'rim'
                ? 'Must be more than nothing and at most 1 mm'
                : 'Must be more than nothing and at most 10 mm'
          }
          onChange={(depth) => depth !== null && setTrim({ ...trim, depth })}
        />
        {result?.then && <Change now={result.now} then={result.then} />}
        <Button
          kind="main"
          className="w-full"
          disabled={!result?.then}
          onClick={() =>
            result?.then &&
            onTrim({
              ...trim,
              said: inWords(formatThickness(trim.depth, units)),
              forecast: { air: result.then.air, top: result.then.top },
            })
          }
        >
          I took that off
        </Button>
        <Caution>
          What is off a closed box can’t be put back, and a thin rim is where tops sink. Tape the edge, keep the scraper
          off the seam, and use a respirator: fine dust hangs in the box.
        </Caution>
      </PanelSection>
      <Trims events={events} units={units} />
      <Fold title={<>Air in the box: {(closed.volume / LITRE).toFixed(1)} l</>} tone="soft">
        <Volume shape={shape} units={units} volume={closed.volume} onBox={onBox} />
      </Fold>
    </div>
  );
}

function Pair({ notes: { air, top, alone }, heard }: { notes: BoxNotes; heard: boolean }) {
  const choice = usePreferences();
  const one = (name: string, note: Estimate) => (
    <div>
      <p className="text-soft">{name}</p>
      <p className="figures text-figure leading-none font-medium">
        {note.value.toFixed(0)}
        <span className="text-lead"> Hz</span>
      </p>
      {choice.pitch === 'note' && <p className="figures">{longPitch(note.value, choice)} ¢</p>}
      <p className="figures text-soft">± {halfInterval(note).toFixed(0)} Hz</p>
    </div>
  );
  return (
    <section aria-label="The pair" className="space-y-1">
      <div className="grid grid-cols-2 gap-2">
        {one('air', air)}
        {one('top', top)}
      </div>
      <p className="text-soft">
        {heard
          ? 'As heard, and moved since by the trims.'
          : 'By the model, with back and sides standing still: hear both and they are set right.'}{' '}
        Alone the air would sound {alone.air.toFixed(0)} Hz, the top {alone.top.toFixed(0)} Hz.
      </p>
    </section>
  );
}

function Change({ now, then }: { now: BoxNotes; then: BoxNotes }) {
  const row = (name: string, before: Estimate, after: Estimate) => {
    const change: Estimate = { value: after.value, sd: Math.sqrt(Math.max(0, after.sd ** 2 - before.sd ** 2)) };
    return (
      <tr className="border-t border-grain">
        <td className="py-1">{name}</td>
        <td className="figures text-right">{after.value.toFixed(1)} Hz</td>
        <td className="figures text-right">
          {signed(CENTS * Math.log(after.value / before.value))} ±{' '}
          {Math.max(1, CENTS * (halfInterval(change) / after.value)).toFixed(0)} ¢
        </td>
      </tr>
    );
  };
  return (
    <table className="w-full" aria-label="What the trim does">
      <tbody>
        {row('air', now.air, then.air)}
        {row('top', now.top, then.top)}
      </tbody>
    </table>
  );
}

function Heard({ played, onHeard }: Pick<Props, 'played' | 'onHeard'>) {
  const choice = usePreferences();
  const [air, setAir] = useState('');
  const [top, setTop] = useState('');
  const [errors, setErrors] = useState<{ air?: string; top?: string }>({});
  const keep = () => {
    const [low, high] = [readPitch(air, choice.a4), readPitch(top, choice.a4)];
    const wrong = (read: typeof low) =>
      read.kind === 'wrong'
        ? read.words
        : read.kind === 'none'
          ? 'Type a note such as G2, or a frequency in Hz'
          : undefined;
    if (low.kind !== 'pitch' || high.kind !== 'pitch') return setErrors({ air: wrong(low), top: wrong(high) });
    if (high.frequency <= low.frequency) return setErrors({ top: 'The top’s note is the higher of the two' });
    setErrors({});
    onHeard({ air: low.frequency, top: high.frequency, said: `${air} and ${top}` });
    setAir('');
    setTop('');
  };
  return (
    <form
      aria-label="As heard"
      className="space-y-2 border-t border-grain pt-2"
      onSubmit={(event) => (event.preventDefault(), keep())}
    >
      <h2 className="font-bold">As heard</h2>
      <div className="grid grid-cols-2 gap-2">
        <TextField
          label="Air, note or Hz"
          value={air}
          error={errors.air}
          onChange={(event) => setAir(event.target.value)}
        />
        <TextField
          label="Top, note or Hz"
          value={top}
          error={errors.top}
          onChange={(event) => setTop(event.target.value)}
        />
      </div>
      <div className="flex flex-wrap gap-2">
        <Button type="submit">Keep both</Button>
        {played && (
          <Button kind="quiet" onClick={() => (setAir(played[0].toFixed(1)), setTop(played[1].toFixed(1)))}>
            From the recording
          </Button>
        )}
      </div>
    </form>
  );
}

/** Each trim with its forecast, and what was heard after it. */
function Trims({ events, units }: { events: readonly VoicingEvent[]; units: UnitChoice }) {
  const trims = standingEvents(events, 'trim');
  if (trims.length === 0) return null;
  const heard = standingEvents(events, 'resonances');
  return (
    <PanelSection heading="Taken off since it was closed" label="Trims" tight>
      <ul>
        {trims.map(({ id, at, body }, i) => {
          const after = heard.find(
            (one) => one.at > at && (trims[i + 1] === undefined || one.at < trims[i + 1]!.at),
          )?.body;
          return (
            <li key={id} className="border-t border-grain py-1">
              {body.what === 'rim' ? 'Rim' : 'Hole'} {inWords(formatThickness(body.depth, units))}
              {body.forecast && (
                <span className="block text-soft">
                  foretold {body.forecast.air.value.toFixed(1)} and {body.forecast.top.value.toFixed(1)} Hz
                  {after ? `; heard ${after.air.toFixed(1)} and ${after.top.toFixed(1)} Hz` : '; not heard since'}
                </span>
              )}
            </li>
          );
        })}
      </ul>
    </PanelSection>
  );
}

function Volume({
  shape,
  units,
  volume,
  onBox,
}: {
  shape: PlateShape;
  units: UnitChoice;
  volume: number | null;
  onBox: Props['onBox'];
}) {
  const area = plateArea(shape);
  const deep = (depth: number) => (depth > 0.01 && depth < 0.3 ? null : 'Must lie between 10 and 300 mm');
  return (
    <div className="space-y-2 pt-1">
      {volume === null && <p>How much air does the box hold? The mean depth inside, from top to back, is enough.</p>}
      <QuantityField
        label="Mean depth inside"
        quantity="length"
        unit={units.length === 'mm' ? 'mm' : 'in'}
        decimals={units.length === 'mm' ? 0 : 2}
        value={volume === null ? null : volume / area}
        check={deep}
        optional
        onChange={(depth, typed) => depth !== null && onBox({ volume: area * depth, said: `${typed} deep` })}
      />
      <QuantityField
        label="Or the air itself"
        quantity="volume"
        unit={units.length === 'mm' ? 'cm³' : 'in³'}
        decimals={0}
        value={volume}
        check={(value) => (value >= 5e-4 && value <= 0.08 ? null : 'Must lie between half a litre and 80 litres')}
        optional
        onChange={(value, typed) => value !== null && onBox({ volume: value, said: typed })}
      />
    </div>
  );
}
