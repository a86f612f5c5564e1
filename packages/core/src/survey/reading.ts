/**
 * Readings are never changed: a correction is a new reading that supersedes the old one, a retraction one that holds no
 * thickness.
 */
import { mean, median, InvalidInput, requirePositive } from '../base';

export interface Reading {
  id: string;
  /** Station it was taken at; the place is kept too, as stations may be moved later. */
  station: string;
  x: number;
  y: number;
  /** [m]; null retracts what it supersedes. */
  thickness: number | null;
  supersedes: string | null;
  /** The maker said "it is right" when it was questioned. */
  kept: boolean;
}

/** What is known at one place: its standing readings averaged, or the most trusted of them while they disagree. */
export interface StationReading {
  station: string;
  x: number;
  y: number;
  thickness: number;
  /** How many readings stand behind it. */
  count: number;
  /** Largest less smallest of all that stand [m]. */
  spread: number;
  kept: boolean;
  /** They differ by more than a caliper does, and no majority settles it: the maker has to say which holds. */
  disputed?: boolean;
}

/** Readings of one place taken alike differ by no more than this [m], or this share of the thickness on rough wood. */
const CALIPER_REACH = 1.5e-4;
const CALIPER_SHARE = 0.04;

const THICKEST = 0.1;

/** @throws InvalidInput for a thickness that no plate has */
export function checkThickness(field: string, thickness: number): void {
  requirePositive(field, thickness);
  if (thickness > THICKEST)
    throw new InvalidInput(field, thickness, 'is more than 100 mm: check the figure and its unit');
}

/** Readings that nothing supersedes and that hold a thickness, in the order given. */
export function standingReadings<R extends Reading>(readings: readonly R[]): (R & { thickness: number })[] {
  const superseded = new Set(readings.map((reading) => reading.supersedes).filter((id) => id !== null));
  return readings.filter((r): r is R & { thickness: number } => r.thickness !== null && !superseded.has(r.id));
}

/**
 * One figure a station, in the order of each station's first reading. Readings that agree are averaged. Among three or
 * more, those far from the median are left out when most agree. Otherwise the place is disputed, and the reading
 * nearest to the rest of the plate stands for it meanwhile.
 */
export function averageByStation(readings: readonly Reading[]): StationReading[] {
  const groups = new Map<string, (Reading & { thickness: number })[]>();
  for (const reading of standingReadings(readings)) {
    const group = groups.get(reading.station);
    if (group) group.push(reading);
    else groups.set(reading.station, [reading]);
  }
  const settled = [...groups.values()].map(settleGroup);
  const agreed = settled.filter(({ disputed }) => !disputed).map(({ thickness }) => thickness);
  return settled.map(({ values, ...station }) =>
    station.disputed
      ? { ...station, thickness: nearestTo(median(agreed.length > 0 ? agreed : values), values) }
      : station,
  );
}

function settleGroup(group: readonly (Reading & { thickness: number })[]): StationReading & { values: number[] } {
  const values = group.map((reading) => reading.thickness);
  const { station, x, y } = group[group.length - 1];
  const common = {
    station,
    x,
    y,
    values,
    spread: Math.max(...values) - Math.min(...values),
    kept: group.some((reading) => reading.kept),
  };
  const middle = median(values);
  const near = values.filter((value) => Math.abs(value - middle) <= reach(middle) / 2);
  if (!disagree(values)) return { ...common, thickness: mean(values), count: values.length };
  if (near.length > 1 && near.length > values.length / 2)
    return { ...common, thickness: mean(near), count: near.length };
  return { ...common, thickness: middle, count: values.length, disputed: true };
}

/** Readings of one place that differ by more than a caliper does [m]. */
export function disagree(values: readonly number[]): boolean {
  return Math.max(...values) - Math.min(...values) > reach(median(values));
}

const reach = (thickness: number) => Math.max(CALIPER_REACH, CALIPER_SHARE * thickness);
const nearestTo = (wanted: number, values: readonly number[]) =>
  values.reduce((best, value) => (Math.abs(value - wanted) < Math.abs(best - wanted) ? value : best));
