/** Straight lines in the plane of the plate: how long, which way, where they meet. SI [m], angles [rad]. */
import type { Point } from './polygon';

export interface Segment {
  from: Point;
  to: Point;
}

export const lengthOf = ({ from, to }: Segment): number => Math.hypot(to[0] - from[0], to[1] - from[1]);

export function pointAlong({ from, to }: Segment, share: number): Point {
  return [from[0] + share * (to[0] - from[0]), from[1] + share * (to[1] - from[1])];
}

/** From the grain (x), turning towards +y, in (-pi/2, pi/2] [rad]. */
export function angleOf({ from, to }: Segment): number {
  const angle = Math.atan2(to[1] - from[1], to[0] - from[0]);
  if (angle > Math.PI / 2) return angle - Math.PI;
  return angle <= -Math.PI / 2 ? angle + Math.PI : angle;
}

/** Acute angle between two lines [rad]. */
export function angleBetween(a: Segment, b: Segment): number {
  const turn = Math.abs(angleOf(a) - angleOf(b));
  return Math.min(turn, Math.PI - turn);
}

export interface Meeting {
  point: Point;
  /** Shares along the first and the second line (0 at `from`, 1 at `to`). */
  a: number;
  b: number;
}

/** Where the endless lines meet; null when they run side by side. */
export function meetingOf(a: Segment, b: Segment): Meeting | null {
  const [ux, uy] = [a.to[0] - a.from[0], a.to[1] - a.from[1]];
  const [vx, vy] = [b.to[0] - b.from[0], b.to[1] - b.from[1]];
  const cross = ux * vy - uy * vx;
  if (Math.abs(cross) <= 1e-9 * Math.hypot(ux, uy) * Math.hypot(vx, vy)) return null;
  const [wx, wy] = [b.from[0] - a.from[0], b.from[1] - a.from[1]];
  const s = (wx * vy - wy * vx) / cross;
  return { point: pointAlong(a, s), a: s, b: (wx * uy - wy * ux) / cross };
}

/** Nearest place of a line to a point: its share along the line (0..1) and the distance [m]. */
export function nearestOn(segment: Segment, [x, y]: Point): { share: number; distance: number; point: Point } {
  const { from, to } = segment;
  const [dx, dy] = [to[0] - from[0], to[1] - from[1]];
  const length2 = dx * dx + dy * dy;
  const along = length2 === 0 ? 0 : ((x - from[0]) * dx + (y - from[1]) * dy) / length2;
  const share = Math.min(1, Math.max(0, along));
  const point = pointAlong(segment, share);
  return { share, point, distance: Math.hypot(x - point[0], y - point[1]) };
}
