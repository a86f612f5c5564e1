/**
 * Constrained Delaunay triangulation: the package's triangles along the edges, then turned to Delaunay's by flips in
 * plain numbers (the package's own do so in exact ones, seven times slower).
 */
// @ts-expect-error: the package ships no types; they are written below
import cdt2d from 'cdt2d';
import type { Point } from '../outline';

type Corners = [number, number, number];
type Triangulate = (
  points: readonly Point[],
  edges: readonly (readonly [number, number])[],
  options: { exterior: boolean; delaunay: boolean },
) => Corners[];

/** Corners on one circle, as round-off tells: either diagonal will do. Sine of an angle. */
const SAME_CIRCLE = 1e-9;
/** For each triangle: a flip too many would say that round-off goes in circles. */
const MOST_FLIPS = 200;

/**
 * Corners of the triangles of a constrained Delaunay triangulation, those outside the lines included, against the
 * clock.
 */
export function constrainedDelaunay(
  points: readonly Point[],
  edges: readonly (readonly [number, number])[],
): Corners[] {
  const triangles = (cdt2d as Triangulate)(points, edges, { exterior: true, delaunay: false });
  const count = points.length;
  /** Of each side a -> b, at a count + b: the third corner of the triangle on its left. */
  const third = new Map<number, number>();
  const add = (a: number, b: number, c: number) =>
    void third
      .set(a * count + b, c)
      .set(b * count + c, a)
      .set(c * count + a, b);
  for (const [a, b, c] of triangles)
    if (turn(points[a], points[b], points[c]) > 0) add(a, b, c);
    else add(a, c, b);
  const fixed = new Set(edges.flatMap(([a, b]) => [a * count + b, b * count + a]));
  const waiting = [...third.keys()];
  let flips = MOST_FLIPS * triangles.length;
  while (waiting.length > 0 && flips > 0) {
    const side = waiting.pop()!;
    const [a, b] = [Math.floor(side / count), side % count];
    const [c, d] = [third.get(side), third.get(b * count + a)];
    if (
      c === undefined ||
      d === undefined ||
      fixed.has(side) ||
      !isInCircle(points[a], points[b], points[c], points[d])
    )
      continue;
    third.delete(side);
    third.delete(b * count + a);
    add(c, a, d);
    add(d, b, c);
    waiting.push(a * count + d, d * count + b, b * count + c, c * count + a);
    flips--;
  }
  return [...third].flatMap(([side, c]): Corners[] => {
    const [a, b] = [Math.floor(side / count), side % count];
    return a < b && a < c ? [[a, b, c]] : [];
  });
}

/** Twice the area, positive against the clock. */
const turn = (p: Point, q: Point, r: Point) => (q[0] - p[0]) * (r[1] - p[1]) - (q[1] - p[1]) * (r[0] - p[0]);

/** Whether d lies within the circle through a, b and c: the angles at c and d then exceed a half turn together. */
function isInCircle(a: Point, b: Point, c: Point, d: Point): boolean {
  const [sinC, cosC] = [turn(c, a, b), (a[0] - c[0]) * (b[0] - c[0]) + (a[1] - c[1]) * (b[1] - c[1])];
  const [sinD, cosD] = [turn(d, b, a), (a[0] - d[0]) * (b[0] - d[0]) + (a[1] - d[1]) * (b[1] - d[1])];
  return sinC * cosD + cosC * sinD < -SAME_CIRCLE * Math.hypot(sinC, cosC) * Math.hypot(sinD, cosD);
}
