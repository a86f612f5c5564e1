/**
 * Modes of a free rectangular orthotropic plate by Rayleigh and Ritz with Legendre polynomials, which need no boundary
 * terms for free edges. Axes: x along the grain (length), y across it (width). Thin plate: no transverse shear, so
 * wavelengths above about ten thicknesses.
 *   2 U = int D_L w_xx^2 + 2 D_1 w_xx w_yy + D_C w_yy^2 + 4 D_k w_xy^2,   2 T = omega^2 int rhoH w^2
 * Orthonormal polynomials make the mass matrix the identity; parity along x and y splits the problem into four small
 * ones.
 * Source: Leissa, NASA SP-160, ch. 9; Bardell 1991 for the polynomials.
 */
import { symmetricEigen } from '../linalg';

/** Rigidities per width [N m] and mass per area [kg/m2] of an even plate; SI. */
export interface FreePlate {
  length: number;
  width: number;
  D_L: number;
  D_C: number;
  D_1: number;
  D_k: number;
  rhoH: number;
}

/** Half waves are counted by Legendre degrees: (1,1) twist, (0,2) first across, (2,0) first along. */
export type ModeName = readonly [along: number, across: number];

export interface FreePlateMode {
  /** Dominant degrees along and across the grain. */
  name: ModeName;
  /** Share of the shape's square that is of the dominant kind (0..1); near a half two kinds mix. */
  purity: number;
  frequency: number;
  /** d(omega^2) / d rigidity, exact, in the order D_L, D_C, D_1, D_k [1/(s2 N m)]. */
  sensitivity: readonly [number, number, number, number];
  /** Coefficients of the shape on `basis`, parallel to its degrees; unit length. */
  coefficients: Float64Array;
  basis: RitzBlock;
}

/** Polynomial degrees of one parity class: term i has degrees along[i], across[i]. */
export interface RitzBlock {
  along: Int32Array;
  across: Int32Array;
}

const TERMS_PER_PARITY = 6;

/** The lowest `count` modes; rigid motions are left out. */
export function freePlateModes(plate: FreePlate, count: number): FreePlateMode[] {
  const modes = PARITIES.flatMap(([p, q]) => blockModes(plate, p, q));
  return modes.sort((a, b) => a.frequency - b.frequency).slice(0, count);
}

/** The mode of a name: of the modes of its parity the one with most of that name's shape. */
export function freePlateMode(plate: FreePlate, name: ModeName): FreePlateMode {
  return freePlateModesNamed(plate, [name])[0];
}

/** Modes of several names, in their order; names of one parity share one solution. */
export function freePlateModesNamed(plate: FreePlate, names: readonly ModeName[]): FreePlateMode[] {
  const solved = new Map<number, FreePlateMode[]>();
  return names.map(([i, j]) => {
    const parity = 2 * (i % 2) + (j % 2);
    const modes = solved.get(parity) ?? blockModes(plate, i % 2, j % 2);
    solved.set(parity, modes);
    return mostAlike(modes, i, j);
  });
}

function mostAlike(modes: readonly FreePlateMode[], i: number, j: number): FreePlateMode {
  const { along, across } = modes[0].basis;
  const term = along.findIndex((degree, k) => degree === i && across[k] === j);
  return modes.reduce((best, mode) => (mode.coefficients[term] ** 2 > best.coefficients[term] ** 2 ? mode : best));
}

/** Displacement of a mode at a place, x and y from one corner [m]; any scale. */
export function modeDisplacement(
  mode: FreePlateMode,
  plate: Pick<FreePlate, 'length' | 'width'>,
  x: number,
  y: number,
): number {
  const along = legendreValues((2 * x) / plate.length - 1, 2 * TERMS_PER_PARITY);
  const across = legendreValues((2 * y) / plate.width - 1, 2 * TERMS_PER_PARITY);
  return mode.coefficients.reduce(
    (sum, c, k) => sum + c * along[mode.basis.along[k]] * across[mode.basis.across[k]],
    0,
  );
}

const PARITIES = [
  [0, 0],
  [0, 1],
  [1, 0],
  [1, 1],
] as const;

function blockModes(plate: FreePlate, parityAlong: number, parityAcross: number): FreePlateMode[] {
  const basis = block(parityAlong, parityAcross);
  const n = basis.along.length;
  const parts = stiffnessParts(plate, basis);
  const K = new Float64Array(n * n);
  const rigidities = [plate.D_L, plate.D_C, plate.D_1, plate.D_k];
  parts.forEach((part, k) => part.forEach((value, cell) => (K[cell] += (rigidities[k] * value) / plate.rhoH)));
  const { values, vectors } = symmetricEigen(K, n);
  const rigid = values.filter((value) => value < RIGID_SHARE * values[n - 1]).length;
  return Array.from({ length: n - rigid }, (_, k) =>
    describeMode(k + rigid, { values, vectors, parts, basis, rhoH: plate.rhoH }),
  );
}

/** Rigid motions cost no energy; round-off leaves them this small beside the stiffest shape. */
const RIGID_SHARE = 1e-12;

interface Solved {
  values: Float64Array;
  vectors: Float64Array;
  parts: Float64Array[];
  basis: RitzBlock;
  rhoH: number;
}

function describeMode(column: number, { values, vectors, parts, basis, rhoH }: Solved): FreePlateMode {
  const n = basis.along.length;
  const coefficients = Float64Array.from({ length: n }, (_, i) => vectors[i * n + column]);
  const dominant = coefficients.reduce((best, c, i) => (Math.abs(c) > Math.abs(coefficients[best]) ? i : best), 0);
  const derivative = parts.map((part) => quadraticForm(part, coefficients) / rhoH);
  return {
    name: [basis.along[dominant], basis.across[dominant]],
    purity: coefficients[dominant] ** 2,
    frequency: Math.sqrt(values[column]) / (2 * Math.PI),
    sensitivity: [derivative[0], derivative[1], derivative[2], derivative[3]],
    coefficients,
    basis,
  };
}

function quadraticForm(A: Float64Array, v: Float64Array): number {
  const n = v.length;
  let sum = 0;
  for (let i = 0; i < n; i++) {
    let row = 0;
    for (let j = 0; j < n; j++) row += A[i * n + j] * v[j];
    sum += v[i] * row;
  }
  return sum;
}

function block(parityAlong: number, parityAcross: number): RitzBlock {
  const n = TERMS_PER_PARITY * TERMS_PER_PARITY;
  return {
    along: Int32Array.from({ length: n }, (_, k) => parityAlong + 2 * Math.floor(k / TERMS_PER_PARITY)),
    across: Int32Array.from({ length: n }, (_, k) => parityAcross + 2 * (k % TERMS_PER_PARITY)),
  };
}

/** K = D_L K_L + D_C K_C + D_1 K_1 + D_k K_k, each full and row by row, per (length width / 4). */
function stiffnessParts({ length, width }: FreePlate, { along, across }: RitzBlock): Float64Array[] {
  const n = along.length;
  const { E11, E20, E22 } = INTEGRALS;
  const at = (E: Float64Array, i: number, j: number) => E[i * DEGREES + j];
  const xx = 16 / length ** 4;
  const yy = 16 / width ** 4;
  const xy = 16 / (length * length * width * width);
  const parts = Array.from({ length: 4 }, () => new Float64Array(n * n));
  for (let k = 0; k < n; k++) {
    for (let l = 0; l < n; l++) {
      const [i, p] = [along[k], along[l]];
      const [j, q] = [across[k], across[l]];
      const cell = k * n + l;
      if (j === q) parts[0][cell] = xx * at(E22, i, p);
      if (i === p) parts[1][cell] = yy * at(E22, j, q);
      parts[2][cell] = xy * (at(E20, i, p) * at(E20, q, j) + at(E20, p, i) * at(E20, j, q));
      parts[3][cell] = 4 * xy * at(E11, i, p) * at(E11, j, q);
    }
  }
  return parts;
}

const DEGREES = 2 * TERMS_PER_PARITY;

/** Integrals over -1..1 of products of derivatives of orthonormal Legendre polynomials, exact by Gauss quadrature. */
const INTEGRALS = legendreIntegrals();

function legendreIntegrals() {
  const E11 = new Float64Array(DEGREES * DEGREES);
  const E20 = new Float64Array(DEGREES * DEGREES);
  const E22 = new Float64Array(DEGREES * DEGREES);
  for (const { x, weight } of gaussPoints(DEGREES + 1)) {
    const [p, p1, p2] = legendreWithDerivatives(x, DEGREES);
    for (let i = 0; i < DEGREES; i++) {
      for (let j = 0; j < DEGREES; j++) {
        E11[i * DEGREES + j] += weight * p1[i] * p1[j];
        E20[i * DEGREES + j] += weight * p2[i] * p[j];
        E22[i * DEGREES + j] += weight * p2[i] * p2[j];
      }
    }
  }
  return { E11, E20, E22 };
}

/** Values of the orthonormal polynomials of degree 0 to count - 1. */
function legendreValues(x: number, count: number): Float64Array {
  return legendreWithDerivatives(x, count)[0];
}

/** Three-term recurrences for value, slope and curvature, scaled by sqrt(n + 1/2). */
function legendreWithDerivatives(x: number, count: number): [Float64Array, Float64Array, Float64Array] {
  const p = new Float64Array(count);
  const p1 = new Float64Array(count);
  const p2 = new Float64Array(count);
  for (let n = 0; n < count; n++) {
    if (n === 0) p[0] = 1;
    else if (n === 1) [p[1], p1[1]] = [x, 1];
    else {
      p[n] = ((2 * n - 1) * x * p[n - 1] - (n - 1) * p[n - 2]) / n;
      p1[n] = p1[n - 2] + (2 * n - 1) * p[n - 1];
      p2[n] = p2[n - 2] + (2 * n - 1) * p1[n - 1];
    }
  }
  for (let n = 0; n < count; n++) {
    const scale = Math.sqrt(n + 0.5);
    p[n] *= scale;
    p1[n] *= scale;
    p2[n] *= scale;
  }
  return [p, p1, p2];
}

/** Gauss-Legendre points by Newton's method from the usual first guess. */
function gaussPoints(count: number): { x: number; weight: number }[] {
  return Array.from({ length: count }, (_, i) => {
    let x = Math.cos((Math.PI * (i + 0.75)) / (count + 0.5));
    let slope = 1;
    for (let step = 0; step < 20; step++) {
      const [p, p1] = legendreWithDerivatives(x, count + 1);
      const change = p[count] / p1[count];
      slope = p1[count] / Math.sqrt(count + 0.5);
      x -= change;
      if (Math.abs(change) < 4 * Number.EPSILON) break;
    }
    return { x, weight: 2 / ((1 - x * x) * slope * slope) };
  });
}
