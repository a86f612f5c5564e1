/**
 * How good the forecasts of shavings have been on this top: each beside what was read, what it teaches, and a word on
 * those that were left out.
 */
import { holds } from '@nimble/core/base';
import { standingEvents, type QuantityKey, type VoicingEvent } from '@nimble/core/voicing';
import { whyLeftOut, type LeftOut, type ShavingOutcome } from '@nimble/core/ledger';
import type { UnitChoice } from '@nimble/core/units';
import { Row } from '../../ui/Row';
import { usePreferences } from '../../ui/preferences';
import { Button, PanelSection } from '../../ui';
import type { VoicingPicture } from '../../compute/voicing-computer';
import { estimateWords, keyWords, valueWords } from '../../words/round-words';

export type LetIn = (round: number, quantity: string, counts: boolean) => void;

interface Props {
  picture: Pick<VoicingPicture, 'record' | 'rounds' | 'byPlace' | 'learned'>;
  events: readonly VoicingEvent[];
  units: UnitChoice;
  person: string;
  onLetIn: LetIn;
}

const PLACES = { brace: 'wood off braces', plate: 'wood off the plate' } as const;

export function OutcomesList({ picture, events, units, person, onLetIn }: Props) {
  const { record, rounds, byPlace, learned } = picture;
  const outcomes = rounds.flatMap((round) => round.outcomes.map((outcome) => ({ round: round.number, outcome })));
  return (
    <PanelSection heading="Forecast and outcome" tight>
      <p className="text-soft">{recordWords(record, person)}</p>
      {record.count > 0 && (
        <dl>
          {(['brace', 'plate'] as const)
            .filter((place) => byPlace[place].count > 0)
            .map((place) => (
              <Row
                key={place}
                name={PLACES[place]}
                value={`${byPlace[place].held} of ${byPlace[place].count} held`}
                hint={taughtWords(byPlace[place], learned[place])}
              />
            ))}
        </dl>
      )}
      {withoutForecast(events).map(([round, words]) => (
        <p key={`${round} ${words}`} className="border-t border-grain py-1 text-soft">
          Round {round}: {words}
        </p>
      ))}
      <ul>
        {[...outcomes].reverse().map(({ round, outcome }) => (
          <OutcomeLine key={`${round} ${outcome.quantity}`} {...{ round, outcome, units, onLetIn }} />
        ))}
      </ul>
    </PanelSection>
  );
}

interface LineProps {
  round: number;
  outcome: ShavingOutcome;
  units: UnitChoice;
  onLetIn: LetIn;
}

function OutcomeLine({ round, outcome, units, onLetIn }: LineProps) {
  const choice = usePreferences();
  const { quantity, forecast, letIn = false } = outcome;
  const key = quantity as QuantityKey;
  const held = holds(forecast, outcome.outcome);
  const why = whyLeftOut(outcome);
  const read = valueWords(key, outcome.outcome.value, units, { ...choice, pitch: 'hertz' });
  return (
    <li className="border-t border-grain py-1 text-note">
      <p className="flex justify-between gap-3">
        <span>
          Round {round}: {keyWords(key).toLowerCase()}
        </span>
        <span className={held ? 'text-spruce' : 'text-ember-ink'}>{held ? '✓ held' : '✗ missed'}</span>
      </p>
      <p className="flex flex-wrap justify-between gap-x-3 text-soft">
        <span>
          foretold <span className="figures text-ink">{estimateWords(key, forecast, units, choice)}</span>
        </span>
        <span>
          read <span className="figures text-ink">{read}</span>
        </span>
      </p>
      {why && <p className="text-note text-soft">{LEFT_OUT_WORDS[why]}</p>}
      {(why === 'unsure' || why === 'too-far-off') && (
        <Button onClick={() => onLetIn(round, quantity, true)}>It is right: let it count</Button>
      )}
      {letIn && (
        <p className="flex items-center justify-between gap-2 text-note text-soft">
          It counts by your word.
          <Button onClick={() => onLetIn(round, quantity, false)}>Leave it out again</Button>
        </p>
      )}
    </li>
  );
}

const LEFT_OUT_WORDS: Record<LeftOut, string> = {
  'not-of-hands': 'A ring tells of damping as much as of depth: it is counted and teaches nothing.',
  'too-small': 'So small a change tells of the reading, not of the hand: it teaches nothing.',
  unsure: 'Its note was named by its pitch alone: it teaches nothing.',
  'too-far-off':
    'So far off it is probably of something else: another place, another note, a slip. It teaches nothing.',
};

/** Shavings whose forecast is still made, or can't be. */
function withoutForecast(events: readonly VoicingEvent[]): [round: number, words: string][] {
  return standingEvents(events, 'shaving').flatMap(
    ({ round, body: { pending, unforetold: why } }): [number, string][] => {
      if (pending) return [[round, 'the record is making its own forecast …']];
      return why ? [[round, `not foretold: ${why}`]] : [];
    },
  );
}

function taughtWords(
  { enough, taught }: VoicingPicture['record'],
  { bend, note }: VoicingPicture['learned']['brace'],
): string {
  if (!enough) return 'too few to judge';
  const share = (gain: number) => `${Math.round(100 * gain)} %`;
  return `${taught} of them teach: bends do ${share(bend.gain)}, notes ${share(note.gain)} of what the model says`;
}

function recordWords({ count, taught, enough, held, gain, bias }: VoicingPicture['record'], person: string): string {
  if (count === 0) return 'No shaving has been read again yet: forecasts stand on the model alone.';
  const base = `${held} of ${count} outcomes of ${person || 'this bench'} fell into their nine-of-ten intervals.`;
  const left =
    count > taught
      ? ` ${count - taught} of them teach nothing: too far off, too small a change, or a note named by its pitch alone.`
      : '';
  if (!enough) return `${base}${left} Too few to judge the forecasts by.`;
  return `${base}${left} Shavings do ${Math.round(100 * gain)} % of what the model says; outcomes lie ${biasWords(bias ?? 0)} on average. Later forecasts are set by it.`;
}

const biasWords = (bias: number) =>
  Math.abs(bias) < 0.05
    ? 'on the forecast'
    : `${Math.abs(bias).toFixed(1)} of their doubt ${bias > 0 ? 'over' : 'under'} it`;
