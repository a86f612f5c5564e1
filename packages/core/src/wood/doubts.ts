/**
 * Figures of a wood that its species hardly ever has: not refused, but neither shown large nor ranked nor built upon
 * before they are explained. A slip that would explain one is named, with the factor that mends what was typed. Ranges
 * are about three spreads of the handbook's means and wider.
 */
import { STANDARD_GRAVITY } from '../units';
import type { MeasuredQuantity } from './measured';
import type { PieceMark } from './piece-mark';
import type { SpeciesPrior } from './species-priors';

export type DoubtedQuantity = 'density' | 'along' | 'across' | 'shear';

export interface Slip {
  words: string;
  of: 'weight' | 'loads' | 'dial' | 'note';
  factor: number;
  /** Which note it is about. */
  note?: string;
}

export interface WoodDoubt {
  quantity: DoubtedQuantity;
  /** Which one, where its plate is joined of more than one. */
  piece?: PieceMark;
  /** As measured, and what its species has, from least to most [kg/m3] or [Pa]. */
  value: number;
  usual: readonly [least: number, most: number];
  /**
   * What was probably typed otherwise than meant, and what it must be multiplied by; null where no slip explains it.
   */
  slip: Slip | null;
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
const OF_FLEX: readonly Slip[] = [
  { words: 'the loads were grams, not kilograms', of: 'loads', factor: 1e-3 },
  { words: 'the loads were kilograms, not grams', of: 'loads', factor: 1e3 },
  { words: 'the loads were newtons, not kilograms', of: 'loads', factor: 1 / STANDARD_GRAVITY },
  { words: 'the loads were pounds, not kilograms', of: 'loads', factor: 0.45359237 },
  { words: 'the dial was in inches, not millimetres', of: 'dial', factor: 25.4 },
];

type Known = Record<'density' | 'modulusAlong' | 'modulusAcross' | 'shearModulus', MeasuredQuantity>;

/** Of what was measured; a species' own mean is never doubted. */
export function woodDoubts(known: Known, { constants }: SpeciesPrior, piece?: PieceMark): WoodDoubt[] {
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
        ...(piece && { piece }),
        value,
        usual,
        slip,
        message: `${WORDS[quantity]}${piece ? ` of piece ${piece}` : ''} is in doubt: hardly any wood of its kind has that.${why}`,
      },
    ];
  });
}

function slipOf(
  quantity: DoubtedQuantity,
  { value, by }: Pick<MeasuredQuantity, 'value' | 'by'>,
  usual: readonly [number, number],
): Slip | null {
  if (quantity === 'density') {
    const slip = OF_WEIGHT.find(({ factor }) => isWithin(value * factor, usual));
    return slip ? { ...slip, of: 'weight' } : null;
  }
  if (by !== 'flex' && by !== 'both') return null;
  // Stiffness goes with the load and with the inverse of the way that it went down.
  const mended = ({ of, factor }: Slip) => (of === 'loads' ? value * factor : value / factor);
  return OF_FLEX.find((slip) => isWithin(mended(slip), usual)) ?? null;
}

/** Those of a record that would come with a reading and were not there without it. */
export const newDoubts = (without: readonly WoodDoubt[], with_: readonly WoodDoubt[]): WoodDoubt[] =>
  with_.filter(({ quantity }) => without.every((other) => other.quantity !== quantity));

/** A plate that was bent before bends again within this (1), what it is thinner taken into account. */
const AS_BEFORE = [1 / 1.45, 1.45] as const;

/**
 * A bend of a whole plate that can hardly be of it: by its last bend of that kind, else by its wood.
 * @param modulus that it would have by this bend, and by the last one if there was one [Pa]
 */
export function questionBend(
  direction: 'along' | 'across',
  modulus: number,
  { wood, before }: { wood: number; before: number | null },
): WoodDoubt | null {
  const [known, reach] = before === null ? [wood, REACH[direction]] : [before, AS_BEFORE];
  const usual = [reach[0] * known, reach[1] * known] as const;
  if (isWithin(modulus, usual)) return null;
  const slip = slipOf(direction, { value: modulus, by: 'flex' }, usual);
  const than = before === null ? 'what its wood would give' : 'what it gave before, at its thickness then and now';
  const why = slip ? `It would fit if ${slip.words}.` : 'Another jig, another plate, or a slip of the dial?';
  const message = `It is ${(modulus / known).toPrecision(2)} times as stiff ${direction} as ${than}. ${why}`;
  return { quantity: direction, value: modulus, usual, slip, message };
}

const SLIPPED = [10, 0.1, 100, 0.01] as const;
/** A plate's note moves with its thickness and hardly otherwise while its outline stands (1). */
const NOTE_REACH = 1.18;

/** A note of a whole plate against the last one of its name, at its thickness then and now [Hz]. */
export function questionNote(
  name: string,
  frequency: number,
  expected: number,
): { message: string; slip: Slip | null } | null {
  const isNear = (value: number) => value < NOTE_REACH * expected && value > expected / NOTE_REACH;
  if (isNear(frequency)) return null;
  const factor = SLIPPED.find((one) => isNear(frequency * one));
  const slip =
    factor === undefined
      ? null
      : { words: `${(frequency * factor).toPrecision(4)} Hz was meant`, of: 'note' as const, factor, note: name };
  const why = slip ? `${slip.words}?` : 'Another note, another plate, or held where this note moves?';
  return { slip, message: `The ${name} note was about ${expected.toPrecision(3)} Hz at this thickness. ${why}` };
}

const isWithin = (value: number, [least, most]: readonly [number, number]) => value >= least && value <= most;
