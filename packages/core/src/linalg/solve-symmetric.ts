/**
 * Dense symmetric positive definite systems of a few dozen unknowns: Cholesky. Larger ones are sparse and live
 * elsewhere.
 */

export type SolveStatus = { status: 'solved' } | { status: 'not-positive'; row: number };

/**
 * Cholesky: the lower half of `A` becomes its factor.
 * @param A n x n, row by row; only its lower half is read
 */
export function factorSymmetricInPlace(A: Float64Array, n: number): SolveStatus {
  let largest = 0;
  for (let i = 0; i < n; i++) largest = Math.max(largest, A[i * n + i]);
  const pivotFloor = n * Number.EPSILON * largest;
  for (let j = 0; j < n; j++) {
    const rowJ = j * n;
    let pivot = A[rowJ + j];
    for (let k = 0; k < j; k++) pivot -= A[rowJ + k] * A[rowJ + k];
    if (!(pivot > pivotFloor)) return { status: 'not-positive', row: j };
    const root = Math.sqrt(pivot);
    A[rowJ + j] = root;
    for (let i = j + 1; i < n; i++) {
      const rowI = i * n;
      let sum = A[rowI + j];
      for (let k = 0; k < j; k++) sum -= A[rowI + k] * A[rowJ + k];
      A[rowI + j] = sum / root;
    }
  }
  return { status: 'solved' };
}

/** Turns `b` into the answer of the factored system. @param factor from `factorSymmetricInPlace` */
export function solveFactoredInPlace(factor: Float64Array, b: Float64Array): void {
  const n = b.length;
  for (let i = 0; i < n; i++) {
    let sum = b[i];
    for (let k = 0; k < i; k++) sum -= factor[i * n + k] * b[k];
    b[i] = sum / factor[i * n + i];
  }
  for (let i = n - 1; i >= 0; i--) {
    let sum = b[i];
    for (let k = i + 1; k < n; k++) sum -= factor[k * n + i] * b[k];
    b[i] = sum / factor[i * n + i];
  }
}

/** Solves A x = b, destroying both: the answer stands in `b`, the factor in the lower half of `A`. */
export function solveSymmetricInPlace(A: Float64Array, b: Float64Array): SolveStatus {
  const status = factorSymmetricInPlace(A, b.length);
  if (status.status === 'solved') solveFactoredInPlace(A, b);
  return status;
}
