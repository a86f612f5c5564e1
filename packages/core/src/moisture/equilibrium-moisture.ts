/**
 * What the air of the shop does to wood: equilibrium moisture content, movement across the grain, change of stiffness.
 * Source: USDA Wood Handbook (FPL-GTR-282), eq. 4-5 (Hailwood and Horrobin, two hydrates), eq. 13-1 and eq. 5-3.
 */
import { InvalidInput, requireWithin } from '../base';

/** Range over which the handbook gives the sorption formula. */
const TEMPERATURE_RANGE_C = [-10, 60] as const;

/**
 * Moisture content that wood comes to in still air, as a share of its dry mass (0..1).
 * @param temperatureC air temperature, -10 to 60 degrees Celsius @param relativeHumidity 0..1
 * @throws InvalidInput outside these ranges; 45 for 45 % is refused, not guessed
 */
export function equilibriumMoisture(temperatureC: number, relativeHumidity: number): number {
  requireWithin('temperatureC', temperatureC, ...TEMPERATURE_RANGE_C);
  if (relativeHumidity > 1 && relativeHumidity <= 100) {
    throw new InvalidInput(
      'relativeHumidity',
      relativeHumidity,
      `is a share from 0 to 1: write ${relativeHumidity / 100} for ${relativeHumidity} %`,
    );
  }
  requireWithin('relativeHumidity', relativeHumidity, 0, 1);
  const T = temperatureC;
  const h = relativeHumidity;
  const W = 349 + 1.29 * T + 0.0135 * T * T;
  const K = 0.805 + 0.000736 * T - 0.00000273 * T * T;
  const K1 = 6.27 - 0.00938 * T - 0.000303 * T * T;
  const K2 = 1.91 + 0.0407 * T - 0.000293 * T * T;
  const Kh = K * h;
  const hydrates = (K1 * Kh + 2 * K1 * K2 * Kh * Kh) / (1 + K1 * Kh + K1 * K2 * Kh * Kh);
  return (18 / W) * (Kh / (1 - Kh) + hydrates);
}

/** Moisture at which the cell walls are full; above it wood neither moves nor weakens further. */
const FIBRE_SATURATION = 0.28;
/**
 * Shrinkage of a quartered softwood top from green to dry, as a share of its width, typical of spruces in table 4-3.
 */
export const TYPICAL_RADIAL_SHRINKAGE = 0.04;

/**
 * Change of a width when the moisture changes [m]: width S (M2 - M1) / M_fs.
 * @param shrinkage of the whole width from green to dry (0..0.2)
 */
export function movementAcross(
  width: number,
  moistureFrom: number,
  moistureTo: number,
  shrinkage = TYPICAL_RADIAL_SHRINKAGE,
): number {
  requireWithin('shrinkage', shrinkage, 0, 0.2);
  const limited = (moisture: number) => Math.min(FIBRE_SATURATION, moisture);
  return (width * shrinkage * (limited(moistureTo) - limited(moistureFrom))) / FIBRE_SATURATION;
}

const REFERENCE_MOISTURE = 0.12;
const INTERSECTION_MOISTURE = 0.25;
/** Modulus at 12 % over modulus green, mean of the spruces in table 5-3. */
const DRY_OVER_GREEN = 1.25;

/**
 * Modulus at a moisture over the modulus at 12 %: P12 (P12 / Pg)^((12 - M) / (Mp - 12)).
 * Valid from about 5 % to fibre saturation.
 */
export function stiffnessRatio(moisture: number): number {
  const M = Math.min(moisture, INTERSECTION_MOISTURE);
  return DRY_OVER_GREEN ** ((REFERENCE_MOISTURE - M) / (INTERSECTION_MOISTURE - REFERENCE_MOISTURE));
}
