/** What is tried on the top without touching its plan. SI. */
import { modalAssurance, moveX, xOf, type BracingPlan, type TopPlan } from '@nimble/core';

export interface WhatIf {
  /** Added to the heights of a brace where it is tallest, in proportion elsewhere, by its id [m]. */
  taller: Readonly<Record<string, number>>;
  /** Added to the plate all over [m]. */
  thicker: number;
  /** The crossing of the X towards the tail [m], and its opening [rad]. */
  crossing: number;
  opening: number;
}

export const NOTHING_CHANGED: WhatIf = { taller: {}, thicker: 0, crossing: 0, opening: 0 };
/** No brace is cut lower in a trial [m]. */
const LOWEST = 1e-3;

export function isChanged({ taller, thicker, crossing, opening }: WhatIf): boolean {
  return thicker !== 0 || crossing !== 0 || opening !== 0 || Object.values(taller).some((value) => value !== 0);
}

/** Figures can follow the hand while every brace stays in its place. */
export const followsHand = ({ crossing, opening }: WhatIf) => crossing === 0 && opening === 0;

export function heightsOf(heights: readonly number[], taller: number): number[] {
  const tallest = Math.max(...heights);
  return heights.map((height) => Math.max(LOWEST, height * (1 + taller / tallest)));
}

/** The plan with its braces as tried; null where the X can't stand so. */
export function changedPlan(plan: BracingPlan, what: WhatIf, outline: TopPlan['shape']['outline']): BracingPlan | null {
  const braces = plan.braces.map((brace) => {
    const taller = what.taller[brace.id] ?? 0;
    return taller === 0 ? brace : { ...brace, heights: heightsOf(brace.heights, taller) };
  });
  const x = xOf(braces);
  if (!x || followsHand(what)) return { ...plan, braces };
  const moved = moveX(braces, outline, {
    crossing: [x.crossing[0] + what.crossing, x.crossing[1]],
    opening: x.opening + what.opening,
  });
  return moved && { ...plan, braces: moved };
}

export function changedTop(top: TopPlan, what: WhatIf): TopPlan | null {
  const plan = changedPlan(top.plan, what, top.shape.outline);
  const { thickness } = top;
  const thicker = typeof thickness === 'number' ? thickness + what.thicker : thickness.map((place) => ({ ...place, thickness: place.thickness + what.thicker })); // prettier-ignore
  return plan && { ...top, plan, thickness: thicker };
}

/** The changed top's modes in the order of those they were: by shape, as their order may have changed. */
export function followed<M extends { trace: Float64Array }>(before: readonly M[], after: readonly M[]): M[] {
  const left = [...after];
  return before.flatMap(({ trace }) => {
    if (left.length === 0) return [];
    const alike = left.map((mode) => modalAssurance(trace, mode.trace));
    return left.splice(alike.indexOf(Math.max(...alike)), 1);
  });
}
