/** The X as a whole: where it crosses and how wide it opens, moved with both legs together. SI. */
import { meetingOf, type Point, type Polygon, type Segment } from '../outline';
import { movedTo, type Brace } from './bracing-plan';
import { acrossPlate } from './place';
import { openingOf } from './practice';
import { RIM_INSET } from './patterns';

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

/** Both legs drawn anew through a crossing with an opening; ends that stood at the rim stand there again. Null where no plate is there. */
export function moveX(
  braces: readonly Brace[],
  outline: Polygon,
  change: { crossing?: Point; opening?: number },
): Brace[] | null {
  // prettier-ignore
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
  return braces.map((brace) => moved.find((leg) => leg!.id === brace.id) ?? brace);
}

const lowerEnd = ({ from, to }: Segment) => (from[0] > to[0] ? from : to);

/** Legs of a carved top stop short of the rim, others stand in the linings. */
const insetOf = ({ ends }: Brace) => (ends.includes('stopped') ? 0.03 : RIM_INSET);

function inOrder({ from, to }: Segment, leg: Segment): [Point, Point] {
  return from[0] < to[0] === leg.from[0] < leg.to[0] ? [from, to] : [to, from];
}
