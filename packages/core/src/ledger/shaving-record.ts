/**
 * What shavings did against what was said of them: how far this maker's hand and wood follow the model, and how surely.
 * Changes as logarithms. An outcome that is none (another plate, another jig, a note taken for its neighbour) is
 * counted and shown, but teaches nothing.
 */
import { holds, type Estimate } from '../base';

export interface ShavingOutcome {
  /** What was measured, such as `flex:across`; where wood came off. */
  quantity: string;
  where: 'brace' | 'plate';
  /** Before, foretold and read afterwards, in the quantity's unit. */
  before: Estimate;
  forecast: Estimate;
  outcome: Estimate;
  /** A note that was named by its pitch alone, or a reading that stands in doubt. */
  unsure?: boolean;
  /** The maker said that it is one all the same: it teaches whatever the doubt. */
  letIn?: boolean;
}

/**
 * What forecast changes are multiplied by from now on (1), and the spread of outcomes about them, as a share of the
 * change.
 */
export interface Hand {
  gain: number;
  spread: number;
}

export interface ShavingRecord extends Hand {
  /** Outcomes in all, and those that it learned from. */
  count: number;
  taught: number;
  /** Fewer say little. */
  enough: boolean;
  /** Of ten 90 % intervals about nine should hold: how many did. */
  held: number;
  /** Mean of outcome less forecast, in standard deviations (1); null without outcomes that teach. */
  bias: number | null;
}

/** Where wood came off, and what it was to change: bends and notes follow a hand and a model differently. */
export type ForecastCorrection = Record<'brace' | 'plate', Record<'bend' | 'note', Hand>>;

/** Until there is a record: the model is right within a fifth, hands and model together scatter by a quarter. */
const GAIN_SPREAD = 0.2;
const FIRST_SPREAD = 0.25;
const WORTH_OUTCOMES = 6;
const ENOUGH = 8;
const LIMITS = { gain: [0.5, 1.6], spread: [0.1, 0.6] } as const;
/**
 * A ring tells of damping as much as of depth: how good its forecasts are is counted, but it teaches nothing of hands.
 */
const NOT_OF_HANDS = 'ring';
/** Smaller changes tell of the reading, not of the hand [log]. */
const LEAST_CHANGE = 0.005;
/** Farther from what was foretold than this many of its standard deviations, an outcome is of something else. */
const OUTLIER = 4;

const FIRST_HAND: Hand = { gain: 1, spread: FIRST_SPREAD };
export const NO_CORRECTION: ForecastCorrection = {
  brace: { bend: FIRST_HAND, note: FIRST_HAND },
  plate: { bend: FIRST_HAND, note: FIRST_HAND },
};

interface Change {
  said: number;
  came: number;
  noise: number;
}

/** Does an outcome tell of the hand at all? */
export const teaches = (outcome: ShavingOutcome): boolean => whyLeftOut(outcome) === null;

export type LeftOut = 'not-of-hands' | 'too-small' | 'unsure' | 'too-far-off';

/** Why it teaches nothing; null where it does. What is unsure or too far off may be let in by hand. */
export function whyLeftOut({ quantity, before, forecast, outcome, unsure, letIn }: ShavingOutcome): LeftOut | null {
  if (quantity === NOT_OF_HANDS) return 'not-of-hands';
  const said = Math.log(forecast.value / before.value);
  if (Math.abs(said) <= LEAST_CHANGE) return 'too-small';
  if (letIn) return null;
  if (unsure) return 'unsure';
  const off = Math.log(outcome.value / forecast.value);
  const doubt = Math.hypot(relative(forecast), relative(outcome), relative(before), FIRST_SPREAD * said);
  return Math.abs(off) <= OUTLIER * doubt ? null : 'too-far-off';
}

/**
 * Bayes' rule for one factor with a normal prior about one; the spread from what is left, mixed with the first guess.
 */
export function learnShavings(outcomes: readonly ShavingOutcome[]): ShavingRecord {
  const taught = outcomes.filter(teaches);
  const misses = taught.map(
    ({ forecast, outcome }) => (outcome.value - forecast.value) / Math.hypot(forecast.sd, outcome.sd),
  );
  return {
    ...handOf(taught.map(changeOf)),
    count: outcomes.length,
    taught: taught.length,
    enough: taught.length >= ENOUGH,
    held: outcomes.filter(({ forecast, outcome }) => holds(forecast, outcome)).length,
    bias: misses.length === 0 ? null : misses.reduce((sum, miss) => sum + miss, 0) / misses.length,
  };
}

/** Brace and plate, bend and note apart. What moves with neither, such as the weight, is left as the model says. */
export function learnApart(outcomes: readonly ShavingOutcome[]): ForecastCorrection {
  const of = (where: 'brace' | 'plate', kind: 'bend' | 'note') =>
    handOf(
      outcomes.filter((one) => one.where === where && kindOf(one.quantity) === kind && teaches(one)).map(changeOf),
    );
  return {
    brace: { bend: of('brace', 'bend'), note: of('brace', 'note') },
    plate: { bend: of('plate', 'bend'), note: of('plate', 'note') },
  };
}

/** Null for a weight or a ring, which no hand's gain moves. */
export function kindOf(quantity: string): 'bend' | 'note' | null {
  if (quantity.startsWith('flex:')) return 'bend';
  return quantity.startsWith('mode:') ? 'note' : null;
}

function changeOf({ before, forecast, outcome }: ShavingOutcome): Change {
  return {
    said: Math.log(forecast.value / before.value),
    came: Math.log(outcome.value / before.value),
    noise: Math.hypot(relative(outcome), relative(before)),
  };
}

function handOf(changes: readonly Change[]): Hand {
  let [top, bottom] = [1 / GAIN_SPREAD ** 2, 1 / GAIN_SPREAD ** 2];
  for (const { said, came, noise } of changes) {
    const variance = noise ** 2 + (FIRST_SPREAD * said) ** 2;
    top += (said * came) / variance;
    bottom += (said * said) / variance;
  }
  const gain = within(top / bottom, LIMITS.gain);
  // What the readings' own noise explains is not the hand's.
  const left = changes.reduce(
    (sum, { said, came, noise }) => sum + Math.max(0, (came - gain * said) ** 2 - noise ** 2) / said ** 2,
    0,
  );
  const mixed = (left + WORTH_OUTCOMES * FIRST_SPREAD ** 2) / (changes.length + WORTH_OUTCOMES);
  return { gain, spread: within(Math.sqrt(mixed), LIMITS.spread) };
}

const relative = ({ value, sd }: Estimate) => sd / value;
const within = (value: number, [least, most]: readonly [number, number]) => Math.min(most, Math.max(least, value));
