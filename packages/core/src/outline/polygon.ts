/**
 * Plane polygons as lists of corners, closed without repeating the first. SI [m].
 * Axes of a plate: x along the grain from the neck end to the tail, y across it, positive towards the bass side of a
 * right-handed instrument.
 */

export type Point = readonly [x: number, y: number];
export type Polygon = readonly Point[];

export interface Bounds {
  xMin: number;
  xMax: number;
  yMin: number;
  yMax: number;
}

/** Shoelace area [m2]; positive when the corners run from +x towards +y. */
export function signedArea(polygon: Polygon): number {
  let twice = 0;
  for (let i = 0, j = polygon.length - 1; i < polygon.length; j = i++) {
    twice += polygon[j][0] * polygon[i][1] - polygon[i][0] * polygon[j][1];
  }
  return twice / 2;
}

/** Centre of area. Degenerate polygons give the mean of their corners. */
export function centroid(polygon: Polygon): Point {
  let x = 0;
  let y = 0;
  let twice = 0;
  for (let i = 0, j = polygon.length - 1; i < polygon.length; j = i++) {
    const cross = polygon[j][0] * polygon[i][1] - polygon[i][0] * polygon[j][1];
    twice += cross;
    x += (polygon[j][0] + polygon[i][0]) * cross;
    y += (polygon[j][1] + polygon[i][1]) * cross;
  }
  if (twice === 0) return meanOf(polygon);
  return [x / (3 * twice), y / (3 * twice)];
}

export function boundsOf(points: Polygon): Bounds {
  const bounds = { xMin: Infinity, xMax: -Infinity, yMin: Infinity, yMax: -Infinity };
  for (const [x, y] of points) {
    bounds.xMin = Math.min(bounds.xMin, x);
    bounds.xMax = Math.max(bounds.xMax, x);
    bounds.yMin = Math.min(bounds.yMin, y);
    bounds.yMax = Math.max(bounds.yMax, y);
  }
  return bounds;
}

/** Even-odd rule; a point on the line may fall either way. */
export function contains(polygon: Polygon, x: number, y: number): boolean {
  let inside = false;
  for (let i = 0, j = polygon.length - 1; i < polygon.length; j = i++) {
    const a = polygon[i];
    const b = polygon[j];
    if (a[1] > y !== b[1] > y && x < ((b[0] - a[0]) * (y - a[1])) / (b[1] - a[1]) + a[0]) inside = !inside;
  }
  return inside;
}

/** Distance [m] from a point to the nearest place on the line of the polygon. */
export function distanceToLine(polygon: Polygon, x: number, y: number): number {
  let nearest = Infinity;
  for (let i = 0, j = polygon.length - 1; i < polygon.length; j = i++) {
    const from = polygon[j];
    const to = polygon[i];
    const dx = to[0] - from[0];
    const dy = to[1] - from[1];
    const px = x - from[0];
    const py = y - from[1];
    const length2 = dx * dx + dy * dy;
    const along = length2 === 0 ? 0 : (px * dx + py * dy) / length2;
    const t = along < 0 ? 0 : along > 1 ? 1 : along;
    const distance2 = (px - t * dx) ** 2 + (py - t * dy) ** 2;
    if (distance2 < nearest) nearest = distance2;
  }
  return Math.sqrt(nearest);
}

/**
 * Where the line crosses itself, or null. Sweeps pairs whose x-ranges overlap, so ordinary outlines of a few hundred
 * corners are quick.
 */
export function findSelfCrossing(polygon: Polygon): Point | null {
  const count = polygon.length;
  for (let i = 0; i < count; i++) {
    const a = polygon[i];
    const b = polygon[(i + 1) % count];
    for (let j = i + 2; j < count; j++) {
      if (i === 0 && j === count - 1) continue;
      const crossing = crossingOf(a, b, polygon[j], polygon[(j + 1) % count]);
      if (crossing) return crossing;
    }
  }
  return null;
}

/** Half-range of y at a given x on either side: the widest crossings. Null where the polygon has nothing there. */
export function widthAt(polygon: Polygon, x: number): { yMin: number; yMax: number } | null {
  let yMin = Infinity;
  let yMax = -Infinity;
  for (let i = 0, j = polygon.length - 1; i < polygon.length; j = i++) {
    const [xi, yi] = polygon[i];
    const [xj, yj] = polygon[j];
    if (xi > x === xj > x) continue;
    const y = yj + ((x - xj) / (xi - xj)) * (yi - yj);
    yMin = Math.min(yMin, y);
    yMax = Math.max(yMax, y);
  }
  return yMax >= yMin ? { yMin, yMax } : null;
}

function crossingOf(a: Point, b: Point, c: Point, d: Point): Point | null {
  if (Math.max(a[0], b[0]) < Math.min(c[0], d[0]) || Math.max(c[0], d[0]) < Math.min(a[0], b[0])) return null;
  const ux = b[0] - a[0];
  const uy = b[1] - a[1];
  const vx = d[0] - c[0];
  const vy = d[1] - c[1];
  const cross = ux * vy - uy * vx;
  if (cross === 0) return null;
  const s = ((c[0] - a[0]) * vy - (c[1] - a[1]) * vx) / cross;
  const t = ((c[0] - a[0]) * uy - (c[1] - a[1]) * ux) / cross;
  return s > 0 && s < 1 && t > 0 && t < 1 ? [a[0] + s * ux, a[1] + s * uy] : null;
}

function meanOf(points: Polygon): Point {
  const x = points.reduce((sum, p) => sum + p[0], 0) / points.length;
  const y = points.reduce((sum, p) => sum + p[1], 0) / points.length;
  return [x, y];
}
