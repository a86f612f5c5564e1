/**
 * Lowest modes of K x = lambda M x by a block Krylov space of (K + shift M)^-1 M, kept orthogonal throughout and
 * projected once: blocks find modes that repeat.
 * Source: Parlett, The Symmetric Eigenvalue Problem, ch. 13; Rayleigh and Ritz over the whole space.
 */
import { dot } from './dot';
import { symmetricEigen } from './symmetric-eigen';

export interface Operator {
  size: number;
  /** In place: x := (K + shift M)^-1 x. */
  solve: (x: Float64Array) => void;
  /** out = M x. */
  multiplyMass: (x: Float64Array, out: Float64Array) => void;
  shift: number;
  /** As many as modes may repeat; 4 if not given. */
  blockWidth?: number;
  /** Largest relative residual that counts as converged; 1e-8 if not given. */
  tolerance?: number;
}

export interface LowestModes {
  status: 'converged' | 'stopped';
  /** Rising. */
  lambda: Float64Array;
  /** Columns with x' M x = 1. */
  vectors: Float64Array[];
  /** Largest relative residual of what is given. */
  residual: number;
}

const USUAL_WIDTH = 4;
const USUAL_TOLERANCE = 1e-8;
const MOST_VECTORS = 240;
/** Blocks between two looks at what has converged. */
const LOOK_EVERY = 2;

const NONE: LowestModes = {
  status: 'stopped',
  lambda: new Float64Array(),
  vectors: [],
  residual: Infinity,
};

/** @param start seeds the first block: the same for every run */
export function lowestModes(
  operator: Operator,
  wanted: number,
  start: (i: number, column: number) => number,
): LowestModes {
  const { size, multiplyMass, solve, blockWidth = USUAL_WIDTH, tolerance = USUAL_TOLERANCE } = operator;
  const basis: Float64Array[] = [];
  const massBasis: Float64Array[] = [];
  const images: Float64Array[] = [];
  const H: Float64Array[] = [];
  let block = Array.from({ length: blockWidth }, (_, column) =>
    Float64Array.from({ length: size }, (_unused, i) => start(i, column)),
  );
  let blocks = 0;
  while (basis.length < Math.min(MOST_VECTORS, size)) {
    const fresh = block.flatMap((v) => adopt(v, basis, massBasis, multiplyMass));
    if (fresh.length === 0) break;
    block = fresh.map((index) => {
      const image = massBasis[index].slice();
      solve(image);
      images.push(image);
      return image.slice();
    });
    blocks++;
    if (basis.length < 2 * wanted + blockWidth || blocks % LOOK_EVERY !== 0) continue;
    const projection = { basis, images, H: projected(H, massBasis, images) };
    const done = project(projection, wanted, operator, tolerance);
    if (done) return { ...done, status: 'converged' };
  }
  return project({ basis, images, H: projected(H, massBasis, images) }, wanted, operator) ?? NONE;
}

/** Adds a vector to the basis, orthogonal by the mass; what hardly adds anything is left out. */
function adopt(
  v: Float64Array,
  basis: Float64Array[],
  massBasis: Float64Array[],
  multiplyMass: Operator['multiplyMass'],
): number[] {
  const image = new Float64Array(v.length);
  multiplyMass(v, image);
  const before = Math.sqrt(Math.max(0, dot(v, image)));
  for (let pass = 0; pass < 2; pass++)
    for (let i = 0; i < basis.length; i++) addScaled(v, -dot(v, massBasis[i]), basis[i]);
  multiplyMass(v, image);
  const norm = Math.sqrt(Math.max(0, dot(v, image)));
  if (!(norm > 1e-10 * before) || norm === 0) return [];
  for (let i = 0; i < v.length; i++) {
    v[i] /= norm;
    image[i] /= norm;
  }
  massBasis.push(image);
  return [basis.push(v) - 1];
}

/** The inverse operator over the basis, symmetric: rows up to the diagonal, those already known kept. */
function projected(
  H: Float64Array[],
  massBasis: readonly Float64Array[],
  images: readonly Float64Array[],
): readonly Float64Array[] {
  for (let i = H.length; i < massBasis.length; i++)
    H.push(
      Float64Array.from({ length: i + 1 }, (_, j) => (dot(massBasis[i], images[j]) + dot(massBasis[j], images[i])) / 2),
    );
  return H;
}

interface Projection {
  basis: readonly Float64Array[];
  images: readonly Float64Array[];
  H: readonly Float64Array[];
}

/**
 * Ritz values of the inverse operator over the basis: theta = 1 / (lambda + shift). The slowest to converge, the
 * highest wanted, is looked at first.
 * @returns null as soon as one residual is over the tolerance
 */
function project(
  { basis, images, H: rows }: Projection,
  wanted: number,
  { shift, multiplyMass }: Operator,
  tolerance = Infinity,
): LowestModes | null {
  const p = basis.length;
  if (p === 0) return null;
  const H = new Float64Array(p * p);
  for (let i = 0; i < p; i++) for (let j = 0; j <= i; j++) H[i * p + j] = H[j * p + i] = rows[i][j];
  const { values, vectors } = symmetricEigen(H, p);
  const count = Math.min(wanted, p);
  const lambda = new Float64Array(count);
  const columns: Float64Array[] = Array.from({ length: count });
  const image = new Float64Array(basis[0].length);
  let worst = 0;
  for (let m = count - 1; m >= 0; m--) {
    const from = p - 1 - m;
    const theta = values[from];
    lambda[m] = 1 / theta - shift;
    const mode = combined(basis, vectors, from, p);
    const off = combined(images, vectors, from, p);
    addScaled(off, -theta, mode);
    multiplyMass(off, image);
    worst = Math.max(worst, Math.sqrt(Math.max(0, dot(off, image))) / Math.abs(theta));
    if (!(worst < tolerance)) return null;
    columns[m] = mode;
  }
  return { status: 'stopped', lambda, vectors: columns, residual: worst };
}

function combined(of: readonly Float64Array[], vectors: Float64Array, column: number, p: number): Float64Array {
  const sum = new Float64Array(of[0].length);
  for (let i = 0; i < p; i++) addScaled(sum, vectors[i * p + column], of[i]);
  return sum;
}

function addScaled(v: Float64Array, share: number, u: Float64Array): void {
  for (let i = 0; i < v.length; i++) v[i] += share * u[i];
}
