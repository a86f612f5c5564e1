/** Wood whose grain stays level where the surface that is carved out of it slopes: what it is along the surface. SI. */
import type { ShellMaterial } from './layered-plate';

/**
 * Through a quartered plate over across the grain; Poisson's ratios with the third axis. Source: USDA Wood Handbook,
 * tables 5-1 and 5-2, means of softwoods.
 */
const THROUGH = { E: 0.6, nu_LT: 0.42, nu_CT: 0.47 } as const;

/**
 * Constants in the axes of a surface that climbs by two angles, along the grain and across it [rad]: the compliances
 * turned about either axis, to the second order where both slope. What stretch and shear through the thickness have in
 * common is left out. Source: Jones, Mechanics of Composite Materials, ch. 2 (turned compliances).
 */
export function slopedWood(wood: ShellMaterial, along: number, across: number): ShellMaterial {
  const { E_L, E_C, G_LC, G_LT, G_CT, nu_LC } = wood;
  // A wood that is as stiff across as along is so through, too.
  const E_T = E_C > 0.5 * E_L ? E_C : THROUGH.E * E_C;
  const nu_LT = E_C > 0.5 * E_L ? nu_LC : THROUGH.nu_LT;
  const nu_CT = E_C > 0.5 * E_L ? nu_LC : THROUGH.nu_CT;
  const [l, c] = [Math.sin(along) ** 2, Math.sin(across) ** 2];
  const stretched = (E: number, G: number, nu: number, s2: number) =>
    1 / ((1 - s2) ** 2 / E + (1 / G - (2 * nu) / E) * s2 * (1 - s2) + (s2 * s2) / E_T);
  const mixed = (own: number, other: number, s2: number) => (1 - s2) / own + s2 / other;
  const through = (E: number, G: number, nu: number, s2: number) =>
    (1 - 2 * s2) ** 2 / G + 4 * s2 * (1 - s2) * (1 / E + 1 / E_T + (2 * nu) / E);
  return {
    ...wood,
    E_L: stretched(E_L, G_LT, nu_LT, l),
    E_C: stretched(E_C, G_CT, nu_CT, c),
    G_LC: 1 / (mixed(G_LC, G_CT, l) + mixed(G_LC, G_LT, c) - 1 / G_LC),
    G_LT: 1 / (through(E_L, G_LT, nu_LT, l) + mixed(G_LT, G_LC, c) - 1 / G_LT),
    G_CT: 1 / (through(E_C, G_CT, nu_CT, c) + mixed(G_CT, G_LC, l) - 1 / G_CT),
  };
}
