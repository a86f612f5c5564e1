/** The X as a whole: where it crosses and how wide it opens, moved with both legs together. SI. */
import { meetingOf, nearestOn, type Point, type Polygon, type Segment } from '../outline';
import { movedTo, type Brace } from './bracing-plan';
import { acrossPlate } from './place';
import { openingOf } from './practice';
import { RIM_INSET } from './patterns/common-parts';

export interface XShape {
  legs: readonly [Brace, Brace];
  crossing: Point;
  /** As it opens to the tail [rad]. */
  opening: number;
}

/** The first two X legs, when they meet. */
export function xOf(braces: readonly Brace[]): XShape | null {
  const [one, other] = braces.filter(({ role }) => role === 'x-leg');
  const meeting = one && other ? meetingOf(one, other) : null;
  return meeting ? { legs: [one, other], crossing: meeting.point, opening: openingOf(one, other) } : null;
}

/**
 * Both legs drawn anew through a crossing with an opening; ends that stood at the rim stand there again. Null where no
 * plate is there.
 */
export function moveX(
  braces: readonly Brace[],
  outline: Polygon,
  change: { crossing?: Point; opening?: number },
): Brace[] | null {
  const x = xOf(braces);
  if (!x) return null;
  const crossing = change.crossing ?? x.crossing;
  const opening = change.opening ?? x.opening;
  const moved = x.legs.map((leg): Brace | null => {
    const side = Math.sign(lowerEnd(leg)[1] - x.crossing[1]) || 1;
    const line = acrossPlate(outline, crossing, (side * opening) / 2, insetOf(leg));
    return line && movedTo(leg, ...inOrder(line, leg));
  });
  if (moved.some((leg) => leg === null)) return null;
  const legs = x.legs.map((before, i) => ({ before, after: moved[i]! }));
  return braces.map(
    (brace) =>
      legs.find(({ before }) => before.id === brace.id)?.after ?? carriedAlong(brace, legs, x.crossing, crossing),
  );
}

interface MovedLeg {
  before: Brace;
  after: Brace;
}

/** What is butted to a leg stays butted to it, as far along its half as it was. */
function carriedAlong(brace: Brace, legs: readonly MovedLeg[], crossing: Point, newCrossing: Point): Brace {
  const carried = ([brace.from, brace.to] as const).map((end, e): Point => {
    const leg =
      brace.ends[e] === 'butted'
        ? legs.find(({ before }) => nearestOn(before, end).distance < before.width)
        : undefined;
    if (!leg) return end;
    const on = nearestOn(leg.before, end).point;
    const onTo = (on[0] - crossing[0]) * (leg.before.to[0] - crossing[0]) > 0;
    const [tip, newTip] = onTo ? [leg.before.to, leg.after.to] : [leg.before.from, leg.after.from];
    const share = distance(crossing, on) / distance(crossing, tip);
    return [0, 1].map(
      (axis) => newCrossing[axis] + share * (newTip[axis] - newCrossing[axis]) + end[axis] - on[axis],
    ) as unknown as Point;
  });
  return carried[0] === brace.from && carried[1] === brace.to ? brace : movedTo(brace, carried[0], carried[1]);
}

const distance = (a: Point, b: Point) => Math.hypot(a[0] - b[0], a[1] - b[1]);

const lowerEnd = ({ from, to }: Segment) => (from[0] > to[0] ? from : to);

/** Legs of a carved top stop short of the rim, others stand in the linings. */
const insetOf = ({ ends }: Brace) => (ends.includes('stopped') ? 0.03 : RIM_INSET);

function inOrder({ from, to }: Segment, leg: Segment): [Point, Point] {
  return from[0] < to[0] === leg.from[0] < leg.to[0] ? [from, to] : [to, from];
}
