/**
 * What a ringing sound does that its past did not foretell: linear prediction takes the ringing out and leaves the
 * blows.
 * Source: Makhoul 1975 (autocorrelation method, Levinson's recursion).
 */

/** Two for each note of a crowded plate. */
const ORDER = 80;
/** White noise added to the autocorrelation, so that a pure sound does not overfit (1). */
const FLOOR = 1e-7;

export interface Prediction {
  samples: Float64Array;
  /** Of the error filter, the first one 1. */
  coefficients: Float64Array;
  /** What the past did not foretell, parallel to the samples. */
  error: Float64Array;
}

/** The best linear predictor of the whole stretch, and what it missed. */
export function predict(samples: Float64Array): Prediction {
  const order = Math.min(ORDER, samples.length >> 2);
  const r = autocorrelation(samples, order);
  r[0] = r[0] * (1 + FLOOR) + Number.MIN_VALUE;
  const coefficients = levinson(r, order);
  const error = Float64Array.from(samples, (x, n) => {
    let sum = x;
    for (let k = 1; k <= Math.min(order, n); k++) sum += coefficients[k] * samples[n - k];
    return sum;
  });
  return { samples, coefficients, error };
}

/**
 * Energy by which the sound from a sample on differs from its own ringing on, over so many samples, the first few left
 * out.
 */
export function predictionErrorEnergy(
  { samples, coefficients }: Prediction,
  at: number,
  skip: number,
  count: number,
): number {
  const order = coefficients.length - 1;
  const rung = new Float64Array(order + count);
  for (let k = 0; k < order; k++) rung[k] = samples[at - order + k] ?? 0;
  let energy = 0;
  for (let n = 0; n < count && at + n < samples.length; n++) {
    let next = 0;
    for (let k = 1; k <= order; k++) next -= coefficients[k] * rung[order + n - k];
    rung[order + n] = next;
    if (n >= skip) energy += (samples[at + n] - next) ** 2;
  }
  return energy;
}

function autocorrelation(samples: Float64Array, order: number): Float64Array {
  return Float64Array.from({ length: order + 1 }, (_, lag) => {
    let sum = 0;
    for (let n = lag; n < samples.length; n++) sum += samples[n] * samples[n - lag];
    return sum;
  });
}

/** Coefficients a with a[0] = 1 of the error filter. */
function levinson(r: Float64Array, order: number): Float64Array {
  const a = new Float64Array(order + 1);
  a[0] = 1;
  let error = r[0];
  for (let i = 1; i <= order && error > 0; i++) {
    let sum = r[i];
    for (let k = 1; k < i; k++) sum += a[k] * r[i - k];
    const reflection = -sum / error;
    for (let k = 1; k <= i >> 1; k++) {
      const [low, high] = [a[k], a[i - k]];
      a[k] = low + reflection * high;
      a[i - k] = high + reflection * low;
    }
    a[i] = reflection;
    error *= 1 - reflection * reflection;
  }
  return a;
}

/**
 * Every so-manieth sample of a smoothed sound: three running means in a row, so that what lies above the new rate
 * hardly folds back.
 */
export function slowedDown(samples: Float64Array, factor: number): Float64Array {
  let smooth = samples;
  for (let pass = 0; pass < 3; pass++) smooth = runningMean(smooth, factor);
  return Float64Array.from({ length: Math.floor(smooth.length / factor) }, (_, i) => smooth[i * factor]);
}

function runningMean(samples: Float64Array, width: number): Float64Array {
  const out = new Float64Array(Math.max(0, samples.length - width + 1));
  let sum = 0;
  for (let i = 0; i < samples.length; i++) {
    sum += samples[i] - (i >= width ? samples[i - width] : 0);
    if (i >= width - 1) out[i - width + 1] = sum / width;
  }
  return out;
}
