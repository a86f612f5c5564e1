/**
 * A quick look after a pass: three to five places, or only the scale. The map that was expected is moved as a whole to
 * what was read, so that a look needs no survey; how well the few agree is the doubt of the move. SI.
 */
import { median, type Estimate, InvalidInput, requirePositive } from '../base';
import type { StationReading } from './reading';
import { fitSurface, planSurface, surfaceAt } from './scattered-surface';
import { CALIPER, robustDeviation, SCALE_SD } from './thickness-map';

export interface Look {
  /** Places read with the caliper; 0 when only the scale was asked. */
  places: number;
  /** What the plate is thicker than was expected [m]. */
  lift: Estimate;
}

/** How unevenly a pass leaves a plate that was only looked at in a few places [m]. */
const UNSEEN_SCATTER = 3e-5;

/**
 * @param expected every station as it should be after the pass @param read the places looked at, each once
 * @returns the stations moved by what the places have in common, those that were read as they were read
 */
export function moveByLook(
  expected: readonly StationReading[],
  read: readonly StationReading[],
): { readings: StationReading[]; look: Look } {
  if (expected.length === 0) throw new InvalidInput('expected', 0, 'holds no station: a look needs a survey before it');
  if (read.length === 0) throw new InvalidInput('readings', 0, 'there are none yet');
  const residuals = residualsOf(expected, read);
  const scatter = Math.max(UNSEEN_SCATTER, robustDeviation(residuals.map((r) => r - median(residuals))));
  const lift = {
    value: residuals.length > 2 ? median(residuals) : residuals.reduce((sum, r) => sum + r, 0) / residuals.length,
    sd: Math.hypot(CALIPER.bias, scatter / Math.sqrt(read.length)),
  };
  return { readings: lifted(expected, read, lift.value), look: { places: read.length, lift } };
}

/** What the scale tells: less wood gone than was meant is a plate that much thicker. @param area of the wood [m2] */
export function moveByWeight(
  expected: readonly StationReading[],
  scale: { before: number; after: number; expectedLoss: number; rho: Estimate; area: number },
): { readings: StationReading[]; look: Look } {
  requirePositive('area', scale.area);
  requirePositive('after', scale.after);
  const perMetre = scale.rho.value * scale.area;
  const surplus = scale.expectedLoss - (scale.before - scale.after);
  const lost = (scale.before - scale.after) / perMetre;
  const sd = Math.hypot((Math.SQRT2 * SCALE_SD) / perMetre, (lost * scale.rho.sd) / scale.rho.value, UNSEEN_SCATTER);
  const lift = { value: surplus / perMetre, sd };
  return { readings: lifted(expected, [], lift.value), look: { places: 0, lift } };
}

function residualsOf(expected: readonly StationReading[], read: readonly StationReading[]): Float64Array {
  const known = new Map(expected.map((reading) => [reading.station, reading.thickness]));
  const column = (pick: (reading: StationReading) => number) => Float64Array.from(expected, pick);
  const plan = planSurface(
    column((r) => r.x),
    column((r) => r.y),
  );
  const surface = fitSurface(
    plan,
    column((r) => r.thickness),
  );
  return Float64Array.from(
    read,
    ({ station, x, y, thickness }) => thickness - (known.get(station) ?? surfaceAt(surface, x, y)),
  );
}

function lifted(expected: readonly StationReading[], read: readonly StationReading[], lift: number): StationReading[] {
  const own = new Map(read.map((reading) => [reading.station, reading]));
  const moved = expected.map(
    (reading) => own.get(reading.station) ?? { ...reading, thickness: reading.thickness + lift, count: 0, spread: 0 },
  );
  const stations = new Set(expected.map(({ station }) => station));
  return [...moved, ...read.filter(({ station }) => !stations.has(station))];
}
