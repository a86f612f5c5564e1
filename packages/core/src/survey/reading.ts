/** Readings are never changed: a correction is a new reading that supersedes the old one, a retraction one that holds no thickness. */
import { InvalidInput, requirePositive } from '../invalid-input';

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

/** What is known at one place: its standing readings averaged. */
export interface StationReading {
  station: string;
  x: number;
  y: number;
  thickness: number;
  /** How many readings were averaged. */
  count: number;
  /** Largest less smallest [m]. */
  spread: number;
  kept: boolean;
}

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

/** Averages the standing readings station by station, in the order of each station's first reading. */
export function averageByStation(readings: readonly Reading[]): StationReading[] {
  const groups = new Map<string, (Reading & { thickness: number })[]>();
  for (const reading of standingReadings(readings)) {
    const group = groups.get(reading.station);
    if (group) group.push(reading);
    else groups.set(reading.station, [reading]);
  }
  return [...groups.values()].map((group) => {
    const values = group.map((reading) => reading.thickness);
    const last = group[group.length - 1];
    return {
      station: last.station,
      x: last.x,
      y: last.y,
      thickness: values.reduce((sum, value) => sum + value, 0) / values.length,
      count: values.length,
      spread: Math.max(...values) - Math.min(...values),
      kept: group.some((reading) => reading.kept),
    };
  });
}
