/** Strength of clear softwood, and what is left of it under a load that stays for years. */
import { strengthAtSlope } from './off-axis';

export interface WoodStrength {
  /** Surface stress at which it breaks in bending, along the grain and across it [Pa]. */
  along: number;
  across: number;
  /** Spread of either from piece to piece (1). */
  alongSpread: number;
  acrossSpread: number;
}

/** Green density to density at 12 % moisture: specific gravity is oven-dry mass over volume at 12 %. */
const MOIST = 1.12;
const WATER = 1000;

/**
 * Source: USDA Wood Handbook, tables 5-7 (spread) and 5-11a (bending strength of softwoods at 12 % moisture).
 * @param density at 12 % moisture [kg/m3]
 */
export function softwoodStrength(density: number): WoodStrength {
  const gravity = density / MOIST / WATER;
  const along = 170.7e6 * gravity ** 1.01;
  return { along, across: along * strengthAtSlope(Math.PI / 2), alongSpread: 0.16, acrossSpread: 0.25 };
}

const MOST_SHARE = 1;

/**
 * Share of the strength of a test of some minutes that wood holds for so long. Source: the Madison curve, L. W. Wood
 * 1951.
 * @param time [s]
 */
export function durationFactor(time: number): number {
  return Math.min(MOST_SHARE, (18.3 + 108.4 * Math.max(1, time) ** -0.04635) / 100);
}
