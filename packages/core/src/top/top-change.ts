/**
 * What is tried on a top without touching its plan: heights of braces, thickness of parts of the plate, the X moved or
 * opened. SI.
 */
import { moveX, xOf, type BracingPlan } from '../bracing';
import type { Polygon } from '../outline';
import type { TopPlan } from './top-plan';
import { TOP_PARTS, type Thicker } from './top-parts';

export interface TopChange {
  /** Added to the heights of a brace where it is tallest, in proportion elsewhere, by its id [m]. */
  taller: Readonly<Record<string, number>>;
  thicker: Thicker;
  /** The crossing of the X towards the tail [m], and its opening [rad]. */
  crossing: number;
  opening: number;
}

export const NO_CHANGE: TopChange = { taller: {}, thicker: {}, crossing: 0, opening: 0 };
/** No brace is cut lower in a trial [m]. */
const LOWEST = 1e-3;

export function isChanged({ taller, thicker, crossing, opening }: TopChange): boolean {
  return [crossing, opening, ...Object.values(taller), ...Object.values(thicker)].some((value) => value !== 0);
}

/** Figures can follow the hand while every brace stays in its place. */
export const followsHand = ({ crossing, opening }: TopChange) => crossing === 0 && opening === 0;

export function heightsOf(heights: readonly number[], taller: number): number[] {
  const tallest = Math.max(...heights);
  return heights.map((height) => Math.max(LOWEST, height * (1 + taller / tallest)));
}

/** The plan with its braces as tried; null where the X can't stand so. */
export function changedPlan(plan: BracingPlan, change: TopChange, outline: Polygon): BracingPlan | null {
  const braces = plan.braces.map((brace) => {
    const taller = change.taller[brace.id] ?? 0;
    return taller === 0 ? brace : { ...brace, heights: heightsOf(brace.heights, taller) };
  });
  const x = xOf(braces);
  if (!x || followsHand(change)) return { ...plan, braces };
  const moved = moveX(braces, outline, {
    crossing: [x.crossing[0] + change.crossing, x.crossing[1]],
    opening: x.opening + change.opening,
  });
  return moved && { ...plan, braces: moved };
}

/** Null where the X can't stand so. */
export function changedTop(top: TopPlan, change: TopChange): TopPlan | null {
  const plan = changedPlan(top.plan, change, top.shape.outline);
  return plan && { ...top, plan, thicker: thickerBy(top.thicker ?? {}, change.thicker) };
}

export function thickerBy(before: Thicker, more: Thicker): Thicker {
  return Object.fromEntries(
    TOP_PARTS.flatMap((part) => {
      const sum = (before[part] ?? 0) + (more[part] ?? 0);
      return sum === 0 ? [] : [[part, sum]];
    }),
  );
}
