/**
 * A braced top that exists only in numbers, for the demo and for stand-in instruments: of other wood than its maker
 * takes it for, bent, weighed and knocked as a real one would be. Solved by the whole-top model on a mesh of its own;
 * its wood, its hands and its readings are what the program has to find out. SI.
 */
import { STANDARD_GRAVITY } from '../units';
import { InvalidInput } from '../base';
import { factorTop, topModes, valueAt } from '../shell';
import { topOfPlan, type TopPlan } from '../top';
import type { BracedMode, RandomSource } from '../simulate';
import { applyShavings, type Shaving } from './shaving';
import { figuresOnBench, type QuantityKey } from './voicing-model';
import { AS_TAKEN, withFactors, WOOD_FACTORS, type WoodFactors } from './wood-factors';

/** How far made-up wood lies from what it is taken for [log]. */
const OTHER_WOOD: Record<keyof WoodFactors, number> = {
  along: 0.06,
  across: 0.09,
  shear: 0.09,
  density: 0.025,
  braces: 0.07,
  braceDensity: 0.03,
};
/** A hand planes this unevenly (1). */
const HAND = 0.1;
/** Steps of the mesh along the plate: another mesh than the voicing's own. */
const STEPS = 21;

export const otherWood = (random: RandomSource): WoodFactors =>
  Object.fromEntries(WOOD_FACTORS.map((name) => [name, Math.exp(OTHER_WOOD[name] * random.normal())])) as Record<
    keyof WoodFactors,
    number
  >;

/** Strokes as a hand makes them, not as they were meant. */
export const asPlaned = (shavings: readonly Shaving[], random: RandomSource): Shaving[] =>
  shavings.map(({ place, depth }) => ({ place, depth: depth * Math.max(0.4, 1 + HAND * random.normal()) }));

/**
 * The top after strokes as a hand makes them. A hand feels where wood ends: what would cut through goes as deep as it
 * was meant, or as there is wood for.
 */
export function planedByHand(top: TopPlan, shavings: readonly Shaving[], random: RandomSource): TopPlan {
  return asPlaned(shavings, random).reduce((now, planed, i) => {
    const meant = shavings[i].depth;
    for (const depth of [planed.depth, meant, meant / 2, meant / 4]) {
      try {
        return applyShavings(now, [{ ...planed, depth }]);
      } catch (error) {
        if (!(error instanceof InvalidInput)) throw error;
      }
    }
    return now;
  }, top);
}

const meshOf = ({ shape }: TopPlan) => Math.sqrt(shape.length * shape.width) / STEPS;

/** Its bends [m/N] and weight [kg], without the scatter of a dial or a balance. */
export function benchFigures(top: TopPlan, wood: WoodFactors): { key: QuantityKey; value: number }[] {
  return figuresOnBench(withFactors(top, wood), { closed: false, meshSize: meshOf(top) }).values;
}

/**
 * Modes of the top free in the hand, scaled to unit modal mass, as the stand-in microphone hears them.
 * @param wood AS_TAKEN for the wood as its maker takes it
 */
export function soundingModes(top: TopPlan, count: number, wood: WoodFactors = AS_TAKEN): BracedMode[] {
  const input = { ...topOfPlan({ ...withFactors(top, wood), bridge: false }, 'free'), meshSize: meshOf(top) };
  const factored = factorTop(input);
  return topModes(factored, count).modes.map(({ frequency, shape, modalMass }) => {
    const scale = 1 / Math.sqrt(modalMass);
    return { frequency, at: (x, y) => scale * valueAt(factored.model, shape, [x, y]) };
  });
}

/**
 * A digital dial under a kilogram, and a kitchen balance: how far they scatter and what they show [m, kg]; a bend lies
 * on its rests so evenly (1).
 */
const DIAL = { scatter: 3e-6, step: 1e-6 };
const BALANCE = { scatter: 5e-5, step: 1e-4 };
const REST = 0.008;

const rounded = (value: number, step: number) => Math.round(value / step) * step;

/** @param compliance [m/N] @returns load [N] and what the dial shows [m] */
export function readDial(compliance: number, random: RandomSource): { load: number; deflection: number } {
  const sag = STANDARD_GRAVITY * compliance * (1 + REST * random.normal()) + DIAL.scatter * random.normal();
  return { load: STANDARD_GRAVITY, deflection: rounded(sag, DIAL.step) };
}

export const readBalance = (mass: number, random: RandomSource): number =>
  rounded(mass + BALANCE.scatter * random.normal(), BALANCE.step);
