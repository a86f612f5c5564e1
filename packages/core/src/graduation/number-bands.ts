/**
 * Spans in millimetres that each kind of plate usually lies in, by family and wood: for makers who go by number, and
 * for a build that has no target yet. Shipped as ordinary workshop practice; a workshop writes its own over them, and
 * the piece of wood at hand may want to leave them. SI [m].
 */
import { InvalidInput, requirePositive } from '../base';
import type { Family } from '../outline';
import type { PlateRole } from '../project';
import type { TargetSpec } from './target';

export interface ThicknessBand {
  family: Family;
  plate: PlateRole;
  /** Key of the wood; null for any that has no band of its own. */
  species: string | null;
  from: number;
  to: number;
}

/** What holds for one plate. */
export interface NumberBand {
  /** Its middle, and how even a plate is to be about it. */
  thickness: number;
  tolerance: number;
  from: number;
  to: number;
  /** The workshop's own, not the shipped one. */
  own: boolean;
}

interface FamilyBand {
  middle: number;
  /** From the middle to either end of the span. */
  reach: number;
  tolerance: number;
  limit: number;
}

const TOPS: Record<Family, FamilyBand> = {
  'steel-string': { middle: 2.75e-3, reach: 2e-4, tolerance: 6e-5, limit: 2.3e-3 },
  'nylon-string': { middle: 2.3e-3, reach: 2e-4, tolerance: 6e-5, limit: 1.8e-3 },
  'arched-guitar': { middle: 5e-3, reach: 6e-4, tolerance: 2e-4, limit: 3e-3 },
  mandolin: { middle: 4e-3, reach: 5e-4, tolerance: 1.5e-4, limit: 2.5e-3 },
  ukulele: { middle: 1.8e-3, reach: 2e-4, tolerance: 5e-5, limit: 1.4e-3 },
  other: { middle: 2.8e-3, reach: 4e-4, tolerance: 1e-4, limit: 2e-3 },
};
const FAMILIES = Object.keys(TOPS) as Family[];

const BACK_SHARE = 0.95;

/**
 * By wood, over the family's (1): soft and light tops are usually left thicker; backs of dense tropical woods are
 * stiff and heavy, and taken thinner.
 */
const BY_WOOD: Record<PlateRole, Readonly<Record<string, number>>> = {
  top: { 'western-redcedar': 1.08, redwood: 1.05, 'douglas-fir': 0.95 },
  back: { rosewood: 0.92, mahogany: 1.04 },
};

const roundedToTwentieth = (thickness: number) => Math.round(thickness * 2e4) / 2e4;

/** In a workshop that wrote none of its own. */
const SHIPPED_BANDS: readonly ThicknessBand[] = FAMILIES.flatMap((family) =>
  (['top', 'back'] as const).flatMap((plate) =>
    [null, ...Object.keys(BY_WOOD[plate])].map((species) => shippedBand(family, plate, species)),
  ),
);

function shippedBand(family: Family, plate: PlateRole, species: string | null): ThicknessBand {
  const share = (plate === 'back' ? BACK_SHARE : 1) * (BY_WOOD[plate][species ?? ''] ?? 1);
  const { middle, reach } = TOPS[family];
  const thickness = roundedToTwentieth(middle * share);
  return { family, plate, species, from: thickness - reach, to: thickness + reach };
}

/** The workshop's own take the place of shipped ones of the same plate and wood. */
export function bandTable(own: readonly ThicknessBand[]): (ThicknessBand & { own: boolean })[] {
  const shipped = SHIPPED_BANDS.filter((band) => !own.some((other) => isSameBand(band, other)));
  return [...shipped.map((band) => ({ ...band, own: false })), ...own.map((band) => ({ ...band, own: true }))];
}

export function isSameBand(a: Omit<ThicknessBand, 'from' | 'to'>, b: Omit<ThicknessBand, 'from' | 'to'>): boolean {
  return a.family === b.family && a.plate === b.plate && a.species === b.species;
}

/**
 * What holds for a plate of this wood: a band of that very wood, the workshop's own before a shipped one, else that of
 * any wood.
 *
 * @param species key of the wood; null for none in particular @param own the workshop's own bands
 */
export function numberBand(
  family: Family,
  plate: PlateRole,
  species: string | null = null,
  own: readonly ThicknessBand[] = [],
): NumberBand {
  const table = bandTable(own);
  const find = (wood: string | null) => table.find((band) => isSameBand(band, { family, plate, species: wood }));
  const { from, to, own: isOwn } = (find(species) ?? find(null))!;
  // Added and halved again a shipped middle would leave its twentieth by a rounding.
  const thickness = Math.round(((from + to) / 2) * 1e6) / 1e6;
  return { thickness, tolerance: TOPS[family].tolerance, from, to, own: isOwn };
}

export function defaultTarget(
  family: Family,
  plate: PlateRole,
  species: string | null = null,
  own: readonly ThicknessBand[] = [],
): TargetSpec {
  const { thickness, tolerance, from } = numberBand(family, plate, species, own);
  const limit = roundedToTwentieth(TOPS[family].limit * (plate === 'back' ? BACK_SHARE : 1));
  // A workshop that works thinner than is usual means it.
  return { base: { kind: 'even', thickness }, rim: null, tolerance, limit: Math.min(limit, from) };
}

/** Thickest that a plate of the kind is made [m]: more is a slip of the unit. */
const THICKEST = 0.03;

/** @throws InvalidInput naming the band by its place in the list */
export function checkBands(bands: readonly ThicknessBand[]): void {
  bands.forEach(({ from, to, ...key }, i) => {
    requirePositive(`bands[${i}].from`, from);
    if (to > THICKEST) throw new InvalidInput(`bands[${i}].to`, to, 'is over 30 mm: check the unit');
    if (!(to > from)) throw new InvalidInput(`bands[${i}].to`, to, 'must be thicker than where the band begins');
    if (bands.slice(0, i).some((other) => isSameBand(key, other)))
      throw new InvalidInput(`bands[${i}].species`, key.species, 'has a band already');
  });
}
