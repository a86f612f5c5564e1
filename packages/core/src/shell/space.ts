/** Vectors in the plate's axes, and element matrices linked and rotated into them. */
import { DOF } from './freedoms';

export type Place = readonly [number, number, number];

export const minus = (a: Place, b: Place): Place => [a[0] - b[0], a[1] - b[1], a[2] - b[2]];
export const scaled = (a: Place, by: number): Place => [a[0] * by, a[1] * by, a[2] * by];
export const dotOf = (a: Place, b: Place) => a[0] * b[0] + a[1] * b[1] + a[2] * b[2];
export const cross = (a: Place, b: Place): Place => [
  a[1] * b[2] - a[2] * b[1],
  a[2] * b[0] - a[0] * b[2],
  a[0] * b[1] - a[1] * b[0],
];
export const unit = (a: Place): Place => scaled(a, 1 / Math.hypot(...a));

/**
 * Moves what acts at a height over the node down to it: u at the height is u + e theta_y, v is v - e theta_x. In place,
 * rows and columns.
 */
export function rigidLink(A: Float64Array, size: number, at: number, e: number): void {
  if (e === 0) return;
  for (let r = 0; r < size; r++) {
    A[size * r + at + DOF.thetaY] += e * A[size * r + at + DOF.u];
    A[size * r + at + DOF.thetaX] -= e * A[size * r + at + DOF.v];
  }
  for (let c = 0; c < size; c++) {
    A[size * (at + DOF.thetaY) + c] += e * A[size * (at + DOF.u) + c];
    A[size * (at + DOF.thetaX) + c] -= e * A[size * (at + DOF.v) + c];
  }
}

/** T^T A T with the axes for every three freedoms, into the upper left of `out`, whose rows are `width` long. */
export function rotate(A: Float64Array, size: number, axes: Float64Array, out: Float64Array, width = size): void {
  const groups = size / 3;
  for (let I = 0; I < groups; I++)
    for (let J = 0; J < groups; J++) {
      const from = size * 3 * I + 3 * J;
      const to = width * 3 * I + 3 * J;
      for (let c = 0; c < 3; c++) {
        const [b0, b1, b2] = [axes[c], axes[3 + c], axes[6 + c]];
        const t0 = A[from] * b0 + A[from + 1] * b1 + A[from + 2] * b2;
        const t1 = A[from + size] * b0 + A[from + size + 1] * b1 + A[from + size + 2] * b2;
        const t2 = A[from + 2 * size] * b0 + A[from + 2 * size + 1] * b1 + A[from + 2 * size + 2] * b2;
        for (let r = 0; r < 3; r++) out[to + width * r + c] = axes[r] * t0 + axes[3 + r] * t1 + axes[6 + r] * t2;
      }
    }
}
