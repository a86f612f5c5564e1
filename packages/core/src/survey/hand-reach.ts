/**
 * How evenly a hand's tool takes wood off a plate: planing by hand usually leaves the rim thin and the middle thick,
 * since strokes run out over the edge. Learned from what surveys before and after a pass say beside what was meant. SI.
 */
import type { Estimate } from '../base';
import { cellAt, type MapGrid } from './map-grid';
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

/** One pass, or several between two whole surveys. */
export interface ReachPass {
  grid: MapGrid;
  /** At each station that was read before and after: meant to come off, without any reach, and what did [m]. */
  stations: readonly { x: number; y: number; meant: number; removed: number }[];
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

/** @returns null while the passes do not tell one */
export function learnReach(passes: readonly ReachPass[]): HandReach | null {
  const told = passes.flatMap((pass) => reachOf(pass) ?? []);
  if (told.length < LEAST_PASSES) return null;
  const weights = told.map(({ sd }) => 1 / (sd ** 2 + BETWEEN_PASSES ** 2));
  const precision = weights.reduce((sum, weight) => sum + weight, 1 / FIRST_SPREAD ** 2);
  const value = told.reduce((sum, { value: one }, i) => sum + weights[i] * one, 0) / precision;
  const sd = Math.sqrt(1 / precision);
  if (Math.abs(value) < SURE * sd) return null;
  return { value: Math.max(-MOST, Math.min(MOST, value)), sd, passes: told.length };
}

/** Least squares of what came off over what was meant, removed = meant (a + b shape); the reach is b / a. */
function reachOf({ grid, stations }: ReachPass): Estimate | null {
  const shape = reachShape(grid);
  const rows = stations.flatMap(({ x, y, meant, removed }) => {
    const cell = cellAt(grid, x, y);
    return cell >= 0 && meant >= LEAST_DEPTH ? [{ u: meant, v: meant * shape[cell], removed }] : [];
  });
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
