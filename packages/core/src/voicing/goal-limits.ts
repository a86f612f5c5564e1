/** How far a goal can be carried at all: with every brace as low as it may be, or as low as the strings leave. SI. */
import type { GoalStanding } from './current-estimate';
import { safetyMarginOf, solvedAs } from './forecast-change';
import type { GoalLine, VoicingGoal } from './goal';
import type { SuggestInput } from './proposal';
import { applyShavings, type Shaving } from './shaving';
import { woodLeft } from './strokes';
import type { QuantityKey } from './voicing-model';

/** What would carry a goal further than the braces and limits as they are. */
export type Besides = 'plate' | 'left-alone' | 'other-braces';

export interface GoalLimit {
  /** How far off it would still be, nearest the goal; of a wish for one figure that figure too [Hz, m/N, kg]. */
  miss: number;
  value: number | null;
  /** What ends it there: least heights, or what the strings ask. */
  by: 'heights' | 'strings';
  /** Does it come within the goal's tolerance? If not, what would. */
  enough: boolean;
  besides: Besides | null;
}

/** Share of all the wood left, found so closely (1). */
const HALVINGS = 3;
/** So far beyond its tolerance a goal is looked into: nearer, the rounds tell (1). */
const FAR = 1.2;

/**
 * Of a top solved anew with all that wood off, not by slopes. Null for goals that are met or near, and for wishes
 * without a figure.
 */
export function goalLimits(
  lines: readonly GoalLine[],
  now: readonly (GoalStanding | null)[],
  input: SuggestInput,
): (GoalLimit | null)[] {
  const asked = lines.map((line, i) => isAsked(line, now[i]));
  if (!asked.includes(true)) return lines.map(() => null);
  const found = furthest(input, input.goal);
  const limits = lines.map((line, i) => (asked[i] ? limitOf(line, now[i]!, found) : null));
  const short = limits.some((limit) => limit && !limit.enough);
  const wider = short ? [PLATE, NOTHING_LEFT].map((change) => furthest(input, { ...input.goal, ...change })) : [];
  return limits.map((limit, i) => limit && { ...limit, besides: besides(lines[i], now[i]!, limit, wider) });
}

const PLATE = { plate: true };
const NOTHING_LEFT = { plate: true, places: { 'hole-side': 'free', main: 'free' } } as const;

const isAsked = ({ of, tolerance }: GoalLine, now: GoalStanding | null) =>
  now !== null && of !== 'ring' && of !== 'distinct' && now.state !== 'past' && Math.abs(now.miss) > FAR * tolerance;

interface Furthest {
  /** Change of the logarithm of each quantity. */
  changes: Map<QuantityKey, number>;
  by: GoalLimit['by'];
}

function furthest({ model, thinnest, meshSize }: SuggestInput, goal: VoicingGoal): Furthest {
  const all = woodLeft(model.top, goal, thinnest);
  const off = (share: number) =>
    all.flatMap(({ places, depth }) => places.map((place): Shaving => ({ place, depth: share * depth })));
  const bears = (share: number) => safetyMarginOf(model, off(share), meshSize).low >= goal.reserve;
  let [held, broken] = bears(1) ? [1, 1] : [0, 1];
  for (let i = 0; i < HALVINGS && held < broken; i++) {
    const share = (held + broken) / 2;
    if (bears(share)) held = share;
    else broken = share;
  }
  const before = new Map(solvedAs(model, model.top).map(({ key, value }) => [key, value]));
  const values = solvedAs(model, applyShavings(model.top, off(held)));
  return {
    changes: new Map(values.map(({ key, value }) => [key, Math.log(value / (before.get(key) ?? value))])),
    by: held === 1 ? 'heights' : 'strings',
  };
}

function limitOf(line: GoalLine, { miss }: GoalStanding, { changes, by }: Furthest): Omit<GoalLimit, 'besides'> {
  const change = line.terms.reduce((sum, { key, share }) => sum + share * (changes.get(key) ?? 0), 0);
  // It can be left anywhere on the way there.
  const left = change * miss < 0 ? (Math.abs(change) >= Math.abs(miss) ? 0 : miss + change) : miss;
  const value = line.terms.length === 1 ? Math.exp(line.target + left) : null;
  return { miss: left, value, by, enough: Math.abs(left) <= line.tolerance };
}

function besides(
  line: GoalLine,
  now: GoalStanding,
  { enough }: Pick<GoalLimit, 'enough'>,
  [withPlate, withAll]: readonly Furthest[],
): Besides | null {
  if (enough || !withPlate || !withAll) return null;
  if (limitOf(line, now, withPlate).enough) return 'plate';
  return limitOf(line, now, withAll).enough ? 'left-alone' : 'other-braces';
}
