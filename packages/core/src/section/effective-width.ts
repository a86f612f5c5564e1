/**
 * How wide a strip of plate works with a brace that is glued to it: shear lag in a wide orthotropic sheet under a half
 * wave of bending.
 *   b = (2/k) a11 a22 s / (a11 a22 (s^2 - p) - a12^2 p - 2 a12 a22),  k = pi / length,  p^2 = a22/a11,  s^2 = (2 a12 + a66)/a11 + 2 p
 * with the sheet's compliances along and across the brace. Source: Airy's stress function with exponential decay from
 * the line of the brace, on which the sheet can't move sideways; for an isotropic sheet it is Girkmann's 4 L / (pi (3 +
 * 2 nu - nu^2)). The coupling of stretch and shear off the grain is left out.
 */
import { requirePositive } from '../base';
import type { OrthotropicConstants } from '../wood';

/** @param angle of the brace from the grain [rad] @param length of the brace [m] @returns [m] */
export function effectiveWidth(wood: OrthotropicConstants, angle: number, length: number): number {
  requirePositive('length', length);
  const { a11, a22, a12, a66 } = turnedCompliances(wood, angle);
  const p = Math.sqrt(a22 / a11);
  const s = Math.sqrt((2 * a12 + a66) / a11 + 2 * p);
  return ((2 * length) / Math.PI) * ((a11 * a22 * s) / (a11 * a22 * (s * s - p) - a12 * a12 * p - 2 * a12 * a22));
}

/**
 * Compliances of a sheet about axes turned from its grain [1/Pa]. Source: Bodig and Jayne, Mechanics of Wood, ch. 3.
 */
function turnedCompliances({ E_L, E_C, G_LC, nu_LC }: OrthotropicConstants, angle: number) {
  const [s11, s22, s12, s66] = [1 / E_L, 1 / E_C, -nu_LC / E_L, 1 / G_LC];
  const c2 = Math.cos(angle) ** 2;
  const s2 = Math.sin(angle) ** 2;
  return {
    a11: s11 * c2 * c2 + (2 * s12 + s66) * c2 * s2 + s22 * s2 * s2,
    a22: s11 * s2 * s2 + (2 * s12 + s66) * c2 * s2 + s22 * c2 * c2,
    a12: s12 * (c2 * c2 + s2 * s2) + (s11 + s22 - s66) * c2 * s2,
    a66: 2 * (2 * s11 + 2 * s22 - 4 * s12 - s66) * c2 * s2 + s66 * (c2 * c2 + s2 * s2),
  };
}
