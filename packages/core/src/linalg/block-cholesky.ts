/**
 * Cholesky factor of a large sparse symmetric positive definite matrix of 6 x 6 blocks, one block row a mesh node:
 * pattern once, numbers many times. Left-looking by block columns. Source: George and Liu, Computer Solution of Large
 * Sparse Positive Definite Systems, ch. 5.
 */

export const BLOCK = 6;
const SIZE = BLOCK * BLOCK;

/**
 * Lower half in compressed block columns: blocks of column j are start[j] up to, not with, start[j + 1]; the first is
 * the diagonal's. Rows rise.
 */
export interface BlockPattern {
  count: number;
  start: Int32Array;
  row: Int32Array;
}

/** Blocks in the pattern's order, each 36 numbers row by row. */
export type BlockValues = Float64Array;

/** @param neighbours of each node, itself left out, both ways */
export function blockPattern(neighbours: readonly (readonly number[])[]): BlockPattern {
  const count = neighbours.length;
  const columns = neighbours.map((list, j) => [j, ...list.filter((i) => i > j).sort((a, b) => a - b)]);
  return compressed(count, columns);
}

function compressed(count: number, columns: readonly (readonly number[])[]): BlockPattern {
  const start = new Int32Array(count + 1);
  columns.forEach((column, j) => (start[j + 1] = start[j] + column.length));
  const row = new Int32Array(start[count]);
  columns.forEach((column, j) => row.set(column, start[j]));
  return { count, start, row };
}

/** Place of a block (row >= column) in the pattern. */
export function blockAt({ start, row }: BlockPattern, i: number, j: number): number {
  let [low, high] = [start[j], start[j + 1] - 1];
  while (low < high) {
    const middle = (low + high) >> 1;
    if (row[middle] < i) low = middle + 1;
    else high = middle;
  }
  return row[low] === i ? low : -1;
}

export interface CholeskyPlan {
  matrix: BlockPattern;
  factor: BlockPattern;
}

/** Where the factor fills in. */
export function planCholesky(matrix: BlockPattern): CholeskyPlan {
  const { count, start, row } = matrix;
  const columns: number[][] = [];
  const children: number[][] = Array.from({ length: count }, () => []);
  const mark = new Int32Array(count).fill(-1);
  for (let j = 0; j < count; j++) {
    const column: number[] = [j];
    mark[j] = j;
    const take = (i: number) => {
      if (i > j && mark[i] !== j) {
        mark[i] = j;
        column.push(i);
      }
    };
    for (let p = start[j]; p < start[j + 1]; p++) take(row[p]);
    for (const child of children[j]) columns[child].forEach(take);
    column.sort((a, b) => a - b);
    columns.push(column);
    if (column.length > 1) children[column[1]].push(j);
  }
  return { matrix, factor: compressed(count, columns) };
}

export type FactorStatus = { status: 'factored' } | { status: 'not-positive'; node: number; freedom: number };

/**
 * Fills `L` (36 numbers for each block of the plan's factor) from the matrix. Allocates a column's worth of scratch.
 */
export function factorBlocks({ matrix, factor }: CholeskyPlan, A: BlockValues, L: BlockValues): FactorStatus {
  const { count, start, row } = factor;
  L.fill(0);
  // Columns that still have a block in a coming row wait in that row's list; `next` is how far each has come.
  const first = new Int32Array(count).fill(-1);
  const link = new Int32Array(count).fill(-1);
  const next = new Int32Array(count);
  const place = new Int32Array(count);
  for (let j = 0; j < count; j++) {
    for (let p = start[j]; p < start[j + 1]; p++) place[row[p]] = p;
    for (let p = matrix.start[j]; p < matrix.start[j + 1]; p++)
      L.set(A.subarray(p * SIZE, p * SIZE + SIZE), place[matrix.row[p]] * SIZE);
    for (let k = first[j]; k >= 0;) {
      const following = link[k];
      const from = next[k];
      for (let p = from; p < start[k + 1]; p++) subtractProduct(L, place[row[p]] * SIZE, p * SIZE, from * SIZE);
      wait(k, from + 1);
      k = following;
    }
    const freedom = factorDiagonal(L, start[j] * SIZE);
    if (freedom >= 0) return { status: 'not-positive', node: j, freedom };
    for (let p = start[j] + 1; p < start[j + 1]; p++) divideByDiagonal(L, p * SIZE, start[j] * SIZE);
    wait(j, start[j] + 1);
  }
  return { status: 'factored' };

  function wait(k: number, at: number): void {
    next[k] = at;
    if (at >= start[k + 1]) return;
    link[k] = first[row[at]];
    first[row[at]] = k;
  }
}

/** C -= A B^T */
function subtractProduct(L: Float64Array, c: number, a: number, b: number): void {
  for (let i = 0; i < SIZE; i += BLOCK) {
    const a0 = L[a + i];
    const a1 = L[a + i + 1];
    const a2 = L[a + i + 2];
    const a3 = L[a + i + 3];
    const a4 = L[a + i + 4];
    const a5 = L[a + i + 5];
    for (let j = 0, q = b; j < BLOCK; j++, q += BLOCK)
      L[c + i + j] -= a0 * L[q] + a1 * L[q + 1] + a2 * L[q + 2] + a3 * L[q + 3] + a4 * L[q + 4] + a5 * L[q + 5];
  }
}

/** The block's own Cholesky factor in its lower half, the upper cleared; the freedom that is not positive, or -1. */
function factorDiagonal(L: Float64Array, d: number): number {
  for (let j = 0; j < BLOCK; j++) {
    let pivot = L[d + j * BLOCK + j];
    const whole = Math.abs(pivot);
    for (let k = 0; k < j; k++) pivot -= L[d + j * BLOCK + k] ** 2;
    if (!(pivot > 1e-13 * whole)) return j;
    const root = Math.sqrt(pivot);
    L[d + j * BLOCK + j] = root;
    for (let i = j + 1; i < BLOCK; i++) {
      let sum = L[d + i * BLOCK + j];
      for (let k = 0; k < j; k++) sum -= L[d + i * BLOCK + k] * L[d + j * BLOCK + k];
      L[d + i * BLOCK + j] = sum / root;
      L[d + j * BLOCK + i] = 0;
    }
  }
  return -1;
}

/** B := B D^-T */
function divideByDiagonal(L: Float64Array, b: number, d: number): void {
  for (let i = 0; i < SIZE; i += BLOCK)
    for (let j = 0; j < BLOCK; j++) {
      let sum = L[b + i + j];
      for (let k = 0; k < j; k++) sum -= L[b + i + k] * L[d + j * BLOCK + k];
      L[b + i + j] = sum / L[d + j * BLOCK + j];
    }
}

/** Solves in place. */
export function solveBlocks({ factor: { count, start, row } }: CholeskyPlan, L: BlockValues, x: Float64Array): void {
  for (let j = 0; j < count; j++) {
    const d = start[j] * SIZE;
    const at = j * BLOCK;
    for (let i = 0; i < BLOCK; i++) {
      let sum = x[at + i];
      for (let k = 0; k < i; k++) sum -= L[d + i * BLOCK + k] * x[at + k];
      x[at + i] = sum / L[d + i * BLOCK + i];
    }
    for (let p = start[j] + 1; p < start[j + 1]; p++) subtractTimes(L, p * SIZE, x, row[p] * BLOCK, at);
  }
  for (let j = count - 1; j >= 0; j--) {
    const at = j * BLOCK;
    for (let p = start[j] + 1; p < start[j + 1]; p++) subtractTransposed(L, p * SIZE, x, at, row[p] * BLOCK);
    const d = start[j] * SIZE;
    for (let i = BLOCK - 1; i >= 0; i--) {
      let sum = x[at + i];
      for (let k = i + 1; k < BLOCK; k++) sum -= L[d + k * BLOCK + i] * x[at + k];
      x[at + i] = sum / L[d + i * BLOCK + i];
    }
  }
}

function subtractTimes(L: Float64Array, b: number, x: Float64Array, to: number, from: number): void {
  for (let i = 0, q = b; i < BLOCK; i++, q += BLOCK)
    x[to + i] -=
      L[q] * x[from] +
      L[q + 1] * x[from + 1] +
      L[q + 2] * x[from + 2] +
      L[q + 3] * x[from + 3] +
      L[q + 4] * x[from + 4] +
      L[q + 5] * x[from + 5];
}

function subtractTransposed(L: Float64Array, b: number, x: Float64Array, to: number, from: number): void {
  for (let j = 0; j < BLOCK; j++) {
    const q = b + j;
    x[to + j] -=
      L[q] * x[from] +
      L[q + 6] * x[from + 1] +
      L[q + 12] * x[from + 2] +
      L[q + 18] * x[from + 3] +
      L[q + 24] * x[from + 4] +
      L[q + 30] * x[from + 5];
  }
}

/** out = A x */
export function multiplyBlocks(
  { count, start, row }: BlockPattern,
  A: BlockValues,
  x: Float64Array,
  out: Float64Array,
): void {
  out.fill(0);
  for (let j = 0; j < count; j++)
    for (let p = start[j]; p < start[j + 1]; p++) {
      addTimes(A, p * SIZE, x, row[p] * BLOCK, j * BLOCK, out);
      if (row[p] !== j) addTransposedTimes(A, p * SIZE, x, j * BLOCK, row[p] * BLOCK, out);
    }
}

function addTimes(A: Float64Array, b: number, x: Float64Array, to: number, from: number, out: Float64Array): void {
  for (let i = 0, q = b; i < BLOCK; i++, q += BLOCK)
    out[to + i] +=
      A[q] * x[from] +
      A[q + 1] * x[from + 1] +
      A[q + 2] * x[from + 2] +
      A[q + 3] * x[from + 3] +
      A[q + 4] * x[from + 4] +
      A[q + 5] * x[from + 5];
}

function addTransposedTimes(
  A: Float64Array,
  b: number,
  x: Float64Array,
  to: number,
  from: number,
  out: Float64Array,
): void {
  for (let j = 0; j < BLOCK; j++) {
    const q = b + j;
    out[to + j] +=
      A[q] * x[from] +
      A[q + 6] * x[from + 1] +
      A[q + 12] * x[from + 2] +
      A[q + 18] * x[from + 3] +
      A[q + 24] * x[from + 4] +
      A[q + 30] * x[from + 5];
  }
}
