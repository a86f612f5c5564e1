/**
 * Bars tuned together: each lowered by planing it, each a little moved by the other's planing. What a stroke does is
 * taken from the model at first and corrected by what every stroke on this top did. Wood can't be put back, so the goal
 * is come near to from above. Notes in cents, strokes in metres of depth.
 * Source of the correction: Kalman's filter over the entries of the effect matrix, row by row.
 */
import { type Estimate, InvalidInput } from '../base';

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
  /** Each bar over its own note, and the interval over what is wished of it [cents]; null where nothing is wished. */
  over: { bars: (number | null)[]; interval: number | null };
}

/** Near enough [cents]. */
const NEAR = 4;
/** How much of what the model says may be wrong at first (1), and a stroke's unevenness [cents]. */
const MODEL_SPREAD = 0.35;
const HAND = 0.12;
/** Most that comes off a bar in one round [m]; the least worth a stroke. */
const ONE_ROUND = 1e-3;
const LEAST = 1.5e-5;
const SWEEPS = 60;
/** Off so much of the way only while the effect is as unsure as this (1). */
const WARY = 1.6;
const TENTH = 1e-4;

/**
 * A wish as a line through the depths: so much is amiss, and so much a metre off each bar takes of it [cents],
 * [cents/m].
 */
interface Wish {
  residual: number;
  effects: number[];
  unsure: number[];
}

/** @throws InvalidInput naming the field */
export function tuneBars(input: BarsInput): BarStrokes {
  const { bars, interval, effect, history } = input;
  const n = bars.length;
  if (n === 0) throw new InvalidInput('bars', n, 'are none');
  if (effect.length !== n || effect.some((row) => row.length !== n))
    throw new InvalidInput('effect', effect.length, 'must be as many as bars, each way');
  const known = effect.map((row, i) =>
    learn(
      row,
      history.map(({ depths, moved, sd }) => ({ depths, moved: moved[i], sd })),
    ),
  );
  const wishes = wishesOf(input, known);
  const done = wishes.every(({ residual }) => Math.abs(residual) <= NEAR);
  const depths = done ? bars.map(() => 0) : depthsFor(wishes, bars);
  return {
    depths,
    done,
    over: {
      bars: bars.map(({ cents, goal }) => (goal === null ? null : cents.value - goal)),
      interval: interval && bars[interval.high].cents.value - bars[interval.low].cents.value - interval.cents,
    },
    perTenth: known.map(({ mean }) => mean.map((value) => value * TENTH)),
    forecast: bars.map(({ cents }, i) => {
      const change = depths.reduce((sum, depth, j) => sum + depth * known[i].mean[j], 0);
      return {
        value: cents.value + change,
        sd: Math.sqrt(cents.sd ** 2 + (HAND * change) ** 2 + variance(known[i].covariance, depths)),
      };
    }),
  };
}

/**
 * A bar that went under its own goal stays there: wood can't be put back. An interval is kept between the bars wherever
 * they are.
 */
function wishesOf({ bars, interval }: BarsInput, known: readonly Row[]): Wish[] {
  const spread = ({ covariance }: Row) => covariance.map((line, j) => Math.sqrt(line[j]));
  const own = bars.flatMap(({ cents, goal }, i): Wish[] =>
    goal === null || cents.value <= goal
      ? []
      : [{ residual: cents.value - goal, effects: known[i].mean, unsure: spread(known[i]) }],
  );
  if (!interval) return own;
  const { low, high, cents } = interval;
  const between: Wish = {
    residual: bars[high].cents.value - bars[low].cents.value - cents,
    effects: known[high].mean.map((value, j) => value - known[low].mean[j]),
    unsure: spread(known[high]).map((value, j) => Math.hypot(value, spread(known[low])[j])),
  };
  return [...own, between];
}

interface Row {
  mean: number[];
  /** n x n. */
  covariance: number[][];
}

/** What a stroke did says less the more was planed since: a lower bar answers otherwise (1, each round). */
const FADES = 0.25;

/** One bar's row of effects after all strokes: Bayes' linear rule, one stroke at a time. */
function learn(
  prior: readonly number[],
  strokes: readonly { depths: readonly number[]; moved: number; sd: number }[],
): Row {
  const largest = Math.max(...prior.map(Math.abs));
  const row: Row = {
    mean: [...prior],
    covariance: prior.map((_, i) =>
      prior.map((__, j) => (i === j ? (MODEL_SPREAD * Math.max(Math.abs(prior[i]), 0.15 * largest)) ** 2 : 0)),
    ),
  };
  strokes.forEach(({ depths, moved, sd }, turn) => {
    const age = strokes.length - 1 - turn;
    const gain = row.covariance.map((line) => line.reduce((sum, value, j) => sum + value * depths[j], 0));
    const expected = depths.reduce((sum, depth, j) => sum + depth * row.mean[j], 0);
    const total =
      gain.reduce((sum, value, j) => sum + value * depths[j], 0) +
      sd ** 2 +
      (HAND * expected) ** 2 +
      (FADES * age * expected) ** 2;
    row.mean = row.mean.map((value, i) => value + (gain[i] / total) * (moved - expected));
    row.covariance = row.covariance.map((line, i) => line.map((value, j) => value - (gain[i] * gain[j]) / total));
  });
  return row;
}

function variance(covariance: readonly (readonly number[])[], depths: readonly number[]): number {
  return covariance.reduce(
    (sum, line, i) => sum + depths[i] * line.reduce((row, value, j) => row + value * depths[j], 0),
    0,
  );
}

/**
 * Least squares of all wishes over depths that are none below nothing, bar by bar in turns; then less of it, as far as
 * the effects are unsure.
 */
function depthsFor(wishes: readonly Wish[], bars: readonly BarNow[]): number[] {
  const most = bars.map(({ left }) => Math.max(0, Math.min(ONE_ROUND, left)));
  const depths = bars.map(() => 0);
  for (let sweep = 0; sweep < SWEEPS; sweep++)
    bars.forEach((_, j) => {
      const square = wishes.reduce((sum, { effects }) => sum + effects[j] ** 2, 0);
      const down = wishes.reduce(
        (sum, { residual, effects }) =>
          sum -
          effects[j] * (residual + depths.reduce((rest, depth, k) => rest + (k === j ? 0 : depth * effects[k]), 0)),
        0,
      );
      depths[j] = square > 0 ? Math.min(most[j], Math.max(0, down / square)) : 0;
    });
  return depths.map((depth, j) => {
    const square = wishes.reduce((sum, { effects }) => sum + effects[j] ** 2, 0);
    const unsure = Math.sqrt(
      wishes.reduce((sum, wish) => sum + wish.unsure[j] ** 2, 0) / Math.max(square, Number.MIN_VALUE),
    );
    const wary = depth / (1 + WARY * Math.hypot(Math.min(unsure, 1), HAND));
    return wary >= LEAST ? wary : 0;
  });
}
