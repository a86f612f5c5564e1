/** Braces on a plate: where their lines meet the rim, and what an end snaps to. SI [m]. */
import { meetingOf, nearestOn, pointAlong, type PlateShape, type Point, type Polygon, type Segment } from '../outline';

/** First place of an outline that a ray from inside meets, drawn back along the ray; null when it meets none. */
export function reachRim(outline: Polygon, from: Point, direction: Point, inset = 0): Point | null {
  const norm = Math.hypot(...direction);
  const far: Segment = { from, to: [from[0] + direction[0] / norm, from[1] + direction[1] / norm] };
  let nearest = Infinity;
  outline.forEach((corner, i) => {
    const meeting = meetingOf(far, { from: corner, to: outline[(i + 1) % outline.length] });
    if (meeting && meeting.b >= 0 && meeting.b <= 1 && meeting.a > 1e-9) nearest = Math.min(nearest, meeting.a);
  });
  return nearest === Infinity ? null : pointAlong(far, Math.max(0, nearest - inset));
}

/** A line through a point, from rim to rim. */
export function acrossPlate(outline: Polygon, through: Point, angle: number, inset: number): Segment | null {
  const direction: Point = [Math.cos(angle), Math.sin(angle)];
  const to = reachRim(outline, through, direction, inset);
  const from = reachRim(outline, through, [-direction[0], -direction[1]], inset);
  return from && to ? { from, to } : null;
}

/** Nearest place of an outline, drawn a little inward along the way there. */
export function nearestOnOutline(outline: Polygon, place: Point): { point: Point; distance: number; along: Segment } {
  let best = { point: place, distance: Infinity, along: { from: place, to: place } };
  outline.forEach((from, i) => {
    const along = { from, to: outline[(i + 1) % outline.length] };
    const found = nearestOn(along, place);
    if (found.distance < best.distance) best = { point: found.point, distance: found.distance, along };
  });
  return best;
}

export type SnapTarget = 'rim' | 'centre' | 'brace' | 'mirror' | 'step';

export interface Snap {
  point: Point;
  to: SnapTarget | null;
  /** Name of the brace, where it is one. */
  of?: string;
}

export interface SnapTo extends Segment {
  name: string;
}

const STEP = 1e-3;

/**
 * What a dragged end takes hold of within a distance: the rim, another brace's line or its mirror image's end, the
 * centre line; else whole millimetres.
 * @param rimInset how far inside the outline ends stand
 */
export function snapEnd(
  place: Point,
  { shape, others, reach, rimInset }: { shape: PlateShape; others: readonly SnapTo[]; reach: number; rimInset: number },
): Snap {
  const mirrored = others
    .flatMap(({ from, to, name }) => [from, to].map((end) => ({ end: [end[0], -end[1]] as Point, name })))
    .find(({ end }) => Math.hypot(end[0] - place[0], end[1] - place[1]) < reach);
  if (mirrored) return { point: mirrored.end, to: 'mirror', of: mirrored.name };
  const rim = nearestOnOutline(shape.outline, place);
  if (rim.distance < reach + rimInset) return { point: inward(rim.along, rim.point, rimInset, shape), to: 'rim' };
  const near = others
    .map((other) => ({ ...nearestOn(other, place), name: other.name }))
    .sort((a, b) => a.distance - b.distance)[0];
  if (near && near.distance < reach) return { point: near.point, to: 'brace', of: near.name };
  if (Math.abs(place[1]) < reach) return { point: [whole(place[0]), 0], to: 'centre' };
  return { point: [whole(place[0]), whole(place[1])], to: null };
}

const whole = (value: number) => Math.round(value / STEP) * STEP;

/** Off the rim, square to it, towards the middle of the plate. */
function inward({ from, to }: Segment, point: Point, inset: number, { bounds }: PlateShape): Point {
  const length = Math.hypot(to[0] - from[0], to[1] - from[1]) || 1;
  const normal: Point = [-(to[1] - from[1]) / length, (to[0] - from[0]) / length];
  const middle: Point = [(bounds.xMin + bounds.xMax) / 2, 0];
  const side = Math.sign((middle[0] - point[0]) * normal[0] + (middle[1] - point[1]) * normal[1]) || 1;
  return [point[0] + side * inset * normal[0], point[1] + side * inset * normal[1]];
}
