/**
 * Where each quantity stands now: what was measured, put together with what was foretold for it; and how far that is
 * from the goal. Logarithms inside, SI outside.
 */
import type { Estimate } from '../base';
import type { GoalLine } from './goal';
import type { VoicingReading } from './fit-model';
import type { QuantityKey, VoicingModel } from './voicing-model';

/** What was foretold of the top as it should be now. */
export type Forecasts = Readonly<Partial<Record<QuantityKey, Estimate>>>;
export type Standing = Readonly<Partial<Record<QuantityKey, Estimate>>>;

/** Two estimates of one thing, weighed by how surely each is known. */
function fused(a: Estimate, b: Estimate): Estimate {
  const [wa, wb] = [(a.value / a.sd) ** 2, (b.value / b.sd) ** 2];
  const log = (wa * Math.log(a.value) + wb * Math.log(b.value)) / (wa + wb);
  return { value: Math.exp(log), sd: Math.exp(log) / Math.sqrt(wa + wb) };
}

/**
 * A forecast and a reading so far apart are not of one top: something else happened, and the reading stands alone
 * [standard deviations].
 */
const APART = 4;

/** So much of a reading's variance is its jig's, weight's and hand's, and comes again with the next reading (1). */
const COMES_AGAIN = 0.5;

/**
 * Repeated readings of a quantity are one reading: the surer the more there are, but never surer than what errs in all
 * of them alike.
 */
export function readTogether(readings: readonly VoicingReading[]): Map<QuantityKey, Estimate> {
  const byKey = new Map<QuantityKey, Estimate[]>();
  for (const { key, value } of readings) byKey.set(key, [...(byKey.get(key) ?? []), value]);
  return new Map([...byKey].map(([key, repeated]) => [key, meanOf(repeated)]));
}

/**
 * Weighted by how sure each is; of n equal ones the variance is that of one by the share that comes again, and an nth
 * of the rest.
 */
function meanOf(repeated: readonly Estimate[]): Estimate {
  if (repeated.length === 1) return repeated[0];
  const weights = repeated.map(({ value, sd }) => (value / sd) ** 2);
  const total = weights.reduce((sum, weight) => sum + weight, 0);
  const log = repeated.reduce((sum, { value }, i) => sum + weights[i] * Math.log(value), 0) / total;
  const variance = (1 - COMES_AGAIN + COMES_AGAIN * repeated.length) / total;
  return { value: Math.exp(log), sd: Math.exp(log) * Math.sqrt(variance) };
}

/** Readings of one key weigh together; a quantity that was not read keeps what was foretold of it. */
export function currentEstimate(readings: readonly VoicingReading[], forecasts: Forecasts): Standing {
  const standing: Partial<Record<QuantityKey, Estimate>> = { ...forecasts };
  readTogether(readings).forEach((value, key) => {
    const before = forecasts[key];
    const apart = before
      ? Math.abs(Math.log(value.value / before.value)) / Math.hypot(value.sd / value.value, before.sd / before.value)
      : Infinity;
    standing[key] = before && apart < APART ? fused(before, value) : value;
  });
  return standing;
}

/**
 * What the fitted model says of quantities that were never read, so that they can be wished for and foretold all the
 * same.
 * @param sd of the logarithm
 */
export function withModel(standing: Standing, model: VoicingModel, sd: (key: QuantityKey) => number): Standing {
  const known = Object.fromEntries(model.quantities.map(({ key, value }) => [key, { value, sd: value * sd(key) }]));
  return { ...known, ...standing };
}

export interface GoalStanding {
  line: GoalLine;
  /** Over (positive) or under the goal, and how surely that is known [log]. */
  miss: number;
  sd: number;
  state: 'met' | 'perhaps' | 'not-yet' | 'past';
}

/**
 * Null where one of its quantities is not known. Wood off lowers notes and raises bends: what is past its goal that way
 * can't be brought back.
 */
export function goalStanding(line: GoalLine, standing: Standing): GoalStanding | null {
  let [miss, variance] = [-line.target, 0];
  for (const { key, share } of line.terms) {
    const now = standing[key];
    if (!now) return null;
    miss += share * Math.log(now.value);
    variance += (now.sd / now.value) ** 2;
  }
  const sd = Math.sqrt(variance);
  return { line, miss, sd, state: stateOf(line, miss, sd) };
}

function stateOf({ tolerance, kind, terms }: GoalLine, miss: number, sd: number): GoalStanding['state'] {
  const over = kind === 'at-most' ? Math.max(0, miss) : Math.abs(miss);
  if (over <= tolerance) return 'met';
  if (over <= tolerance + sd) return 'perhaps';
  if (kind === 'at-most' || terms.length > 1) return 'not-yet';
  const softer = terms[0].key.startsWith('flex') ? miss > 0 : miss < 0;
  return softer ? 'past' : 'not-yet';
}
