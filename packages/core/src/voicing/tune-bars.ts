/**
 * Bars tuned together: each lowered by planing it, each a little moved by the other's planing. What a stroke does is taken from the model at first and corrected by what
 * every stroke on this top did. Wood can't be put back, so the goal is come near to from above. Notes in cents, strokes in metres of depth.
 * Source of the correction: Kalman's filter over the entries of the effect matrix, row by row.
 */
import type { Estimate } from '../estimate';
import { InvalidInput } from '../invalid-input';

export interface BarNow {
  name: string;
  /** [cents] over any fixed note, and how surely it is heard. */
  cents: Estimate;
  /** Wanted [cents]; null where only the interval counts. */
  goal: number | null;
  /** So much may still come off [m]. */
  left: number;
}

export interface BarsInput {
  bars: readonly BarNow[];
  /** Of the second over the first, if wished [cents]. */
  interval: { low: number; high: number; cents: number } | null;
  /** Of bar i by a metre off bar j, as the model says [cents/m], row by row. */
  effect: readonly (readonly number[])[];
  /** Strokes so far with what they did [cents], oldest first. */
  history: readonly { depths: readonly number[]; moved: readonly number[]; sd: number }[];
}

export interface BarStrokes {
  /** Off each bar [m]. */
  depths: number[];
  /** Each bar's note then. */
  forecast: Estimate[];
  /** What a tenth of a millimetre off each bar does to itself and to the others, corrected [cents]: row i is bar i. */
  perTenth: number[][];
  done: boolean;
}

/** Near enough [cents]. */
const NEAR = 4;
/** How much of what the model says may be wrong at first (1), and a stroke's unevenness [cents]. */
const MODEL_SPREAD = 0.35;
const HAND = 0.12;
/** Most that comes off a bar in one round [m]; the least worth a stroke. */
const ONE_ROUND = 1e-3;
const LEAST = 1.5e-5;
/** Off so much of the way only while the effect is as unsure as this (1). */
const WARY = 1.6;
const TENTH = 1e-4;

/** @throws InvalidInput naming the field */
export function tuneBars(input: BarsInput): BarStrokes {
  const { bars, effect, history } = input;
  const n = bars.length;
  if (n === 0) throw new InvalidInput('bars', n, 'are none');
  if (effect.length !== n || effect.some((row) => row.length !== n)) throw new InvalidInput('effect', effect.length, 'must be as many as bars, each way');
  const known = effect.map((row, i) => learn(row, history.map(({ depths, moved, sd }) => ({ depths, moved: moved[i], sd }))));
  const goals = goalsOf(input);
  const over = bars.map(({ cents }, i) => cents.value - goals[i]);
  const done = over.every((cents) => cents <= NEAR);
  const depths = done ? bars.map(() => 0) : depthsFor(over, known, bars);
  return {
    depths, done,
    perTenth: known.map(({ mean }) => mean.map((value) => value * TENTH)),
    forecast: bars.map(({ cents }, i) => {
      const change = depths.reduce((sum, depth, j) => sum + depth * known[i].mean[j], 0);
      return { value: cents.value + change, sd: Math.sqrt(cents.sd ** 2 + (HAND * change) ** 2 + variance(known[i].covariance, depths)) };
    }),
  };
} // prettier-ignore

/** An interval is come to by the bar that lies too high for it; goals that it would put under a bar's note now are left where the bar is. */
function goalsOf({ bars, interval }: BarsInput): number[] {
  const goals = bars.map(({ cents, goal }) => goal ?? cents.value);
  if (!interval) return goals;
  const { low, high, cents } = interval;
  const [freeLow, freeHigh] = [bars[low].goal === null, bars[high].goal === null];
  // A bar that went under its own goal stays there: the other follows it.
  if (freeHigh && !freeLow) goals[high] = Math.min(goals[low], bars[low].cents.value) + cents;
  else if (freeLow && !freeHigh) goals[low] = Math.min(goals[high], bars[high].cents.value) - cents;
  else if (freeLow && freeHigh) {
    const wide = bars[high].cents.value - bars[low].cents.value - cents;
    if (wide > 0) goals[high] = goals[low] + cents;
    else goals[low] = goals[high] - cents;
  }
  return goals;
}

interface Row {
  mean: number[];
  /** n x n. */
  covariance: number[][];
}

/** One bar's row of effects after all strokes: Bayes' linear rule, one stroke at a time. */
function learn(prior: readonly number[], strokes: readonly { depths: readonly number[]; moved: number; sd: number }[]): Row {
  const largest = Math.max(...prior.map(Math.abs));
  const row: Row = { mean: [...prior], covariance: prior.map((_, i) => prior.map((__, j) => (i === j ? (MODEL_SPREAD * Math.max(Math.abs(prior[i]), 0.15 * largest)) ** 2 : 0))) };
  for (const { depths, moved, sd } of strokes) {
    const gain = row.covariance.map((line) => line.reduce((sum, value, j) => sum + value * depths[j], 0));
    const expected = depths.reduce((sum, depth, j) => sum + depth * row.mean[j], 0);
    const total = gain.reduce((sum, value, j) => sum + value * depths[j], 0) + sd ** 2 + (HAND * expected) ** 2;
    row.mean = row.mean.map((value, i) => value + (gain[i] / total) * (moved - expected));
    row.covariance = row.covariance.map((line, i) => line.map((value, j) => value - (gain[i] * gain[j]) / total));
  }
  return row;
} // prettier-ignore

function variance(covariance: readonly (readonly number[])[], depths: readonly number[]): number {
  return covariance.reduce(
    (sum, line, i) => sum + depths[i] * line.reduce((row, value, j) => row + value * depths[j], 0),
    0,
  );
}

/** Gauss and Seidel over the bars, none below nothing; then less of it, as far as the effect is unsure. */
function depthsFor(over: readonly number[], known: readonly Row[], bars: readonly BarNow[]): number[] {
  const depths = bars.map(() => 0);
  for (let sweep = 0; sweep < 40; sweep++)
    bars.forEach((_, i) => {
      const others = depths.reduce((sum, depth, j) => sum + (j === i ? 0 : depth * known[i].mean[j]), 0);
      const own = known[i].mean[i];
      depths[i] = own < 0 ? Math.max(0, -(over[i] + others) / own) : 0;
    });
  return depths.map((depth, i) => {
    const unsure = Math.sqrt(known[i].covariance[i][i]) / Math.abs(known[i].mean[i]);
    const wary = depth / (1 + WARY * Math.hypot(unsure, HAND));
    const taken = Math.min(wary, ONE_ROUND, bars[i].left);
    return taken >= LEAST ? taken : 0;
  });
}
