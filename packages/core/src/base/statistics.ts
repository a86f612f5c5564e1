/** Middle and mean of a handful of values. */

/** The middle value; the mean of the middle two where their number is even; NaN of none. */
export function median(values: ArrayLike<number>): number {
  const sorted = Float64Array.from(values).sort();
  const middle = sorted.length >> 1;
  return sorted.length % 2 ? sorted[middle] : (sorted[middle - 1] + sorted[middle]) / 2;
}

/** NaN of none. */
export function mean(values: ArrayLike<number>): number {
  let sum = 0;
  for (let i = 0; i < values.length; i++) sum += values[i];
  return sum / values.length;
}

/**
 * The value that stands at `rank` (from 0) when all are in order; reorders the values in place. Source: Hoare, Find
 * (Algorithm 65, 1961).
 */
export function nthSmallest(values: Float64Array, rank: number): number {
  let low = 0;
  let high = values.length - 1;
  while (low < high) {
    const pivot = values[(low + high) >> 1];
    let i = low;
    let j = high;
    while (i <= j) {
      while (values[i] < pivot) i++;
      while (values[j] > pivot) j--;
      if (i > j) break;
      const kept = values[i];
      values[i++] = values[j];
      values[j--] = kept;
    }
    if (rank <= j) high = j;
    else if (rank >= i) low = i;
    else break;
  }
  return values[rank];
}
