/**
 * How stiff a top should be for its strings: D* = kappa T l, with T the pull of all strings [N], l the length of the
 * part that pumps [m] and kappa a pure number. The slope that a bridge's torque gives a plate goes with torque over
 * rigidity, and torque goes with T l for like instruments, so kappa says how far the bare plate may give. It starts at
 * what an ordinary plate of the family in ordinary spruce has, and moves to the maker's own plates that worked.
 */
import type { Estimate } from '../base';
import { defaultOutline, plateShape, type Family, type PlateShape } from '../outline';
import { genericStringSet, totalTension } from '../strings';
import { speciesPrior } from '../wood';
import { numberBand } from './number-bands';
import { pumpingRigidity, type PumpingArea } from './thickness-rules';

/** The part that pumps is the lower bout: its half axes as shares of the plate's length and width. */
const PUMPING_SHARE = { along: 0.3, across: 0.5 };

export function effectiveEllipse({ length, width }: Pick<PlateShape, 'length' | 'width'>): PumpingArea {
  return { along: PUMPING_SHARE.along * length, across: PUMPING_SHARE.across * width };
}

export function stiffnessCoefficient(rigidity: number, tension: number, area: PumpingArea): number {
  return rigidity / (tension * 2 * area.along);
}

/** Ordinary tops differ by about this much among themselves (1). */
const START_SPREAD = 0.25;
const ORDINARY_WOOD: Partial<Record<Family, string>> = {
  'nylon-string': 'european-spruce',
  'arched-guitar': 'red-spruce',
  mandolin: 'red-spruce',
};

/** kappa of the family's ordinary band in ordinary wood under ordinary strings. */
export function startCarrying(family: Family): Estimate {
  const { thickness } = numberBand(family, 'top');
  const wood = speciesPrior(ORDINARY_WOOD[family] ?? 'sitka-spruce')!.constants;
  const area = effectiveEllipse(plateShape(defaultOutline(family), []));
  const strings = genericStringSet(family);
  const value = stiffnessCoefficient(
    pumpingRigidity(wood, thickness, area),
    totalTension(strings, strings.scale),
    area,
  );
  return { value, sd: START_SPREAD * value };
}

export interface CarryingPlate {
  name: string;
  factor: Estimate;
  outcome: 'as-wanted' | 'too-stiff' | 'too-soft';
}

export interface LearnedCarrying {
  factor: Estimate;
  /** Plates that worked and moved it. */
  from: string[];
  /** Plates that did not work yet lie on the wrong side of it: they speak against the figure. */
  against: string[];
}

/** Among plates that worked, the factor still differs by about this much for reasons not measured here (1). */
const PLATE_SPREAD = 0.12;

/** Weighted mean of the logarithms of the start and of the plates that worked. */
export function learnCarrying(start: Estimate, plates: readonly CarryingPlate[]): LearnedCarrying {
  const worked = plates.filter(({ outcome }) => outcome === 'as-wanted');
  const terms = [
    { log: Math.log(start.value), sd: start.sd / start.value },
    ...worked.map(({ factor }) => ({
      log: Math.log(factor.value),
      sd: Math.hypot(PLATE_SPREAD, factor.sd / factor.value),
    })),
  ];
  const weight = terms.reduce((sum, { sd }) => sum + 1 / sd ** 2, 0);
  const value = Math.exp(terms.reduce((sum, { log, sd }) => sum + log / sd ** 2, 0) / weight);
  const against = plates.filter(
    ({ factor, outcome }) =>
      (outcome === 'too-stiff' && factor.value <= value) || (outcome === 'too-soft' && factor.value >= value),
  );
  const factor = { value, sd: value * Math.hypot(PLATE_SPREAD, 1 / Math.sqrt(weight)) };
  return { factor, from: worked.map(({ name }) => name), against: against.map(({ name }) => name) };
}
