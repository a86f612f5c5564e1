/**
 * Spectrum of a damped sinusoid that starts at the first sample and is cut off after N, in closed form:
 *   sum_{n<N} z^n e^{-j w n} = (1 - z^N e^{-j w N}) / (1 - z e^{-j w}),   z = exp((-alpha + j omega) / rate)
 * so that a sound can be fitted bin by bin without windows, and what a mode leaks into its neighbours is counted, not smeared.
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
}

export function createBins(rate: number, length: number, size: number, from: number, to: number): Bins {
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
  };
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

/** Bins between which 1 / (1 - z e^{-jw}) may be drawn straight, far from the pole. */
const STRIDE = 4;

/**
 * Adds (aRe + j aIm) times a pole's spectrum to `out` where the pole is far: there 1 / (1 - u) is smooth and is drawn straight between every
 * fourth bin, while the cut-off's own factor 1 - e is taken bin by bin.
 */
export function addFarPole(
  bins: Bins,
  pole: { decay: number; omega: number; re: number; im: number },
  from: number,
  to: number,
  out: readonly [Float64Array, Float64Array],
): void {
  const { rate, length, stepRe, stepIm, endRe, endIm } = bins;
  const [outRe, outIm] = out;
  const size = Math.exp(-pole.decay / rate);
  const zRe = size * Math.cos(pole.omega / rate);
  const zIm = size * Math.sin(pole.omega / rate);
  const last = Math.exp((-pole.decay * length) / rate);
  const turn = ((pole.omega / rate) * length) % (2 * Math.PI);
  const zNRe = last * Math.cos(turn);
  const zNIm = last * Math.sin(turn);
  let k = from;
  let [hereRe, hereIm] = [0, 0];
  for (let knot = from; knot < to + STRIDE; knot += STRIDE) {
    const at = Math.min(knot, bins.count - 1);
    const dRe = 1 - (zRe * stepRe[at] - zIm * stepIm[at]);
    const dIm = -(zRe * stepIm[at] + zIm * stepRe[at]);
    const inverse = 1 / (dRe * dRe + dIm * dIm);
    // a / (1 - u) at the knot
    const nextRe = (pole.re * dRe + pole.im * dIm) * inverse;
    const nextIm = (pole.im * dRe - pole.re * dIm) * inverse;
    const span = Math.max(1, at - k);
    const until = Math.min(at, to);
    const [stepOnRe, stepOnIm] = [(nextRe - hereRe) / span, (nextIm - hereIm) / span];
    for (let n = 0; k < until; k++, n++) {
      const fRe = hereRe + n * stepOnRe;
      const fIm = hereIm + n * stepOnIm;
      const gRe = 1 - (zNRe * endRe[k] - zNIm * endIm[k]);
      const gIm = -(zNRe * endIm[k] + zNIm * endRe[k]);
      outRe[k] += fRe * gRe - fIm * gIm;
      outIm[k] += fRe * gIm + fIm * gRe;
    }
    [hereRe, hereIm] = [nextRe, nextIm];
  }
  // The band's last bin is its own knot.
  if (k === bins.count - 1 && k < to) {
    const gRe = 1 - (zNRe * endRe[k] - zNIm * endIm[k]);
    const gIm = -(zNRe * endIm[k] + zNIm * endRe[k]);
    outRe[k] += hereRe * gRe - hereIm * gIm;
    outIm[k] += hereRe * gIm + hereIm * gRe;
  }
}
