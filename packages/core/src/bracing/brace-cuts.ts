/**
 * Where less of a brace is left than is drawn of it: notches of laps and the hole of a truss rod; on the plate, and as
 * a free bar. SI.
 */
import { clippedFigures, plainFigures, type PlainFigures, type Section } from '../section';
import { crossingsOf, heightAt, lapCuts, lapOf, type Brace, type BracingPlan, type Crossing } from './bracing-plan';
import { keptHeight, LEAST_LEFT, sectionAlong } from './lap-stiffness';

export interface BraceCutout {
  /** Middle, from the first end, and length [m]. */
  at: number;
  length: number;
  /** Height of a whole brace that is as stiff there, of its own (1). */
  keeps: number;
}

type Plan = Pick<BracingPlan, 'braces' | 'laps'>;

/**
 * On the plate: a leg cut from above, as deep as drawn and capped as drawn. What passes over it fills its own notch,
 * and counts as whole.
 */
export function gluedCuts(brace: Brace, plan: Plan): BraceCutout[] {
  const notches = lapsOf(brace, plan).flatMap(({ crossing, lap, at, length }) =>
    lap.lower === brace.id ? [{ at, length, keeps: keptHeight(lap, crossing) }] : [],
  );
  return [...notches, ...rodHole(brace)];
}

/** As a free bar, tapped with its notches cut: from above or from below, none filled or capped yet. */
export function freeCuts(brace: Brace, plan: Plan): BraceCutout[] {
  const notches = lapsOf(brace, plan).map(({ crossing, lap, at, length }) => {
    const { fromAbove, fromBelow } = lapCuts(lap, crossing);
    const whole = sectionAlong(brace, at);
    const left = lap.lower === brace.id ? below(whole, whole.height - fromAbove) : above(whole, fromBelow);
    const keeps = Math.cbrt(left / plainFigures(whole).secondMoment);
    return { at, length, keeps: Math.min(1, Math.max(LEAST_LEFT, keeps)) };
  });
  return [...notches, ...rodHole(brace)];
}

const clamped = (height: number, share: readonly [number, number], whole: Section) =>
  Math.min(share[1] * whole.height, Math.max(share[0] * whole.height, height));

/** A notch may be drawn deeper than the leg is tall: the plan's cautions say so, and a hair of it is left here. */
const below = (whole: Section, height: number) =>
  clippedFigures(whole, clamped(height, [LEAST_LEFT, 1], whole)).secondMoment;

/** About its own axis, of what is left over a cut from below: of the whole less what is gone. */
function above(whole: Section, cut: number): number {
  const [all, gone] = [plainFigures(whole), clippedFigures(whole, clamped(cut, [0, 1 - LEAST_LEFT], whole))];
  const about = ({ area, centroidHeight, secondMoment }: PlainFigures) => secondMoment + area * centroidHeight ** 2;
  const area = all.area - gone.area;
  const centroid = (all.area * all.centroidHeight - gone.area * gone.centroidHeight) / area;
  return about(all) - about(gone) - area * centroid ** 2;
}

interface LapHere {
  crossing: Crossing;
  lap: NonNullable<ReturnType<typeof lapOf>>;
  at: number;
  length: number;
}

function lapsOf(brace: Brace, { braces, laps }: Plan): LapHere[] {
  return crossingsOf(braces).flatMap((crossing) => {
    const { a, b, alongA, alongB, angle } = crossing;
    const lap = lapOf({ laps }, a.id, b.id);
    if (!lap || (a.id !== brace.id && b.id !== brace.id)) return [];
    const [at, other] = a.id === brace.id ? [alongA, b] : [alongB, a];
    return [{ crossing, lap, at, length: other.width / Math.sin(angle) }];
  });
}

/** For the key of a truss rod [m]. */
const ROD_HOLE = 8e-3;

/** Through the middle of the height, where the brace passes the centre line. */
function rodHole(brace: Brace): BraceCutout[] {
  const [, from] = brace.from;
  const [, to] = brace.to;
  if (!brace.accessHole || from * to >= 0) return [];
  const at = (brace.length * from) / (from - to);
  const hole = Math.min(0.9, ROD_HOLE / heightAt(brace, at));
  return [{ at, length: ROD_HOLE, keeps: Math.cbrt(1 - hole ** 3) }];
}
