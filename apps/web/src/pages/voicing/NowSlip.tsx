import {
  bendByHand,
  ENOUGH_MARKS,
  type MarkedBend,
  type FlexPlace,
  type NextReading,
  type QuantityKey,
  type VoicingBodies,
} from '@nimble/core/voicing';
import { parseLoad, parseQuantity, type UnitChoice } from '@nimble/core/units';
import { InvalidInput, type Estimate } from '@nimble/core/base';
import { useEffect, useState } from 'react';
import { Link } from 'react-router';
import { Caution } from '../../ui/Row';
import type { KnockView } from '../../api/knocks';
import { setPreferences, usePreferences } from '../../ui/preferences';
import { EarPanel } from '../../listening/EarPanel';
import { KnockDoubt } from '../../listening/KnockDoubt';
import { KnockFigures } from '../../listening/KnockFigures';
import type { DoubtedKnock } from '../../listening/use-doubted-knock';
import type { KnockListener } from '../../listening/use-knock-listener';
import { Button, CheckField, MainAction, SelectField, TextField, Option } from '../../ui';
import { AskedBox } from '../../forms';
import { say } from '../../ui/speech';
import {
  estimateWords,
  PLAIN_QUESTIONS,
  PLACE_HINTS,
  PLACE_WORDS,
  valueWords,
  WANTED_WORDS,
  WHY_WORDS,
  type NowKey,
} from '../../words/round-words';

import type { DoubtedReading } from './use-doubted-reading';

interface Props {
  buildId: string;
  round: number;
  units: UnitChoice;
  next: readonly NextReading[];
  places: readonly FlexPlace[];
  /** Read in this round, in the round before, foretold, and wished for. */
  figures: (key: QuantityKey) => {
    now: number | null;
    before: number | null;
    forecast: Estimate | null;
    goal: number | null;
  };
  /** What lay on the plate last time, as typed. */
  lastLoad: string;
  /** This person's marks by hand beside the dial, and the mark given in this round at a place, if any. */
  marks: readonly MarkedBend[];
  felt: (place: FlexPlace) => number | null;
  onBend: (body: VoicingBodies['flex']) => void;
  onMass: (body: VoicingBodies['mass']) => void;
  /** The stand-in instruments. */
  onStandIn: () => Promise<void>;
  /** What is being read, for the plate to show. */
  picked: NowKey;
  onPicked: (key: NowKey) => void;
  /** The ear, for one knock of the whole plate without leaving the page. */
  ear: KnockListener;
  heard: { now: KnockView | null; before: KnockView | null; nothing: boolean };
  knockDoubt: DoubtedKnock;
  /** A reading that waits to be answered for, and the answers. */
  doubt: DoubtedReading;
  onUndo: (() => void) | null;
}

/** What to measure now, the shortest list first; each figure very large beside the last round's and the goal's. */
export function NowSlip(props: Props) {
  const { buildId, round, units, next, places, figures, onUndo } = props;
  const choice = usePreferences();
  const { picked: key, onPicked: setPicked } = props;
  const isKnock = key === 'knock';
  const prompt = next.length === 0 ? 'All that this round needs is read' : WANTED_WORDS(key);
  useEffect(() => {
    if (choice.speech) say(prompt);
  }, [choice.speech, prompt]);
  const { now, before, forecast, goal } = figures(isKnock ? 'mass' : key);
  const show = (value: number) => valueWords(key, value, units, choice);
  const keys: NowKey[] = ['mass', ...places.map((place): QuantityKey => `flex:${place}`), 'knock'];
  return (
    <div className="space-y-3 pt-1">
      <section aria-label="What to measure now">
        <h2 className="font-bold">Round {round}: measure now</h2>
        {next.length === 0 ? (
          <p className="text-soft">All that this round needs is read. See what to shave next.</p>
        ) : (
          <ul>
            {next.map(({ what, why, place }) => (
              <li key={what} className="border-t border-grain">
                {what === 'walk' || what === 'tell' ? (
                  <Link
                    className="flex min-h-12 items-center justify-between underline underline-offset-4"
                    to={`/builds/${buildId}/listen?slip=map&round=${round}${place ? `&place=${place.name}&places=${place.set}` : ''}`}
                  >
                    {WANTED_WORDS(what)}
                    {place && ` at ${place.name}`} <span className="text-soft">{WHY_WORDS[why]}</span>
                  </Link>
                ) : (
                  <button
                    type="button"
                    className="flex min-h-12 w-full items-center justify-between"
                    aria-pressed={key === what}
                    onClick={() => setPicked(what)}
                  >
                    <span className={key === what ? 'font-bold' : ''}>{WANTED_WORDS(what)}</span>{' '}
                    <span className="text-soft">{WHY_WORDS[why]}</span>
                  </button>
                )}
              </li>
            ))}
          </ul>
        )}
      </section>
      <SelectField label="Reading" value={key} onChoose={(chosen) => setPicked(chosen as NowKey)}>
        {keys.map((one) => (
          <Option key={one} value={one}>
            {WANTED_WORDS(one)}
          </Option>
        ))}
      </SelectField>
      {!isKnock && (
        <div aria-live="polite">
          <p className="figures text-great leading-none font-medium">{now === null ? '–' : show(now)}</p>
          <p className="mt-1.5 flex flex-wrap gap-x-4 text-soft">
            {before !== null && (
              <span>
                last round <b className="figures text-ink">{show(before)}</b>
              </span>
            )}
            {forecast && (
              <span>
                foretold <i className="figures">{show(forecast.value)}</i>
              </span>
            )}
            {goal !== null && (
              <span>
                goal <b className="figures text-ink">{show(goal)}</b>
              </span>
            )}
          </p>
          {key.startsWith('flex') && <p className="text-note text-soft">Bends are said as what one kilogram does.</p>}
        </div>
      )}
      {props.doubt.doubted && <DoubtBox doubt={props.doubt} units={units} />}
      {isKnock ? (
        <KnockEntry {...props} />
      ) : key === 'mass' ? (
        <MassEntry key={round} {...props} />
      ) : (
        <BendEntry key={`${key} ${round}`} {...props} place={key.slice(5) as FlexPlace} />
      )}
      {onUndo && (
        <Button kind="quiet" onClick={onUndo}>
          Take the last entry back
        </Button>
      )}
      <CheckField
        label="Say aloud what comes next"
        checked={choice.speech}
        onChange={(on) => setPreferences({ speech: on })}
      />
    </div>
  );
}

/** Nothing moves on before it is answered. */
function DoubtBox({ doubt, units }: { doubt: DoubtedReading; units: UnitChoice }) {
  const choice = usePreferences();
  const { doubted, keep, mend, drop } = doubt;
  if (!doubted) return null;
  const { key, value, question } = doubted;
  const words = (figure: number) => valueWords(key, figure, units, choice);
  const asked = {
    message: `${words(value)}: ${PLAIN_QUESTIONS[question.kind]}`,
    keep: () => void keep(),
    mend:
      question.kind === 'unit'
        ? { words: `${words(value * question.factor)} was meant`, run: () => void mend() }
        : null,
    drop,
  };
  return <AskedBox asked={asked} />;
}

/** One knock of the whole plate, hands-free: it keeps itself, unless it can hardly be of this top. */
function KnockEntry({ ear, heard, knockDoubt }: Props) {
  return (
    <div className="space-y-2">
      <p className="text-note text-soft">
        Hold the plate lightly where a note stands still, knock once near the bridge line.
      </p>
      <EarPanel ear={ear} />
      {heard.nothing && (
        <p role="alert" className="font-medium text-ember-ink">
          Nothing clear was heard: knock again.
        </p>
      )}
      {knockDoubt.doubted && <KnockDoubt doubt={knockDoubt} />}
      {heard.now && <KnockFigures heard={heard.now.analysis} before={heard.before?.analysis ?? null} />}
    </div>
  );
}

function MassEntry({ units, doubt, onMass, onStandIn }: Props) {
  const [text, setText] = useState('');
  const [error, setError] = useState<string | null>(null);
  const [weighing, setWeighing] = useState(false);
  const weigh = async () => {
    setWeighing(true);
    await onStandIn();
    setWeighing(false);
  };
  const keep = () => {
    if (doubt.doubted && text.trim() === '') return doubt.drop();
    try {
      const { value } = parseQuantity('mass', text, 'mass', units.mass);
      if (!(value > 0 && value <= 5)) throw new InvalidInput('mass', text, 'must lie between nothing and 5 kg');
      onMass({ mass: value, said: text });
      setText('');
      setError(null);
    } catch (failure) {
      setError(failure instanceof InvalidInput ? failure.reason : String(failure));
    }
  };
  return (
    <form className="space-y-2" onSubmit={(event) => (event.preventDefault(), keep())}>
      <TextField
        label={`Weight of the braced plate [${units.mass}]`}
        value={text}
        error={error}
        onChange={(event) => setText(event.target.value)}
      />
      <MainAction>
        <div className="flex gap-2">
          <Button kind="main" type="submit" className="flex-auto">
            Keep the weight
          </Button>
          <Button disabled={weighing} onClick={() => void weigh()}>
            {weighing ? 'Weighing …' : 'Stand-in balance'}
          </Button>
        </div>
      </MainAction>
    </form>
  );
}

type BendEntryProps = Props & { place: FlexPlace };

function BendEntry({ place, units, lastLoad, marks, felt, doubt, onBend, onStandIn }: BendEntryProps) {
  const [load, setLoad] = useState(lastLoad);
  const [dial, setDial] = useState('');
  const [errors, setErrors] = useState<{ load?: string; dial?: string }>({});
  const [reading, setReading] = useState(false);
  const unit = units.thickness === 'in-fraction' ? 'in' : units.thickness;
  const attempt = <T,>(field: 'load' | 'dial', read: () => T): T | null => {
    try {
      return read();
    } catch (failure) {
      setErrors((all) => ({ ...all, [field]: failure instanceof InvalidInput ? failure.reason : String(failure) }));
      return null;
    }
  };
  const keep = () => {
    if (doubt.doubted && dial.trim() === '') return doubt.drop();
    setErrors({});
    const force = attempt('load', () =>
      within(parseLoad('load', load).value, load, 200, 'must be more than nothing and at most 200 N'),
    );
    const way = attempt('dial', () =>
      within(
        parseQuantity('dial', dial, 'length', unit).value,
        dial,
        0.05,
        'must be more than nothing and at most 50 mm',
      ),
    );
    if (force === null || way === null) return;
    onBend({ place, load: force, deflection: way, feel: null, closed: false, said: `${dial} under ${load}` });
    setDial('');
  };
  const gauge = async () => {
    setReading(true);
    await onStandIn();
    setReading(false);
  };
  return (
    <form className="space-y-2" onSubmit={(event) => (event.preventDefault(), keep())}>
      <p className="text-note text-soft">{PLACE_HINTS[place]}</p>
      <TextField
        label="Weight laid on"
        hint="1 kg, 9.8 N or 2.2 lb"
        value={load}
        error={errors.load ?? null}
        onChange={(event) => setLoad(event.target.value)}
      />
      <TextField
        label={`It went down by, on the dial [${unit}]`}
        value={dial}
        error={errors.dial ?? null}
        onChange={(event) => setDial(event.target.value)}
      />
      <MainAction>
        <div className="flex gap-2">
          <Button kind="main" type="submit" className="flex-auto">
            Keep {PLACE_WORDS[place].toLowerCase()}
          </Button>
          <Button type="button" disabled={reading} onClick={() => void gauge()}>
            {reading ? 'Reading …' : 'Stand-in gauge'}
          </Button>
        </div>
      </MainAction>
      <SelectField
        label="Or by hand: how it felt"
        value=""
        onChoose={(chosen) =>
          chosen &&
          onBend({
            place,
            load: null,
            deflection: null,
            feel: Number(chosen),
            closed: false,
            said: chosen,
          })
        }
      >
        <Option value="">choose from 1, soft, to 9, stiff</Option>
        {Array.from({ length: 9 }, (_, i) => (
          <Option key={i + 1} value={i + 1}>
            {i + 1}
          </Option>
        ))}
      </SelectField>
      <HandWords place={place} felt={felt(place)} marks={marks} units={units} />
      <Caution>
        Lay weights on gently and keep a hand near them: a thin top can let go. Keep fingers clear of what may fall.
      </Caution>
    </form>
  );
}

/** What marks by hand are worth so far. */
function HandWords({
  place,
  felt,
  marks,
  units,
}: Pick<BendEntryProps, 'place' | 'marks' | 'units'> & { felt: number | null }) {
  const choice = usePreferences();
  const meant = felt === null ? null : bendByHand(marks, place, felt);
  if (meant)
    return (
      <p className="text-note">
        Your {felt} means <b className="figures">{estimateWords(`flex:${place}`, meant, units, choice)}</b> here, from{' '}
        {marks.length} marks beside the dial. It counts where no dial is read.
      </p>
    );
  const given = felt === null ? '' : `Marked ${felt} of 9. `;
  return (
    <p className="text-note text-soft">
      {given}Mark first, then read the dial: from {ENOUGH_MARKS} marks beside it on, a mark alone counts as a reading (
      {marks.length} so far).
    </p>
  );
}

function within(value: number, text: string, most: number, words: string): number {
  if (!(value > 0 && value <= most)) throw new InvalidInput('value', text, words);
  return value;
}
