/**
 * A plate that exists only in numbers: its true thickness on the map's grid, read with a caliper's errors and planed by
 * a human hand. The source of the demo data, of the simulated caliper and of honest tests. SI.
 */
import { gridX, gridY, type MapGrid, type Station } from '../survey';
import type { RandomSource } from './seeded-random';

export interface SimulatedPlate {
  grid: MapGrid;
  /** True thickness [m], length nx * ny. */
  thickness: Float64Array;
}

export interface RoughPlate {
  /** Mean thickness as it comes from the saw or the rough planing [m]. */
  mean: number;
  /** Standard deviation of its waves [m]. */
  waviness: number;
  /** Treble edge less bass edge [m]. */
  tilt: number;
}

const WAVES = 7;

/** Long waves of random place and direction, between a third and the whole of the plate's length, on a tilted mean. */
export function roughPlate(grid: MapGrid, rough: RoughPlate, random: RandomSource): SimulatedPlate {
  const length = grid.nx * grid.pitch;
  const width = grid.ny * grid.pitch;
  const waves = Array.from({ length: WAVES }, () => {
    const wavelength = length * (0.35 + 0.65 * random.uniform());
    const direction = Math.PI * random.uniform();
    const k = (2 * Math.PI) / wavelength;
    return { kx: k * Math.cos(direction), ky: k * Math.sin(direction), phase: 2 * Math.PI * random.uniform() };
  });
  const amplitude = rough.waviness * Math.sqrt(2 / WAVES);
  const thickness = Float64Array.from({ length: grid.nx * grid.ny }, (_, cell) => {
    const x = gridX(grid, cell);
    const y = gridY(grid, cell);
    const wave = waves.reduce((sum, { kx, ky, phase }) => sum + Math.sin(kx * x + ky * y + phase), 0);
    return rough.mean + amplitude * wave - (rough.tilt * y) / width;
  });
  return { grid, thickness };
}

/** True thickness at a place, between the grid's points (bilinear) [m]. */
export function trueThickness({ grid, thickness }: SimulatedPlate, x: number, y: number): number {
  const u = Math.max(0, Math.min(grid.nx - 1.001, (x - grid.x0) / grid.pitch));
  const v = Math.max(0, Math.min(grid.ny - 1.001, (y - grid.y0) / grid.pitch));
  const i = Math.floor(u);
  const j = Math.floor(v);
  const at = (column: number, row: number) => thickness[row * grid.nx + column];
  const near = at(i, j) * (1 - (u - i)) + at(i + 1, j) * (u - i);
  const far = at(i, j + 1) * (1 - (u - i)) + at(i + 1, j + 1) * (u - i);
  return near * (1 - (v - j)) + far * (v - j);
}

const CALIPER_SCATTER = 1.2e-5;
const CALIPER_STEP = 1e-5;

/** A caliper's figure at a station: the truth, the hand's scatter, and the last digit of the display [m]. */
export function readCaliper(plate: SimulatedPlate, station: Pick<Station, 'x' | 'y'>, random: RandomSource): number {
  const felt = trueThickness(plate, station.x, station.y) + CALIPER_SCATTER * random.normal();
  return Math.round(felt / CALIPER_STEP) * CALIPER_STEP;
}

/**
 * Planes the plate by what was planned, as a hand does: a share more or less everywhere, patchy, a little more towards
 * the rim.
 * @param removal planned [m], length nx * ny @param spread of the whole and of the patches (1)
 */
export function planeByHand(
  plate: SimulatedPlate,
  removal: Float64Array,
  spread: number,
  random: RandomSource,
): SimulatedPlate {
  const overall = 1 + spread * 0.5 * random.normal();
  const patches = roughPlate(plate.grid, { mean: 1, waviness: spread, tilt: 0 }, random).thickness;
  const thickness = plate.thickness.map((h, cell) => {
    const atRim = plate.grid.rimDistance[cell] < 0.02 ? 1 + 0.5 * spread : 1;
    return h - Math.max(0, removal[cell] * overall * patches[cell] * atRim);
  });
  return { grid: plate.grid, thickness };
}
