/** What is not known surely of a top's wood, each as a factor on what was taken for it (1). */
import type { TopPlan } from '../top';
import type { WoodSpread } from '../explore';

export const WOOD_FACTORS = ['along', 'across', 'shear', 'density', 'braces', 'braceDensity'] as const;
/**
 * Moduli of the plate along, across and in shear, its density; modulus and density of the braces, which come from one
 * stock.
 */
export type WoodFactor = (typeof WOOD_FACTORS)[number];
export type WoodFactors = Readonly<Record<WoodFactor, number>>;

export const AS_TAKEN: WoodFactors = { along: 1, across: 1, shear: 1, density: 1, braces: 1, braceDensity: 1 };

/** Moduli across and in shear are read from fewer and shorter bends. */
const LESS_SURE = 1.5;

/** However well a set was measured: wood is not the same all over, and glue and grain change what a stick brings. */
const LEAST = { density: 0.015, modulus: 0.04 };

/** Standard deviations of the logarithms of the factors. */
export function priorSpread(spread: WoodSpread): WoodFactors {
  const { braceDensity, braceModulus } = spread;
  const [density, modulus] = [Math.max(LEAST.density, spread.density), Math.max(LEAST.modulus, spread.modulus)];
  return {
    along: modulus,
    across: LESS_SURE * modulus,
    shear: LESS_SURE * modulus,
    density,
    braces: braceModulus,
    braceDensity,
  };
}

export function withFactors(top: TopPlan, by: WoodFactors): TopPlan {
  const { wood, plan } = top;
  return {
    ...top,
    wood: {
      ...wood,
      E_L: wood.E_L * by.along,
      E_C: wood.E_C * by.across,
      G_LC: wood.G_LC * by.shear,
      rho: wood.rho * by.density,
    },
    plan: {
      ...plan,
      braces: plan.braces.map((brace) => ({
        ...brace,
        modulus: brace.modulus * by.braces,
        density: brace.density * by.braceDensity,
      })),
    },
  };
}
