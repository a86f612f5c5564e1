/** What shavings did against what was said of them: how far this maker's hand and wood follow the model, and how surely. Changes as logarithms. */
import { holds, type Estimate } from '../estimate';

export interface ShavingOutcome {
  /** What was measured, such as `flex:across`; where wood came off. */
  quantity: string;
  where: 'brace' | 'plate';
  /** Before, foretold and read afterwards, in the quantity's unit. */
  before: Estimate;
  forecast: Estimate;
  outcome: Estimate;
}

export interface ShavingRecord {
  /** Outcomes it rests on. */
  count: number;
  /** Fewer say little. */
  enough: boolean;
  /** Of ten 90 % intervals about nine should hold: how many did. */
  held: number;
  /** What forecast changes are multiplied by from now on (1), and the spread of outcomes about them, as a share of the change. */
  gain: number;
  spread: number;
  /** Mean of outcome less forecast, in standard deviations (1); null without outcomes. */
  bias: number | null;
}

/** Until there is a record: the model is right within a fifth, hands and model together scatter by a quarter. */
const GAIN_SPREAD = 0.2;
const FIRST_SPREAD = 0.25;
const WORTH_OUTCOMES = 6;
const ENOUGH = 8;
const LIMITS = { gain: [0.5, 1.6], spread: [0.1, 0.6] } as const;
/** A ring tells of damping as much as of depth: how good its forecasts are is counted, but it teaches nothing of hands. */
const NOT_OF_HANDS = 'ring';
/** Smaller changes tell of the reading, not of the hand [log]. */
const LEAST_CHANGE = 0.005;

/** Bayes' rule for one factor with a normal prior about one; the spread from what is left, mixed with the first guess. */
export function learnShavings(outcomes: readonly ShavingOutcome[]): ShavingRecord {
  const changes = outcomes.filter(({ quantity }) => quantity !== NOT_OF_HANDS).map(({ before, forecast, outcome }) => ({
    said: Math.log(forecast.value / before.value),
    came: Math.log(outcome.value / before.value),
    noise: Math.hypot(outcome.sd / outcome.value, before.sd / before.value),
  })).filter(({ said }) => Math.abs(said) > LEAST_CHANGE); // prettier-ignore
  let [top, bottom] = [1 / GAIN_SPREAD ** 2, 1 / GAIN_SPREAD ** 2];
  for (const { said, came, noise } of changes) {
    const variance = noise ** 2 + (FIRST_SPREAD * said) ** 2;
    top += (said * came) / variance;
    bottom += (said * said) / variance;
  }
  const gain = within(top / bottom, LIMITS.gain);
  // What the readings' own noise explains is not the hand's.
  const left = changes.reduce((sum, { said, came, noise }) => sum + Math.max(0, (came - gain * said) ** 2 - noise ** 2) / said ** 2, 0);
  const spread = within(Math.sqrt((left + WORTH_OUTCOMES * FIRST_SPREAD ** 2) / (changes.length + WORTH_OUTCOMES)), LIMITS.spread);
  const misses = outcomes.map(({ forecast, outcome }) => (outcome.value - forecast.value) / Math.hypot(forecast.sd, outcome.sd));
  return {
    count: outcomes.length, enough: outcomes.length >= ENOUGH, held: outcomes.filter(({ forecast, outcome }) => holds(forecast, outcome)).length,
    gain, spread, bias: misses.length === 0 ? null : misses.reduce((sum, miss) => sum + miss, 0) / misses.length,
  };
} // prettier-ignore

const within = (value: number, [least, most]: readonly [number, number]) => Math.min(most, Math.max(least, value));
