/** Figures of merit that makers compare wood by. SI. */
import { requirePositive } from '../base';

export interface AcousticFigures {
  /** Speed of sound along the grain [m/s]: sqrt(E / rho). */
  speed: number;
  /** Characteristic impedance [kg/(m2 s)]: sqrt(E rho). */
  impedance: number;
  /** Radiation ratio [m4/(kg s)]: sqrt(E / rho^3). */
  radiationRatio: number;
}

export function acousticFigures(modulus: number, rho: number): AcousticFigures {
  requirePositive('modulus', modulus);
  requirePositive('rho', rho);
  return {
    speed: Math.sqrt(modulus / rho),
    impedance: Math.sqrt(modulus * rho),
    radiationRatio: Math.sqrt(modulus / rho ** 3),
  };
}

/** 3 ln 10 / pi: a vibration of quality Q at f has fallen by 60 dB after this times Q / f. */
const SIXTY_DB = (3 * Math.LN10) / Math.PI;

/** Time to fall by 60 dB [s]. */
export function ringTime(Q: number, frequency: number): number {
  return (SIXTY_DB * Q) / frequency;
}

/** Quality from a ring time; the loss factor is its inverse. */
export function qualityFromRing(time: number, frequency: number): number {
  return (time * frequency) / SIXTY_DB;
}
