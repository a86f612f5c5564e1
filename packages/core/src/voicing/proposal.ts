/** What is proposed for the next shaving, as it is handed on; and what it is worked out from. SI. */
import type { Estimate } from '../base';
import type { ForecastCorrection } from '../ledger';
import type { GoalStanding, Standing } from './current-estimate';
import type { SafetyMargin } from './forecast-change';
import type { GoalLine, VoicingGoal } from './goal';
import type { Shaving } from './shaving';
import type { QuantityKey, VoicingModel } from './voicing-model';

/** At the pace of the first choice, with the doubt of the hand. */
export interface RoundsLeft {
  least: number;
  about: number;
  most: number;
}

export interface ShavingCandidate {
  shavings: Shaving[];
  /** All quantities when it is done. */
  forecast: Partial<Record<QuantityKey, Estimate>>;
  /** How each goal stands then; in the order of the goal's lines, null where it is not known. */
  goals: (GoalStanding | null)[];
  /** Share of the square sum of what is off that it mends (0..1). */
  improvement: number;
  /** Line that it does most for, and those it takes further off; indices into the goal's lines. */
  mainGoal: number;
  sideEffects: number[];
  /** Wood that comes off [kg]. */
  removed: number;
  margin: SafetyMargin;
  /** Near a lap or the bridge. */
  last: boolean;
}

/** One step of a fuller plan: what comes off, and how all stands after it and the steps before. */
export interface PlannedStep {
  shavings: Shaving[];
  forecast: Partial<Record<QuantityKey, Estimate>>;
  goals: (GoalStanding | null)[];
}

/** What one would do step by step, with a look in between; and what is left for the strings after all of it. */
export interface FullerPlan {
  steps: PlannedStep[];
  margin: SafetyMargin;
}

export interface Proposal {
  lines: GoalLine[];
  now: (GoalStanding | null)[];
  /** Square sum of what is off, each goal by its tolerance (1). */
  objective: number;
  marginNow: SafetyMargin;
  /** One place or a mirrored pair first, two pairs second, another place third; not all of them always. */
  candidates: ShavingCandidate[];
  /** Strokes that would have served but leave too little for the strings. */
  refusedForMargin: number;
  /** A place that is left alone would have served. */
  heldBack: boolean;
  /** Nothing is left that might come off. */
  noWood: boolean;
  /** Parallel to the lines; null where a goal is met, has no figure of its own or is not helped by the first choice. */
  rounds: (RoundsLeft | null)[];
}

export interface SuggestInput {
  model: VoicingModel;
  standing: Standing;
  goal: VoicingGoal;
  learned: ForecastCorrection;
  /** Least thickness of the plate as measured [m]. */
  thinnest: number;
  /** It rings as long as it will: no more comes off for the ring's sake. */
  ringOver?: boolean;
  meshSize?: number;
}
