import { generalisedEigen } from '.';

describe('K v = lambda M v, dense', () => {
  it('two masses on three springs: k/m and 3 k/m', () => {
    const { lambda, vectors } = generalisedEigen(Float64Array.of(2, -1, -1, 2), Float64Array.of(0.5, 0, 0, 0.5), 2);
    expect(lambda[0]).toBeCloseTo(2, 12);
    expect(lambda[1]).toBeCloseTo(6, 12);
    vectors.forEach((v) => expect(0.5 * (v[0] ** 2 + v[1] ** 2)).toBeCloseTo(1, 12));
    expect(vectors[0][0] / vectors[0][1]).toBeCloseTo(1, 10);
  });
  it('a mass that couples: roots of the determinant', () => {
    // det(K - lambda M) = (4 - 2 l)(3 - l) - (1 - 0.5 l)^2 = 1.75 l^2 - 9 l + 11
    const { lambda } = generalisedEigen(Float64Array.of(4, 1, 1, 3), Float64Array.of(2, 0.5, 0.5, 1), 2);
    const root = Math.sqrt(81 - 77);
    expect(lambda[0]).toBeCloseTo((9 - root) / 3.5, 12);
    expect(lambda[1]).toBeCloseTo((9 + root) / 3.5, 12);
  });
  it('a mass that is not positive is refused', () => {
    expect(() => generalisedEigen(Float64Array.of(1, 0, 0, 1), Float64Array.of(1, 2, 2, 1), 2)).toThrow(RangeError);
  });
});
