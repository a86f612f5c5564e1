/**
 * A first band in millimetres for each kind of plate, for makers who go by number and for a build that has no target
 * yet. Ordinary workshop practice, made editable; the piece of wood at hand may want to leave it. SI [m].
 */
import type { Family } from '../outline';
import type { TargetSpec } from './target';

interface Band {
  thickness: number;
  tolerance: number;
  limit: number;
}

const TOPS: Record<Family, Band> = {
  'steel-string': { thickness: 2.75e-3, tolerance: 6e-5, limit: 2.3e-3 },
  'nylon-string': { thickness: 2.3e-3, tolerance: 6e-5, limit: 1.8e-3 },
  'arched-guitar': { thickness: 5e-3, tolerance: 2e-4, limit: 3e-3 },
  mandolin: { thickness: 4e-3, tolerance: 1.5e-4, limit: 2.5e-3 },
  ukulele: { thickness: 1.8e-3, tolerance: 5e-5, limit: 1.4e-3 },
  other: { thickness: 2.8e-3, tolerance: 1e-4, limit: 2e-3 },
};

const BACK_SHARE = 0.95;

/** Soft and light woods are usually left thicker, whatever they measure. */
const THICKER: Readonly<Record<string, number>> = { 'western-redcedar': 1.08, redwood: 1.05, 'douglas-fir': 0.95 };

const roundedToTwentieth = (thickness: number) => Math.round(thickness * 2e4) / 2e4;

/**
 * The family's band for a kind of wood: thickness and half width [m].
 * @param species key of the wood; null for none in particular
 */
export function numberBand(
  family: Family,
  plate: 'top' | 'back',
  species: string | null = null,
): { thickness: number; tolerance: number } {
  const { thickness, tolerance } = TOPS[family];
  const share = (plate === 'back' ? BACK_SHARE : 1) * (THICKER[species ?? ''] ?? 1);
  return { thickness: roundedToTwentieth(thickness * share), tolerance };
}

export function defaultTarget(family: Family, plate: 'top' | 'back', species: string | null = null): TargetSpec {
  const { thickness, tolerance } = numberBand(family, plate, species);
  const limit = roundedToTwentieth(TOPS[family].limit * (plate === 'back' ? BACK_SHARE : 1));
  return { base: { kind: 'even', thickness }, rim: null, tolerance, limit };
}
