import { solveSymmetricInPlace } from '.';

it('solves the 4 x 4 Hilbert system whose answer is known: row sums of the inverse', () => {
  const A = Float64Array.from({ length: 16 }, (_, k) => 1 / (Math.floor(k / 4) + (k % 4) + 1));
  const b = new Float64Array(4).fill(1);
  expect(solveSymmetricInPlace(A, b).status).toBe('solved');
  [-4, 60, -180, 140].forEach((x, i) => expect(b[i]).toBeCloseTo(x, 7)); // sums of the integer inverse
});

it('names the row of a system that is not positive', () =>
  expect(solveSymmetricInPlace(Float64Array.of(1, 2, 2, 1), Float64Array.of(1, 1))).toEqual({
    status: 'not-positive',
    row: 1,
  }));
