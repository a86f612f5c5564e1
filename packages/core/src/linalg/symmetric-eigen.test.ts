import { seededRandom } from '../simulate';
import { symmetricEigen } from '.';

describe('symmetricEigen', () => {
  it('gives the eigenvalues of a string of masses: 2 - 2 cos(k pi / (n + 1))', () => {
    const n = 12;
    const A = new Float64Array(n * n);
    for (let i = 0; i < n; i++) {
      A[i * n + i] = 2;
      if (i > 0) A[i * n + i - 1] = A[(i - 1) * n + i] = -1;
    }
    const { values } = symmetricEigen(A, n);
    values.forEach((value, k) => expect(value).toBeCloseTo(2 - 2 * Math.cos(((k + 1) * Math.PI) / (n + 1)), 12));
  });
  it('leaves small residuals and orthonormal vectors for any symmetric matrix', () => {
    const n = 20;
    const { normal } = seededRandom(9);
    const A = new Float64Array(n * n);
    for (let i = 0; i < n; i++) for (let j = 0; j <= i; j++) A[i * n + j] = A[j * n + i] = normal();
    const { values, vectors } = symmetricEigen(A.slice(), n);
    for (let k = 0; k < n; k++) {
      for (let l = 0; l < n; l++) {
        let dot = 0;
        for (let i = 0; i < n; i++) dot += vectors[i * n + k] * vectors[i * n + l];
        expect(Math.abs(dot - Number(k === l))).toBeLessThan(1e-12);
      }
      for (let i = 0; i < n; i++) {
        let row = 0;
        for (let j = 0; j < n; j++) row += A[i * n + j] * vectors[j * n + k];
        expect(Math.abs(row - values[k] * vectors[i * n + k])).toBeLessThan(1e-12 * n * n);
      }
    }
  });
  it('keeps equal eigenvalues equal, and takes one row', () => {
    expect(Array.from(symmetricEigen(Float64Array.of(3, 0, 0, 0, 3, 0, 0, 0, 1), 3).values)).toEqual([1, 3, 3]);
    expect(Array.from(symmetricEigen(Float64Array.of(-5), 1).values)).toEqual([-5]);
  });
});
