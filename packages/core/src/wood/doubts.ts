/**
 * Figures of a wood that its species hardly ever has: not refused, but neither shown large nor ranked nor built upon before they are explained.
 * A slip that would explain one is named, with the factor that mends what was typed. Ranges are about three spreads of the handbook's means and wider.
 */
import type { MeasuredQuantity } from './measured';
import type { SpeciesPrior } from './species-priors';

export type DoubtedQuantity = 'density' | 'along' | 'across' | 'shear';

export interface WoodDoubt {
  quantity: DoubtedQuantity;
  /** As measured, and what its species has, from least to most [kg/m3] or [Pa]. */
  value: number;
  usual: readonly [least: number, most: number];
  /** What was probably typed otherwise than meant, and what it must be multiplied by; null where no slip explains it. */
  slip: { words: string; of: 'weight' | 'loads' | 'dial'; factor: number } | null;
  message: string;
}

/** Least and most as shares of the species' mean (1). */
const REACH: Record<DoubtedQuantity, readonly [number, number]> = {
  density: [0.65, 1.5],
  along: [0.45, 1.8],
  across: [0.3, 3],
  shear: [0.35, 3],
};

const WORDS: Record<DoubtedQuantity, string> = {
  density: 'Density',
  along: 'Stiffness along',
  across: 'Stiffness across',
  shear: 'Shear stiffness',
};

const OF_WEIGHT = [{ words: 'both halves were weighed, not one', factor: 0.5 }];
const OF_FLEX = [
  { words: 'the loads were grams, not kilograms', of: 'loads', factor: 1e-3 },
  { words: 'the loads were kilograms, not grams', of: 'loads', factor: 1e3 },
  { words: 'the loads were newtons, not kilograms', of: 'loads', factor: 1 / 9.80665 },
  { words: 'the loads were pounds, not kilograms', of: 'loads', factor: 0.45359237 },
  { words: 'the dial was in inches, not millimetres', of: 'dial', factor: 25.4 },
] as const;

type Known = Record<'density' | 'modulusAlong' | 'modulusAcross' | 'shearModulus', MeasuredQuantity>;

/** Of what was measured; a species' own mean is never doubted. */
export function woodDoubts(known: Known, { constants }: SpeciesPrior): WoodDoubt[] {
  const checks: [DoubtedQuantity, MeasuredQuantity, number][] = [
    ['density', known.density, constants.rho],
    ['along', known.modulusAlong, constants.E_L],
    ['across', known.modulusAcross, constants.E_C],
    ['shear', known.shearModulus, constants.G_LC],
  ];
  return checks.flatMap(([quantity, { value, by }, mean]) => {
    const usual = [REACH[quantity][0] * mean, REACH[quantity][1] * mean] as const;
    if (by === 'prior' || isWithin(value, usual)) return [];
    const slip = slipOf(quantity, { value, by }, usual);
    const why = slip ? ` It would fit if ${slip.words}.` : ' Check sizes, weight, loads and notes.';
    return [
      {
        quantity,
        value,
        usual,
        slip,
        message: `${WORDS[quantity]} is in doubt: hardly any wood of its kind has that.${why}`,
      },
    ];
  });
}

function slipOf(
  quantity: DoubtedQuantity,
  { value, by }: Pick<MeasuredQuantity, 'value' | 'by'>,
  usual: readonly [number, number],
): WoodDoubt['slip'] {
  if (quantity === 'density') {
    const slip = OF_WEIGHT.find(({ factor }) => isWithin(value * factor, usual));
    return slip ? { ...slip, of: 'weight' } : null;
  }
  if (by !== 'flex' && by !== 'both') return null;
  // Stiffness goes with the load and with the inverse of the way that it went down.
  const mended = ({ of, factor }: (typeof OF_FLEX)[number]) => (of === 'loads' ? value * factor : value / factor);
  return OF_FLEX.find((slip) => isWithin(mended(slip), usual)) ?? null;
}

const isWithin = (value: number, [least, most]: readonly [number, number]) => value >= least && value <= most;
