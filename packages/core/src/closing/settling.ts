/**
 * How a top gives under its strings over days and years: at once as the model says, then as wood creeps, by a power of
 * time. A straight line through both, with what is known before: moved(t) = e + q (t / ten years)^n. Source: USDA Wood
 * Handbook, ch. 5 (creep of dry wood under load comes in years to about what it gave at first); Tarantola ch. 3.
 */
import { halfInterval, type Estimate, InvalidInput } from '../base';

export interface SettlingReading {
  /** Since the strings went on [days]. */
  days: number;
  /** [rad] or [m] */
  moved: number;
}

export interface Settling {
  /** What it gave at once, and by ten years as much again as this share of it (1). */
  atOnce: Estimate;
  creeps: number;
  inAYear: Estimate;
  inTenYears: Estimate;
  verdict: 'as-forecast' | 'more-than-forecast' | 'less-than-forecast' | 'nothing-read';
  /** Forecast before anything was read, with its interval, day by day, and with the readings. */
  at: (days: number) => { forecast: Estimate; fitted: Estimate };
}

const TEN_YEARS = 3652;
const YEAR = 365.25;
/**
 * Of the power of time; of the model's movement; how far it creeps in ten years, each as shares of what it gives at
 * once.
 */
const POWER = 0.25;
const MODEL_DOUBT = 0.25;
const CREEP = { share: 1, sd: 0.5 };

const grown = (days: number) => (Math.max(0, days) / TEN_YEARS) ** POWER;

/**
 * @param forecast by the model, on the day of stringing
 * @param readingSd of one reading, in its unit
 * @throws InvalidInput naming the field
 */
export function settling(forecast: number, readings: readonly SettlingReading[], readingSd: number): Settling {
  if (!(forecast > 0)) throw new InvalidInput('forecast', forecast, 'must be above nothing');
  if (!(readingSd > 0)) throw new InvalidInput('readingSd', readingSd, 'must be above nothing');
  const prior: Line = {
    e: forecast,
    q: CREEP.share * forecast,
    ee: (MODEL_DOUBT * forecast) ** 2,
    eq: 0,
    qq: (CREEP.sd * forecast) ** 2,
  };
  // A stiffer or softer top than the model creeps the more or less too.
  prior.eq = CREEP.share * prior.ee;
  prior.qq += CREEP.share ** 2 * prior.ee;
  const fitted = readings.reduce((line, { days, moved }) => learn(line, grown(days), moved, readingSd), prior);
  const last = readings.reduce<SettlingReading | null>(
    (newest, one) => (!newest || one.days > newest.days ? one : newest),
    null,
  );
  return {
    atOnce: { value: fitted.e, sd: Math.sqrt(fitted.ee) },
    creeps: fitted.q / fitted.e,
    inAYear: along(fitted, grown(YEAR)),
    inTenYears: along(fitted, grown(TEN_YEARS)),
    verdict: verdictOf(last, prior, readingSd),
    at: (days) => ({ forecast: along(prior, grown(days)), fitted: along(fitted, grown(days)) }),
  };
}

/** Both terms and their covariance. */
interface Line {
  e: number;
  q: number;
  ee: number;
  eq: number;
  qq: number;
}

function along({ e, q, ee, eq, qq }: Line, g: number): Estimate {
  return { value: e + q * g, sd: Math.sqrt(Math.max(0, ee + 2 * g * eq + g * g * qq)) };
}

/** Bayes' linear rule for one reading. */
function learn({ e, q, ee, eq, qq }: Line, g: number, moved: number, sd: number): Line {
  const [a, b] = [ee + g * eq, eq + g * qq];
  const total = a + g * b + sd ** 2;
  const miss = moved - e - g * q;
  return {
    e: e + (a * miss) / total,
    q: q + (b * miss) / total,
    ee: ee - (a * a) / total,
    eq: eq - (a * b) / total,
    qq: qq - (b * b) / total,
  };
}

function verdictOf(last: SettlingReading | null, prior: Line, readingSd: number): Settling['verdict'] {
  if (!last) return 'nothing-read';
  const said = along(prior, grown(last.days));
  const off = last.moved - said.value;
  if (Math.abs(off) <= halfInterval({ value: 0, sd: Math.hypot(said.sd, readingSd) })) return 'as-forecast';
  return off > 0 ? 'more-than-forecast' : 'less-than-forecast';
}
