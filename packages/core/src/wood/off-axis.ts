/** Wood off its grain: modulus at an angle in the plate's plane, and strength when the grain runs out of the piece. */
import { requireWithin } from '../base';
import type { OrthotropicConstants } from './orthotropic-constants';

/**
 * Young's modulus at an angle to the grain [Pa]:
 *   1/E(t) = cos^4 t / E_L + (1/G - 2 nu/E_L) sin^2 t cos^2 t + sin^4 t / E_C
 * @param angle [rad]   Source: Bodig and Jayne, Mechanics of Wood, ch. 3.
 */
export function offAxisModulus({ E_L, E_C, G_LC, nu_LC }: OrthotropicConstants, angle: number): number {
  const c2 = Math.cos(angle) ** 2;
  const s2 = Math.sin(angle) ** 2;
  return 1 / ((c2 * c2) / E_L + (1 / G_LC - (2 * nu_LC) / E_L) * s2 * c2 + (s2 * s2) / E_C);
}

/**
 * Bending strength across over strength along the grain, and the exponent, as the USDA Wood Handbook gives them (eq.
 * 5-2).
 */
const ACROSS_OVER_ALONG = 0.05;

/** Share of the strength that is left when the grain slopes by an angle [rad] (Hankinson, n = 2). */
export function strengthAtSlope(slope: number): number {
  requireWithin('slope', Math.abs(slope), 0, Math.PI / 2);
  const s2 = Math.sin(slope) ** 2;
  const c2 = Math.cos(slope) ** 2;
  return ACROSS_OVER_ALONG / (s2 + ACROSS_OVER_ALONG * c2);
}
