/**
 * Spectrum of a damped sinusoid that starts at the first sample and is cut off after N, in closed form:
 *   sum_{n<N} z^n e^{-j w n} = (1 - z^N e^{-j w N}) / (1 - z e^{-j w}),   z = exp((-alpha + j omega) / rate)
 * so that a sound can be fitted bin by bin without windows, and what a mode leaks into its neighbours is counted, not
 * smeared.
 */

/** The bins that a fit looks at, made once per sound; arrays run parallel to the bins. */
export interface Bins {
  rate: number;
  /** Samples in the sound. */
  length: number;
  count: number;
  /** Frequency of the first bin and distance of the bins [Hz]. */
  first: number;
  spacing: number;
  /** e^{-j w} and e^{-j w N}, real and imaginary parts. */
  stepRe: Float64Array;
  stepIm: Float64Array;
  endRe: Float64Array;
  endIm: Float64Array;
  /** Chebyshev polynomials over the band: what lies beyond it looks smooth from here. */
  smooth: readonly Float64Array[];
}

const SMOOTH_TERMS = 5;

export function createBins(rate: number, length: number, size: number, [from, to]: readonly [number, number]): Bins {
  const spacing = rate / size;
  const low = Math.max(1, Math.ceil(from / spacing));
  const count = Math.max(0, Math.floor(to / spacing) - low + 1);
  const table = (perBin: number, trig: (angle: number) => number) =>
    Float64Array.from({ length: count }, (_, k) => trig(perBin * (low + k)));
  const angle = (2 * Math.PI) / size;
  // e^{-j w N} with the whole turns taken out first, so that large N costs no digits.
  const turns = (k: number) => (((low + k) * length) % size) * angle;
  return {
    rate,
    length,
    count,
    first: low * spacing,
    spacing,
    stepRe: table(angle, Math.cos),
    stepIm: table(angle, (a) => -Math.sin(a)),
    endRe: Float64Array.from({ length: count }, (_, k) => Math.cos(turns(k))),
    endIm: Float64Array.from({ length: count }, (_, k) => -Math.sin(turns(k))),
    smooth: Array.from({ length: SMOOTH_TERMS }, (_, n) => chebyshev(n, count)),
  };
}

function chebyshev(degree: number, count: number): Float64Array {
  const middle = (count - 1) / 2;
  const at = (k: number) => Math.acos((k - middle) / Math.max(1, middle));
  return Float64Array.from({ length: count }, (_, k) => Math.cos(degree * at(k)));
}

/**
 * Fills value and derivative by p = -alpha + j omega of one pole's spectrum, bins from up to, not with, to.
 * @param decay alpha [1/s] @param omega [rad/s]; negative for the mirror pole of a real sound
 * @param out value re, im, derivative re, im; each as long as the bins
 */
export function fillPoleSpectrum(
  bins: Bins,
  decay: number,
  omega: number,
  from: number,
  to: number,
  out: readonly [Float64Array, Float64Array, Float64Array, Float64Array],
): void {
  const { rate, length, stepRe, stepIm, endRe, endIm } = bins;
  const [valueRe, valueIm, slopeRe, slopeIm] = out;
  const size = Math.exp(-decay / rate);
  const zRe = size * Math.cos(omega / rate);
  const zIm = size * Math.sin(omega / rate);
  const last = Math.exp((-decay * length) / rate);
  const turn = ((omega / rate) * length) % (2 * Math.PI);
  const zNRe = last * Math.cos(turn);
  const zNIm = last * Math.sin(turn);
  const perSecond = 1 / rate;
  for (let k = from; k < to; k++) {
    const uRe = zRe * stepRe[k] - zIm * stepIm[k]; // u = z e^{-jw}
    const uIm = zRe * stepIm[k] + zIm * stepRe[k];
    const eRe = zNRe * endRe[k] - zNIm * endIm[k]; // e = z^N e^{-jwN}
    const eIm = zNRe * endIm[k] + zNIm * endRe[k];
    const dRe = 1 - uRe;
    const dIm = -uIm;
    const inverse = 1 / (dRe * dRe + dIm * dIm);
    const gRe = ((1 - eRe) * dRe - eIm * dIm) * inverse;
    const gIm = (-eIm * dRe - (1 - eRe) * dIm) * inverse;
    valueRe[k] = gRe;
    valueIm[k] = gIm;
    // dG/dp = (u G - N e) / (rate (1 - u))
    const tRe = uRe * gRe - uIm * gIm - length * eRe;
    const tIm = uRe * gIm + uIm * gRe - length * eIm;
    slopeRe[k] = (tRe * dRe + tIm * dIm) * inverse * perSecond;
    slopeIm[k] = (tIm * dRe - tRe * dIm) * inverse * perSecond;
  }
}

/**
 * Adds Re((re + j im) e^{(-decay + j omega) t}): half of the pole's spectrum and half of its mirror's at negative
 * frequency, which share most products.
 */
export function addDamped(
  { rate, length, count, stepRe, stepIm, endRe, endIm }: Bins,
  { decay, omega, re, im }: { decay: number; omega: number; re: number; im: number },
  [outRe, outIm]: readonly [Float64Array, Float64Array],
): void {
  const size = Math.exp(-decay / rate);
  const zRe = size * Math.cos(omega / rate);
  const zIm = size * Math.sin(omega / rate);
  const last = Math.exp((-decay * length) / rate);
  const turn = ((omega / rate) * length) % (2 * Math.PI);
  const zNRe = last * Math.cos(turn);
  const zNIm = last * Math.sin(turn);
  const aRe = re / 2;
  const aIm = im / 2;
  for (let k = 0; k < count; k++) {
    // z e^{-jw} and its mirror's conj(z) e^{-jw} are sum and difference of the same products.
    const level = 1 - zRe * stepRe[k];
    const swing = zIm * stepIm[k];
    const flat = -zRe * stepIm[k];
    const lean = zIm * stepRe[k];
    const ownRe = level + swing;
    const ownIm = flat - lean;
    const mirrorRe = level - swing;
    const mirrorIm = flat + lean;
    const ownSquare = ownRe * ownRe + ownIm * ownIm;
    const mirrorSquare = mirrorRe * mirrorRe + mirrorIm * mirrorIm;
    // One division for both: it costs as much as all products together.
    const inverse = 1 / (ownSquare * mirrorSquare);
    const own = mirrorSquare * inverse;
    const mirror = ownSquare * inverse;
    // a / (1 - u), to be cut off by 1 - e
    const fRe = (aRe * ownRe + aIm * ownIm) * own;
    const fIm = (aIm * ownRe - aRe * ownIm) * own;
    const mRe = (aRe * mirrorRe - aIm * mirrorIm) * mirror;
    const mIm = (-aIm * mirrorRe - aRe * mirrorIm) * mirror;
    const endLevel = 1 - zNRe * endRe[k];
    const endSwing = zNIm * endIm[k];
    const endFlat = -zNRe * endIm[k];
    const endLean = zNIm * endRe[k];
    outRe[k] +=
      fRe * (endLevel + endSwing) - fIm * (endFlat - endLean) + mRe * (endLevel - endSwing) - mIm * (endFlat + endLean);
    outIm[k] +=
      fRe * (endFlat - endLean) + fIm * (endLevel + endSwing) + mRe * (endFlat + endLean) + mIm * (endLevel - endSwing);
  }
}
