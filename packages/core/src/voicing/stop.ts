/** Go on, or stop, and by which rule: said with every proposal. */
import type { Proposal } from './propose';
import { halfInterval } from '../estimate';

export type StopRule =
  /** All that was wished for is reached within its doubt. */
  | 'goals-met'
  /** What would help takes more than the strings leave. */
  | 'reserve'
  /** A stroke would do less than it is known to do. */
  | 'doubt'
  /** The plate rang longer before the last shavings. */
  | 'ring'
  /** No stroke helps any more. */
  | 'nothing-helps'
  /** No goal has a name: what is left is the ear. */
  | 'by-ear'
  /** Under the floor already. */
  | 'too-light';

export interface Verdict {
  say: 'go-on' | 'nearly' | 'stop';
  rule: StopRule | null;
}

export interface StopInput {
  proposal: Proposal;
  /** Ring times round by round, oldest first [s]; may be empty. */
  rings: readonly number[];
  wantsRing: boolean;
  reserve: number;
}

/** A ring this much shorter than its longest is past its peak (1). */
const PAST_PEAK = 0.93;
const SHORT_ROUNDS = 2;

export function stopOrGo({ proposal, rings, wantsRing, reserve }: StopInput): Verdict {
  const { now, candidates, refusedForFloor, floorNow, lines } = proposal;
  if (floorNow.low < reserve) return { say: 'stop', rule: 'too-light' };
  const known = now.filter((one) => one !== null);
  if (lines.length > 0 && known.length === lines.length && known.every(({ state }) => state === 'met')) return { say: 'stop', rule: 'goals-met' };
  if (wantsRing && pastPeak(rings)) return { say: 'stop', rule: 'ring' };
  if (lines.length === 0) return { say: 'go-on', rule: 'by-ear' };
  if (candidates.length === 0) return { say: 'stop', rule: refusedForFloor > 0 ? 'reserve' : 'nothing-helps' };
  if (candidates.every((candidate) => withinDoubt(proposal, candidate))) return { say: 'stop', rule: 'doubt' };
  const nearly = known.every(({ state }) => state === 'met' || state === 'perhaps');
  return { say: nearly ? 'nearly' : 'go-on', rule: null };
} // prettier-ignore

/** The change of the goal it serves best is smaller than half the width of its interval. */
function withinDoubt({ now }: Proposal, { serves, goals }: Proposal['candidates'][number]): boolean {
  const [before, after] = [now[serves], goals[serves]];
  if (!before || !after) return true;
  return (
    Math.abs(after.miss - before.miss) <
    halfInterval({ value: 0, sd: Math.sqrt(Math.max(0, after.sd ** 2 - before.sd ** 2)) })
  );
}

/** The longest ring lies two readings back or more, and the last ones are clearly shorter. */
function pastPeak(rings: readonly number[]): boolean {
  if (rings.length <= SHORT_ROUNDS) return false;
  const longest = Math.max(...rings);
  return rings.slice(-SHORT_ROUNDS).every((ring) => ring < PAST_PEAK * longest);
}
