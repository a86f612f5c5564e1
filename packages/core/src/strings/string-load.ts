/**
 * What the strings do to the top: tension of each, the torque of a glued bridge or the down-force of a floating one.
 * Forces [N], torque [N m].
 */
import { requireWithin } from '../base';
import type { BridgePlan, PlanString, StringMaterial } from '../bracing';
import type { Family } from '../outline';
import { genericStringSet } from './generic-sets';
import { NYLON_DENSITY, plainMassPerLength, STEEL_DENSITY, stringTension } from './tension';

/**
 * Mass over the volume of the outer diameter [kg/m3]; wound ones are generic, for they differ by a tenth: enter the
 * maker's own figure when you have it.
 */
export const STRING_DENSITIES: Record<StringMaterial, number> = {
  steel: STEEL_DENSITY,
  'wound-steel': 6400,
  nylon: NYLON_DENSITY,
  'wound-nylon': 5200,
  fluorocarbon: 1780,
  gut: 1300,
};

export interface LoadedString {
  note: string;
  frequency: number;
  count: number;
  /** Open length [m], mass per length [kg/m] and tension of one string [N]. */
  length: number;
  massPerLength: number;
  tension: number;
}

export interface StringLoad {
  /** Bass to treble. */
  strings: LoadedString[];
  total: number;
  /**
   * About the line of the saddle, turning its front edge into the top: pinned and tied bridges; 0 for a floating one.
   */
  torque: number;
  /** Onto the top: floating bridges; 0 for glued ones. */
  downForce: number;
}

/** The usual set of the family as a table that can be edited: diameters that give its masses. */
export function usualStrings(family: Family): PlanString[] {
  const nylon = family === 'nylon-string' || family === 'ukulele';
  return genericStringSet(family).strings.map(({ note, frequency, massPerLength, count }, i, all) => {
    const wound = nylon ? family === 'nylon-string' && i < 3 : i < all.length - 2;
    const material: StringMaterial = nylon ? (wound ? 'wound-nylon' : 'nylon') : wound ? 'wound-steel' : 'steel';
    const diameter = Math.sqrt((4 * massPerLength) / (Math.PI * STRING_DENSITIES[material]));
    return { note, frequency, material, diameter: Math.round(diameter * 1e6) / 1e6, massPerLength, count };
  });
}

/**
 * Load of a set of strings, listed from bass to treble; on a fanned board the lengths run evenly from the bass scale to
 * the treble's.
 * Source: T = mu (2 L f)^2; torque = sum T x height; down-force = sum T (sin a + sin b).
 * @throws InvalidInput naming the string's field
 */
export function stringLoad(set: readonly PlanString[], scale: number, bridge: BridgePlan): StringLoad {
  requireWithin('scale', scale, 0.1, 1.5);
  const bass = bridge.bassScale ?? scale;
  const strings = set.map(({ note, frequency, material, diameter, massPerLength, count }, i): LoadedString => {
    const share = set.length > 1 ? i / (set.length - 1) : 1;
    const length = bass + share * (scale - bass);
    const mu = massPerLength ?? plainMassPerLength(diameter, STRING_DENSITIES[material]);
    return { note, frequency, count, length, massPerLength: mu, tension: stringTension(mu, length, frequency) };
  });
  const total = strings.reduce((sum, { tension, count }) => sum + tension * count, 0);
  const floating = bridge.kind === 'floating';
  return {
    strings,
    total,
    torque: floating ? 0 : total * bridge.stringHeight,
    downForce: floating ? total * (Math.sin(bridge.angleBefore) + Math.sin(bridge.angleBehind)) : 0,
  };
}
