import type { FlexPlace, NextReading, QuantityKey } from '@nimble/core/voicing';
import type { UnitChoice } from '@nimble/core/units';
import type { Estimate } from '@nimble/core/base';
import { useEffect, useRef } from 'react';
import { Link } from 'react-router';
import type { KnockView } from '../../api/knocks';
import { setPreferences, usePreferences } from '../../ui/preferences';
import { EarPanel } from '../../listening/EarPanel';
import { KnockDoubt } from '../../listening/KnockDoubt';
import { KnockFigures } from '../../listening/KnockFigures';
import type { DoubtedKnock } from '../../listening/use-doubted-knock';
import type { KnockListener } from '../../listening/use-knock-listener';
import { Button, CheckField, PanelSection, SelectField, Option } from '../../ui';
import { AskedBox } from '../../forms';
import { say } from '../../ui/speech';
import {
  estimateWords,
  PLAIN_QUESTIONS,
  valueWords,
  WANTED_WORDS,
  WHY_WORDS,
  type NowKey,
} from '../../words/round-words';
import { BendEntry, MassEntry, type EntryProps } from './RoundEntries';
import type { DoubtedReading } from './use-doubted-reading';

interface Props extends EntryProps {
  buildId: string;
  round: number;
  next: readonly NextReading[];
  places: readonly FlexPlace[];
  /** Read in this round, in the round before, foretold, and wished for. */
  figures: (key: QuantityKey) => {
    now: number | null;
    before: number | null;
    forecast: Estimate | null;
    goal: number | null;
  };
  /** What is being read, for the plate to show. */
  picked: NowKey;
  onPicked: (key: NowKey) => void;
  /** The ear, for one knock of the whole plate without leaving the page. */
  ear: KnockListener;
  heard: { now: KnockView | null; before: KnockView | null; nothing: string | null };
  knockDoubt: DoubtedKnock;
}

/** What to measure now, the shortest list first; each figure very large beside the last round's and the goal's. */
export function NowSlip(props: Props) {
  const { buildId, round, units, next, places, figures, heard, onUndo } = props;
  const choice = usePreferences();
  const { picked: key, onPicked: setPicked } = props;
  const isKnock = key === 'knock';
  const prompt = next.length === 0 ? 'All that this round needs is read' : WANTED_WORDS(key);
  const { now, before, forecast, goal } = figures(isKnock ? 'mass' : key);
  useSpoken({
    key,
    prompt,
    on: choice.speech,
    read: (of) => figures(of).now,
    words: (of, value) => valueWords(of, value, units, choice),
  });
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
                    onClick={(event) => {
                      // Space then takes the reading, and does not press this again.
                      event.currentTarget.blur();
                      setPicked(what);
                    }}
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
      <NotAsked {...{ next, places, figures, units, onPicked: setPicked }} />
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
      {!isKnock && heard.now && (
        <PanelSection heading="The last good knock" tight>
          <KnockFigures heard={heard.now.analysis} before={heard.before?.analysis ?? null} />
        </PanelSection>
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

type NotAskedProps = Pick<Props, 'next' | 'places' | 'figures' | 'units' | 'onPicked'>;

/** What has a goal and is not on the list: its forecast is sure enough, and it can be read all the same. */
function NotAsked({ next, places, figures, units, onPicked }: NotAskedProps) {
  const choice = usePreferences();
  const keys: QuantityKey[] = ['mass', ...places.map((place): QuantityKey => `flex:${place}`)];
  const left = keys.flatMap((key) => {
    const { now, forecast, goal } = figures(key);
    return now === null && forecast && goal !== null && next.every(({ what }) => what !== key)
      ? [{ key, forecast }]
      : [];
  });
  if (left.length === 0) return null;
  return (
    <ul aria-label="Not asked for" className="text-note text-soft">
      {left.map(({ key, forecast }) => (
        <li key={key} className="flex items-center justify-between gap-2 border-t border-grain">
          <span>
            {WANTED_WORDS(key)}: foretold <i className="figures">{estimateWords(key, forecast, units, choice)}</i>, sure
            enough without reading
          </span>
          <Button kind="quiet" className="shrink-0 px-2" onClick={() => onPicked(key)}>
            Read it too
          </Button>
        </li>
      ))}
    </ul>
  );
}

interface Spoken {
  key: NowKey;
  prompt: string;
  on: boolean;
  /** What was read of a quantity in this round. */
  read: (key: QuantityKey) => number | null;
  words: (key: QuantityKey, value: number) => string;
}

/** The prompt that was spoken last, so that coming back to this leaf does not say it again. */
let saidLast = '';

/** Once each: what was just kept, with its unit and place, and what comes next. */
function useSpoken({ key, prompt, on, read, words }: Spoken): void {
  const before = useRef<NowKey>(key);
  const latest = useRef({ read, words });
  useEffect(() => {
    latest.current = { read, words };
  });
  useEffect(() => {
    const [last, { read: readOf, words: wordsOf }] = [before.current, latest.current];
    before.current = key;
    if (!on || prompt === saidLast) return;
    saidLast = prompt;
    const value = last === key || last === 'knock' ? null : readOf(last);
    say(value === null ? prompt : `${WANTED_WORDS(last)}: ${wordsOf(last as QuantityKey, value)}. ${prompt}`);
  }, [on, prompt, key]);
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
          Nothing clear was heard. {heard.nothing} Knock again.
        </p>
      )}
      {knockDoubt.doubted && <KnockDoubt doubt={knockDoubt} />}
      {heard.now && <KnockFigures heard={heard.now.analysis} before={heard.before?.analysis ?? null} />}
    </div>
  );
}
