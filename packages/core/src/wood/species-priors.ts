/**
 * What is known of a wood before this piece is measured: means at 12 % moisture with a spread, never a measured value.
 * Source: USDA Wood Handbook (FPL-GTR-282), tables 5-1 to 5-5: elastic ratios as listed; E_L is the static bending
 * modulus raised 10 % for shear deflection, as the handbook says; density is the listed specific gravity times 1120
 * kg/m3 (oven-dry mass, volume at 12 %). European spruce and rosewood are not listed there: usual values of the
 * acoustics literature (Haines 1979), same spread.
 */
import type { OrthotropicConstants } from './orthotropic-constants';

export interface SpeciesPrior {
  /** Stable key stored with a build. */
  key: string;
  name: string;
  /** Uses it is usually offered for. */
  uses: readonly ('top' | 'back')[];
  constants: OrthotropicConstants;
  /** Coefficients of variation (1). */
  spread: { rho: number; E: number };
  /** Is the dust a known sensitizer? Shown as a caution. */
  sensitizer?: boolean;
  /** Trade in it is regulated for some species or origins: shown as a caution. */
  protectedTrade?: boolean;
}

const SPREAD = { rho: 0.1, E: 0.18 } as const;
/** Of a wood that is not listed: about as far apart as the listed ones are. */
const WIDE = { rho: 0.2, E: 0.3 } as const;

/** [key, name, rho kg/m3, E_L GPa, E_R/E_L, G_LR/E_L, nu_LR] */
type Row = readonly [string, string, number, number, number, number, number];

const TOPS: readonly Row[] = [
  ['engelmann-spruce', 'Engelmann spruce', 392, 9.8, 0.128, 0.124, 0.422],
  ['sitka-spruce', 'Sitka spruce', 448, 11.9, 0.078, 0.064, 0.372],
  ['red-spruce', 'Red spruce', 448, 12.2, 0.1, 0.09, 0.39],
  ['european-spruce', 'European spruce', 420, 12.0, 0.07, 0.06, 0.39],
  ['western-redcedar', 'Western redcedar', 358, 8.4, 0.081, 0.087, 0.378],
  ['redwood', 'Redwood', 448, 10.1, 0.087, 0.066, 0.36],
  ['douglas-fir', 'Douglas-fir', 538, 14.8, 0.068, 0.064, 0.292],
];

const BACKS: readonly Row[] = [
  ['black-walnut', 'Black walnut', 616, 12.7, 0.106, 0.085, 0.495],
  ['sugar-maple', 'Sugar maple', 706, 13.9, 0.132, 0.111, 0.424],
  ['mahogany', 'Mahogany', 560, 11.3, 0.107, 0.066, 0.314],
  ['black-cherry', 'Black cherry', 560, 11.3, 0.197, 0.147, 0.392],
  ['rosewood', 'Rosewood', 820, 13.0, 0.15, 0.11, 0.4],
];

const toPrior =
  (use: 'top' | 'back') =>
  ([key, name, rho, gigapascal, radial, shear, nu_LC]: Row): SpeciesPrior => {
    const E_L = gigapascal * 1e9;
    return {
      key,
      name,
      uses: [use],
      constants: { rho, E_L, E_C: radial * E_L, G_LC: shear * E_L, nu_LC },
      spread: SPREAD,
    };
  };

const CAUTIONS: Record<string, Partial<SpeciesPrior>> = {
  'western-redcedar': { sensitizer: true },
  redwood: { sensitizer: true },
  mahogany: { protectedTrade: true },
  rosewood: { sensitizer: true, protectedTrade: true },
};

/** Means of the listed ones: measure, and little of them is left. */
const OTHERS: readonly SpeciesPrior[] = [
  { ...toPrior('top')(['other-softwood', 'Another softwood', 436, 11.3, 0.09, 0.077, 0.37]), spread: WIDE },
  {
    ...toPrior('back')(['other-hardwood', 'Another hardwood', 650, 12.4, 0.14, 0.104, 0.4]),
    spread: WIDE,
    sensitizer: true,
  },
];

export const SPECIES_PRIORS: readonly SpeciesPrior[] = [
  ...[...TOPS.map(toPrior('top')), ...BACKS.map(toPrior('back'))].map((prior) => ({
    ...prior,
    ...CAUTIONS[prior.key],
  })),
  ...OTHERS,
];

export function speciesPrior(key: string): SpeciesPrior | undefined {
  return SPECIES_PRIORS.find((prior) => prior.key === key);
}
