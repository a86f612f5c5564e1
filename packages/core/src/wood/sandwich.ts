/**
 * A sandwich plate: two skins on a core. Rigidity per width, mass per area, and the solid plate that it equals. SI.
 * The core gives in shear: over a wave as long as the part that pumps the plate is softer by 1 + pi^2 D / (S l^2), S =
 * G_core d^2 / core.
 * Source: Allen, Analysis and Design of Structural Sandwich Panels, ch. 2 and 6 (thin skins for the shear part).
 */
import { requirePositive } from '../base';

export interface Sandwich {
  /** Each of the two equal skins, and the core [m]. */
  skin: number;
  core: number;
  skinModulus: number;
  coreModulus: number;
  /** [kg/m3] */
  skinDensity: number;
  coreDensity: number;
  /** Of both glue lines together [kg/m2]. */
  glueMass: number;
  /**
   * Shear modulus of the core through its thickness [Pa], and how long the half wave is that it carries [m]; no shear
   * where left out.
   */
  coreShear?: number;
  halfWave?: number;
}

export interface SandwichFigures {
  /** D = E_skin (H^3 - c^3) / 12 + E_core c^3 / 12 [N m]. */
  rigidity: number;
  /** What is left of it once the core has sheared (0..1). */
  shearShare: number;
  /** [kg/m2] */
  massPerArea: number;
  /** Thickness of solid skin wood with the rigidity left [m], and what that weighs [kg/m2]. */
  solidThickness: number;
  solidMassPerArea: number;
}

export function sandwichFigures(plate: Sandwich): SandwichFigures {
  for (const field of ['skin', 'core', 'skinModulus', 'coreModulus', 'skinDensity', 'coreDensity'] as const)
    requirePositive(field, plate[field]);
  const { skin, core, skinModulus, coreModulus, skinDensity, coreDensity, glueMass } = plate;
  const whole = core + 2 * skin;
  const rigidity = (skinModulus * (whole ** 3 - core ** 3) + coreModulus * core ** 3) / 12;
  const shearShare = shareLeft(plate, rigidity);
  const solidThickness = Math.cbrt((12 * rigidity * shearShare) / skinModulus);
  return {
    rigidity,
    shearShare,
    massPerArea: 2 * skin * skinDensity + core * coreDensity + glueMass,
    solidThickness,
    solidMassPerArea: solidThickness * skinDensity,
  };
}

function shareLeft({ skin, core, coreShear, halfWave }: Sandwich, rigidity: number): number {
  if (coreShear === undefined || halfWave === undefined) return 1;
  requirePositive('coreShear', coreShear);
  requirePositive('halfWave', halfWave);
  const shearStiffness = (coreShear * (core + skin) ** 2) / core;
  return 1 / (1 + (Math.PI ** 2 * rigidity) / (shearStiffness * halfWave ** 2));
}

/** Cores as they are usually sold; a maker's own figures replace them [Pa, kg/m3]. */
export const GENERIC_CORES = [
  { key: 'honeycomb', name: 'Aramid honeycomb', modulus: 1e6, shear: 25e6, density: 48 },
  { key: 'balsa', name: 'Balsa, flat', modulus: 2.5e9, shear: 100e6, density: 150 },
  { key: 'cedar', name: 'Cedar strips', modulus: 6e9, shear: 60e6, density: 350 },
  { key: 'foam', name: 'Rigid foam', modulus: 50e6, shear: 20e6, density: 60 },
] as const;
