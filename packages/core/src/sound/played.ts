/**
 * A played instrument: the loudest that each frequency ever got while all notes were played, over the room's own sound;
 * the peaks that carry it and the valleys into which notes fall. Levels in decibels, the highest of the curve 0.
 */
import { InvalidInput, requirePositive } from '../base';
import { createFftPlan } from './fft';
import { noteOf, STANDARD_A4, type Note } from './notes';
import { toOneChannel, type OneChannel, type Samples, type SoundWarning } from './mixdown';
import type { Sound } from './wav';

export interface PlayedPeak {
  frequency: number;
  level: number;
  /** How far it stands over the higher of its two feet [dB]. */
  prominence: number;
}

export interface PlayedValley {
  frequency: number;
  /** Below the line between the peaks on either side [dB]. */
  depth: number;
  /** The note that falls into it. */
  note: Note;
}

export interface PlayedAnalysis {
  peaks: PlayedPeak[];
  valleys: PlayedValley[];
  /** [Hz, dB] along a scale of even musical steps. */
  curve: [number, number][];
  /** The room's own level over the same range, against the curve's highest [dB]. */
  background: number;
  /** Spread of the curve about its smooth course within the range [dB]: small is even. */
  evenness: number;
  warnings: SoundWarning[];
}

export interface PlayedOptions {
  /** Lowest and highest note fretted [Hz]. */
  lowest: number;
  highest: number;
  a4?: number;
}

/** Window long enough to part half steps low down, short enough to follow playing [s]. */
const WINDOW = 0.34;
/** Bins are drawn this much closer than the window alone would give. */
const PADDING = 2;
/** Steps per octave of the curve. */
const STEPS = 48;
const LEAST_SECONDS = 1;
const MOST_SECONDS = 200;
/** Frames this quiet are the room (share of frames). */
const QUIET_SHARE = 0.08;
const PEAK_DB = 4;
const VALLEY_DB = 6;

/**
 * Before it is decoded, where its length is known.
 * @throws InvalidInput for a recording that is too short or too long [s]
 */
export function checkPlayedLength(seconds: number): void {
  if (seconds < LEAST_SECONDS)
    throw new InvalidInput('file', seconds, 'is under a second: play all notes you want looked at');
  if (seconds > MOST_SECONDS)
    throw new InvalidInput('file', seconds, 'is over 200 seconds: send three minutes at most');
}

/** @throws InvalidInput for a range or a sound that can't be */
export function analysePlayed(
  sound: Sound | OneChannel,
  { lowest, highest, a4 = STANDARD_A4 }: PlayedOptions,
): PlayedAnalysis {
  requirePositive('lowest', lowest);
  requirePositive('highest', highest);
  if (lowest < 20 || lowest > 2000) throw new InvalidInput('lowest', lowest, 'must lie between 20 and 2000 Hz');
  if (highest < lowest * 1.2) throw new InvalidInput('highest', highest, 'must be well above the lowest note');
  if (highest > sound.rate / 2.2) throw new InvalidInput('highest', highest, 'is beyond what this recording holds');
  const { samples, warnings } = 'samples' in sound ? sound : toOneChannel(sound);
  const seconds = samples.length / sound.rate;
  checkPlayedLength(seconds);
  const frames = bandFrames(samples, sound.rate, lowest, highest);
  const { held, room } = heldAndRoom(frames);
  const top = held.reduce((most, level) => Math.max(most, level), -Infinity);
  const spread = overHalfSteps(held);
  const curve = frames.frequencies.map((f, i): [number, number] => [f, spread[i] - top]);
  const inRange = curve.filter(([f]) => f >= lowest * 0.97 && f <= highest * 1.03);
  return {
    peaks: peaksOf(inRange),
    valleys: valleysOf(inRange, a4),
    curve,
    background: room.reduce((sum, level) => sum + level, 0) / room.length - top,
    evenness: unevenness(inRange),
    warnings,
  };
}

interface Frames {
  frequencies: number[];
  /** Levels [dB] of each frame, one entry a frequency. */
  levels: Float64Array[];
}

/** Level per musical step, window by window, half a window on each time. */
function bandFrames(samples: Samples, rate: number, lowest: number, highest: number): Frames {
  const size = 2 ** Math.round(Math.log2(WINDOW * rate));
  const plan = createFftPlan(PADDING * size);
  const window = Float64Array.from({ length: size }, (_, n) => 0.5 - 0.5 * Math.cos((2 * Math.PI * n) / size));
  const count = Math.ceil(STEPS * Math.log2((highest * 1.12) / (lowest * 0.89))) + 1;
  const frequencies = Array.from({ length: count }, (_, i) => lowest * 0.89 * 2 ** (i / STEPS));
  const spacing = rate / plan.size;
  const levels: Float64Array[] = [];
  const piece = new Float64Array(size);
  for (let at = 0; at + size <= samples.length; at += size / 2) {
    for (let n = 0; n < size; n++) piece[n] = samples[at + n] * window[n];
    plan.run(piece, 0, size);
    levels.push(
      Float64Array.from(frequencies, (frequency) => {
        // The strongest bin within half a step, or the nearest one where steps are narrower than bins.
        const reach = frequency * (2 ** (0.5 / STEPS) - 1);
        const from = Math.max(1, Math.round((frequency - reach) / spacing));
        const to = Math.min(plan.size / 2, Math.round((frequency + reach) / spacing));
        let most = 0;
        for (let k = from; k <= to; k++)
          most = Math.max(most, plan.spectrum[2 * k] ** 2 + plan.spectrum[2 * k + 1] ** 2);
        return 10 * Math.log10(most + 1e-20);
      }),
    );
  }
  return { frequencies, levels };
}

/** Peak hold over all frames, and the usual level of the quietest ones. */
function heldAndRoom({ frequencies, levels }: Frames): { held: Float64Array; room: Float64Array } {
  const loudness = levels.map((frame) => frame.reduce((sum, level) => sum + 10 ** (level / 10), 0));
  const limit = [...loudness].sort((a, b) => a - b)[Math.floor(QUIET_SHARE * (loudness.length - 1))] ?? 0;
  const quiet = levels.filter((_, i) => loudness[i] <= limit);
  return {
    held: Float64Array.from(frequencies, (_, i) => levels.reduce((most, frame) => Math.max(most, frame[i]), -200)),
    room: Float64Array.from(frequencies, (_, i) => median(quiet.map((frame) => frame[i]))),
  };
}

/** Notes are half steps apart: between two of them nothing was asked, so each stands for its own half step. */
function overHalfSteps(held: Float64Array): Float64Array {
  const reach = Math.round(STEPS / 24);
  return held.map((_, i) =>
    held.subarray(Math.max(0, i - reach), i + reach + 1).reduce((a, b) => Math.max(a, b), -Infinity),
  );
}

function peaksOf(curve: readonly [number, number][]): PlayedPeak[] {
  return curve.flatMap(([, level], i) => {
    const middle = middleOfTop(curve, i);
    if (middle === null) return [];
    const prominence = Math.min(footBelow(curve, i, -1), footBelow(curve, i, 1));
    return prominence >= PEAK_DB ? [{ frequency: curve[middle][0], level, prominence }] : [];
  });
}

/** Middle of the flat top that begins here, or null where none does. */
function middleOfTop(curve: readonly [number, number][], at: number): number | null {
  const level = curve[at][1];
  let last = at;
  while (last + 1 < curve.length && curve[last + 1][1] === level) last++;
  const isTop = at > 0 && last < curve.length - 1 && curve[at - 1][1] < level && curve[last + 1][1] < level;
  return isTop ? (at + last) >> 1 : null;
}

/** How deep the curve falls on one side before it rises above this place again [dB]. */
function footBelow(curve: readonly [number, number][], at: number, step: -1 | 1): number {
  let lowest = curve[at][1];
  for (let i = at + step; i >= 0 && i < curve.length; i += step) {
    if (curve[i][1] > curve[at][1]) break;
    lowest = Math.min(lowest, curve[i][1]);
  }
  return curve[at][1] - lowest;
}

/** Low places between peaks, told by how far they lie below the lower of their two shoulders. */
function valleysOf(curve: readonly [number, number][], a4: number): PlayedValley[] {
  const turned = curve.map(([f, level]): [number, number] => [f, -level]);
  return turned.flatMap((_, i) => {
    const middle = middleOfTop(turned, i);
    if (middle === null) return [];
    const depth = Math.min(footBelow(turned, i, -1), footBelow(turned, i, 1));
    const frequency = turned[middle][0];
    return depth >= VALLEY_DB ? [{ frequency, depth, note: noteOf(frequency, a4) }] : [];
  });
}

/** Standard deviation about a running mean of an octave [dB]. */
function unevenness(curve: readonly [number, number][]): number {
  const half = STEPS / 2;
  const off = curve.map(([, level], i) => {
    const around = curve.slice(Math.max(0, i - half), i + half + 1);
    return level - around.reduce((sum, [, l]) => sum + l, 0) / around.length;
  });
  return Math.sqrt(off.reduce((sum, d) => sum + d * d, 0) / Math.max(1, off.length));
}

function median(values: readonly number[]): number {
  const sorted = [...values].sort((a, b) => a - b);
  return sorted[sorted.length >> 1] ?? -200;
}
