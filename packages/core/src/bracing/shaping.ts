/** A step of shaping: what it will do, said before, and put beside what it did. SI. */
import { type Estimate, InvalidInput } from '../base';
import { settleAsked, type LedgerLine } from '../ledger';
import { planFigures, volumeOf, type BracePlan } from './brace-plan';

export interface ShapingForecast {
  /** Wood that comes off [kg]. */
  removed: Estimate;
  /** First note of the free bar when it is done [Hz]. */
  frequency: Estimate;
  /** Stiffness where it is stiffest, over that before (1). */
  stiffness: number;
}

export interface ShapingOutcome {
  removed: number | null;
  frequency: number | null;
}

/** Planing to a line by eye misses it by so much of the removal, and scales read to so much [kg]. */
const PLANING_SPREAD = 0.12;
const SCALE_DOUBT = 1e-4;
/** Doubt of a note by beam theory alone, and of its change from a note that was heard. */
const THEORY_DOUBT = 0.03;
const CHANGE_DOUBT = 0.35;
/**
 * A deeply scooped bar is lower than beam theory as a solid: doubt of the note when a scoop is cut from nothing to full
 * depth.
 */
const SCOOP_DOUBT = 0.03;
const EAR_DOUBT = 5e-4;

/**
 * @param heardBefore first note of the free bar before the step, if it was knocked [Hz]
 * @throws InvalidInput where wood would have to be added
 */
export function forecastShaping(before: BracePlan, after: BracePlan, heardBefore: number | null): ShapingForecast {
  if (before.heights.length !== after.heights.length)
    throw new InvalidInput('after.heights', after.heights.length, 'must have as many places as before');
  const grown = after.heights.findIndex((height, i) => height > before.heights[i] + 1e-6);
  if (grown >= 0)
    throw new InvalidInput(
      `after.heights[${grown}]`,
      after.heights[grown],
      'is taller than before: planing only takes off',
    );
  const [old, next] = [planFigures(before), planFigures(after)];
  const removed = (volumeOf(before) - volumeOf(after)) * before.density;
  const change = next.modes[0].frequency / old.modes[0].frequency;
  const frequency = (heardBefore ?? old.modes[0].frequency) * change;
  const doubt =
    heardBefore === null
      ? THEORY_DOUBT
      : Math.hypot(CHANGE_DOUBT * Math.abs(change - 1), SCOOP_DOUBT * (scoopOf(after) - scoopOf(before)), EAR_DOUBT);
  const tallest = (plan: BracePlan) => Math.max(...plan.heights);
  const most = (plan: BracePlan, stiffness: number) => stiffness * plan.width * tallest(plan) ** 3;
  return {
    removed: { value: removed, sd: Math.hypot(PLANING_SPREAD * removed, SCALE_DOUBT) },
    frequency: { value: frequency, sd: doubt * frequency },
    stiffness: most(after, next.stiffness) / most(before, old.stiffness),
  };
}

/** How deep its lowest place lies under its tallest: 0 for an even stick (0..1). */
function scoopOf({ heights }: BracePlan): number {
  return 1 - Math.min(...heights) / Math.max(...heights);
}

/** Forecast against outcome, for what was measured. */
export function settleShaping(
  name: string,
  forecast: ShapingForecast,
  { removed, frequency }: ShapingOutcome,
): LedgerLine[] {
  const weighed = removed === null ? null : { value: removed, sd: SCALE_DOUBT };
  const heard = frequency === null ? null : { value: frequency, sd: EAR_DOUBT * frequency };
  return settleAsked([
    { quantity: 'mass', of: name, said: forecast.removed, came: weighed },
    { quantity: 'pitch', of: name, said: forecast.frequency, came: heard },
  ]);
}

/** The plain stick that a brace is planed from: its greatest height all along. */
export function blankOf(plan: BracePlan): BracePlan {
  const tallest = Math.max(...plan.heights);
  return { ...plan, heights: plan.heights.map(() => tallest) };
}
