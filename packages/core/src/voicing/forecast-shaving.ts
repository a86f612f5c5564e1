/**
 * What a shaving will do, and what the one before it did: both from the record as it stood when the plane was laid
 * down. SI.
 */
import type { ShavingOutcome } from '../ledger';
import type { TopPlan } from '../top';
import { computeVoicing, type VoicingInput } from './assess-voicing';
import { goalOf, standingEvents, type VoicingEvent } from './events';
import { NO_GOAL, type VoicingGoal } from './goal';
import { forecastChange } from './forecast-change';
import { roundsOf, type RoundKnock } from './record';
import type { Shaving } from './shaving';
import type { Forecasts } from './current-estimate';
import type { WoodFactors } from './wood-factors';

/** All that a voicing of an open plate is reckoned from. */
export interface VoicingFacts {
  /** As it was when its voicing began. */
  top: TopPlan;
  prior: WoodFactors;
  events: readonly VoicingEvent[];
  knocks: readonly RoundKnock[];
  /** Of this maker on other tops. */
  record: readonly ShavingOutcome[];
  /** What holds while nothing was wished of this top. */
  usual?: VoicingGoal;
  /** Something is wished of bars, which sing higher than what else is followed. */
  barsWished: boolean;
  meshSize?: number;
}

const NOTES_OF_BARS = 8;

export function voicingInput({
  top,
  prior,
  events,
  knocks,
  record,
  usual,
  barsWished,
  meshSize,
}: VoicingFacts): VoicingInput {
  const goal = goalOf(events) ?? usual ?? NO_GOAL;
  const { thickness } = top;
  return {
    top,
    goal,
    record,
    prior,
    closed: false,
    rounds: roundsOf(events, knocks, top),
    thinnest: typeof thickness === 'number' ? thickness : Math.min(...thickness.map((place) => place.thickness)),
    ...((goal.interval !== null || barsWished) && { modeCount: NOTES_OF_BARS }),
    ...(meshSize !== undefined && { meshSize }),
  };
}

export interface ShavingForecast {
  forecast: Forecasts;
  /** What came of the round before, told once: with the first shaving of a round. */
  settled: ShavingOutcome[];
}

/**
 * @param facts as they were before the shaving
 * @throws InvalidInput where the record makes no model, naming the field
 */
export function forecastShaving(facts: VoicingFacts, round: number, shavings: readonly Shaving[]): ShavingForecast {
  const { calibration, standing, learned, rounds } = computeVoicing(voicingInput(facts));
  const isFirst = standingEvents(facts.events, 'shaving').every((earlier) => earlier.round !== round);
  return {
    forecast: forecastChange(calibration.model, standing, shavings, learned),
    settled: isFirst ? (rounds.find(({ number }) => number === round)?.outcomes ?? []) : [],
  };
}
