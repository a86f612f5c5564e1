/** A sandwich plate: two skins on a core. Rigidity per width, mass per area, and the solid plate that it equals. SI. */
import { requirePositive } from '../invalid-input';

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
}

export interface SandwichFigures {
  /** D = E_skin (H^3 - c^3) / 12 + E_core c^3 / 12 [N m]. */
  rigidity: number;
  /** [kg/m2] */
  massPerArea: number;
  /** Thickness of solid skin wood with the same rigidity [m], and what that weighs [kg/m2]. */
  solidThickness: number;
  solidMassPerArea: number;
}

export function sandwichFigures(plate: Sandwich): SandwichFigures {
  for (const field of ['skin', 'core', 'skinModulus', 'coreModulus', 'skinDensity', 'coreDensity'] as const)
    requirePositive(field, plate[field]);
  const { skin, core, skinModulus, coreModulus, skinDensity, coreDensity, glueMass } = plate;
  const whole = core + 2 * skin;
  const rigidity = (skinModulus * (whole ** 3 - core ** 3) + coreModulus * core ** 3) / 12;
  const solidThickness = Math.cbrt((12 * rigidity) / skinModulus);
  return {
    rigidity,
    massPerArea: 2 * skin * skinDensity + core * coreDensity + glueMass,
    solidThickness,
    solidMassPerArea: solidThickness * skinDensity,
  };
}
