/**
 * The damped sinusoids of one knock, found one after another: the residual's best match with a damped template is
 * added, all are fitted together, and what is left is looked at again, until nothing stands out of what is left. Noise
 * is the residual's own running median, so a reverberant room raises the bar by itself. Nothing is smeared by windows;
 * two modes closer than their widths are told apart by the fit.
 */
import { nthSmallest } from '../base';
import { createBins, fillPoleSpectrum, type Bins } from './damped-spectrum';
import { createFftPlan, powerOfTwoAbove } from './fft';
import { fitModes, type FitProblem, type FittedMode, type Mode, type ModeFit } from './fit-modes';

export interface FoundModes {
  modes: FittedMode[];
  /** Residual power per bin of the band, and the bins' frequencies. */
  bins: Bins;
  noise: Float64Array;
}

export interface FindOptions {
  /** Band in which modes are told [Hz]. */
  from: number;
  to: number;
  most: number;
  /** Steady tones of the mains that are there anyway [Hz]. */
  hum?: readonly number[];
}

export const BAND: FindOptions = { from: 55, to: 1000, most: 16 };

/** Bins beyond the band that still help to tell what leaks into it [Hz]. */
const MARGIN_HZ = 120;
/** Power over noise that lets a candidate in, and what a fitted mode must keep (1). */
const ENTRY = 18;
const KEEP = 30;
/** A candidate below this share of the strongest of its pass waits for the next pass. */
const LATER_SHARE = 0.03;
/**
 * Candidates of one pass lie further apart than this, or so many of their widths; what is closer waits for the next.
 */
const APART_HZ = 9;
const APART_WIDTHS = 2.5;
const PER_PASS = 5;
const PASSES = 7;
const STEPS_PER_PASS = 4;
const CLOSE_HZ = 8;
const LAST_STEPS = 12;
/** Under the noise that the last modes leave. */
const SETTLING_STEPS = 4;
/** Decays tried [1/s]. */
const DECAYS = [5, 12, 28, 70];
/** A frequency known no better than this is no note [Hz]. */
const VAGUE_HZ = 0.8;
/** What lies this far below the strongest is not told: a room makes as much of its own. */
const RANGE_DB = 33;
/** Less than this is a room or a thud, no note of a plate (1). */
const LEAST_Q = 10;

/** @param samples from the end of the hammer's touch on @param rate [1/s] */
export function findModes(samples: Float64Array, rate: number, options: FindOptions = BAND): FoundModes {
  const size = powerOfTwoAbove(samples.length);
  const bins = createBins(rate, samples.length, size, [
    Math.max(12, options.from - MARGIN_HZ / 4),
    options.to + MARGIN_HZ,
  ]);
  const plan = createFftPlan(size);
  plan.run(samples, 0, samples.length);
  const first = Math.round(bins.first / bins.spacing);
  const re = Float64Array.from({ length: bins.count }, (_, k) => plan.spectrum[2 * (first + k)]);
  const im = Float64Array.from({ length: bins.count }, (_, k) => plan.spectrum[2 * (first + k) + 1]);
  const templates = DECAYS.map((decay) => createTemplate(bins, decay));
  const problem: FitProblem = { bins, re, im, noise: runningNoise(re, im, bins), overlap: size / samples.length };
  const hum = (options.hum ?? []).map((f): Mode => ({
    omega: 2 * Math.PI * f,
    decay: 1e-3,
    re: 0,
    im: 0,
    steady: true,
  }));
  let fit: ModeFit = { modes: [], status: 'converged', residualRe: re, residualIm: im };
  if (hum.length > 0) fit = fitModes(problem, hum, STEPS_PER_PASS);
  for (let pass = 0; pass < PASSES && fit.modes.length < options.most; pass++) {
    const fresh = candidates(problem, fit, templates, options.most - fit.modes.length);
    if (fresh.length === 0) break;
    const grown = grow(problem, fit, fresh) ?? (fresh.length > 1 ? grow(problem, fit, fresh.slice(0, 1)) : null);
    if (!grown) break;
    fit = grown;
    problem.noise = runningNoise(fit.residualRe, fit.residualIm, bins);
  }
  fit = pruned(problem, fitModes(problem, fit.modes, LAST_STEPS), KEEP);
  problem.noise = runningNoise(fit.residualRe, fit.residualIm, bins);
  fit = withTwinsParted(problem, fit);
  const settled = fitModes(problem, fit.modes, SETTLING_STEPS);
  // Two that fell together in the last steps have no errors that could be told: then the fit before it stands.
  if (settled.modes.every(hasErrors)) fit = settled;
  const inBand = fit.modes.filter(
    (mode) =>
      !mode.steady &&
      hasErrors(mode) &&
      mode.omega > 2 * LEAST_Q * mode.decay &&
      isWithin(mode.omega / (2 * Math.PI), options),
  );
  // What is too weak to be told is fitted all the same: left out, it would pull at its neighbours and be found again
  // and again.
  const least = Math.max(...inBand.map(sizeOf), 0) * 10 ** (-RANGE_DB / 20);
  const modes = inBand.filter((mode) => sizeOf(mode) > least).sort((a, b) => a.omega - b.omega);
  return { modes, bins, noise: problem.noise };
}

/** The fit with candidates added, or null where they cost more modes than they bring. */
function grow(problem: FitProblem, fit: ModeFit, fresh: readonly Mode[]): ModeFit | null {
  // Two that lie close together take longer to find their places.
  const close = fresh.some(({ omega }) =>
    fit.modes.some((mode) => Math.abs(mode.omega - omega) < 2 * Math.PI * CLOSE_HZ),
  );
  const steps = close ? LAST_STEPS : STEPS_PER_PASS;
  const grown = pruned(problem, fitModes(problem, [...fit.modes, ...fresh], steps), KEEP / 2);
  return grown.modes.length > fit.modes.length ? grown : null;
}

/** Residual power near a mode over the noise that hints at a twin under it (1). */
const TWIN_HINT = 4;
const TWIN_APART_HZ = [1, 2.5];
const MOST_TWINS = 3;
const LEAST_APART_HZ = 0.7;

/**
 * Two partials that begin against each other look like one that swells: where one leaves too much behind, two are tried
 * in its place.
 */
function withTwinsParted(problem: FitProblem, fit: ModeFit): ModeFit {
  let best = fit;
  let tries = MOST_TWINS;
  const loudestFirst = [...fit.modes].sort((a, b) => sizeOf(b) - sizeOf(a));
  for (const mode of loudestFirst) {
    if (mode.steady || leftNear(problem, best, mode) < TWIN_HINT || !best.modes.includes(mode)) continue;
    // A spoilt recording leaves something everywhere: that is no sign of twins.
    if (tries-- === 0) break;
    const others = best.modes.filter((other) => other !== mode);
    for (const apart of TWIN_APART_HZ) {
      const off = 2 * Math.PI * apart * 0.5;
      const twin = (side: 1 | -1): Mode => ({
        omega: mode.omega + side * off,
        decay: 2 * mode.decay,
        re: -side * mode.im,
        im: side * mode.re,
      });
      const parted = pruned(problem, fitModes(problem, [...others, twin(1), twin(-1)], LAST_STEPS), KEEP);
      if (
        parted.modes.length > best.modes.length &&
        leftNear(problem, parted, mode) < leftNear(problem, best, mode) / 2
      ) {
        best = parted;
        break;
      }
    }
  }
  return best;
}

/** Two that lie clearly apart: what only mends a misfit sits on top of itself. */
function areApart(a: FittedMode, b: FittedMode): boolean {
  const apart = Math.abs(a.omega - b.omega);
  return apart > 2 * Math.PI * LEAST_APART_HZ && apart > 4 * Math.hypot(a.omegaSd, b.omegaSd);
}

/** Mean power of the residual over the noise within a few hertz of a mode. */
function leftNear({ bins, noise }: FitProblem, { residualRe, residualIm }: ModeFit, { omega }: Mode): number {
  const centre = Math.round((omega / (2 * Math.PI) - bins.first) / bins.spacing);
  const reach = Math.ceil(6 / bins.spacing);
  let [sum, count] = [0, 0];
  for (let k = Math.max(0, centre - reach); k <= Math.min(bins.count - 1, centre + reach); k++) {
    sum += (residualRe[k] ** 2 + residualIm[k] ** 2) / noise[k];
    count++;
  }
  return sum / Math.max(1, count);
}

function isWithin(frequency: number, { from, to }: FindOptions): boolean {
  return frequency >= from && frequency <= to;
}

interface Template {
  decay: number;
  /** Spectrum of the damped sinusoid at offsets -reach … reach bins from its frequency, and its energy. */
  re: Float64Array;
  im: Float64Array;
  square: Float64Array;
  reach: number;
  /** A wide one need not be tried at every bin. */
  stride: number;
}

function createTemplate(bins: Bins, decay: number): Template {
  const reach = Math.ceil(Math.max(14, (3 * decay) / Math.PI) / bins.spacing);
  const middle = Math.floor(bins.count / 2);
  const out = [0, 1, 2, 3].map(() => new Float64Array(bins.count)) as [
    Float64Array,
    Float64Array,
    Float64Array,
    Float64Array,
  ];
  const omega = 2 * Math.PI * (bins.first + middle * bins.spacing);
  const [from, to] = [Math.max(0, middle - reach), Math.min(bins.count, middle + reach + 1)];
  fillPoleSpectrum(bins, decay, omega, from, to, out);
  const stride = Math.max(1, Math.round(decay / (4 * Math.PI * bins.spacing)));
  const [re, im] = [out[0].slice(from, to), out[1].slice(from, to)];
  return {
    decay,
    re,
    im,
    square: re.map((value, k) => value * value + im[k] * im[k]),
    reach: Math.floor((to - from - 1) / 2),
    stride,
  };
}

interface Candidate extends Mode {
  power: number;
  bin: number;
}

/** Where the residual looks most like a damped sinusoid, strongest first. */
function candidates(
  { bins, noise, overlap }: FitProblem,
  { residualRe, residualIm, modes }: ModeFit,
  templates: readonly Template[],
  most: number,
): Candidate[] {
  const best: Candidate[] = [];
  const left = weighed(residualRe, residualIm, noise);
  const power = new Float64Array(bins.count);
  const which = new Int32Array(bins.count);
  templates.forEach((template, t) => {
    for (let k = 0; k < bins.count; k += template.stride) {
      const { power: found } = match(left, template, k);
      for (let near = k; near < Math.min(k + template.stride, bins.count); near++) {
        if (found <= power[near]) continue;
        power[near] = found;
        which[near] = t;
      }
    }
  });
  const peaks = Array.from(power.keys()).filter(
    (k) =>
      k > 0 && k < bins.count - 1 && power[k] / overlap > ENTRY && power[k] > power[k - 1] && power[k] >= power[k + 1],
  );
  peaks.sort((a, b) => power[b] - power[a]);
  for (const k of peaks) {
    const apart = (decay: number) => Math.max(APART_HZ, (APART_WIDTHS * decay) / Math.PI);
    const own = apart(templates[which[k]].decay);
    const isFar = best.every(({ bin, decay }) => Math.abs(bin - k) * bins.spacing > Math.max(own, apart(decay)));
    if (!isFar || power[k] < LATER_SHARE * power[peaks[0]]) continue;
    const template = templates[which[k]];
    const { re, im } = match(left, template, k);
    const omega = 2 * Math.PI * (bins.first + k * bins.spacing);
    // A second one right on top of a fitted one starts a little aside, or the two could not be told apart.
    const twin = modes.find((mode) => Math.abs(mode.omega - omega) < 0.5 * mode.decay);
    const aside = twin ? Math.sign(omega - twin.omega || 1) * twin.decay * 0.4 : 0;
    best.push({ omega: omega + aside, decay: template.decay, re: 2 * re, im: 2 * im, power: power[k], bin: k });
    if (best.length >= Math.min(PER_PASS, most)) break;
  }
  return best;
}

/** A residual over its noise, once for all templates and bins. */
interface Weighed {
  re: Float64Array;
  im: Float64Array;
  weight: Float64Array;
}

function weighed(residualRe: Float64Array, residualIm: Float64Array, noise: Float64Array): Weighed {
  const [re, im, weight] = [noise, noise, noise].map(({ length }) => new Float64Array(length));
  for (let k = 0; k < noise.length; k++) {
    weight[k] = 1 / noise[k];
    re[k] = residualRe[k] * weight[k];
    im[k] = residualIm[k] * weight[k];
  }
  return { re, im, weight };
}

/** Amplitude of the template in the residual around a bin, and its power over the noise. */
function match(left: Weighed, template: Template, bin: number): { re: number; im: number; power: number } {
  const { re: leftRe, im: leftIm, weight } = left;
  const { re, im, square, reach } = template;
  const from = Math.max(0, bin - reach);
  const to = Math.min(leftRe.length, bin + reach + 1);
  const shift = reach - bin;
  let sumRe = 0;
  let sumIm = 0;
  let energy = 0;
  for (let k = from; k < to; k++) {
    const tRe = re[k + shift];
    const tIm = im[k + shift];
    sumRe += tRe * leftRe[k] + tIm * leftIm[k];
    sumIm += tRe * leftIm[k] - tIm * leftRe[k];
    energy += weight[k] * square[k + shift];
  }
  return { re: sumRe / energy, im: sumIm / energy, power: (sumRe * sumRe + sumIm * sumIm) / energy };
}

/** Keeps the modes that stand out of the noise and are known well enough; refits when any went. */
function pruned(problem: FitProblem, fit: ModeFit, keep: number): ModeFit {
  const stays = fit.modes.filter((mode) => {
    if (mode.steady) return true;
    const significance = (sizeOf(mode) / mode.amplitudeSd) ** 2;
    const clear = mode.omegaSd / (2 * Math.PI) < VAGUE_HZ && mode.decaySd < 0.6 * mode.decay;
    const onTop = fit.modes.some((other) => other !== mode && sizeOf(other) >= sizeOf(mode) && !areApart(mode, other));
    return significance > keep && clear && !onTop;
  });
  return stays.length === fit.modes.length ? fit : pruned(problem, fitModes(problem, stays, STEPS_PER_PASS), keep);
}

const hasErrors = ({ omegaSd, decaySd, amplitudeSd }: FittedMode) => Number.isFinite(omegaSd + decaySd + amplitudeSd);

const sizeOf = ({ re, im }: Mode) => Math.hypot(re, im);

/** Wider than a strongly damped mode, narrower than the slope of a room's noise: grows with frequency [Hz]. */
const noiseReach = (frequency: number) => 40 + 0.2 * frequency;
/** Its knots lie this share of their reach apart (1). */
const NOISE_STEPS = 0.2;
/** Median of an exponential distribution over its mean. */
const MEDIAN_SHARE = Math.LN2;

/**
 * Running median of the power per bin, as a mean: what is left once the few strong bins are passed over. It is taken at
 * knots that lie as far apart as its own reach lets it change, and drawn straight between them.
 */
function runningNoise(re: Float64Array, im: Float64Array, { count, first, spacing }: Bins): Float64Array {
  const power = new Float64Array(count);
  for (let k = 0; k < count; k++) power[k] = re[k] * re[k] + im[k] * im[k];
  const noise = new Float64Array(count);
  const knot = (k: number) => {
    const reach = Math.max(4, Math.round(noiseReach(first + k * spacing) / spacing));
    const around = power.slice(Math.max(0, k - reach), Math.min(count, k + reach + 1));
    return Math.max(nthSmallest(around, around.length >> 1) / MEDIAN_SHARE, Number.MIN_VALUE);
  };
  let [at, level] = [0, count > 0 ? knot(0) : 0];
  while (at < count) {
    const step = Math.max(1, Math.round((NOISE_STEPS * noiseReach(first + at * spacing)) / spacing));
    const next = Math.min(at + step, count - 1);
    const after = knot(next);
    for (let k = at; k <= next; k++) noise[k] = level + ((after - level) * (k - at)) / Math.max(1, next - at);
    if (next === count - 1) break;
    [at, level] = [next, after];
  }
  return noise;
}
