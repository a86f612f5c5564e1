/** The plate's thickness everywhere, from its station readings, and what follows from it by adding up. SI. */
import { InvalidInput } from '../invalid-input';
import type { MapGrid } from './map-grid';
import type { StationReading } from './reading';
import { fillSurface, fitSurface, planSurface, predictFromNeighbours, type Surface } from './scattered-surface';

export interface ThicknessMap {
  grid: MapGrid;
  /** [m], length nx * ny; also filled outside the plate so that contours can run off it. */
  thickness: Float64Array;
  /** 1 where no reading reaches and the map only carries on from the nearest. */
  unread: Uint8Array;
  surface: Surface;
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

/** @throws InvalidInput without readings */
export function mapThickness(grid: MapGrid, readings: readonly StationReading[]): ThicknessMap {
  if (readings.length === 0) throw new InvalidInput('readings', 0, 'there are none yet');
  const column = (pick: (reading: StationReading) => number) => Float64Array.from(readings, pick);
  const surface = fitSurface(planSurface(column((r) => r.x), column((r) => r.y)), column((r) => r.thickness)); // prettier-ignore
  const thickness = new Float64Array(grid.nx * grid.ny);
  const unread = new Uint8Array(thickness.length);
  fillSurface(surface, grid, thickness, unread);
  return { grid, thickness, unread, surface };
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

/** How far readings lie from what their neighbours say, as a robust standard deviation [m]: what the map may miss between stations. */
export function roughness({ surface }: ThicknessMap): number {
  const predicted = predictFromNeighbours(surface);
  if (!predicted) return 0;
  return robustDeviation(surface.value.map((value, i) => value - predicted[i]));
}

const NORMAL_PER_MEDIAN = 1.4826;

/** 1.4826 times the median size: a standard deviation that a few wild values don't move. */
export function robustDeviation(residuals: Float64Array): number {
  if (residuals.length === 0) return 0;
  const sizes = residuals.map(Math.abs).sort();
  const middle = sizes.length >> 1;
  return NORMAL_PER_MEDIAN * (sizes.length % 2 ? sizes[middle] : (sizes[middle - 1] + sizes[middle]) / 2);
}
