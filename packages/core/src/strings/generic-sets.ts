/**
 * Ordinary sets of strings, made up for this program as a first guess of the load: notes from bass to treble and mass
 * per length. A maker's own set replaces them. SI.
 */
import type { Family } from '../outline';
import { NYLON_DENSITY, plainMassPerLength, STEEL_DENSITY, stringTension } from './tension';

export interface SetString {
  /** Name of the note, its frequency at A4 = 440 Hz [Hz] and the string's mass per length [kg/m]. */
  note: string;
  frequency: number;
  massPerLength: number;
  /** Strings of this kind side by side: two in a course. */
  count: number;
}

export interface StringSet {
  name: string;
  /** Usual scale of the family [m]. */
  scale: number;
  strings: readonly SetString[];
}

const one = (note: string, frequency: number, massPerLength: number, count = 1): SetString => ({
  note,
  frequency,
  massPerLength,
  count,
});
const steel = (diameterMm: number) => plainMassPerLength(diameterMm / 1000, STEEL_DENSITY);
const nylon = (diameterMm: number) => plainMassPerLength(diameterMm / 1000, NYLON_DENSITY);

const SIX_STEEL: StringSet = {
  name: 'six steel strings, light',
  scale: 0.645,
  strings: [
    one('E2', 82.41, 10.1e-3),
    one('A2', 110, 6.4e-3),
    one('D3', 146.83, 3.7e-3),
    one('G3', 196, 2.1e-3),
    one('B3', 246.94, steel(0.41)),
    one('E4', 329.63, steel(0.305)),
  ],
};

const SETS: Record<Family, StringSet> = {
  'steel-string': SIX_STEEL,
  'nylon-string': {
    name: 'six nylon strings, normal',
    scale: 0.65,
    strings: [
      one('E2', 82.41, 5.6e-3),
      one('A2', 110, 3.3e-3),
      one('D3', 146.83, 1.92e-3),
      one('G3', 196, nylon(1.03)),
      one('B3', 246.94, nylon(0.82)),
      one('E4', 329.63, nylon(0.71)),
    ],
  },
  'arched-guitar': { ...SIX_STEEL, name: 'six steel strings, medium', scale: 0.64 },
  mandolin: {
    name: 'four courses of steel',
    scale: 0.35,
    strings: [
      one('G3', 196, 5.0e-3, 2),
      one('D4', 293.66, 2.3e-3, 2),
      one('A4', 440, steel(0.38), 2),
      one('E5', 659.26, steel(0.27), 2),
    ],
  },
  ukulele: {
    name: 'four nylon strings',
    scale: 0.38,
    strings: [
      one('G4', 392, nylon(0.62)),
      one('C4', 261.63, nylon(0.91)),
      one('E4', 329.63, nylon(0.8)),
      one('A4', 440, nylon(0.6)),
    ],
  },
  other: { ...SIX_STEEL, name: 'six steel strings' },
};

export function genericStringSet(family: Family): StringSet {
  return SETS[family];
}

/** Pull of all strings together at a scale [N]. */
export function totalTension({ strings }: StringSet, scale: number): number {
  return strings.reduce(
    (sum, { massPerLength, frequency, count }) => sum + count * stringTension(massPerLength, scale, frequency),
    0,
  );
}
