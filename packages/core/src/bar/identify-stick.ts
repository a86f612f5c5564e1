/**
 * Modulus along a stick of brace stock from the note it gives when held at its nodes and knocked in the middle. The
 * first partial of the free bar, with its shear and the turning of its sections, is brought to the note that was heard:
 *   thin bar:  E = (2 pi f)^2 m L^3 / (beta^4 b h^3 / 12),  beta = 4.73004
 * and the whole bar from there by what its own partial says. SI.   Source: Timoshenko, Vibration Problems.
 */
import { type Estimate, InvalidInput, requirePositive } from '../base';
import { barModes } from './bar-modes';

export interface StickTest {
  length: number;
  /** Across the bend, and in its direction [m]. */
  width: number;
  height: number;
  mass: number;
  /** [Hz] */
  note: number;
  /** Modulus of rigidity along the grain, as far as it is known [Pa]. */
  shear: Estimate;
  doubt?: Partial<StickDoubt>;
}

interface StickDoubt {
  length: number;
  width: number;
  height: number;
  mass: number;
  /** Relative (1). */
  note: number;
}

export interface IdentifiedStick {
  density: number;
  modulusAlong: Estimate;
  /** What shear and turning sections took off the modulus that thin-bar theory would say (1). */
  softened: number;
}

/** Ruler, caliper, a balance of tenths of a gram, and what a held stick's note is worth. */
const STICK_DOUBT: StickDoubt = { length: 5e-4, width: 5e-5, height: 2e-5, mass: 1e-4, note: 0.004 };

/** Where a free bar stands still in its first note, from either end, as a share of its length. */
export const STICK_NODE = 0.2242;

/** First root of cos x cosh x = 1. */
const BETA = 4.730040744862704;
/** A shorter stick is a block: beam theory says little of it. */
const LEAST_SLENDER = 8;
const STEPS = 12;
const CLOSE = 1e-7;

/** @throws InvalidInput naming the field */
export function identifyStick(test: StickTest): IdentifiedStick {
  const { length, width, height, mass, note, shear } = test;
  for (const field of ['length', 'width', 'height', 'mass', 'note'] as const) requirePositive(field, test[field]);
  if (length < LEAST_SLENDER * height)
    throw new InvalidInput('length', length, 'is less than eight heights: too short a stick for its note to tell');
  const doubt = { ...STICK_DOUBT, ...test.doubt };
  const density = mass / (length * width * height);
  const thin = ((2 * Math.PI * note) ** 2 * mass * length ** 3 * 12) / (BETA ** 4 * width * height ** 3);
  const modulus = broughtTo(test, density, thin, shear.value);
  const softened = modulus / thin - 1;
  const relative = Math.hypot(
    2 * doubt.note,
    (3 * doubt.length) / length,
    doubt.width / width,
    (3 * doubt.height) / height,
    doubt.mass / mass,
    (softened * shear.sd) / shear.value,
  );
  return { density, modulusAlong: { value: modulus, sd: modulus * relative }, softened };
}

/** A bar's square of frequency goes nearly with its modulus: a few steps bring one to the other. */
function broughtTo({ length, width, height, note }: StickTest, density: number, thin: number, shear: number): number {
  const stations = [0, length].map((x) => ({ x, width, height }));
  let modulus = thin;
  for (let step = 0; step < STEPS; step++) {
    const bar = {
      length,
      density,
      modulus,
      shearModulus: shear,
      stations,
      ends: 'free',
      section: 'rectangle',
    } as const;
    const off = (note / barModes(bar, 1).modes[0].frequency) ** 2;
    modulus *= off;
    if (Math.abs(off - 1) < CLOSE) return modulus;
  }
  throw new InvalidInput('note', note, 'is higher than a stick of this shear can give: check note, sizes and weight');
}
