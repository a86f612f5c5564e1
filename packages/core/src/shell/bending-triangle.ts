/**
 * Bending triangle with transverse shear that does not lock: discrete Kirchhoff and Mindlin (DKMT). Rotations run
 * quadratically along the sides; the sides' extra rotations follow from the shear force that the bending itself asks
 * for, and vanish into the Kirchhoff triangle as the plate gets thin. Freedoms by corner: w, beta_x, beta_y with u = z
 * beta_x, v = z beta_y and shear strains w,x + beta_x and w,y + beta_y. Source: Katili, IJNME 36 (1993), with
 * orthotropic stiffness along each side.
 */
import type { Triangle } from './membrane-triangle';

const GAUSS = [
  [1 / 6, 1 / 6],
  [2 / 3, 1 / 6],
  [1 / 6, 2 / 3],
] as const;

/**
 * Adds the 9 x 9 stiffness to `out` (row by row).
 * @param D bending stiffness per width, 3 x 3 [N m] @param H transverse shear stiffness per width, 2 x 2, shear
 * correction in it [N/m]
 */
export function addBending(triangle: Triangle, D: Float64Array, H: Float64Array, out: Float64Array): void {
  const sides = sidesOf(triangle);
  const bubbles = sides.map((side) => bubbleRow(side, D, H));
  const gradients = cornerGradients(triangle);
  for (const [xi, eta] of GAUSS) {
    const B = curvatures(gradients, sides, bubbles, xi, eta);
    addProduct(B, 3, D, triangle.area / 3, out);
    const G = shears(sides, bubbles, xi, eta);
    addProduct(G, 2, H, triangle.area / 3, out);
  }
}

/** Curvatures (x, y, twice the twist) and shear strains at the middle, by the nine freedoms. */
export function bendingStrains(
  triangle: Triangle,
  D: Float64Array,
  H: Float64Array,
): (values: Float64Array) => { curvature: Float64Array; shear: Float64Array } {
  const sides = sidesOf(triangle);
  const bubbles = sides.map((side) => bubbleRow(side, D, H));
  const B = curvatures(cornerGradients(triangle), sides, bubbles, 1 / 3, 1 / 3);
  const G = shears(sides, bubbles, 1 / 3, 1 / 3);
  return (values) => ({ curvature: times(B, 3, values), shear: times(G, 2, values) });
}

function times(B: Float64Array, rows: number, values: Float64Array): Float64Array {
  const out = new Float64Array(rows);
  for (let r = 0; r < rows; r++) for (let i = 0; i < 9; i++) out[r] += B[9 * r + i] * values[i];
  return out;
}

interface Side {
  from: number;
  to: number;
  length: number;
  /** Direction cosines. */
  c: number;
  s: number;
}

/** Sides 1-2, 2-3, 3-1. */
function sidesOf({ x, y }: Triangle): Side[] {
  return [
    [0, 1],
    [1, 2],
    [2, 0],
  ].map(([from, to]) => {
    const [dx, dy] = [x[to] - x[from], y[to] - y[from]];
    const length = Math.hypot(dx, dy);
    return { from, to, length, c: dx / length, s: dy / length };
  });
}

/**
 * Extra rotation at the middle of a side from the corners: -(3/2) ((w_j - w_i)/L + mean of beta_s) / (1 + phi), phi =
 * 12 D_s / (H_s L^2); with the factor to its shear.
 */
function bubbleRow(side: Side, D: Float64Array, H: Float64Array): { row: Float64Array; shear: number } {
  const { from, to, length, c, s } = side;
  const [c2, s2, cs] = [c * c, s * s, c * s];
  const D_s =
    c2 * c2 * D[0] + 2 * c2 * s2 * D[1] + s2 * s2 * D[4] + 4 * cs * (c2 * D[2] + s2 * D[5]) + 4 * c2 * s2 * D[8];
  const H_s = c2 * H[0] + 2 * cs * H[1] + s2 * H[3];
  const phi = (12 * D_s) / (H_s * length * length);
  const factor = -1.5 / (1 + phi);
  const row = new Float64Array(9);
  row[3 * from] = -factor / length;
  row[3 * to] = factor / length;
  for (const corner of [from, to]) {
    row[3 * corner + 1] = (factor * c) / 2;
    row[3 * corner + 2] = (factor * s) / 2;
  }
  return { row, shear: (-2 / 3) * phi };
}

/** d N_i / dx and d N_i / dy. */
function cornerGradients({ x, y, area }: Triangle): [Float64Array, Float64Array] {
  const [gx, gy] = [new Float64Array(3), new Float64Array(3)];
  for (let i = 0; i < 3; i++) {
    const [j, k] = [(i + 1) % 3, (i + 2) % 3];
    gx[i] = (y[j] - y[k]) / (2 * area);
    gy[i] = (x[k] - x[j]) / (2 * area);
  }
  return [gx, gy];
}

type Bubbles = readonly { row: Float64Array; shear: number }[];

/** 3 x 9: kappa_x = beta_x,x, kappa_y = beta_y,y, kappa_xy = beta_x,y + beta_y,x. */
function curvatures(
  [gx, gy]: [Float64Array, Float64Array],
  sides: readonly Side[],
  bubbles: Bubbles,
  xi: number,
  eta: number,
): Float64Array {
  const B = new Float64Array(27);
  for (let i = 0; i < 3; i++) {
    B[3 * i + 1] = gx[i];
    B[9 + 3 * i + 2] = gy[i];
    B[18 + 3 * i + 1] = gy[i];
    B[18 + 3 * i + 2] = gx[i];
  }
  const N = [1 - xi - eta, xi, eta];
  sides.forEach(({ from, to, c, s }, k) => {
    // P = 4 N_from N_to, one at the middle of its side.
    const px = 4 * (gx[from] * N[to] + N[from] * gx[to]);
    const py = 4 * (gy[from] * N[to] + N[from] * gy[to]);
    const { row } = bubbles[k];
    for (let i = 0; i < 9; i++) {
      B[i] += px * c * row[i];
      B[9 + i] += py * s * row[i];
      B[18 + i] += (py * c + px * s) * row[i];
    }
  });
  return B;
}

/** 2 x 9: each side's constant shear, spread from the corners, where two sides fix the vector. */
function shears(sides: readonly Side[], bubbles: Bubbles, xi: number, eta: number): Float64Array {
  const G = new Float64Array(18);
  const N = [1 - xi - eta, xi, eta];
  for (let corner = 0; corner < 3; corner++) {
    // Sides that meet at the corner: the one that leaves it and the one that comes in.
    const [out, into] = [corner, (corner + 2) % 3];
    const [a, b] = [sides[out], sides[into]];
    const det = a.c * b.s - a.s * b.c;
    for (let i = 0; i < 9; i++) {
      const ga = bubbles[out].shear * bubbles[out].row[i];
      const gb = bubbles[into].shear * bubbles[into].row[i];
      G[i] += (N[corner] * (b.s * ga - a.s * gb)) / det;
      G[9 + i] += (N[corner] * (a.c * gb - b.c * ga)) / det;
    }
  }
  return G;
}

/** out += factor B^T C B, B with `rows` rows of nine, at most three. */
function addProduct(B: Float64Array, rows: number, C: Float64Array, factor: number, out: Float64Array): void {
  for (let j = 0; j < 9; j++)
    for (let a = 0; a < rows; a++) {
      let sum = 0;
      for (let b = 0; b < rows; b++) sum += C[rows * a + b] * B[9 * b + j];
      const share = factor * sum;
      for (let i = 0; i < 9; i++) out[9 * i + j] += B[9 * a + i] * share;
    }
}
