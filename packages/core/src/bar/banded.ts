/** Symmetric positive definite matrices of half bandwidth 3, as chains of beam elements give: lower half, row by row, four a row (diagonal last). */

export const HALF_BAND = 3;
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
export function addTo({ data }: Banded, i: number, j: number, value: number): void {
  data[WIDTH * i + j - i + HALF_BAND] += value;
}

/** out = A v */
export function multiply({ size, data }: Banded, v: ArrayLike<number>, out: Float64Array): void {
  out.fill(0);
  for (let i = 0; i < size; i++) {
    for (let j = Math.max(0, i - HALF_BAND); j < i; j++) {
      const a = data[WIDTH * i + j - i + HALF_BAND];
      out[i] += a * v[j];
      out[j] += a * v[i];
    }
    out[i] += data[WIDTH * i + HALF_BAND] * v[i];
  }
}

/** Cholesky in place. @returns false where it isn't positive definite */
export function factor({ size, data }: Banded): boolean {
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
export function solve({ size, data }: Banded, b: Float64Array): void {
  for (let i = 0; i < size; i++) {
    let sum = b[i];
    for (let j = Math.max(0, i - HALF_BAND); j < i; j++) sum -= data[WIDTH * i + j - i + HALF_BAND] * b[j];
    b[i] = sum / data[WIDTH * i + HALF_BAND];
  }
  for (let i = size - 1; i >= 0; i--) {
    let sum = b[i];
    for (let j = i + 1; j <= Math.min(size - 1, i + HALF_BAND); j++) sum -= data[WIDTH * j + i - j + HALF_BAND] * b[j];
    b[i] = sum / data[WIDTH * i + HALF_BAND];
  }
}
