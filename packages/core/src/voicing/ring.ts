/** How long a plate rings, round by round: whether it still grows, and what the next stroke should make of it. SI. */
import type { Estimate } from '../base';
import { ringCurve, type RingState } from '../graduation';
import type { VoicedQuantity, VoicingModel } from './voicing-model';

export interface RingRound {
  round: number;
  /** [s] */
  ring: number;
  /** What the plate weighed then [kg], if it is known. */
  mass: number | null;
}

export interface RingTrend {
  state: RingState;
  /** Where the fitted curve has its peak [kg]. */
  peak: Estimate | null;
}

/** A ring this much shorter than its longest is past its peak (1), once so many rounds say so. */
const PAST_PEAK = 0.93;
const SHORT_ROUNDS = 2;
const LEAST_WEIGHTS = 4;
/** Balances tell weights apart that differ so much [kg]. */
const WEIGHED = 1e-4;

export function ringTrend(rounds: readonly RingRound[]): RingTrend {
  const weighed = rounds.flatMap(({ ring, mass }) => (mass === null ? [] : [{ left: mass, ring }]));
  const weights = new Set(weighed.map(({ left }) => Math.round(left / WEIGHED)));
  const { state, peak } = weights.size < LEAST_WEIGHTS ? { state: 'too-few' as const, peak: null } : ringCurve(weighed);
  return { state: pastPeak(rounds.map(({ ring }) => ring)) ? 'past-peak' : state, peak };
}

/** The longest ring lies two readings back or more, and the last ones are clearly shorter. */
function pastPeak(rings: readonly number[]): boolean {
  if (rings.length <= SHORT_ROUNDS) return false;
  const longest = Math.max(...rings);
  return rings.slice(-SHORT_ROUNDS).every((ring) => ring < PAST_PEAK * longest);
}

/** No more wood off for the ring's sake. */
export const ringIsOver = ({ state }: RingTrend): boolean => state === 'past-peak' || state === 'at-peak';

/**
 * The ring as a quantity of the model: of one loss factor a note's ring is as long as the note is low, T60 = 2.199 /
 * (loss factor x frequency). What the loss factor does as the plate thins no model tells: that is why its forecasts are
 * wide and its peak is read, not foretold.
 */
export function withRing(model: VoicingModel, ring: number): VoicingModel {
  const notes = model.quantities.filter(({ key }) => key.startsWith('mode'));
  if (notes.length === 0) return model;
  const mean = (pick: (note: VoicedQuantity) => number) =>
    -notes.reduce((sum, note) => sum + pick(note), 0) / notes.length;
  const [{ slopes, byWood }] = notes;
  const quantity: VoicedQuantity = {
    key: 'ring',
    value: ring,
    byWood: byWood.map((_, p) => mean((note) => note.byWood[p])),
    slopes: {
      thickness: slopes.thickness.map((_, n) => mean((note) => note.slopes.thickness[n])),
      heights: slopes.heights.map((brace, b) => brace.map((_, s) => mean((note) => note.slopes.heights[b][s]))),
    },
  };
  return { ...model, quantities: [...model.quantities, quantity] };
}
