/** What else a drawing of an outline holds: a straight side that it is half of, and openings. SI [m]. */
import { boundsOf, centroid, contains, signedArea, type HoleSpec, type Point, type Polygon } from '../outline';

/** A side is straight where so much of the length lies on it, and the other one is not (1). */
const STRAIGHT = 0.85;
const CURVED = 0.5;
/** So far from a line still lies on it [m]. */
const ON_LINE = 5e-4;

/**
 * The centre line of a half template that lies along x: the one of its long sides that is straight.
 * @returns its y, or null for a whole outline and for a board that is straight on both sides
 */
export function halfAlong(polygon: Polygon): number | null {
  const { xMin, xMax, yMin, yMax } = boundsOf(polygon);
  const straight = (y: number) =>
    polygon.reduce((sum, [x0, y0], i) => {
      const [x1, y1] = polygon[(i + 1) % polygon.length];
      return Math.max(Math.abs(y0 - y), Math.abs(y1 - y)) < ON_LINE ? sum + Math.abs(x1 - x0) : sum;
    }, 0) /
    (xMax - xMin);
  const [low, high] = [straight(yMin), straight(yMax)];
  if (low > STRAIGHT && high < CURVED) return yMin;
  return high > STRAIGHT && low < CURVED ? yMax : null;
}

/** The half and its image in a line along x, as one outline. */
export function mirrored(half: Polygon, y: number): Polygon {
  const isOff = ([, at]: Point) => Math.abs(at - y) >= ON_LINE;
  const start = half.findIndex((point, i) => isOff(point) && !isOff(half[(i + half.length - 1) % half.length]));
  const round = [...half.slice(start), ...half.slice(0, start)];
  const curve = round.slice(0, round.findLastIndex(isOff) + 1);
  const ends = [round[round.length - 1], round[curve.length]].map(([x]): Point => [x, y]);
  const image = curve.map(([px, py]): Point => [px, 2 * y - py]).reverse();
  return [ends[0], ...curve, ends[1], ...image];
}

/** Out of round by no more is a circle (1); smaller is a peg or a screw [m]; larger is no opening (1). */
const ROUND = 0.06;
const SMALLEST = 8e-3;
const LARGEST_SHARE = 0.25;
/** So near to the centre line is meant to lie on it, and so alike are two of a pair [m]. */
const NEAR = 5e-3;
/** A slot is so many times as long as it is wide (1). */
const LONG = 2;

/**
 * Openings inside an outline that lies in plate axes: round holes, innermost first, and pairs of slots.
 * @param closed polygons of the same drawing, in the same axes
 */
export function openingsIn(outline: Polygon, closed: readonly Polygon[]): HoleSpec[] {
  const whole = Math.abs(signedArea(outline));
  const inside = closed.filter((polygon) => {
    const area = Math.abs(signedArea(polygon));
    const [x, y] = centroid(polygon);
    return area < LARGEST_SHARE * whole && area > (Math.PI * SMALLEST ** 2) / 4 && contains(outline, x, y);
  });
  const rounds = inside.flatMap((polygon) => roundOf(polygon) ?? []).sort((a, b) => a.diameter - b.diameter);
  const alike = (a: (typeof rounds)[number], b: (typeof rounds)[number]) =>
    Math.hypot(a.x - b.x, a.y - b.y, a.diameter - b.diameter) < ON_LINE;
  return [
    ...slotPairs(inside.filter((polygon) => !roundOf(polygon))),
    ...rounds.filter((one, i) => rounds.findIndex((other) => alike(one, other)) === i),
  ];
}

function roundOf(polygon: Polygon): Extract<HoleSpec, { kind: 'round' }> | null {
  const [x, y] = centroid(polygon);
  const radii = polygon.map(([px, py]) => Math.hypot(px - x, py - y));
  const [least, most] = [Math.min(...radii), Math.max(...radii)];
  if (polygon.length < 8 || most - least > ROUND * most) return null;
  const diameter = 2 * Math.sqrt(Math.abs(signedArea(polygon)) / Math.PI);
  return { kind: 'round', x, y: Math.abs(y) < NEAR ? 0 : y, diameter };
}

function slotPairs(polygons: readonly Polygon[]): HoleSpec[] {
  const slots = polygons
    .map((polygon) => ({ at: centroid(polygon), ...boundsOf(polygon) }))
    .filter(({ xMin, xMax, yMin, yMax }) => xMax - xMin > LONG * (yMax - yMin));
  return slots.flatMap((slot, i): HoleSpec[] => {
    const twin = slots.slice(i + 1).find(({ at }) => Math.hypot(at[0] - slot.at[0], at[1] + slot.at[1]) < NEAR);
    if (!twin) return [];
    const { xMin, xMax, at } = slot;
    return [{ kind: 'f-holes', x: (xMin + xMax) / 2, length: xMax - xMin, spread: Math.abs(at[1] - twin.at[1]) }];
  });
}
