/** What is drawn and measured of a top, and how it is held. SI. */
import type { BracingPlan } from '../bracing';
import type { Family, PlateShape } from '../outline';
import type { TopSandwich } from '../shell';
import type { OrthotropicConstants } from '../wood';
import type { Thicker } from './top-parts';

export const TOP_HOLDS = ['free', 'ring', 'glued', 'clamped'] as const;
/** In the hand; laid on its rim, free to slide; glued to linings and sides; held as stiffly as can be. */
export type TopHold = (typeof TOP_HOLDS)[number];

export interface TopPlan {
  shape: PlateShape;
  family: Family;
  plan: BracingPlan;
  wood: OrthotropicConstants;
  /** One for the whole plate, or as surveyed. */
  thickness: number | readonly { x: number; y: number; thickness: number }[];
  /** On top of that, where something is tried. */
  thicker?: Thicker;
  /** Skins and core; then `thickness` is that of all three. */
  sandwich: TopSandwich | null;
  /** Of the strings [m]. */
  scale: number;
  trebleSign: 1 | -1;
  /** The bridge is on. */
  bridge: boolean;
  /** How stiff linings and sides hold a glued rim, over what is usual (1). */
  rim?: number;
}
