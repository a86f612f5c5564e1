/**
 * A board of wood that exists only in numbers: its true constants, and what a scale, a dial and an ear make of it. SI.
 */
import { InvalidInput } from '../base';
import { freePlateModesNamed, ringCompliance } from '../ritz-plate';
import {
  checkJig,
  jigFactor,
  minorPoisson,
  speciesPrior,
  type FlexPoint,
  type Jig,
  type OrthotropicConstants,
} from '../wood';
import type { RandomSource } from './seeded-random';

export interface SimulatedBoard {
  wood: OrthotropicConstants;
  length: number;
  width: number;
  thickness: number;
}

/**
 * A piece of a species: every piece is its own.
 * @param lean how much stiffer or lighter than chance would make it (1)
 */
export function simulatedBoard(
  species: string,
  size: Omit<SimulatedBoard, 'wood'>,
  random: RandomSource,
  lean = { E: 0, rho: 0 },
): SimulatedBoard {
  const prior = speciesPrior(species);
  if (!prior) throw new RangeError(`no such species: ${species}`);
  const { constants, spread } = prior;
  const along = 1 + lean.E + 0.5 * spread.E * random.normal();
  const across = along * (1 + 0.5 * spread.E * random.normal());
  const rho = constants.rho * (1 + lean.rho + 0.5 * spread.rho * random.normal());
  const wood = {
    ...constants,
    rho,
    E_L: constants.E_L * along,
    E_C: constants.E_C * across,
    G_LC: constants.G_LC * (1 + 0.5 * spread.E * random.normal()),
  };
  return { ...size, wood };
}

/** On a bench scale reading half grams [kg]. */
export function weighBoard({ wood, length, width, thickness }: SimulatedBoard): number {
  return Math.round(wood.rho * length * width * thickness * 2000) / 2000;
}

const NOTE_SCATTER = 2e-3;

/** Its notes when it is held at the nodes and knocked [Hz]. */
export function knockBoard(
  { wood, length, width, thickness }: SimulatedBoard,
  random: RandomSource,
): { twist: number; across: number; along: number } {
  const nu_CL = (wood.nu_LC * wood.E_C) / wood.E_L;
  const perWidth = thickness ** 3 / (12 * (1 - wood.nu_LC * nu_CL));
  const plate = {
    length,
    width,
    D_L: wood.E_L * perWidth,
    D_C: wood.E_C * perWidth,
    D_1: nu_CL * wood.E_L * perWidth,
    D_k: (wood.G_LC * thickness ** 3) / 12,
    rhoH: wood.rho * thickness,
  };
  const names = [
    [1, 1],
    [0, 2],
    [2, 0],
  ] as const;
  const heard = freePlateModesNamed(plate, names).map(
    (mode) => Math.round(10 * mode.frequency * (1 + NOTE_SCATTER * random.normal())) / 10,
  );
  return { twist: heard[0], across: heard[1], along: heard[2] };
}

const DIAL_STEP = 1e-5;
const DIAL_SCATTER = 6e-6;

/** Sag at the dial per load [m/N] of a piece of these sizes and this wood, on a jig. */
export function sagPerLoad({ wood, length, width, thickness }: SimulatedBoard, jig: Jig): number {
  checkJig(jig);
  if (jig.kind === 'ring') {
    const perWidth = thickness ** 3 / (12 * (1 - wood.nu_LC * minorPoisson(wood)));
    const D_C = wood.E_C * perWidth;
    const rigidity = { D_L: wood.E_L * perWidth, D_C, D_1: wood.nu_LC * D_C, D_k: (wood.G_LC * thickness ** 3) / 12 };
    return ringCompliance(rigidity, jig.diameter / 2);
  }
  const along = jig.direction === 'along';
  const [size, breadth] = along ? [length, width] : [width, length];
  if (jig.span > size) throw new InvalidInput('span', jig.span, 'is longer than the piece');
  return jigFactor(jig, 0).c / ((along ? wood.E_L : wood.E_C) * ((breadth * thickness ** 3) / 12));
}

/** Dial readings, loads in the order they were put on. @param loads [N] */
export function flexBoard(
  board: SimulatedBoard,
  jig: Jig,
  loads: readonly number[],
  random: RandomSource,
): FlexPoint[] {
  const compliance = sagPerLoad(board, jig);
  const zero = 1e-3;
  return loads.map((load) => {
    const seen = zero + load * compliance + DIAL_SCATTER * random.normal();
    return { load, deflection: Math.round(seen / DIAL_STEP) * DIAL_STEP };
  });
}

/** Ring times scatter this much from knock to knock (1). */
const RING_SCATTER = 0.03;

/**
 * How long a plate rings when it is knocked [s], for practice and the demo: a made-up law with a peak, since what makes
 * it peak (the hand, the air, the wood) is not in the plate's own equations.
 */
export function ringOfPlate(
  thickness: number,
  peak: { thickness: number; ring: number },
  random: RandomSource,
): number {
  const off = (thickness - peak.thickness) / (0.35 * peak.thickness);
  return Math.max(0.05, peak.ring * (1 - off * off) * (1 + RING_SCATTER * random.normal()));
}
