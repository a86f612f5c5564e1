/**
 * A smooth field through scattered values: at each place a plane is fitted to the values nearby, the nearer the more.
 * SI.
 */
export type Field = (x: number, y: number) => number;

const NEAREST = 12;

export function scatteredField(x: readonly number[], y: readonly number[], values: readonly number[]): Field {
  if (values.length === 1) return () => values[0];
  return (px, py) => {
    const near = values
      .map((_, i) => ({ i, d2: (x[i] - px) ** 2 + (y[i] - py) ** 2 }))
      .sort((a, b) => a.d2 - b.d2)
      .slice(0, NEAREST);
    const reach = near[near.length - 1].d2 || 1;
    const S = new Float64Array(9);
    const r = new Float64Array(3);
    let mean = 0;
    let total = 0;
    for (const { i, d2 } of near) {
      const weight = (1 - d2 / (reach * 1.05)) ** 2 / (d2 / reach + 1e-3);
      const row = [1, x[i] - px, y[i] - py];
      for (let a = 0; a < 3; a++) {
        r[a] += weight * row[a] * values[i];
        for (let b = 0; b < 3; b++) S[3 * a + b] += weight * row[a] * row[b];
      }
      mean += weight * values[i];
      total += weight;
    }
    return planeAt(S, r) ?? mean / total;
  };
}

/** Value of the fitted plane at the place; null where the values lie on a line. */
function planeAt(S: Float64Array, r: Float64Array): number | null {
  const [a, b, c, , e, f, , , i] = S;
  const det = a * (e * i - f * f) - b * (b * i - f * c) + c * (b * f - e * c);
  if (!(Math.abs(det) > 1e-9 * Math.abs(a * e * i))) return null;
  return (r[0] * (e * i - f * f) - b * (r[1] * i - f * r[2]) + c * (r[1] * f - e * r[2])) / det;
}
