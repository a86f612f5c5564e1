/**
 * The damped sinusoids of one knock, found one after another: the residual's best match with a damped template is added, all are fitted together,
 * and what is left is looked at again, until nothing stands out of what is left. Noise is the residual's own running median, so a reverberant
 * room raises the bar by itself. Nothing is smeared by windows; two modes closer than their widths are told apart by the fit.
 */
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
}

export const BAND: FindOptions = { from: 55, to: 1000, most: 16 };

/** Bins beyond the band that still help to tell what leaks into it [Hz]. */
const MARGIN_HZ = 120;
/** Power over noise that lets a candidate in, and what a fitted mode must keep (1). */
const ENTRY = 18;
const KEEP = 30;
/** A candidate below this share of the strongest of its pass waits for the next pass. */
const LATER_SHARE = 0.03;
const APART_HZ = 9;
const PER_PASS = 5;
const PASSES = 7;
const STEPS_PER_PASS = 8;
const LAST_STEPS = 20;
/** Decays tried [1/s]. */
const DECAYS = [5, 12, 28, 70];
/** A frequency known no better than this is no note [Hz]. */
const VAGUE_HZ = 0.8;
const RANGE_DB = 42;

/** @param samples from the end of the hammer's touch on @param rate [1/s] */
export function findModes(samples: Float64Array, rate: number, options: FindOptions = BAND): FoundModes {
  const size = powerOfTwoAbove(samples.length);
  const bins = createBins(rate, samples.length, size, Math.max(20, options.from - MARGIN_HZ / 4), options.to + MARGIN_HZ);
  const plan = createFftPlan(size);
  plan.run(samples, 0, samples.length);
  const first = Math.round(bins.first / bins.spacing);
  const re = Float64Array.from({ length: bins.count }, (_, k) => plan.spectrum[2 * (first + k)]);
  const im = Float64Array.from({ length: bins.count }, (_, k) => plan.spectrum[2 * (first + k) + 1]);
  const templates = DECAYS.map((decay) => createTemplate(bins, decay));
  const problem: FitProblem = { bins, re, im, noise: runningNoise(re, im, bins), overlap: size / samples.length };
  let fit: ModeFit = { modes: [], status: 'converged', residualRe: re, residualIm: im };
  for (let pass = 0; pass < PASSES && fit.modes.length < options.most; pass++) {
    const fresh = candidates(problem, fit, templates, options.most - fit.modes.length);
    if (fresh.length === 0) break;
    fit = pruned(problem, fitModes(problem, [...fit.modes, ...fresh], STEPS_PER_PASS), KEEP / 2);
    problem.noise = runningNoise(fit.residualRe, fit.residualIm, bins);
  }
  fit = pruned(problem, fitModes(problem, fit.modes, LAST_STEPS), KEEP);
  const inBand = fit.modes.filter(({ omega }) => isWithin(omega / (2 * Math.PI), options));
  const modes = inBand.sort((a, b) => a.omega - b.omega);
  return { modes, bins, noise: problem.noise };
}

function isWithin(frequency: number, { from, to }: FindOptions): boolean {
  return frequency >= from && frequency <= to;
}

interface Template {
  decay: number;
  /** Spectrum of the damped sinusoid at offsets -reach … reach bins from its frequency, and its energy. */
  re: Float64Array;
  im: Float64Array;
  reach: number;
}

function createTemplate(bins: Bins, decay: number): Template {
  const reach = Math.ceil(Math.max(14, (3 * decay) / Math.PI) / bins.spacing);
  const middle = Math.floor(bins.count / 2);
  const out = [0, 1, 2, 3].map(() => new Float64Array(bins.count)) as [Float64Array, Float64Array, Float64Array, Float64Array]; // prettier-ignore
  const omega = 2 * Math.PI * (bins.first + middle * bins.spacing);
  const [from, to] = [Math.max(0, middle - reach), Math.min(bins.count, middle + reach + 1)];
  fillPoleSpectrum(bins, decay, omega, from, to, out);
  return { decay, re: out[0].slice(from, to), im: out[1].slice(from, to), reach: Math.floor((to - from - 1) / 2) };
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
  const power = new Float64Array(bins.count);
  const which = new Int32Array(bins.count);
  templates.forEach((template, t) => {
    for (let k = 0; k < bins.count; k++) {
      const { power: found } = match(residualRe, residualIm, noise, template, k);
      if (found > power[k]) {
        power[k] = found;
        which[k] = t;
      }
    }
  });
  const peaks = Array.from(power.keys()).filter(
    (k) => k > 0 && k < bins.count - 1 && power[k] / overlap > ENTRY && power[k] >= power[k - 1] && power[k] > power[k + 1],
  );
  peaks.sort((a, b) => power[b] - power[a]);
  for (const k of peaks) {
    const isFar = best.every(({ bin }) => Math.abs(bin - k) * bins.spacing > APART_HZ);
    if (!isFar || power[k] < LATER_SHARE * power[peaks[0]]) continue;
    const template = templates[which[k]];
    const { re, im } = match(residualRe, residualIm, noise, template, k);
    const omega = 2 * Math.PI * (bins.first + k * bins.spacing);
    // A second one right on top of a fitted one starts a little aside, or the two could not be told apart.
    const twin = modes.find((mode) => Math.abs(mode.omega - omega) < 0.5 * mode.decay);
    const aside = twin ? Math.sign(omega - twin.omega || 1) * twin.decay * 0.4 : 0;
    best.push({ omega: omega + aside, decay: template.decay, re: 2 * re, im: 2 * im, power: power[k], bin: k });
    if (best.length >= Math.min(PER_PASS, most)) break;
  }
  return best;
}

/** Amplitude of the template in the residual around a bin, and its power over the noise. */
function match(
  residualRe: Float64Array,
  residualIm: Float64Array,
  noise: Float64Array,
  { re, im, reach }: Template,
  bin: number,
): { re: number; im: number; power: number } {
  const from = Math.max(0, bin - reach);
  const to = Math.min(residualRe.length, bin + reach + 1);
  const shift = reach - bin;
  let sumRe = 0;
  let sumIm = 0;
  let energy = 0;
  for (let k = from; k < to; k++) {
    const [tRe, tIm, weight] = [re[k + shift], im[k + shift], 1 / noise[k]];
    sumRe += weight * (tRe * residualRe[k] + tIm * residualIm[k]);
    sumIm += weight * (tRe * residualIm[k] - tIm * residualRe[k]);
    energy += weight * (tRe * tRe + tIm * tIm);
  }
  return { re: sumRe / energy, im: sumIm / energy, power: (sumRe * sumRe + sumIm * sumIm) / energy };
}

/** Keeps the modes that stand out of the noise, are known well enough and are not far below the strongest; refits when any went. */
function pruned(problem: FitProblem, fit: ModeFit, keep: number): ModeFit {
  const loudest = Math.max(...fit.modes.map(size), 0);
  const stays = fit.modes.filter((mode) => {
    const significance = (size(mode) / mode.amplitudeSd) ** 2;
    const clear = mode.omegaSd / (2 * Math.PI) < VAGUE_HZ && mode.decaySd < 0.6 * mode.decay;
    return significance > keep && clear && size(mode) > loudest * 10 ** (-RANGE_DB / 20);
  });
  return stays.length === fit.modes.length ? fit : pruned(problem, fitModes(problem, stays, STEPS_PER_PASS), keep);
}

const size = ({ re, im }: Mode) => Math.hypot(re, im);

/** Wider than a strongly damped mode, narrower than the slope of a room's noise: grows with frequency [Hz]. */
const noiseReach = (frequency: number) => 40 + 0.2 * frequency;
const NOISE_STEP_HZ = 12;
/** Median of an exponential distribution over its mean. */
const MEDIAN_SHARE = Math.LN2;

/** Running median of the power per bin, as a mean: what is left once the few strong bins are passed over. */
export function runningNoise(re: Float64Array, im: Float64Array, { count, first, spacing }: Bins): Float64Array {
  const power = Float64Array.from({ length: count }, (_, k) => re[k] * re[k] + im[k] * im[k]);
  const stride = Math.max(1, Math.round(NOISE_STEP_HZ / spacing));
  const knots: number[] = [];
  for (let k = 0; k < count + stride; k += stride) {
    const centre = Math.min(k, count - 1);
    const reach = Math.max(4, Math.round(noiseReach(first + centre * spacing) / spacing));
    const around = power.slice(Math.max(0, centre - reach), Math.min(count, centre + reach + 1)).sort();
    knots.push(Math.max(around[around.length >> 1] / MEDIAN_SHARE, Number.MIN_VALUE));
  }
  return Float64Array.from({ length: count }, (_, k) => {
    const at = Math.floor(k / stride);
    const share = k / stride - at;
    return knots[at] * (1 - share) + knots[Math.min(at + 1, knots.length - 1)] * share;
  });
}
