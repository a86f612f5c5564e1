/** Brace stock compared: how stiff for its weight, and what the slope of its grain costs. SI. */
import { DEFAULT_POISSON } from './identify-plate';
import { offAxisModulus, strengthAtSlope } from './off-axis';
import type { SetFacts, SetProperties } from './rack';

export interface BraceFigures {
  /** Modulus along a stick whose grain runs out as this stock's does [Pa]. */
  modulus: number;
  /**
   * Over the modulus of the same wood with straight grain, and likewise for bending strength (0..1); null where nobody
   * looked at its grain.
   */
  stiffnessLeft: number | null;
  strengthLeft: number | null;
  /** E / rho [m2/s2]: stiffness per weight of one section. */
  specificStiffness: number;
  /** A stick of the reference stiffness cut from it: its height [m] and mass per length [kg/m]. */
  height: number;
  massPerLength: number;
}

/** An ordinary main brace of ordinary spruce, to say what a stock means at the bench [m, Pa]. */
export const REFERENCE_BRACE = { width: 8e-3, height: 14e-3, modulus: 11.5e9 } as const;

export function braceFigures(facts: Pick<SetFacts, 'runout'>, properties: SetProperties): BraceFigures {
  const { density, modulusAlong, modulusAcross, shearModulus } = properties;
  const straight = {
    rho: density.value,
    E_L: modulusAlong.value,
    E_C: modulusAcross.value,
    G_LC: shearModulus.value,
    nu_LC: DEFAULT_POISSON,
  };
  const measured = modulusAlong.by !== 'prior';
  const stiffnessLeft = facts.runout === null ? null : offAxisModulus(straight, facts.runout) / straight.E_L;
  // A flexed or knocked stick has its grain slope in it already; a species' mean has not.
  const modulus = measured ? straight.E_L : straight.E_L * (stiffnessLeft ?? 1);
  const { width, height, modulus: usual } = REFERENCE_BRACE;
  const needed = height * Math.cbrt(usual / modulus);
  return {
    modulus,
    stiffnessLeft,
    strengthLeft: facts.runout === null ? null : strengthAtSlope(facts.runout),
    specificStiffness: modulus / straight.rho,
    height: needed,
    massPerLength: straight.rho * width * needed,
  };
}
