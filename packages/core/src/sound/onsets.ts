/**
 * Where a recording was knocked: sudden rises of energy, each looked at for what it is. A knock rises within a few
 * milliseconds and then dies away; speech, coughs and scrapes swell or go on; two blows close together are one blow
 * spoilt.
 */
import type { Samples } from './mixdown';
import { predict, slowedDown, predictionErrorEnergy, type Prediction } from './prediction-error';

export type OnsetReason = 'weak' | 'double' | 'slow' | 'goes-on' | 'too-short';

export interface Onset {
  /** First touch of the hammer [s]. */
  time: number;
  accepted: boolean;
  reason?: OnsetReason;
  /** Sample of the first touch, and of the end of what belongs to it. */
  from: number;
  to: number;
  /** Power of its loudest 8 ms against the loudest of all [dB]. */
  level: number;
  /**
   * How much the noise before it hides the first touch: 0 not at all, 1 so that it is seen a millisecond late or early.
   */
  blur: number;
}

/** One hop of the envelope [s]. */
const HOP = 1e-3;
const BEFORE = 14;
const AFTER = 5;
/** Rise of power that is worth a look, and how far it stands out of the quiet [dB]. */
const RISE_DB = 8;
const OUT_OF_QUIET_DB = 9;
const WEAK_DB = -20;
/** Of a blow this share of what is new comes at once (1). */
const LEAST_SHARP = 0.5;
const SURELY_SHARP = 0.9;
/** A rise within this of a blow may be its own ringing; this much louder it is not (power). */
const RINGS_HOPS = 3000;
/** How far from a blow its own ringing is foretold [hops]; what comes later is judged from its own surroundings. */
const NEAR_HOPS = 700;
const ROUND_BEFORE = 150;
const ROUND_AFTER = 350;
/** A blow this long after another one need not be as strong to be one of its own. */
const APART_HOPS = 500;
const APART_SHARE = 0.01;
const LOUDER = 3;
const LEAD_HOPS = 6;
const DOUBLE_HOPS = 160;
const SHORT_HOPS = 100;
/** From 4 to 60 ms down to 120 to 240 ms [dB]. */
const LEAST_FALL_DB = 2.5;
const REFRACTORY_HOPS = 12;
/** Noise of this share of the blow's height hides its beginning (1). */
const HIDDEN = 0.3;
const RUMBLE_HZ = 120;
/** Rate at which blows are told from ringing [1/s]. */
const PREDICTION_RATE = 3000;
/** Prediction error of a second blow against the first (power), and over what is usual between blows (1). */
const SECOND_SHARE = 0.05;
const BURST = 10;
/** Ringing that a second blow adds, against what the first one set going (energy). */
const RINGING_SHARE = 0.1;

export function findOnsets(samples: Samples, rate: number): Onset[] {
  const hop = Math.max(1, Math.round(HOP * rate));
  const power = smoothed(powerAbove(samples, rate, hop));
  if (power.length < BEFORE + AFTER) return [];
  const quiet = quantile(power, 0.15);
  const blows = realImpacts(rises(power, quiet), power, (at, lead, span) =>
    novelty(samples, rate, hop, { at, lead, span }),
  );
  const loudness = blows.map(({ at }) => max(power, at, at + 40));
  const loudest = Math.max(...loudness, 0);
  const onsets = blows.map(({ at, isSecond, sharp }, i): Onset => {
    const { from, blur } = firstTouch(samples, at * hop, hop);
    const next = blows[i + 1]?.at ?? power.length;
    const level = 10 * Math.log10(loudness[i] / loudest);
    const reason = isSecond ? 'double' : reasonAgainst(power, at, next, { level, quiet, sharp });
    return {
      time: from / rate,
      accepted: !reason,
      ...(reason && { reason }),
      from,
      to: Math.min(next * hop, samples.length),
      level,
      blur,
    };
  });
  return doublesMarked(onsets, hop);
}

interface Blow {
  /** Hop of its beginning. */
  at: number;
  /** It fell into the ringing of another one. */
  isSecond: boolean;
  /** Share of what is new in the following 80 ms that came within the first 10 (0..1). */
  sharp: number;
}

/** What the past did not foretell after a blow, hop by hop from a few before it. */
interface Newness {
  error: Float64Array;
  /** Hops of the error before the blow. */
  lead: number;
  prediction: Prediction;
  perHop: number;
}

/**
 * A plate that rings swells and fades as its notes beat: not every rise is a blow. But ringing foretells itself and a
 * blow does not, so a blow stands out of the prediction error. (A loose brace's rattle is far weaker there.)
 */
function realImpacts(candidates: readonly number[], power: Float64Array, noveltyAt: NoveltyAt): Blow[] {
  const blows: Blow[] = [];
  let last: { at: number; fresh: Newness; level: number; seconds: number[] } | null = null;
  for (const at of candidates) {
    const level = max(power, at, at + 40);
    const within = last !== null && at - last.at < RINGS_HOPS;
    if (last && within) {
      const isNew = level > LOUDER * last.level || isNewBlow(last, at, noveltyAt);
      if (!isNew || last.seconds.some((second) => Math.abs(second - at) < REFRACTORY_HOPS)) continue;
    }
    const fresh = noveltyAt(at, LEAD_HOPS, NEAR_HOPS);
    const seconds = secondBlows(fresh).map((after) => at + after);
    blows.push({ at, isSecond: false, sharp: sharpness(fresh) });
    seconds.forEach((second) => blows.push({ at: second, isSecond: true, sharp: 1 }));
    last = { at, fresh, level, seconds };
  }
  return blows.sort((a, b) => a.at - b.at);
}

/** @param lead and span hops before and after the place to look at */
type NoveltyAt = (at: number, lead: number, span: number) => Newness;

function novelty(
  samples: Samples,
  rate: number,
  hop: number,
  { at, lead: wanted, span }: { at: number; lead: number; span: number },
): Newness {
  const factor = Math.max(1, Math.round(rate / PREDICTION_RATE));
  const perHop = Math.max(1, Math.round(hop / factor));
  const lead = Math.min(at, wanted);
  const until = Math.min((at + span) * hop, samples.length);
  const stretch = slowedDown(Float64Array.from(samples.subarray((at - lead) * hop, until)), factor);
  const prediction = predict(stretch);
  return { error: envelope(prediction.error, perHop), lead, prediction, perHop };
}

/** Is there something new at a later place that is not much weaker than the last blow itself? */
function isNewBlow(last: { at: number; fresh: Newness }, at: number, noveltyAt: NoveltyAt): boolean {
  const { error, lead } = last.fresh;
  const first = max(error, lead - 4, lead + REFRACTORY_HOPS);
  const ringing = surpriseAt(last.fresh, -3);
  const near = at - last.at < NEAR_HOPS - ROUND_BEFORE;
  const here = near ? last.fresh : noveltyAt(at, ROUND_BEFORE, ROUND_AFTER);
  const after = near ? at - last.at : 0;
  const share = at - last.at > APART_HOPS ? APART_SHARE : SECOND_SHARE;
  const there = max(here.error, here.lead + after - 4, here.lead + after + 8);
  const isBurst = there > share * first && there > BURST * quantile(here.error, 0.5);
  return isBurst && surpriseAt(here, after - 2) > RINGING_SHARE * (share / SECOND_SHARE) * ringing;
}

/**
 * Energy that the sound has beyond its own ringing on: a blow leaves the plate ringing anew, a click or a rattle is
 * over at once, however bright.
 */
function surpriseAt({ prediction, lead, perHop }: Newness, after: number): number {
  return predictionErrorEnergy(prediction, Math.max(0, lead + after) * perHop, 4 * perHop, 18 * perHop);
}

/** Hops after the blow at which a second one fell into its ringing. */
function secondBlows(fresh: Newness): number[] {
  const { error, lead } = fresh;
  const first = max(error, lead - 4, lead + REFRACTORY_HOPS);
  const ringing = surpriseAt(fresh, -3);
  const usual = quantile(error, 0.5);
  for (let h = REFRACTORY_HOPS + 4; h < Math.min(error.length - 2 - lead, DOUBLE_HOPS); h++) {
    const there = error[lead + h];
    const isBurst = there > SECOND_SHARE * first && there > BURST * usual;
    if (
      isBurst &&
      there > 3 * mean(error, lead + h - 8, lead + h - 2) &&
      surpriseAt(fresh, h - 2) > RINGING_SHARE * ringing
    )
      return [h + 1];
  }
  return [];
}

/** A blow's novelty is over at once; a syllable or a scrape goes on being new. */
function sharpness({ error, lead }: Newness): number {
  const usual = quantile(error, 0.5);
  const sum = (from: number, to: number) => Math.max(0, mean(error, lead + from, lead + to) - usual) * (to - from);
  const all = sum(-6, 80);
  return all > 0 ? sum(-6, 12) / all : 0;
}

/** Hops at which the power goes up suddenly. */
function rises(power: Float64Array, quiet: number): number[] {
  const rise = Float64Array.from(power, (_, i) => {
    if (i < 3 || i + AFTER >= power.length) return 0;
    const before = mean(power, Math.max(0, i - BEFORE), i - 1) + quiet;
    const after = max(power, i, i + AFTER) + quiet;
    return after > quiet * 10 ** (OUT_OF_QUIET_DB / 10) ? 10 * Math.log10(after / before) : 0;
  });
  const found: number[] = [];
  for (let i = 1; i < rise.length - 1; i++) {
    if (rise[i] < RISE_DB || rise[i] < rise[i - 1]) continue;
    // The last hop of a plateau of equal rises is the one just before the blow.
    if (rise[i + 1] > rise[i]) continue;
    const at = steepest(power, i);
    if (found.length === 0 || at - found[found.length - 1] > REFRACTORY_HOPS) found.push(at);
  }
  return found;
}

/** The hop in which the power first reaches a third of what it rises to. */
function steepest(power: Float64Array, around: number): number {
  const top = max(power, around, around + AFTER + 3);
  for (let i = Math.max(0, around - 1); i < around + AFTER + 3; i++) if (power[i] > top / 3) return i;
  return around;
}

function reasonAgainst(
  power: Float64Array,
  at: number,
  next: number,
  { level, quiet, sharp }: { level: number; quiet: number; sharp: number },
): OnsetReason | undefined {
  if (level < WEAK_DB) return 'weak';
  const left = Math.min(next, power.length) - at;
  if (left < SHORT_HOPS && next >= power.length) return 'too-short';
  if (sharp < LEAST_SHARP) return 'slow';
  const early = mean(power, at + 4, at + 60);
  const [lateFrom, lateTo] = [Math.min(at + 120, power.length - 1), Math.min(at + 240, power.length, next)];
  const late = lateTo > lateFrom + 10 ? Math.max(0, mean(power, lateFrom, lateTo) - quiet) : 0;
  const fall = 10 * Math.log10(early / Math.max(late, early * 1e-9));
  // Two partials that begin against each other swell at first: if all that is new came at once, it is a blow all the
  // same.
  if (fall < LEAST_FALL_DB && sharp < SURELY_SHARP) return 'goes-on';
  return undefined;
}

/** Two sharp blows close together spoil each other. */
function doublesMarked(onsets: readonly Onset[], hop: number): Onset[] {
  const isBlow = ({ accepted, reason }: Onset) => accepted || reason === 'too-short' || reason === 'double';
  return onsets.map((onset, i) => {
    const near = [onsets[i - 1], onsets[i + 1]].some(
      (other) => other && isBlow(other) && Math.abs(other.from - onset.from) < DOUBLE_HOPS * hop,
    );
    return near && isBlow(onset) ? { ...onset, accepted: false, reason: 'double' as const } : onset;
  });
}

/** The sample at which the blow leaves what was there before. */
function firstTouch(samples: Samples, around: number, hop: number): { from: number; blur: number } {
  const [from, to] = [Math.max(0, around - 6 * hop), Math.min(samples.length, around + 3 * hop)];
  const quietTo = Math.max(1, from);
  const quietFrom = Math.max(0, quietTo - 12 * hop);
  let before = 0;
  for (let i = quietFrom; i < quietTo; i++) before = Math.max(before, Math.abs(samples[i]));
  let top = 0;
  for (let i = from; i < to; i++) top = Math.max(top, Math.abs(samples[i]));
  const threshold = Math.max(1.3 * before, 0.03 * top);
  const blur = Math.min(1, before / (HIDDEN * top));
  for (let i = from; i < to; i++) if (Math.abs(samples[i]) > threshold) return { from: Math.max(0, i - 1), blur };
  return { from: around, blur };
}

/** Mean power of each hop above the rumble, by a first-order high pass. */
function powerAbove(samples: Samples, rate: number, hop: number): Float64Array {
  const keep = Math.exp((-2 * Math.PI * RUMBLE_HZ) / rate);
  const out = new Float64Array(Math.floor(samples.length / hop));
  let last = 0;
  let previous = samples[0] ?? 0;
  for (let h = 0; h < out.length; h++) {
    let sum = 0;
    for (let i = h * hop; i < (h + 1) * hop; i++) {
      last = keep * (last + samples[i] - previous);
      previous = samples[i];
      sum += last * last;
    }
    out[h] = sum / hop;
  }
  return out;
}

/** Mean power of each hop, smoothed over three. */
function envelope(samples: Float64Array, hop: number): Float64Array {
  const count = Math.floor(samples.length / hop);
  const plain = new Float64Array(count);
  for (let h = 0; h < count; h++) {
    let sum = 0;
    for (let i = h * hop; i < (h + 1) * hop; i++) sum += samples[i] * samples[i];
    plain[h] = sum / hop;
  }
  return smoothed(plain);
}

const smoothed = (power: Float64Array): Float64Array =>
  power.map((value, h) => (value + (power[h + 1] ?? value) + (power[h + 2] ?? value)) / 3);

function mean(values: Float64Array, from: number, to: number): number {
  let sum = 0;
  const end = Math.min(to, values.length);
  for (let i = from; i < end; i++) sum += values[i];
  return end > from ? sum / (end - from) : 0;
}

function max(values: Float64Array, from: number, to: number): number {
  let most = 0;
  for (let i = Math.max(0, from); i < Math.min(to, values.length); i++) most = Math.max(most, values[i]);
  return most;
}

function quantile(values: Float64Array, share: number): number {
  const sorted = Float64Array.from(values).sort();
  return sorted[Math.floor(share * (sorted.length - 1))] ?? 0;
}
