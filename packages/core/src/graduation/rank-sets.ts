/**
 * Which set suits a build: how thick each would have to be for the build's stiffness, what the plate would weigh, and
 * what speaks against it. SI.
 */
import type { Estimate } from '../base';
import { DEFAULT_POISSON, type Objection, type SetProperties } from '../wood';
import { byStiffness, type PumpingArea, type StiffnessGoal } from './thickness-rules';

export interface RankedSet {
  id: string;
  /** Thickness for the wanted stiffness [m] and mass of the plate of it [kg]. */
  thickness: Estimate;
  mass: Estimate;
  /** Is the board thick enough? */
  enough: boolean;
  objections: Objection[];
}

/** A set as the rack knows it. */
export interface KnownSet {
  id: string;
  /** Of its thinnest piece [m]. */
  thickness: number;
  properties: SetProperties;
  objections: Objection[];
}

const GOAL_DOUBT = 0.1;
/** What joining and levelling take off a board before it is a plate [m]. */
const ALLOWANCE = 3e-4;

/**
 * Lightest first at the same stiffness; too thin boards and rejected ones last; sets whose figures are in doubt are
 * left out.
 * @param plateArea of the wood of the plate [m2]
 */
export function rankSets(
  sets: readonly KnownSet[],
  build: { goal: StiffnessGoal; area: PumpingArea; plateArea: number },
): RankedSet[] {
  const ranked = sets.flatMap((set): RankedSet[] => {
    const { density, modulusAlong, modulusAcross, shearModulus, doubts } = set.properties;
    if (doubts.length > 0) return [];
    const wood = {
      rho: density.value,
      E_L: modulusAlong.value,
      E_C: modulusAcross.value,
      G_LC: shearModulus.value,
      nu_LC: DEFAULT_POISSON,
    };
    const { thickness } = byStiffness(wood, build.area, build.goal, {
      modulus: modulusAlong.sd / modulusAlong.value,
      goal: GOAL_DOUBT,
    });
    const mass = density.value * thickness.value * build.plateArea;
    const relative = Math.hypot(density.sd / density.value, thickness.sd / thickness.value);
    return [
      {
        id: set.id,
        thickness,
        mass: { value: mass, sd: mass * relative },
        enough: set.thickness > thickness.value + ALLOWANCE,
        objections: set.objections,
      },
    ];
  });
  const penalty = ({ enough, objections: against }: RankedSet) =>
    Number(!enough) + 2 * Number(against.some((o) => o.reject));
  return ranked.sort((a, b) => penalty(a) - penalty(b) || a.mass.value - b.mass.value);
}
