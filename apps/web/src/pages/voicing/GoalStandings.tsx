import type { QuantityKey, RingTrend, VoicingGoal } from '@nimble/core/voicing';
import { usePreferences, type Preferences } from '../../ui/preferences';
import { shortPitch } from '../../words/pitch-words';
import type { VoicingPicture } from '../../compute/voicing-computer';
import type { UnitChoice } from '@nimble/core/units';
import { goalWords, lineWords, reachWords } from '../../words/round-words';

interface Props {
  picture: VoicingPicture;
  units: UnitChoice;
  wishes: Pick<VoicingGoal, 'distinct' | 'ring'>;
  onGoal: () => void;
}

const RING_WORDS: Record<RingTrend['state'], string> = {
  'too-few': 'too few rounds to say whether it still grows: four with a knock and a weight tell',
  rising: 'it still grows as wood comes off',
  'at-peak': 'it rings as long as it will',
  'past-peak': 'it has begun to ring shorter',
  unclear: 'it scatters more than it changes',
};

/** How each wish stands, those with a figure first. */
export function GoalStandings({ picture, units, wishes, onGoal }: Props) {
  const choice = usePreferences();
  const { lines, now, rounds } = picture.proposal;
  const reachOf = (i: number, standing: NonNullable<(typeof now)[number]>) =>
    reachWords({ limit: picture.limits[i] ?? null, rounds: rounds[i] ?? null }, standing, units, choice);
  const figured = lines.flatMap((line, i) =>
    line.of === 'distinct' || line.of === 'ring'
      ? []
      : [
          {
            name: lineWords(line),
            words: now[i] ? [goalWords(now[i]), reachOf(i, now[i])].filter(Boolean).join('; ') : 'not known yet',
          },
        ],
  );
  if (figured.length === 0 && !wishes.distinct && !wishes.ring)
    return (
      <p>
        No goal has a figure.{' '}
        <button type="button" className="min-h-11 underline underline-offset-4" onClick={onGoal}>
          Say what you wish for
        </button>
        , or shave by ear and keep what you did under Record.
      </p>
    );
  return (
    <ul aria-label="Goals" className="border-b border-grain">
      {[...figured, ...(wishes.distinct ? differentNotes(picture, choice) : [])].map(({ name, words }) => (
        <li key={name} className="flex justify-between gap-3 border-t border-grain py-1">
          <span>{name}</span>
          <span className="text-right text-soft">{words}</span>
        </li>
      ))}
      {wishes.ring && <li className="border-t border-grain py-1">{ringWords(picture.ring)}</li>}
    </ul>
  );
}

/** Pairs that are doubles still; or that there are none. */
function differentNotes(
  { proposal: { lines, now }, standing, modes }: VoicingPicture,
  choice: Preferences,
): { name: string; words: string }[] {
  const pitch = (key: QuantityKey) =>
    shortPitch(standing[key]!.value, choice) || `${standing[key]!.value.toFixed(0)} Hz`;
  const doubles = lines.flatMap((line, i) =>
    line.of === 'distinct' && now[i] && now[i].state !== 'met'
      ? [
          {
            name: `${lineWords(line)} (${line.terms
              .map(({ key }) => key)
              .sort()
              .map(pitch)
              .join(', ')})`,
            words: goalWords(now[i]),
          },
        ]
      : [],
  );
  return doubles.length > 0 ? doubles : [{ name: `${modes.length} different notes`, words: 'reached' }];
}

function ringWords({ rounds, state }: VoicingPicture['ring']): string {
  const last = rounds.at(-1);
  if (!last) return 'Ring: not heard yet. Knock once, or walk round the plate.';
  const longest = rounds.reduce((best, one) => (one.ring > best.ring ? one : best), last);
  const most =
    longest === last ? 'the longest so far' : `the longest was ${longest.ring.toFixed(2)} s in round ${longest.round}`;
  return `Ring ${last.ring.toFixed(2)} s in round ${last.round}, ${most}: ${RING_WORDS[state]}.`;
}
