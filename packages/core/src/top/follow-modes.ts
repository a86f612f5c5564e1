import { modalAssurance } from '../knock-map';

/**
 * The changed top's modes in the order of those they were: by shape, as their order may have changed.
 * @returns as many as there are of the fewer
 */
export function trackModes<M extends { trace: ArrayLike<number> }>(
  before: readonly { trace: ArrayLike<number> }[],
  after: readonly M[],
): M[] {
  const left = [...after];
  return before.flatMap(({ trace }) => {
    if (left.length === 0) return [];
    const alike = left.map((mode) => modalAssurance(trace, mode.trace));
    return left.splice(alike.indexOf(Math.max(...alike)), 1);
  });
}
