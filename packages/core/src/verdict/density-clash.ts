/**
 * A weight, a map and a wood that don't go together: what each would have to be for the other two to hold, and which is
 * likelier wrong. SI.
 */
import type { Estimate } from '../base';

export interface DensityClash {
  /** Density by scale and map, and of the wood [kg/m3]. */
  weighed: number;
  expected: number;
  /** What the scale should have shown, were the rest right [kg]. */
  fittingMass: number;
  /** By how much all readings would be too thick, were the rest right [m]; below zero: too thin. */
  readTooThick: number;
  likelier: 'weight' | 'readings' | 'wood';
  /** The slip that would explain a weight: it was the figure meant [kg]. */
  meant: number | null;
}

export interface ClashFacts {
  mass: number;
  volume: Estimate;
  /** Of the wood [m2]. */
  area: number;
  /** Of the wood, as it is known. */
  rho: Estimate;
}

/** A density is doubted beyond this many standard deviations. */
const DEVIATIONS = 3;
/** What a caliper that was not set to zero is mostly off by [m]. */
const OFF_ZERO = 1e-4;
/** A density that was measured is surer than this (1); a figure of the species is not. */
const MEASURED = 0.04;

/** @returns null where they go together */
export function densityClash({ mass, volume, area, rho }: ClashFacts): DensityClash | null {
  const weighed = mass / volume.value;
  const doubt = Math.hypot(weighed * (volume.sd / volume.value), rho.sd);
  if (Math.abs(weighed - rho.value) <= DEVIATIONS * doubt) return null;
  const fittingMass = rho.value * volume.value;
  const readTooThick = (volume.value - mass / rho.value) / area;
  const near = (other: number) => Math.abs(other / volume.value - rho.value) <= doubt;
  const meant = slipsOf(mass).find(near) ?? null;
  const clash = { weighed, expected: rho.value, fittingMass, readTooThick, meant };
  if (meant !== null) return { ...clash, likelier: 'weight' };
  if (rho.sd > MEASURED * rho.value) return { ...clash, likelier: 'wood' };
  return { ...clash, likelier: Math.abs(readTooThick) <= OFF_ZERO ? 'readings' : 'weight' };
}

/** Two neighbouring digits of the grams changed about; one half of two on the scale, or both. */
function slipsOf(mass: number): number[] {
  const digits = String(Math.round(1000 * mass)).split('');
  const swapped = digits.slice(1).map((digit, i) => {
    const other = [...digits];
    [other[i], other[i + 1]] = [digit, digits[i]];
    return Number(other.join('')) / 1000;
  });
  return [...swapped.filter((other) => other > 0), mass / 2, 2 * mass];
}
