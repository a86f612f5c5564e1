/** Go on, or stop, and by which rule: said with every proposal. */
import { halfInterval } from '../base';
import type { Proposal } from './proposal';
import { ringIsOver, type RingTrend } from './ring';

export type StopRule =
  /** All that was wished for is reached within its doubt. */
  | 'goals-met'
  /** What would help takes more than the strings leave. */
  | 'reserve'
  /** A stroke would do less than it is known to do. */
  | 'doubt'
  /** The plate rings as long as it will, or rang longer before the last shavings. */
  | 'ring'
  /** No stroke helps any more. */
  | 'nothing-helps'
  /** Braces and plate are as low as they may be. */
  | 'least-heights'
  /** What would help lies where nothing shall be touched. */
  | 'left-alone'
  /** No goal has a name: what is left is the ear. */
  | 'by-ear'
  /** Under the floor already. */
  | 'too-light'
  /** The model and what was read are of two different tops: no advice can rest on it. */
  | 'bad-fit';

export interface Verdict {
  say: 'go-on' | 'nearly' | 'stop' | 'look-again';
  rule: StopRule | null;
}

/**
 * Readings that lie off the model by more than this many of their doubts on average speak of another top, a slip or a
 * loose joint.
 */
export const BAD_FIT = 2.2;

export interface StopInput {
  /** How far readings lie off the fitted model, in their doubts; null while nothing is read. */
  misfit: number | null;
  proposal: Proposal;
  /** Null where nobody wishes for a long ring. */
  ring: RingTrend | null;
  reserve: number;
}

export function stopOrGo({ proposal, ring, reserve, misfit }: StopInput): Verdict {
  if (misfit !== null && misfit >= BAD_FIT) return { say: 'look-again', rule: 'bad-fit' };
  const { now, candidates, marginNow, lines } = proposal;
  if (marginNow.low < reserve) return { say: 'stop', rule: 'too-light' };
  const known = now.filter((one) => one !== null);
  // A ring that still grows has no figure of its own: what has one is not carried past it for the ring's sake.
  const named = lines.filter((line) => line.of !== 'ring');
  const standing = known.filter(({ line }) => line.of !== 'ring');
  if (named.length > 0 && standing.length === named.length && standing.every(({ state }) => state === 'met'))
    return { say: 'stop', rule: 'goals-met' };
  if (ring && ringIsOver(ring)) return { say: 'stop', rule: 'ring' };
  if (lines.length === 0) return { say: 'go-on', rule: 'by-ear' };
  if (candidates.length === 0) return { say: 'stop', rule: whyNothing(proposal) };
  const nearly = known.every(({ state }) => state === 'met' || state === 'perhaps');
  // Strokes add up: what one of them does is no reason to stop far from a goal.
  if (nearly && candidates.every((candidate) => withinDoubt(proposal, candidate)))
    return { say: 'stop', rule: 'doubt' };
  return { say: nearly ? 'nearly' : 'go-on', rule: null };
}

function whyNothing({ refusedForMargin, heldBack, noWood }: Proposal): StopRule {
  if (refusedForMargin > 0) return 'reserve';
  if (heldBack) return 'left-alone';
  return noWood ? 'least-heights' : 'nothing-helps';
}

/**
 * The change of the goal it serves best is smaller than half the width of its interval. A ring is followed over rounds:
 * its peak tells, no single stroke.
 */
function withinDoubt({ now }: Proposal, { mainGoal, goals }: Proposal['candidates'][number]): boolean {
  const [before, after] = [now[mainGoal], goals[mainGoal]];
  if (!before || !after) return true;
  if (before.line.of === 'ring') return false;
  return (
    Math.abs(after.miss - before.miss) <
    halfInterval({ value: 0, sd: Math.sqrt(Math.max(0, after.sd ** 2 - before.sd ** 2)) })
  );
}
