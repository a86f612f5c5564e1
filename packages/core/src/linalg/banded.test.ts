import { addToBanded, createBanded, decoupleBanded, factorBanded, multiplyBanded, solveBanded } from '.';

/** Of a beam on springs: diagonals 12, −3, 1, −0.5, diagonally dominant. */
const aMatrix = (size: number) => {
  const matrix = createBanded(size);
  for (let i = 0; i < size; i++)
    [12, -3, 1, -0.5].forEach((value, off) => i - off >= 0 && addToBanded(matrix, i, i - off, value));
  return matrix;
};

describe('a banded matrix', () => {
  it('times a vector is what a full matrix gives', () => {
    const [size, v] = [7, Float64Array.from({ length: 7 }, (_, i) => i + 1)];
    const out = new Float64Array(size);
    multiplyBanded(aMatrix(size), v, out);
    const entry = (i: number, j: number) => [12, -3, 1, -0.5][Math.abs(i - j)] ?? 0;
    for (let i = 0; i < size; i++)
      expect(out[i]).toBeCloseTo(
        v.reduce((sum, x, j) => sum + entry(i, j) * x, 0),
        12,
      );
  });
  it('factored and solved gives back what it was multiplied with', () => {
    const x = Float64Array.from({ length: 40 }, (_, i) => Math.sin(i));
    const b = new Float64Array(40);
    multiplyBanded(aMatrix(40), x, b);
    const matrix = aMatrix(40);
    expect(factorBanded(matrix)).toBe(true);
    solveBanded(matrix, b);
    b.forEach((value, i) => expect(value).toBeCloseTo(x[i], 12));
  });
  it('leaves alone what is decoupled', () => {
    const matrix = aMatrix(6);
    decoupleBanded(matrix, 3, 5);
    const out = new Float64Array(6);
    multiplyBanded(matrix, Float64Array.of(0, 0, 0, 1, 0, 0), out);
    expect([...out]).toEqual([0, 0, 0, 5, 0, 0]);
  });
  it('says when it is not positive definite', () => {
    const matrix = aMatrix(4);
    addToBanded(matrix, 2, 2, -40);
    expect(factorBanded(matrix)).toBe(false);
  });
});
