/** Dense symmetric positive definite systems of a few dozen unknowns: Cholesky. Larger ones are sparse and live elsewhere. */

export type SolveStatus = { status: 'solved' } | { status: 'not-positive'; row: number };

/**
 * Solves A x = b, destroying both: the answer stands in `b`, the factor in the lower half of `A`.
 * @param A n x n, row by row; only its lower half is read
 */
export function solveSymmetricInPlace(A: Float64Array, b: Float64Array): SolveStatus {
  const n = b.length;
  let largest = 0;
  for (let i = 0; i < n; i++) largest = Math.max(largest, A[i * n + i]);
  const pivotFloor = n * Number.EPSILON * largest;
  for (let j = 0; j < n; j++) {
    let pivot = A[j * n + j];
    for (let k = 0; k < j; k++) pivot -= A[j * n + k] ** 2;
    if (!(pivot > pivotFloor)) return { status: 'not-positive', row: j };
    const root = Math.sqrt(pivot);
    A[j * n + j] = root;
    for (let i = j + 1; i < n; i++) {
      let sum = A[i * n + j];
      for (let k = 0; k < j; k++) sum -= A[i * n + k] * A[j * n + k];
      A[i * n + j] = sum / root;
    }
  }
  for (let i = 0; i < n; i++) {
    for (let k = 0; k < i; k++) b[i] -= A[i * n + k] * b[k];
    b[i] /= A[i * n + i];
  }
  for (let i = n - 1; i >= 0; i--) {
    for (let k = i + 1; k < n; k++) b[i] -= A[k * n + i] * b[k];
    b[i] /= A[i * n + i];
  }
  return { status: 'solved' };
}
