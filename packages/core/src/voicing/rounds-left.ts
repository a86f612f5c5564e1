/** How many rounds a goal is likely to take at the pace of the first choice. SI. */
import type { GoalStanding } from './current-estimate';
import { handOn } from './forecast-change';
import type { GoalLine } from './goal';
import { wayOfRound } from './moves';
import type { RoundsLeft, ShavingCandidate, SuggestInput } from './proposal';

/** More rounds are as many as nobody counts. */
const MANY = 40;

interface Reaching {
  line: GoalLine;
  now: GoalStanding | null;
  /** The first choice. */
  first: ShavingCandidate | null;
}

/**
 * A round comes halfway at most, and no further than the first choice does. Null where a goal is met, has no figure of
 * its own, or is not helped by that choice.
 */
export function roundsLeft({ line, now, first }: Reaching, { learned }: SuggestInput): RoundsLeft | null {
  if (!first || !now || now.state === 'met' || line.of === 'ring' || line.of === 'distinct') return null;
  const after = first.goals.find((one) => one?.line === line);
  const pace = after ? Math.abs(now.miss) - Math.abs(after.miss) : 0;
  if (!(pace > 0)) return null;
  const { spread } = handOn(learned, line.terms[0].key, first.shavings[0].place);
  const count = (perRound: number) => {
    let [left, rounds] = [Math.abs(now.miss), 0];
    while (left > line.tolerance && rounds < MANY) {
      left -= Math.min(perRound, wayOfRound(left, line.tolerance) * left);
      rounds++;
    }
    return rounds;
  };
  return { least: count(pace * (1 + spread)), about: count(pace), most: count(pace * Math.max(0.1, 1 - spread)) };
}
