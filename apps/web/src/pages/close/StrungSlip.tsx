import { DEGREE, formatThickness, inWords, parseQuantity, type UnitChoice } from '@nimble/core/units';
import { halfInterval, InvalidInput } from '@nimble/core/base';
import { standingEvents, type VoicingBodies, type VoicingEvent } from '@nimble/core/voicing';
import type { BracingPlan } from '@nimble/core/bracing';
import type { Settling } from '@nimble/core/closing';
import { format } from 'date-fns';
import { useState } from 'react';
import { Caution, Row } from '../../ui/Row';
import { Button, MainAction, TakeBack, TextField } from '../../ui';
import { eventWords } from '../../words/event-words';
import { degreeWords } from '../../words/figure-words';
import type { SettlingPicture } from './settling-of';
import { Solving } from './Solving';

interface Props {
  picture: SettlingPicture | null;
  problem: string | null;
  units: UnitChoice;
  plan: BracingPlan;
  events: readonly VoicingEvent[];
  onStrung: () => void;
  onReading: (body: VoicingBodies['settling']) => void;
  onTurn: (id: string, retract: boolean) => void;
}

const VERDICTS: Record<Settling['verdict'], string> = {
  'nothing-read': 'Nothing is read yet: the band is what the model and wood’s usual creep foretell.',
  'as-forecast': 'It gives as foretold. Read it again in a week, then in a month.',
  'more-than-forecast':
    'It gives more than foretold. Look for a loose brace or bridge, slack the strings if it goes on, and ask someone who knows such tops.',
  'less-than-forecast':
    'It gives less than foretold: stiffer than the model, or the reading’s zero was taken under load.',
};

/** Strings on: how far the bridge leans and the top comes out, day by day, against the forecast. */
export function StrungSlip({ picture, problem, units, plan, events, onStrung, onReading, onTurn }: Props) {
  const strung = standingEvents(events, 'strung').at(-1);
  const settled = events.filter((event) => event.kind === 'settling' || event.kind === 'strung');
  return (
    <div className="space-y-3 pt-1">
      {problem && (
        <p role="alert" className="font-medium text-ember-ink">
          {problem}
        </p>
      )}
      {picture ? (
        <section aria-label="Under the strings">
          <p className="figures text-great leading-none font-medium">
            {picture.last === null ? '–' : picture.words(picture.last.moved)}
          </p>
          <p className="text-soft">
            {picture.turns ? 'the bridge leans forward' : 'the bridge has sunk'}
            {picture.last && `, ${picture.last.days.toFixed(0)} days after stringing`}
          </p>
          <p
            className={`mt-1 font-medium ${picture.settling.verdict === 'more-than-forecast' ? 'text-ember-ink' : ''}`}
          >
            {VERDICTS[picture.settling.verdict]}
          </p>
          <dl>
            <Row
              name="gave at once"
              value={picture.words(picture.settling.atOnce.value)}
              hint={`± ${picture.words(halfInterval(picture.settling.atOnce))}`}
            />
            <Row
              name="in a year"
              value={picture.words(picture.settling.inAYear.value)}
              hint={`± ${picture.words(halfInterval(picture.settling.inAYear))}`}
            />
            <Row
              name="in ten years"
              value={picture.words(picture.settling.inTenYears.value)}
              hint={`± ${picture.words(halfInterval(picture.settling.inTenYears))}`}
            />
          </dl>
        </section>
      ) : (
        !problem && <Solving words="Solving the strung top" />
      )}
      {strung ? (
        <ReadingForm units={units} onReading={onReading} />
      ) : (
        <MainAction>
          <Button kind="main" className="w-full" onClick={onStrung}>
            The strings are on now
          </Button>
        </MainAction>
      )}
      <Caution>
        Wear eye protection while you tune up, bring the strings up in steps over a day, and keep your face from over
        them. These figures are estimates: a top that goes on sinking wants its strings slacked.
      </Caution>
      {settled.length > 0 && (
        <ul aria-label="Readings" className="border-t border-grain">
          {[...settled].reverse().map((event) => (
            <li key={event.id} className="flex items-center justify-between gap-2 border-b border-grain">
              <span className={event.retracted ? 'text-soft line-through' : ''}>
                {format(new Date(event.at), 'd MMM')}: {eventWords(event, plan, units)}
              </span>
              <TakeBack what="reading" retracted={event.retracted} onTurn={() => onTurn(event.id, !event.retracted)} />
            </li>
          ))}
        </ul>
      )}
    </div>
  );
}

function ReadingForm({ units, onReading }: Pick<Props, 'units' | 'onReading'>) {
  const [turn, setTurn] = useState('');
  const [belly, setBelly] = useState('');
  const [errors, setErrors] = useState<{ turn?: string; belly?: string }>({});
  const unit = units.thickness === 'in-fraction' ? 'in' : units.thickness;
  const keep = () => {
    const degrees = turn.trim() === '' ? null : Number(turn.replace(',', '.').replace('°', ''));
    if (degrees !== null && !(Math.abs(degrees) <= 15)) return setErrors({ turn: 'Type degrees between −15 and 15' });
    let out: number | null;
    try {
      out = belly.trim() === '' ? null : parseQuantity('belly', belly, 'length', unit).value;
    } catch (failure) {
      return setErrors({ belly: failure instanceof InvalidInput ? failure.reason : String(failure) });
    }
    if (out !== null && Math.abs(out) > 0.02) return setErrors({ belly: 'Must lie within 20 mm' });
    if (degrees === null && out === null) return setErrors({ turn: 'Give the lean, the belly, or both' });
    setErrors({});
    onReading({
      turn: degrees === null ? null : degrees * DEGREE,
      belly: out,
      said: [
        degrees === null ? '' : degreeWords(degrees * DEGREE),
        out === null ? '' : inWords(formatThickness(out, units)),
      ]
        .filter(Boolean)
        .join(', '),
    });
    setTurn('');
    setBelly('');
  };
  return (
    <form
      aria-label="Today’s reading"
      className="space-y-2 border-t border-grain pt-2"
      onSubmit={(event) => (event.preventDefault(), keep())}
    >
      <h2 className="font-bold">Today’s reading, against the day before stringing</h2>
      <div className="grid grid-cols-2 gap-2">
        <TextField
          label="Bridge leans by"
          suffix="°"
          inputMode="decimal"
          value={turn}
          error={errors.turn}
          onChange={(event) => setTurn(event.target.value)}
        />
        <TextField
          label="Belly behind it"
          suffix={unit}
          inputMode="decimal"
          value={belly}
          error={errors.belly}
          onChange={(event) => setBelly(event.target.value)}
        />
      </div>
      <Button type="submit" kind="main" className="w-full">
        Keep the reading
      </Button>
    </form>
  );
}
