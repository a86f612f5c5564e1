/** The plate's thickness everywhere, from its station readings, and what follows from it by adding up. SI. */
import { mean, median, InvalidInput } from '../base';
import { gridX, gridY, type MapGrid } from './map-grid';
import type { StationReading } from './reading';
import { fillSurface, fitSurface, planSurface, predictFromNeighbours, type Surface } from './scattered-surface';

export interface ThicknessMap {
  grid: MapGrid;
  /** [m], length nx * ny; also filled outside the plate so that contours can run off it. */
  thickness: Float64Array;
  /** 1 where no reading reaches and the map only carries on from the nearest. */
  unread: Uint8Array;
  surface: Surface;
  /** What so few readings allow: their mean, a plane through them, or a surface that passes through each. */
  basis: 'mean' | 'plane' | 'surface';
}

export interface MapStatistics {
  /** Over the wood, by area [m]. */
  mean: number;
  /** Standard deviation over the wood, by area [m]. */
  spread: number;
  /** [m3] */
  volume: number;
  /** One standard error of the volume from readings and from the map between them [m3]. */
  volumeSd: number;
  /** Share of the wood that no reading reaches (0..1). */
  unreadShare: number;
  thinnest: StationReading;
  thickest: StationReading;
}

/** A caliper in a careful hand on wood: common error of zero and pressure, and scatter of one reading [m]. */
export const CALIPER = { bias: 1e-5, scatter: 2e-5 } as const;
/** A bench scale reading grams: one standard deviation [kg]. */
export const SCALE_SD = 5e-4;

/**
 * A surface through the readings; below six a plane or their mean. Nowhere beyond the readings by more than they
 * themselves differ, since a slope that is carried on past the last reading says nothing of the wood there. @throws
 * InvalidInput without readings
 */
export function mapThickness(grid: MapGrid, readings: readonly StationReading[]): ThicknessMap {
  if (readings.length === 0) throw new InvalidInput('readings', 0, 'there are none yet');
  const column = (pick: (reading: StationReading) => number) => Float64Array.from(readings, pick);
  const values = column((r) => r.thickness);
  const plan = planSurface(
    column((r) => r.x),
    column((r) => r.y),
  );
  const surface = fitSurface(plan, values);
  const thickness = new Float64Array(grid.nx * grid.ny);
  const unread = new Uint8Array(thickness.length);
  fillSurface(surface, grid, thickness, unread);
  const plane = readings.length < ENOUGH_FOR_SURFACE ? planeThrough(plan.x, plan.y, values) : null;
  if (plane)
    for (let cell = 0; cell < thickness.length; cell++)
      thickness[cell] = plane.at(gridX(grid, cell), gridY(grid, cell));
  holdWithin(thickness, unread, values);
  return { grid, thickness, unread, surface, basis: plane ? plane.basis : 'surface' };
}

const ENOUGH_FOR_SURFACE = 6;
const ENOUGH_FOR_PLANE = 3;
/**
 * A plane through places nearly on one line tells no slope across it: least share of their spread in the other
 * direction.
 */
const LEAST_WIDTH = 0.05;

/** Least-squares plane through a few readings; their mean where they are too few or lie on a line. */
function planeThrough(x: Float64Array, y: Float64Array, value: Float64Array) {
  const [x0, y0, h0] = [mean(x), mean(y), mean(value)];
  let [xx, xy, yy, xh, yh] = [0, 0, 0, 0, 0];
  for (let i = 0; i < x.length; i++) {
    const [dx, dy, dh] = [x[i] - x0, y[i] - y0, value[i] - h0];
    xx += dx * dx;
    xy += dx * dy;
    yy += dy * dy;
    xh += dx * dh;
    yh += dy * dh;
  }
  const determinant = xx * yy - xy * xy;
  if (x.length < ENOUGH_FOR_PLANE || determinant <= (LEAST_WIDTH * (xx + yy)) ** 2)
    return { basis: 'mean' as const, at: () => h0 };
  const slopeX = (xh * yy - yh * xy) / determinant;
  const slopeY = (yh * xx - xh * xy) / determinant;
  return { basis: 'plane' as const, at: (px: number, py: number) => h0 + slopeX * (px - x0) + slopeY * (py - y0) };
}

/** A reading farther from the median than this many robust deviations and this share of it is of its own place only. */
const LONE = { deviations: 6, share: 0.25 };

/**
 * Not thinner than half the thinnest, and not beyond the readings by more than their scatter about their median. Where
 * no reading reaches, not beyond what most of them say: one reading of ten times the others tells nothing of wood far
 * from it.
 */
function holdWithin(thickness: Float64Array, unread: Uint8Array, values: Float64Array): void {
  const middle = median(values);
  const deviation = robustDeviation(values.map((value) => value - middle));
  const reach = Math.hypot(CALIPER.scatter, deviation);
  const limits = (of: Float64Array) => {
    const low = Math.min(...of);
    return { least: Math.max(low - reach, low / 2), most: Math.max(...of) + reach };
  };
  const far = Math.max(LONE.deviations * deviation, LONE.share * middle);
  const all = limits(values);
  const common = limits(values.filter((value) => Math.abs(value - middle) <= far));
  for (let cell = 0; cell < thickness.length; cell++) {
    const { least, most } = unread[cell] === 1 ? common : all;
    thickness[cell] = Math.min(most, Math.max(least, thickness[cell]));
  }
}

/** Sum over the wood of a field given per cell, times the cell's area: an integral over the plate. */
export function integrate(grid: MapGrid, field: (cell: number) => number): number {
  let sum = 0;
  for (let cell = 0; cell < grid.wood.length; cell++) if (grid.wood[cell] > 0) sum += grid.wood[cell] * field(cell);
  return sum * grid.pitch * grid.pitch;
}

/** @param readings the ones the map was made from */
export function mapStatistics(map: ThicknessMap, readings: readonly StationReading[]): MapStatistics {
  const { grid, thickness, unread } = map;
  const area = integrate(grid, () => 1);
  const volume = integrate(grid, (cell) => thickness[cell]);
  const mean = volume / area;
  const variance = integrate(grid, (cell) => (thickness[cell] - mean) ** 2) / area;
  const perReading = Math.hypot(CALIPER.scatter, roughness(map));
  return {
    mean,
    spread: Math.sqrt(variance),
    volume,
    volumeSd: area * Math.hypot(CALIPER.bias, perReading / Math.sqrt(readings.length)),
    unreadShare: integrate(grid, (cell) => unread[cell]) / area,
    thinnest: readings.reduce((a, b) => (b.thickness < a.thickness ? b : a)),
    thickest: readings.reduce((a, b) => (b.thickness > a.thickness ? b : a)),
  };
}

/**
 * How far readings lie from what their neighbours say, as a robust standard deviation [m]: what the map may miss
 * between stations.
 */
export function roughness({ surface }: ThicknessMap): number {
  const predicted = predictFromNeighbours(surface);
  if (!predicted) return 0;
  return robustDeviation(surface.value.map((value, i) => value - predicted[i]));
}

const NORMAL_PER_MEDIAN = 1.4826;

/** 1.4826 times the median size: a standard deviation that a few wild values don't move. */
export function robustDeviation(residuals: Float64Array): number {
  if (residuals.length === 0) return 0;
  return NORMAL_PER_MEDIAN * median(residuals.map(Math.abs));
}
