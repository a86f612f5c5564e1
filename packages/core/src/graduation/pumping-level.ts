/**
 * How thick an even plate would be that is as stiff against pumping as an uneven one: what target stiffness sees of a
 * graded or thinned-rim plate. The plate moves as a clamped ellipse does, w = (1 - r^2)^2 with r^2 = (x/a)^2 + (y/b)^2,
 * over the part that pumps, which ends at the tail. Each place counts by the bending energy that this shape puts into
 * it, so
 *   h_eq^3 = integral(U h^3) / integral(U),   U = D_L w_xx^2 + 2 D_1 w_xx w_yy + D_C w_yy^2 + 4 D_k w_xy^2  (per thickness cubed)
 * A shape held fixed makes this an upper bound (Rayleigh), close for plates that differ by a few tenths of a
 * millimetre. SI.
 * Source: Timoshenko and Woinowsky-Krieger, art. 71 and 85.
 */
import { InvalidInput } from '../base';
import type { PlateShape } from '../outline';
import { gridX, gridY, type MapGrid } from '../survey';
import { minorPoisson, type OrthotropicConstants } from '../wood';
import { effectiveEllipse } from './carrying-factor';

/**
 * Weight of each cell in the mean of h^3, length nx * ny; they sum to one.
 * @throws InvalidInput where the part that pumps holds no wood
 */
export function pumpingWeights(
  { grid, shape }: { grid: MapGrid; shape: PlateShape },
  wood: OrthotropicConstants,
): Float64Array {
  const { along: a, across: b } = effectiveEllipse(shape);
  const middle = shape.bounds.xMin + shape.length - a;
  const weights = new Float64Array(grid.wood.length);
  let sum = 0;
  for (let cell = 0; cell < weights.length; cell++) {
    const u = (gridX(grid, cell) - middle) / a;
    const v = gridY(grid, cell) / b;
    if (!(grid.wood[cell] > 0) || u * u + v * v >= 1) continue;
    weights[cell] = grid.wood[cell] * bendingEnergy(wood, { u, v }, { a, b });
    sum += weights[cell];
  }
  if (!(sum > 0)) throw new InvalidInput('holes', shape.holes.length, 'leave no wood in the part that pumps');
  for (let cell = 0; cell < weights.length; cell++) weights[cell] /= sum;
  return weights;
}

/** Bending energy density of the clamped ellipse's shape at (u a, v b), twice over and per thickness cubed [Pa/m4]. */
export function bendingEnergy(
  wood: OrthotropicConstants,
  { u, v }: { u: number; v: number },
  { a, b }: { a: number; b: number },
): number {
  const plane = 12 * (1 - wood.nu_LC * minorPoisson(wood));
  const D_L = wood.E_L / plane;
  const D_C = wood.E_C / plane;
  const w_xx = (-4 / a ** 2) * (1 - 3 * u * u - v * v);
  const w_yy = (-4 / b ** 2) * (1 - u * u - 3 * v * v);
  const w_xy = (8 * u * v) / (a * b);
  const coupling = 2 * minorPoisson(wood) * D_L * w_xx * w_yy;
  return D_L * w_xx ** 2 + coupling + D_C * w_yy ** 2 + (wood.G_LC / 3) * w_xy ** 2;
}

/** @param weights from `pumpingWeights` @param thickness per cell [m] */
export function equivalentThickness(weights: Float64Array, thickness: Float64Array): number {
  let sum = 0;
  for (let cell = 0; cell < weights.length; cell++) sum += weights[cell] * thickness[cell] ** 3;
  return Math.cbrt(sum);
}
