/** Curves into corners: SVG path data and circular arcs become polygons with a stated sag. */
import svgpath from 'svgpath';
import type { Point } from '../outline';

/** Most a chord may leave its curve, in the path's own units after scaling [m]. */
const SAG = 2e-5;
const MOST_CORNERS_PER_CURVE = 64;

export interface SubPath {
  points: Point[];
  closed: boolean;
}

/** @param transforms SVG transform lists, innermost first @param scale metres per unit */
export function flattenSvgPath(data: string, transforms: readonly string[], scale: number): SubPath[] {
  let path = svgpath(data);
  for (const transform of transforms) path = path.transform(transform);
  const paths: SubPath[] = [];
  let current: SubPath = { points: [], closed: false };
  path
    .scale(scale)
    .abs()
    .unarc()
    .unshort()
    .iterate((segment, _index, x, y) => {
      const [command, ...numbers] = segment as [string, ...number[]];
      if (command === 'M') {
        current = { points: [[numbers[0], numbers[1]]], closed: false };
        paths.push(current);
      } else if (command === 'Z') {
        current.closed = true;
      } else {
        current.points.push(...segmentPoints(command, numbers, [x, y]));
      }
    });
  return paths;
}

function segmentPoints(command: string, n: number[], from: Point): Point[] {
  if (command === 'H') return [[n[0], from[1]]];
  if (command === 'V') return [[from[0], n[0]]];
  if (command === 'C') return bezier(from, [n[0], n[1]], [n[2], n[3]], [n[4], n[5]]);
  if (command === 'Q') {
    const third = (a: Point, c: Point): Point => [a[0] + (2 / 3) * (c[0] - a[0]), a[1] + (2 / 3) * (c[1] - a[1])];
    const to: Point = [n[2], n[3]];
    return bezier(from, third(from, [n[0], n[1]]), third(to, [n[0], n[1]]), to);
  }
  return [[n[0], n[1]]];
}

/** Even steps, as many as the second differences ask for (Wang 1984). */
function bezier(p0: Point, p1: Point, p2: Point, p3: Point): Point[] {
  const bend = Math.max(
    Math.hypot(p0[0] - 2 * p1[0] + p2[0], p0[1] - 2 * p1[1] + p2[1]),
    Math.hypot(p1[0] - 2 * p2[0] + p3[0], p1[1] - 2 * p2[1] + p3[1]),
  );
  const steps = Math.max(1, Math.min(MOST_CORNERS_PER_CURVE, Math.ceil(Math.sqrt((0.75 * bend) / SAG))));
  return Array.from({ length: steps }, (_, i): Point => {
    const t = (i + 1) / steps;
    const u = 1 - t;
    const at = (k: 0 | 1) => u ** 3 * p0[k] + 3 * u * u * t * p1[k] + 3 * u * t * t * p2[k] + t ** 3 * p3[k];
    return [at(0), at(1)];
  });
}

/** Corners of an arc after its start, counter-clockwise for a positive sweep [rad]. */
export function arcPoints(centre: Point, radius: number, start: number, sweep: number): Point[] {
  const step = 2 * Math.acos(Math.max(0, 1 - SAG / radius));
  const count = Math.max(1, Math.min(4 * MOST_CORNERS_PER_CURVE, Math.ceil(Math.abs(sweep) / step)));
  return Array.from({ length: count }, (_, i): Point => {
    const angle = start + (sweep * (i + 1)) / count;
    return [centre[0] + radius * Math.cos(angle), centre[1] + radius * Math.sin(angle)];
  });
}
