/** "1.9 between 2.8s: read it again?" A reading that does not fit is questioned, never refused: the maker decides. */
import { median } from '../base';
import type { StationReading } from './reading';
import { fitSurface, planSurface, predictFromNeighbours, surfaceAt } from './scattered-surface';
import { robustDeviation } from './thickness-map';

export interface Question {
  /**
   * `neighbours`: far from what those around it say. `size`: unlike any plate, or unlike all the others. `slip`: a
   * decimal place off. `grew`: thicker than it was.
   */
  reason: 'neighbours' | 'size' | 'slip' | 'grew';
  /** What would have been expected [m]. */
  expected: number;
}

/** Thicknesses a plate usually has, blanks and carved plates included [m]. */
const USUAL = { least: 0.0008, most: 0.016 };
const UNLIKE_OTHERS = 1.7;
const DEVIATIONS = 5;
/** No reading is questioned for less than this [m] or this share of the thickness: a plane does leave steps. */
const LEAST_STEP = 2.5e-4;
const LEAST_SHARE = 0.12;
const ENOUGH_NEIGHBOURS = 6;
const ENOUGH_OTHERS = 3;

/**
 * @param value the new reading [m] at (x, y) @param others what stands at the other stations
 * @param guide a thickness to compare with while there are no others: the last survey's or the target [m]
 */
export function checkReading(
  place: { x: number; y: number; value: number },
  others: readonly StationReading[],
  guide: number | null,
): Question | null {
  const usual = others.length > 0 ? median(others.map((o) => o.thickness)) : guide;
  const size = questionSize(place.value, usual);
  if (size || others.length < ENOUGH_NEIGHBOURS) return size;
  const surface = surfaceOf(others);
  const expected = surfaceAt(surface, place.x, place.y);
  const predicted = predictFromNeighbours(surface);
  const scatter = predicted ? robustDeviation(surface.value.map((v, i) => v - predicted[i])) : 0;
  return isFar(place.value - expected, scatter, expected) ? { reason: 'neighbours', expected } : null;
}

/** Two readings of one caliper, and what damp air swells a plate by, differ by less [m]. */
const GROWS = 6e-5;

/** Wood that is thicker than the survey before read at the same place. @param before [m] */
export function checkGrowth(value: number, before: number | null): Question | null {
  return before !== null && value > before + GROWS ? { reason: 'grew', expected: before } : null;
}

/** All standing readings that their neighbours contradict and that the maker has not confirmed. */
export function questionableReadings(
  readings: readonly StationReading[],
): { reading: StationReading; question: Question }[] {
  if (readings.length <= ENOUGH_NEIGHBOURS) return questionedBySize(readings);
  const surface = surfaceOf(readings);
  const predicted = predictFromNeighbours(surface);
  if (!predicted) return [];
  const scatter = robustDeviation(surface.value.map((v, i) => v - predicted[i]));
  const suspects = readings.filter((r, i) => !r.kept && isFar(r.thickness - predicted[i], scatter, predicted[i]));
  // One wild reading pulls its neighbours' planes too: ask each suspect against the plate without all suspects.
  const trusted = readings.filter((reading) => !suspects.includes(reading));
  return suspects.flatMap((reading) => {
    const question = checkReading({ x: reading.x, y: reading.y, value: reading.thickness }, trusted, null);
    return question ? [{ reading, question }] : [];
  });
}

/** Among a few readings only what is unlike a plate, or unlike at least three others, is asked about. */
function questionedBySize(readings: readonly StationReading[]) {
  return readings.flatMap((reading) => {
    const others = readings.filter((other) => other !== reading).map(({ thickness }) => thickness);
    const usual = others.length >= ENOUGH_OTHERS ? median(others) : null;
    const question = reading.kept ? null : questionSize(reading.thickness, usual);
    return question ? [{ reading, question }] : [];
  });
}

function questionSize(value: number, usual: number | null): Question | null {
  const isUsual = value >= USUAL.least && value <= USUAL.most;
  const isLikeOthers = usual === null || (value < usual * UNLIKE_OTHERS && value > usual / UNLIKE_OTHERS);
  if (isUsual && isLikeOthers) return null;
  const slipped = [value / 10, value * 10, value / 100].find((v) =>
    usual ? Math.abs(v / usual - 1) < 0.5 : v > 0.0015 && v < 0.006,
  );
  return slipped === undefined ? { reason: 'size', expected: usual ?? 0.0028 } : { reason: 'slip', expected: slipped };
}

function isFar(difference: number, scatter: number, expected: number): boolean {
  return Math.abs(difference) > Math.max(DEVIATIONS * scatter, LEAST_STEP, LEAST_SHARE * expected);
}

function surfaceOf(readings: readonly StationReading[]) {
  const plan = planSurface(
    Float64Array.from(readings, (r) => r.x),
    Float64Array.from(readings, (r) => r.y),
  );
  return fitSurface(
    plan,
    Float64Array.from(readings, (r) => r.thickness),
  );
}
