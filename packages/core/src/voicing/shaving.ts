/**
 * Wood taken off a top that stands braced: off a stretch of a brace or off a part of the plate, and the top as it is
 * then. SI.
 */
import { bracePlaces, type Brace } from '../bracing';
import { InvalidInput, requireWithin } from '../base';
import { thickerBy, type TopPart, type TopPlan } from '../top';

export type ShavedPlace =
  /** From the first end of the brace [m]. */
  { kind: 'brace'; id: string; from: number; to: number } | { kind: 'plate'; part: TopPart };

export interface Shaving {
  place: ShavedPlace;
  /** Where it is deepest [m]. */
  depth: number;
}

/** Do they lie over the same wood? */
export function overlaps(a: ShavedPlace, b: ShavedPlace): boolean {
  if (a.kind === 'plate') return b.kind === 'plate' && a.part === b.part;
  return b.kind === 'brace' && a.id === b.id && a.from < b.to && b.from < a.to;
}

/** A plane comes in and goes out over so much of its way [m]. */
const RUN_IN = 0.02;
/** Thinner than this a brace is gone [m]; a shaving thicker than this is a slip of the unit. */
export const LEAST_BRACE = 1e-3;
const DEEPEST = 0.02;

/** How deep a stroke cuts at each of a brace's heights, of its deepest (0..1). */
export function strokeShape(brace: Pick<Brace, 'length' | 'heights'>, from: number, to: number): number[] {
  return bracePlaces(brace as Brace).map((s) => {
    const inside = Math.min(s - from, to - s) + RUN_IN / 2;
    const t = Math.min(1, Math.max(0, inside / RUN_IN));
    return t * t * (3 - 2 * t);
  });
}

/** @throws InvalidInput naming the field */
export function checkShaving(top: TopPlan, { place, depth }: Shaving, field = 'shaving'): void {
  requireWithin(`${field}.depth`, depth, 0, DEEPEST);
  if (place.kind === 'plate') return;
  const brace = top.plan.braces.find(({ id }) => id === place.id);
  if (!brace) throw new InvalidInput(`${field}.place.id`, place.id, 'is no brace of the plan');
  if (!(place.from < place.to))
    throw new InvalidInput(`${field}.place.to`, place.to, 'must lie beyond where the stroke begins');
  requireWithin(`${field}.place.from`, place.from, -RUN_IN, brace.length);
  requireWithin(`${field}.place.to`, place.to, 0, brace.length + RUN_IN);
}

/** The top after these. @throws InvalidInput where a brace would be cut through or the plate to nothing */
export function applyShavings(top: TopPlan, shavings: readonly Shaving[]): TopPlan {
  return shavings.reduce((now, shaving, i) => shavedOnce(now, shaving, `shavings[${i}]`), top);
}

function shavedOnce(top: TopPlan, shaving: Shaving, field: string): TopPlan {
  checkShaving(top, shaving, field);
  const { place, depth } = shaving;
  if (place.kind === 'plate') return { ...top, thicker: thickerBy(top.thicker ?? {}, { [place.part]: -depth }) };
  const braces = top.plan.braces.map((brace) => {
    if (brace.id !== place.id) return brace;
    const shape = strokeShape(brace, place.from, place.to);
    const heights = brace.heights.map((height, i) => height - depth * shape[i]);
    const through = heights.findIndex(
      (height, i) => shape[i] > 0 && depth > 0 && height < Math.min(LEAST_BRACE, brace.heights[i]),
    );
    if (through >= 0) throw new InvalidInput(`${field}.depth`, depth, `would cut through ${brace.name}`);
    return { ...brace, heights };
  });
  return { ...top, plan: { ...top.plan, braces } };
}
