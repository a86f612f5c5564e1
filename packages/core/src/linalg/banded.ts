/**
 * Symmetric positive definite matrices of half bandwidth 3, as chains of beam elements give: lower half, row by row,
 * four a row (diagonal last).
 */

const HALF_BAND = 3;
const WIDTH = HALF_BAND + 1;

export interface Banded {
  size: number;
  /** Entry (i, j), i - 3 <= j <= i, stands at 4 i + j - i + 3. */
  data: Float64Array;
}

export function createBanded(size: number): Banded {
  return { size, data: new Float64Array(WIDTH * size) };
}

/** Adds to entry (i, j) of the lower half. */
export function addToBanded({ data }: Banded, i: number, j: number, value: number): void {
  data[WIDTH * i + j - i + HALF_BAND] += value;
}

/** Couples row and column i to nothing. */
export function decoupleBanded({ size, data }: Banded, i: number, diagonal: number): void {
  for (let j = i - HALF_BAND; j <= Math.min(size - 1, i + HALF_BAND); j++)
    if (j >= 0) data[j <= i ? WIDTH * i + j - i + HALF_BAND : WIDTH * j + i - j + HALF_BAND] = 0;
  data[WIDTH * i + HALF_BAND] = diagonal;
}

/** out = A v. The three values before, and what rows after still add, roll along: this is where a bar's time goes. */
export function multiplyBanded({ size, data }: Banded, v: ArrayLike<number>, out: Float64Array): void {
  let [v1, v2, v3] = [0, 0, 0];
  for (let i = 0, d = 0; i < size; i++, d += WIDTH) {
    const here = v[i];
    out[i] = data[d] * v3 + data[d + 1] * v2 + data[d + 2] * v1 + data[d + 3] * here;
    v3 = v2;
    v2 = v1;
    v1 = here;
  }
  let [p1, p2, p3] = [0, 0, 0];
  for (let i = size - 1, d = WIDTH * i; i >= 0; i--, d -= WIDTH) {
    const here = v[i];
    out[i] += p1;
    p1 = p2 + data[d + 2] * here;
    p2 = p3 + data[d + 1] * here;
    p3 = data[d] * here;
  }
}

/** Cholesky in place. @returns false where it isn't positive definite */
export function factorBanded({ size, data }: Banded): boolean {
  const at = (i: number, j: number) => WIDTH * i + j - i + HALF_BAND;
  for (let i = 0; i < size; i++) {
    for (let j = Math.max(0, i - HALF_BAND); j <= i; j++) {
      let sum = data[at(i, j)];
      for (let k = Math.max(0, i - HALF_BAND); k < j; k++) sum -= data[at(i, k)] * data[at(j, k)];
      if (j < i) data[at(i, j)] = sum / data[at(j, j)];
      else if (sum > 0) data[at(i, i)] = Math.sqrt(sum);
      else return false;
    }
  }
  return true;
}

/** Solves with a factored matrix, in place. */
export function solveBanded({ size, data }: Banded, b: Float64Array): void {
  let [x1, x2, x3] = [0, 0, 0];
  for (let i = 0, d = 0; i < size; i++, d += WIDTH) {
    const x = (b[i] - data[d] * x3 - data[d + 1] * x2 - data[d + 2] * x1) / data[d + 3];
    b[i] = x;
    x3 = x2;
    x2 = x1;
    x1 = x;
  }
  let [p1, p2, p3] = [0, 0, 0];
  for (let i = size - 1, d = WIDTH * i; i >= 0; i--, d -= WIDTH) {
    const x = (b[i] - p1) / data[d + 3];
    b[i] = x;
    p1 = p2 + data[d + 2] * x;
    p2 = p3 + data[d + 1] * x;
    p3 = data[d] * x;
  }
}
