/**
 * Optimal membrane triangle with a drilling rotation at each corner (ANDES form, Felippa's OPT parameters): exact in
 * bending in its plane on regular meshes of any slenderness. Freedoms by corner: u, v, rotation. Source: Felippa, A
 * study of optimal membrane triangles with drilling freedoms, CMAME 192 (2003).
 */

const ALPHA = 1.5;
const BETA = [1, 2, 1, 0, 1, -1, -1, -1, -2] as const;
/** Felippa's Q matrices by their betas, 3 x 3. */
const CORNER_BETAS = [
  [0, 1, 2, 3, 4, 5, 6, 7, 8],
  [8, 6, 7, 2, 0, 1, 5, 3, 4],
  [4, 5, 3, 7, 8, 6, 1, 2, 0],
].map((order) => order.map((b) => BETA[b]));
/** The same in the middle of each side: between two corners. */
const SIDE_BETAS = CORNER_BETAS.map((here, c) =>
  Float64Array.from(here, (beta, i) => (beta + CORNER_BETAS[(c + 1) % 3][i]) / 2),
);

export interface Triangle {
  /** Corners in the plane of the triangle, against the clock [m]. */
  x: readonly [number, number, number];
  y: readonly [number, number, number];
  area: number;
}

/**
 * Adds the 9 x 9 stiffness to `out` (row by row).
 * @param A membrane stiffness per width, 3 x 3 for strains along x, y and shear [N/m]
 * @param poisson of the isotropic part, for the parameter of the higher order
 */
export function addMembrane({ x, y, area }: Triangle, A: Float64Array, poisson: number, out: Float64Array): void {
  const L = lumping(x, y);
  addProduct(L, A, 1 / area, out);
  const beta0 = Math.max(0.5 * (1 - 4 * poisson * poisson), 0.01);
  addHigherOrder(x, y, area, A, 0.75 * beta0, out);
}

/** The constant part of the strains (x, y, shear) by the nine freedoms. */
export function membraneStrains({ x, y, area }: Triangle): (values: Float64Array) => Float64Array {
  const L = lumping(x, y);
  return (values) => {
    const strains = new Float64Array(3);
    for (let i = 0; i < 9; i++) for (let k = 0; k < 3; k++) strains[k] += (L[3 * i + k] * values[i]) / area;
    return strains;
  };
}

/** 9 x 3: corner forces of a constant stress of one. */
function lumping([x1, x2, x3]: Triangle['x'], [y1, y2, y3]: Triangle['y']): Float64Array {
  const L = new Float64Array(27);
  const corners = [
    [x1, y1, x2, y2, x3, y3],
    [x2, y2, x3, y3, x1, y1],
    [x3, y3, x1, y1, x2, y2],
  ] as const;
  corners.forEach(([xi, yi, xj, yj, xk, yk], c) => {
    const [yjk, xkj] = [yj - yk, xk - xj];
    const [yij, yki, xij, xki] = [yi - yj, yk - yi, xi - xj, xk - xi];
    const row = 9 * c;
    L[row] = yjk / 2;
    L[row + 2] = xkj / 2;
    L[row + 4] = xkj / 2;
    L[row + 5] = yjk / 2;
    // In the source's notation y13 - y21, x31 - x12, x31 y13 - x12 y21, turned round the corners.
    L[row + 6] = (ALPHA / 12) * yjk * (-yki + yij);
    L[row + 7] = (ALPHA / 12) * xkj * (xki - xij);
    L[row + 8] = (ALPHA / 6) * (xij * yij - xki * yki);
  });
  return L;
}

/** out += factor L E L^T */
function addProduct(L: Float64Array, E: Float64Array, factor: number, out: Float64Array): void {
  for (let j = 0; j < 9; j++)
    for (let a = 0; a < 3; a++) {
      const share = factor * (E[3 * a] * L[3 * j] + E[3 * a + 1] * L[3 * j + 1] + E[3 * a + 2] * L[3 * j + 2]);
      for (let i = 0; i < 9; i++) out[9 * i + j] += L[3 * i + a] * share;
    }
}

function addHigherOrder(
  x: Triangle['x'],
  y: Triangle['y'],
  area: number,
  E: Float64Array,
  factor: number,
  out: Float64Array,
): void {
  const [x1, x2, x3] = x;
  const [y1, y2, y3] = y;
  const [x12, x23, x31, y12, y23, y31] = [x1 - x2, x2 - x3, x3 - x1, y1 - y2, y2 - y3, y3 - y1];
  const [x21, x32, x13, y21, y32, y13] = [-x12, -x23, -x31, -y12, -y23, -y31];
  const l21 = x21 * x21 + y21 * y21;
  const l32 = x32 * x32 + y32 * y32;
  const l13 = x13 * x13 + y13 * y13;
  const T = [
    y23 * y13 * l21,
    y31 * y21 * l32,
    y12 * y32 * l13,
    x23 * x13 * l21,
    x31 * x21 * l32,
    x12 * x32 * l13,
    (y23 * x31 + x32 * y13) * l21,
    (y31 * x12 + x13 * y21) * l32,
    (y12 * x23 + x21 * y32) * l13,
  ].map((value) => value / (4 * area * area));
  const natural = new Float64Array(9);
  addCongruent(T, E, 3, 1, natural);
  const lengths = [l21, l32, l13];
  const theta = new Float64Array(9);
  const Q = new Float64Array(9);
  for (const betas of SIDE_BETAS) {
    for (let i = 0; i < 9; i++) Q[i] = (((2 * area) / 3) * betas[i]) / lengths[(i - (i % 3)) / 3];
    addCongruent(Q, natural, 3, area, theta);
  }
  // Corner rotations less the triangle's own mean rotation.
  const common = [x32, y32, 0, x13, y13, 0, x21, y21, 0];
  const U = new Float64Array(27);
  for (let c = 0; c < 3; c++) for (let j = 0; j < 9; j++) U[9 * c + j] = j === 3 * c + 2 ? 1 : common[j] / (4 * area);
  addCongruent(U, theta, 9, factor, out);
}

/** out += factor B^T C B, B 3 x columns, C 3 x 3. */
function addCongruent(
  B: ArrayLike<number>,
  C: ArrayLike<number>,
  columns: number,
  factor: number,
  out: Float64Array,
): void {
  for (let j = 0; j < columns; j++) {
    const [b0, b1, b2] = [B[j], B[columns + j], B[2 * columns + j]];
    const w0 = factor * (C[0] * b0 + C[1] * b1 + C[2] * b2);
    const w1 = factor * (C[3] * b0 + C[4] * b1 + C[5] * b2);
    const w2 = factor * (C[6] * b0 + C[7] * b1 + C[8] * b2);
    for (let i = 0; i < columns; i++) out[columns * i + j] += B[i] * w0 + B[columns + i] * w1 + B[2 * columns + i] * w2;
  }
}
