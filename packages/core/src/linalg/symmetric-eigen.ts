/**
 * All eigenvalues and eigenvectors of a small dense symmetric matrix: Householder's tridiagonal form and implicit QL,
 * by the package. For tens of rows, not for meshes.
 */
import { EigenvalueDecomposition, Matrix } from 'ml-matrix';

export interface SymmetricEigen {
  /** Rising, length n. */
  values: Float64Array;
  /** Column k, scaled to length one, is vectors[i * n + k]; length n * n. */
  vectors: Float64Array;
}

/** @param A full matrix, row by row, length n * n */
export function symmetricEigen(A: Float64Array, n: number): SymmetricEigen {
  const rows = Array.from({ length: n }, (_, i) => Array.from(A.subarray(i * n, i * n + n)));
  const { realEigenvalues, eigenvectorMatrix } = new EigenvalueDecomposition(new Matrix(rows), {
    assumeSymmetric: true,
  });
  const order = realEigenvalues.map((_, k) => k).sort((a, b) => realEigenvalues[a] - realEigenvalues[b]);
  const vectors = new Float64Array(n * n);
  for (let i = 0; i < n; i++) order.forEach((k, column) => (vectors[i * n + column] = eigenvectorMatrix.get(i, k)));
  return { values: Float64Array.from(order, (k) => realEigenvalues[k]), vectors };
}
