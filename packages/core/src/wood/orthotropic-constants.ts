/** Elastic constants of a plate in its own plane. Axes: L along the grain, C across it. SI. */
import { InvalidInput, requirePositive, requireWithin } from '../base';

export interface OrthotropicConstants {
  /** Density [kg/m3]. */
  rho: number;
  /** Young's moduli along and across the grain [Pa]. */
  E_L: number;
  E_C: number;
  /** In-plane shear modulus [Pa]. */
  G_LC: number;
  /** Strain across caused by stress along (1). */
  nu_LC: number;
}

/** Between balsa and the heaviest timber with a margin [kg/m3]. */
const DENSITY_RANGE = [80, 1500] as const;

/** nu_CL from the symmetry of compliance: nu_CL = nu_LC E_C / E_L. */
export function minorPoisson(wood: OrthotropicConstants): number {
  return (wood.nu_LC * wood.E_C) / wood.E_L;
}

/**
 * @throws InvalidInput for constants that no wood can have (densities of 4000, nu_LC nu_CL >= 1, non-positive moduli)
 */
export function checkConstants(wood: OrthotropicConstants): void {
  requireWithin('rho', wood.rho, ...DENSITY_RANGE);
  requirePositive('E_L', wood.E_L);
  requirePositive('E_C', wood.E_C);
  requirePositive('G_LC', wood.G_LC);
  requireWithin('nu_LC', wood.nu_LC, 0, 2);
  if (wood.nu_LC * minorPoisson(wood) >= 1) {
    throw new InvalidInput('nu_LC', wood.nu_LC, 'too large for these moduli: nu_LC nu_CL must stay below 1');
  }
}
