/**
 * How evenly a hand's tool takes wood off a plate: planing by hand usually leaves the rim thin and the middle thick,
 * since strokes run out over the edge. Learned from what surveys before and after a pass say beside what was meant. SI.
 */
import type { Estimate } from '../base';
import type { MapGrid } from './map-grid';
import { integrate, robustDeviation } from './thickness-map';

/** By how much more comes off at the rim than in the middle, as a share of what was meant (1); from so many passes. */
export interface HandReach extends Estimate {
  passes: number;
}

/**
 * Where the reach acts: falls evenly from the rim to the place furthest from it, by one in all, and adds nothing to
 * the mean over the wood (1); length nx * ny. Depth that comes off is the depth that was meant, times 1 + reach * shape.
 */
export function reachShape(grid: MapGrid): Float64Array {
  const deepest = grid.rimDistance.reduce((most, distance) => Math.max(most, distance), 0);
  const inward = grid.rimDistance.map((distance) => Math.max(distance, 0) / deepest);
  const mean = integrate(grid, (cell) => inward[cell]) / integrate(grid, () => 1);
  return inward.map((share) => mean - share);
}

/** By how much more comes off at each cell than was meant, as a share of it (1); null while no reach is known. */
export function reachBias(grid: MapGrid, reach: HandReach | null): Float64Array | null {
  return reach && reachShape(grid).map((share) => reach.value * share);
}

/** A station read before and after a pass, or several: where it lies in the reach's shape (1). */
export interface ReachStation {
  shape: number;
  /** Meant to come off, without any reach, and what did [m]. */
  meant: number;
  removed: number;
}

/** Before anything is known a hand reaches so unevenly, and from one pass to the next it differs by so much (1). */
const FIRST_SPREAD = 0.25;
const BETWEEN_PASSES = 0.1;
/** Beyond this the record is of something else than a reach (1). */
const MOST = 0.6;
/** Fewer passes, or a reach nearer to none than so many standard deviations, tell nothing. */
const LEAST_PASSES = 2;
const SURE = 1.645;
/** Stations that one pass needs, and what must have been meant there [m]: less is within what readings scatter. */
const LEAST_STATIONS = 8;
const LEAST_DEPTH = 5e-5;
/** Misses beyond so many robust standard deviations are left out. */
const OUTLIER = 4;

/** @param passes what each tells by itself @returns null while they do not tell one together */
export function learnReach(passes: readonly Estimate[]): HandReach | null {
  if (passes.length < LEAST_PASSES) return null;
  const weights = passes.map(({ sd }) => 1 / (sd ** 2 + BETWEEN_PASSES ** 2));
  const precision = weights.reduce((sum, weight) => sum + weight, 1 / FIRST_SPREAD ** 2);
  const value = passes.reduce((sum, { value: one }, i) => sum + weights[i] * one, 0) / precision;
  const sd = Math.sqrt(1 / precision);
  if (Math.abs(value) < SURE * sd) return null;
  return { value: Math.max(-MOST, Math.min(MOST, value)), sd, passes: passes.length };
}

/**
 * What one pass tells, by least squares of what came off over what was meant: removed = meant (a + b shape), reach b /
 * a.
 * @returns null where too few places tell anything
 */
export function reachOfPass(stations: readonly ReachStation[]): Estimate | null {
  const rows = stations
    .filter(({ meant }) => meant >= LEAST_DEPTH)
    .map(({ shape, meant, removed }) => ({ u: meant, v: meant * shape, removed }));
  const first = fitOf(rows);
  if (!first) return null;
  const misses = Float64Array.from(rows, ({ u, v, removed }) => removed - first.a * u - first.b * v);
  const typical = robustDeviation(misses);
  // A slip of the caliper is no reach.
  const fit = fitOf(rows.filter((_, i) => Math.abs(misses[i]) <= OUTLIER * typical + 1e-9));
  return fit && { value: fit.b / fit.a, sd: fit.sd / fit.a };
}

interface Row {
  /** Meant, and that times where it lies [m]. */
  u: number;
  v: number;
  removed: number;
}

/** Slopes a and b with the standard deviation of b (1). */
function fitOf(rows: readonly Row[]): { a: number; b: number; sd: number } | null {
  if (rows.length < LEAST_STATIONS) return null;
  const sum = (of: (row: Row) => number) => rows.reduce((total, row) => total + of(row), 0);
  const [uu, uv, vv] = [sum(({ u }) => u * u), sum(({ u, v }) => u * v), sum(({ v }) => v * v)];
  const [ur, vr] = [sum(({ u, removed }) => u * removed), sum(({ v, removed }) => v * removed)];
  const determinant = uu * vv - uv ** 2;
  const a = (ur * vv - vr * uv) / determinant;
  const b = (vr * uu - ur * uv) / determinant;
  if (!(determinant > 0) || !(a > 0)) return null;
  const left2 = sum(({ u, v, removed }) => (removed - a * u - b * v) ** 2) / (rows.length - 2);
  return { a, b, sd: Math.sqrt((left2 * uu) / determinant) };
}
