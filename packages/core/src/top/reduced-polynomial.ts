/**
 * How the small matrices of a top change with one amount: sampled at three amounts, a cubic through nothing between
 * them. A plate's bending goes with the cube of its thickness, a brace's nearly so.
 */

/** Differences of stiffness and mass over a basis (p x p, row by row), and of the weight [kg]. */
export interface ReducedMatrices {
  K: Float64Array;
  M: Float64Array;
  mass: number;
}

export const noDifference = (p: number): ReducedMatrices => ({
  K: new Float64Array(p * p),
  M: new Float64Array(p * p),
  mass: 0,
});

export function addReduced(out: ReducedMatrices, { K, M, mass }: ReducedMatrices, share = 1): void {
  for (let i = 0; i < K.length; i++) {
    out.K[i] += share * K[i];
    out.M[i] += share * M[i];
  }
  out.mass += share * mass;
}

/** @param at three amounts, none of them nought @returns adds the difference of an amount to `out` */
export function polynomialThrough(
  at: readonly [number, number, number],
  sampleOf: (amount: number) => ReducedMatrices,
): (amount: number, out: ReducedMatrices) => void {
  const samples = at.map(sampleOf);
  return (amount, out) =>
    samples.forEach((sample, i) => {
      const others = at.filter((_, j) => j !== i);
      const share = others.reduce((product, other) => product * ((amount - other) / (at[i] - other)), amount / at[i]);
      addReduced(out, sample, share);
    });
}
