/**
 * K v = lambda M v of a few dozen unknowns, dense: M's Cholesky factor makes it an ordinary eigenproblem. Source: Golub
 * and Van Loan, Matrix Computations, 8.7.
 */
import { factorSymmetricInPlace } from './solve-symmetric';
import { symmetricEigen } from './symmetric-eigen';

export interface GeneralisedEigen {
  /** Rising. */
  lambda: Float64Array;
  /** v' M v = 1. */
  vectors: Float64Array[];
}

/**
 * @param K symmetric, n x n row by row @param M symmetric positive definite
 * @throws RangeError where M is not positive definite
 */
export function generalisedEigen(K: Float64Array, M: Float64Array, n: number): GeneralisedEigen {
  const L = M.slice();
  if (factorSymmetricInPlace(L, n).status !== 'solved') throw new RangeError('the mass is not positive definite');
  const A = K.slice();
  for (let c = 0; c < n; c++) forward(L, n, A, c, n);
  for (let r = 0; r < n; r++) forward(L, n, A, r * n, 1);
  for (let i = 0; i < n; i++)
    for (let j = 0; j < i; j++) A[i * n + j] = A[j * n + i] = (A[i * n + j] + A[j * n + i]) / 2;
  const { values, vectors } = symmetricEigen(A, n);
  const column = (k: number) => Float64Array.from({ length: n }, (_, i) => vectors[i * n + k]);
  return { lambda: values, vectors: Array.from({ length: n }, (_, k) => backward(L, n, column(k))) };
}

/** Solves L y = b in place, b from `at` on with a stride. */
function forward(L: Float64Array, n: number, b: Float64Array, at: number, stride: number): void {
  for (let i = 0; i < n; i++) {
    let sum = b[at + i * stride];
    for (let k = 0; k < i; k++) sum -= L[i * n + k] * b[at + k * stride];
    b[at + i * stride] = sum / L[i * n + i];
  }
}

/** Solves L^T y = b in place. */
function backward(L: Float64Array, n: number, b: Float64Array): Float64Array {
  for (let i = n - 1; i >= 0; i--) {
    for (let k = i + 1; k < n; k++) b[i] -= L[k * n + i] * b[k];
    b[i] /= L[i * n + i];
  }
  return b;
}
