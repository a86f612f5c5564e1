/**
 * All eigenvalues and eigenvectors of a small dense symmetric matrix by cyclic Jacobi rotations: plain, accurate, no pivots to go wrong.
 * Cost n^3 per sweep, some six to ten sweeps: for tens of rows, not for meshes.   Source: Golub and Van Loan, ch. 8.5.
 */

export interface SymmetricEigen {
  /** Rising, length n. */
  values: Float64Array;
  /** Column k, scaled to length one, is vectors[i * n + k]; length n * n. */
  vectors: Float64Array;
}

const MOST_SWEEPS = 40;

/** @param A full matrix, row by row, length n * n; destroyed */
export function symmetricEigenInPlace(A: Float64Array, n: number): SymmetricEigen {
  const V = new Float64Array(n * n);
  for (let i = 0; i < n; i++) V[i * n + i] = 1;
  for (let sweep = 0; sweep < MOST_SWEEPS; sweep++) {
    const { off, diagonal } = sizes(A, n);
    if (off <= n * Number.EPSILON * Number.EPSILON * diagonal) break;
    for (let p = 0; p < n - 1; p++) for (let q = p + 1; q < n; q++) rotate(A, V, n, p, q);
  }
  return sorted(A, V, n);
}

/** Sums of squares off and on the diagonal. */
function sizes(A: Float64Array, n: number): { off: number; diagonal: number } {
  let off = 0;
  let diagonal = 0;
  for (let i = 0; i < n; i++) {
    diagonal += A[i * n + i] ** 2;
    for (let j = i + 1; j < n; j++) off += A[i * n + j] ** 2;
  }
  return { off, diagonal };
}

/** Turns rows and columns p and q so that A[p, q] vanishes. */
function rotate(A: Float64Array, V: Float64Array, n: number, p: number, q: number): void {
  const apq = A[p * n + q];
  if (apq === 0) return;
  const theta = (A[q * n + q] - A[p * n + p]) / (2 * apq);
  const t = (theta >= 0 ? 1 : -1) / (Math.abs(theta) + Math.sqrt(theta * theta + 1));
  const c = 1 / Math.sqrt(t * t + 1);
  const s = t * c;
  for (let k = 0; k < n; k++) {
    const akp = A[k * n + p];
    const akq = A[k * n + q];
    A[k * n + p] = c * akp - s * akq;
    A[k * n + q] = s * akp + c * akq;
  }
  for (let k = 0; k < n; k++) {
    const apk = A[p * n + k];
    const aqk = A[q * n + k];
    A[p * n + k] = c * apk - s * aqk;
    A[q * n + k] = s * apk + c * aqk;
    const vkp = V[k * n + p];
    const vkq = V[k * n + q];
    V[k * n + p] = c * vkp - s * vkq;
    V[k * n + q] = s * vkp + c * vkq;
  }
}

function sorted(A: Float64Array, V: Float64Array, n: number): SymmetricEigen {
  const order = Array.from({ length: n }, (_, k) => k).sort((a, b) => A[a * n + a] - A[b * n + b]);
  const values = Float64Array.from(order, (k) => A[k * n + k]);
  const vectors = new Float64Array(n * n);
  for (let i = 0; i < n; i++) order.forEach((k, column) => (vectors[i * n + column] = V[i * n + k]));
  return { values, vectors };
}
