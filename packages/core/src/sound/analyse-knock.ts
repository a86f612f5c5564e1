/**
 * What a recording of knocks says: where it was knocked, which partials the plate answered with, how long it rings,
 * whether something rattles, and what is wrong with the recording. The same for a file, the microphone and the public
 * API.
 */
import { mean } from '../base';
import { ringTime } from '../wood';
import { combineKnocks, type CombinedPartial, type KnockPartial } from './combine-knocks';
import { brightnessOf } from './brightness';
import { BAND, findModes, type FindOptions } from './find-modes';
import type { FittedMode } from './fit-modes';
import { humTones } from './hum';
import { noteOf, STANDARD_A4, type Note } from './notes';
import { toOneChannel, type OneChannel, type Samples, type SoundWarning } from './mixdown';
import { findOnsets, type Onset, type OnsetReason } from './onsets';
import { rattleOf } from './rattle';
import { ringTimeOf } from './ring';
import type { Sound } from './wav';

export interface HeardOnset {
  time: number;
  accepted: boolean;
  reason?: OnsetReason | 'no-notes';
}

export interface HeardPartial extends CombinedPartial, Note {
  /** Time to fall by 60 dB [s]. */
  ring: number;
}

export interface KnockAnalysis {
  sampleRate: number;
  duration: number;
  onsets: HeardOnset[];
  /** Of the accepted knocks together, lowest first. */
  partials: HeardPartial[];
  /** Of the whole sound [s]; null where nothing was accepted. */
  ringTime: number | null;
  /** Likelihood that something is loose (0..1). */
  rattle: number;
  /** The strongest partial as it was at the blow, against full scale [dB]; null where nothing was accepted. */
  loudness: number | null;
  /**
   * Centre of the sound's power just after the blow [Hz]: a bright place lies high; null where nothing was accepted.
   */
  brightness: number | null;
  warnings: SoundWarning[];
}

export interface KnockOptions {
  a4: number;
  spelling: 'sharp' | 'flat';
  /** Lowest partial that is told [Hz]: a loose half of a top twists lower than a whole plate pumps. */
  from: number;
}

export const USUAL_OPTIONS: KnockOptions = { a4: STANDARD_A4, spelling: 'sharp', from: BAND.from };

/** The hammer has left the plate this long after its first touch [s]. */
const CONTACT = 2.2e-3;
/** Longer than this a plate adds nothing but the room [s]. */
const LONGEST = 1.36;
/** Less than this is too short to tell notes by [s]. */
const LEAST = 0.08;

export function analyseKnock(sound: Sound | OneChannel, chosen: Partial<KnockOptions> = {}): KnockAnalysis {
  const options = { ...USUAL_OPTIONS, ...chosen };
  const { rate } = sound;
  const { samples, warnings, clipped } = 'samples' in sound ? sound : toOneChannel(sound);
  const duration = samples.length / rate;
  const nothing: KnockAnalysis = {
    sampleRate: rate,
    duration,
    onsets: [],
    partials: [],
    ringTime: null,
    rattle: 0,
    loudness: null,
    brightness: null,
    warnings,
  };
  if (warnings.includes('silent')) return nothing;
  const onsets = findOnsets(samples, rate);
  const quiet = quietBefore(samples, onsets, rate);
  const hum = humTones(quiet, rate, BAND.to);
  if (hum.length > 0) warnings.push('hum');
  const heard = onsets.map((onset) =>
    onset.accepted ? hear(samples, rate, onset, { clipped, band: { ...BAND, from: options.from, hum } }) : null,
  );
  const knocks = heard.filter((knock) => knock !== null && knock.partials.length > 0) as Knock[];
  const combined = combineKnocks(knocks.map((knock) => knock.partials));
  const loudest = Math.max(...combined.map(({ level }) => level));
  return {
    ...nothing,
    onsets: onsets.map(({ time, accepted, reason }, i) => {
      const mute = accepted && heard[i]!.partials.length === 0;
      const why = mute ? ('no-notes' as const) : reason;
      return { time, accepted: accepted && !mute, ...(why && { reason: why }) };
    }),
    partials: combined.map((partial) => ({
      ...partial,
      level: partial.level - loudest,
      ring: ringTime(partial.q, partial.frequency),
      ...noteOf(partial.frequency, options.a4, options.spelling),
    })),
    ringTime: middle(
      knocks.flatMap(
        ({ modes, from, to }) =>
          ringOf(modes) ?? ringTimeOf(stretch(samples, rate, from, to), rate, power(quiet)) ?? [],
      ),
    ),
    rattle:
      clipped.length > 0
        ? 0
        : (middle(knocks.map(({ from, to }) => rattleOf(stretch(samples, rate, from, to), rate, quiet))) ?? 0),
    loudness: middle(knocks.map((knock) => knock.loudness)),
    brightness: middle(knocks.map(({ from, to }) => brightnessOf(stretch(samples, rate, from, to), rate, quiet))),
  };
}

interface Knock {
  partials: KnockPartial[];
  loudness: number;
  modes: FittedMode[];
  from: number;
  to: number;
}

function hear(
  samples: Samples,
  rate: number,
  { from, to, blur }: Onset,
  { clipped, band }: { clipped: readonly [number, number][]; band: FindOptions },
): Knock {
  // What was cut off at full scale is no sum of notes: begin after it.
  const ceiling = clipped.filter(([a]) => a >= from - CONTACT * rate && a < to).at(-1)?.[1] ?? 0;
  const start = Math.max(from + Math.round(CONTACT * rate), ceiling + 1);
  const end = Math.min(to, start + Math.round(LONGEST * rate));
  if (end - start < LEAST * rate) return { partials: [], loudness: -Infinity, modes: [], from, to };
  const { modes } = findModes(Float64Array.from(samples.subarray(start, end)), rate, band);
  return { ...partialsOf(modes, { touched: from / rate, blur }, start / rate), modes, from, to };
}

interface Touch {
  /** First touch [s], and how much noise hides it (0..1). */
  touched: number;
  blur: number;
}

/** Level and polarity as they were at the blow. @param started when the fit begins [s] */
function partialsOf(modes: readonly FittedMode[], touch: Touch, started: number): Pick<Knock, 'partials' | 'loudness'> {
  const blow = blowTime(modes, touch, started);
  const amplitudes = modes.map(({ re, im, decay }) => Math.hypot(re, im) * Math.exp(decay * (started - blow)));
  const loudest = Math.max(...amplitudes);
  const partials = modes.map(({ omega, decay, omegaSd, decaySd, re, im }, i): KnockPartial => {
    const phase = Math.atan2(im, re) - omega * (started - blow);
    return {
      frequency: omega / (2 * Math.PI),
      frequencySd: omegaSd / (2 * Math.PI),
      q: omega / (2 * decay),
      qSd: decaySd / decay,
      level: 20 * Math.log10(amplitudes[i] / loudest),
      // x ~ sin: a blow gives a velocity, so each partial starts from nothing, up or down.
      polarity: -Math.sin(phase) >= 0 ? 1 : -1,
    };
  });
  return { partials, loudness: 20 * Math.log10(loudest) };
}

/**
 * Standard deviation of the blow's moment about the first touch, and its middle after it: in the clear, and hidden in
 * noise [s].
 */
const CLEAR = { doubt: 8e-4, after: 3e-4 };
const HIDDEN = { doubt: 1.2e-3, after: -3e-4 };

/** The one moment from which all partials start as sines, near the hammer's touch. */
function blowTime(modes: readonly FittedMode[], { touched, blur }: Touch, started: number): number {
  const doubt = CLEAR.doubt + blur * (HIDDEN.doubt - CLEAR.doubt);
  const after = CLEAR.after + blur * (HIDDEN.after - CLEAR.after);
  let best = touched;
  let most = -1;
  for (let t = touched - 2.4e-3; t <= touched + 1.8e-3; t += 5e-5) {
    const sines = modes.reduce((sum, { omega, decay, re, im }) => {
      const phase = Math.atan2(im, re) - omega * (started - t);
      return sum + (re * re + im * im) * Math.exp(2 * decay * (started - t)) * Math.sin(phase) ** 2;
    }, 0);
    const score = sines * Math.exp(-0.5 * ((t - touched - after) / doubt) ** 2);
    if (score > most) [most, best] = [score, t];
  }
  return best;
}

/** Ring time of the partials together, as the backward integral of their sum would give it without any noise. */
function ringOf(modes: readonly FittedMode[]): number | null {
  if (modes.length === 0) return null;
  const energy = (t: number) =>
    modes.reduce((sum, { re, im, decay }) => sum + ((re * re + im * im) / (4 * decay)) * Math.exp(-2 * decay * t), 0);
  const whole = energy(0);
  const fall = (t: number) => 10 * Math.log10(energy(t) / whole);
  const slowest = Math.min(...modes.map(({ decay }) => decay));
  const reach = 12 / slowest;
  const at = (level: number) => {
    let [low, high] = [0, reach];
    for (let i = 0; i < 50; i++) {
      const half = (low + high) / 2;
      if (fall(half) > level) low = half;
      else high = half;
    }
    return low;
  };
  const [from, to] = [at(-5), at(-35)];
  const times = Array.from({ length: 60 }, (_, i) => from + ((to - from) * i) / 59);
  const levels = times.map(fall);
  const [mt, ml] = [mean(times), mean(levels)];
  const slope = mean(times.map((t, i) => (t - mt) * (levels[i] - ml))) / mean(times.map((t) => (t - mt) ** 2));
  return -60 / slope;
}

/** No plate rings longer; after it there is only the room [s]. */
const LONGEST_RING = 8;

const stretch = (samples: Samples, rate: number, from: number, to: number): Float64Array =>
  Float64Array.from(samples.subarray(from, Math.min(to, from + Math.round(LONGEST_RING * rate))));

/** The stretch before the first onset, or the last tenth where it begins with a blow. */
function quietBefore(samples: Samples, onsets: readonly Onset[], rate: number): Float64Array {
  const first = onsets[0]?.from ?? samples.length;
  const before = first - Math.round(0.003 * rate);
  const most = Math.round(LONGEST_RING * rate);
  return before > 0.05 * rate
    ? stretch(samples, rate, Math.max(0, before - most), before)
    : stretch(samples, rate, Math.max(Math.floor(0.9 * samples.length), samples.length - most), samples.length);
}

function power(samples: Float64Array): number {
  return samples.reduce((sum, x) => sum + x * x, 0) / Math.max(1, samples.length);
}

function middle(values: readonly number[]): number | null {
  if (values.length === 0) return null;
  const sorted = [...values].sort((a, b) => a - b);
  const half = sorted.length >> 1;
  return sorted.length % 2 === 1 ? sorted[half] : (sorted[half - 1] + sorted[half]) / 2;
}
