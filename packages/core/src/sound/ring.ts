/**
 * How long a knock rings: time to fall by 60 dB, by Schroeder's backward integral with the room's own noise taken off.
 */

/** Range of the integral that is fitted [dB]; less where the noise does not allow it. */
const FIT_FROM_DB = -5;
const FIT_TO_DB = -35;
const LEAST_RANGE_DB = 8;

/**
 * @param samples from the first touch on @param noisePower mean square of the room alone
 * @returns [s], or null where the noise leaves too little to fit
 */
export function ringTimeOf(samples: Float64Array, rate: number, noisePower: number): number | null {
  const last = whereNoiseBegins(samples, rate, noisePower);
  const level = new Float64Array(last);
  let sum = 0;
  for (let n = last - 1; n >= 0; n--) {
    sum += samples[n] * samples[n] - noisePower;
    level[n] = sum;
  }
  if (!(level[0] > 0)) return null;
  const decibels = (n: number) => 10 * Math.log10(Math.max(level[n], level[0] * 1e-12) / level[0]);
  // What was cut off at the end bends the curve down there: stay clear of it.
  const lowest = Math.max(FIT_TO_DB, 10 * Math.log10((noisePower * rate * 0.02 + 1e-30) / level[0]) + 3);
  const from = firstBelow(decibels, last, FIT_FROM_DB);
  const to = firstBelow(decibels, last, lowest);
  if (lowest > FIT_FROM_DB - LEAST_RANGE_DB || to - from < 0.01 * rate) return null;
  const slope = slopeOf(decibels, from, to);
  return slope < 0 ? -60 / (slope * rate) : null;
}

/** Sample at which the sound has sunk into twice the noise. */
function whereNoiseBegins(samples: Float64Array, rate: number, noisePower: number): number {
  const piece = Math.max(1, Math.round(0.02 * rate));
  let last = samples.length;
  for (let end = samples.length; end - piece >= 0; end -= piece) {
    let sum = 0;
    for (let n = end - piece; n < end; n++) sum += samples[n] * samples[n];
    if (sum / piece > 2 * noisePower) break;
    last = end - piece;
  }
  return Math.max(last, Math.min(samples.length, piece));
}

function firstBelow(decibels: (n: number) => number, count: number, level: number): number {
  let [low, high] = [0, count - 1];
  while (low < high) {
    const middle = (low + high) >> 1;
    if (decibels(middle) > level) low = middle + 1;
    else high = middle;
  }
  return low;
}

/** Least squares of decibels on samples, over a few hundred places. */
function slopeOf(decibels: (n: number) => number, from: number, to: number): number {
  const step = Math.max(1, Math.floor((to - from) / 300));
  let [n, sx, sy, sxx, sxy] = [0, 0, 0, 0, 0];
  for (let at = from; at <= to; at += step) {
    const y = decibels(at);
    const x = at - from;
    n++;
    sx += x;
    sy += y;
    sxx += x * x;
    sxy += x * y;
  }
  return (n * sxy - sx * sy) / (n * sxx - sx * sx);
}
