/** How hard strings pull. SI. */
import { requirePositive } from '../base';

/** T = mu (2 L f)^2 [N], mu in kg/m: the ideal string. */
export function stringTension(massPerLength: number, length: number, frequency: number): number {
  requirePositive('massPerLength', massPerLength);
  requirePositive('length', length);
  requirePositive('frequency', frequency);
  return massPerLength * (2 * length * frequency) ** 2;
}

/** [kg/m] */
export function plainMassPerLength(diameter: number, density: number): number {
  requirePositive('diameter', diameter);
  requirePositive('density', density);
  return (density * Math.PI * diameter ** 2) / 4;
}

export const STEEL_DENSITY = 7850;
export const NYLON_DENSITY = 1070;
