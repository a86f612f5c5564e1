/** The middle value; the mean of the middle two where their number is even. @param values at least one */
export function median(values: ArrayLike<number>): number {
  const sorted = Float64Array.from(values).sort();
  const middle = sorted.length >> 1;
  return sorted.length % 2 ? sorted[middle] : (sorted[middle - 1] + sorted[middle]) / 2;
}
