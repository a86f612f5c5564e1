/**
 * Triangles over a plate that follow its outline, holes and inner lines: constrained Delaunay over an even field of
 * points, smoothed. SI [m].
 */
import { InvalidInput } from '../base';
import { boundsOf, contains, nearestOn, type Point, type Polygon } from '../outline';
import { constrainedDelaunay } from './constrained-delaunay';
import { lineGraph, type LineGraph, type MeshLine } from './line-graph';

export interface TriangleMesh {
  x: Float64Array;
  y: Float64Array;
  /** Three corners a triangle, against the clock. */
  triangles: Int32Array;
  /** Mesh nodes along each inner line. */
  lines: number[][];
  rim: number[];
  /** Smallest angle of any triangle [rad]. */
  worstAngle: number;
}

const MOST_NODES = 40_000;
/** Free points keep so much of the step from any line. */
const KEEP_OFF = 0.62;
const SMOOTHINGS = 4;
/** Of the step: an exactly even field makes the triangulation reckon with exact numbers, which is slow. */
const JITTER = 2e-2;

/**
 * @param anchors places that become nodes where no other lies close by
 * @throws InvalidInput naming `meshSize` where the mesh would be too large, `outline` where none can be made
 */
export function triangulate(
  outline: Polygon,
  holes: readonly Polygon[],
  interior: readonly MeshLine[],
  step: number,
  anchors: readonly Point[] = [],
): TriangleMesh {
  checkCount(outline, step);
  const graph = lineGraph(outline, holes, interior, step);
  const { edges, lines, rim, holes: holeRims } = graph;
  const corners = withAnchors(graph, anchors, step);
  const fixed = corners.length;
  const outer = rim.map((id) => corners[id]);
  const inner = holeRims.map((ids) => ids.map((id) => corners[id]));
  const isInside = (x: number, y: number) => contains(outer, x, y) && !inner.some((hole) => contains(hole, x, y));
  const points = [...corners];
  const loose = corners.slice(graph.corners.length);
  for (const field of fieldsOf(interior, step)) {
    const off = KEEP_OFF * field.step;
    const within = (x: number, y: number) =>
      isInside(x, y) && field.isHere(x, y) && !loose.some(([px, py]) => Math.hypot(px - x, py - y) < off);
    points.push(...freePoints(corners, edges, outer, within, field.step));
  }
  let triangles = insideTriangles(points, edges, isInside);
  for (let pass = 0; pass < SMOOTHINGS; pass++) smooth(points, triangles, fixed);
  const turnedOver = triangles.some(([a, b, c]) => !(twiceArea(points[a], points[b], points[c]) > 0));
  if (turnedOver) triangles = insideTriangles(points, edges, isInside);
  if (triangles.length === 0) throw new InvalidInput('outline', outline.length, 'leaves no room for a mesh');
  return compact(points, triangles, lines, rim);
}

/** Nearer to a corner or an edge than this share of the step, an anchor would make a sliver. */
const ANCHOR_OFF = 0.15;

function withAnchors({ corners, edges }: LineGraph, anchors: readonly Point[], step: number): Point[] {
  const all = [...corners];
  for (const [x, y] of anchors) {
    const crowded = all.some(([px, py]) => Math.hypot(px - x, py - y) < ANCHOR_OFF * step);
    if (!crowded && isFree(corners, edges, x, y, ANCHOR_OFF * step)) all.push([x, y]);
  }
  return all;
}

/** Before any work is done. */
function checkCount(outline: Polygon, step: number): void {
  const { xMin, xMax, yMin, yMax } = boundsOf(outline);
  if (((xMax - xMin) * (yMax - yMin) * 2) / (Math.sqrt(3) * step * step) > MOST_NODES)
    throw new InvalidInput('meshSize', step, `would give more than ${MOST_NODES} nodes: choose a larger one`);
}

interface PointField {
  step: number;
  isHere: (x: number, y: number) => boolean;
}

/** Finer ones within the closed lines that ask for it and a step around them, and the even one elsewhere. */
function fieldsOf(interior: readonly MeshLine[], step: number): PointField[] {
  const finer = interior.filter((line) => line.closed && line.step !== undefined && line.step < step);
  const steps = [...new Set(finer.map((line) => line.step!))].sort((a, b) => a - b);
  const reaches = ({ points }: MeshLine, x: number, y: number) =>
    contains(points, x, y) ||
    points.some((from, i) => nearestOn({ from, to: points[(i + 1) % points.length] }, [x, y]).distance < step);
  const finestAt = (x: number, y: number) =>
    finer.reduce((finest, line) => (line.step! < finest && reaches(line, x, y) ? line.step! : finest), step);
  return [...steps, step].map((own) => ({ step: own, isHere: (x, y) => finestAt(x, y) === own }));
}

function freePoints(
  corners: readonly Point[],
  edges: readonly [number, number][],
  outer: Polygon,
  isInside: (x: number, y: number) => boolean,
  step: number,
): Point[] {
  const xs = outer.map(([x]) => x);
  const ys = outer.map(([, y]) => y);
  const [xMin, xMax, yMin, yMax] = [Math.min(...xs), Math.max(...xs), Math.min(...ys), Math.max(...ys)];
  const row = (step * Math.sqrt(3)) / 2;
  const found: Point[] = [];
  // Rows about the middle line, so that a symmetric plate has a symmetric field.
  const middle = (yMin + yMax) / 2;
  const rows = Math.ceil((yMax - yMin) / 2 / row);
  for (let j = -rows; j <= rows; j++)
    for (let x = xMin + (j % 2 === 0 ? 0 : step / 2); x < xMax; x += step) {
      const y = middle + j * row;
      if (isInside(x, y) && isFree(corners, edges, x, y, KEEP_OFF * step))
        found.push([
          x + JITTER * step * Math.sin(7.3 * found.length),
          y + JITTER * step * Math.cos(5.1 * found.length),
        ]);
    }
  return found;
}

function isFree(
  corners: readonly Point[],
  edges: readonly [number, number][],
  x: number,
  y: number,
  off: number,
): boolean {
  for (const [a, b] of edges) {
    const [ax, ay] = corners[a];
    const [bx, by] = corners[b];
    if (
      Math.min(ax, bx) - off > x ||
      Math.max(ax, bx) + off < x ||
      Math.min(ay, by) - off > y ||
      Math.max(ay, by) + off < y
    )
      continue;
    const [dx, dy] = [bx - ax, by - ay];
    const share = Math.min(1, Math.max(0, ((x - ax) * dx + (y - ay) * dy) / (dx * dx + dy * dy)));
    if (Math.hypot(x - ax - share * dx, y - ay - share * dy) < off) return false;
  }
  return true;
}

function insideTriangles(
  points: readonly Point[],
  edges: [number, number][],
  isInside: (x: number, y: number) => boolean,
): [number, number, number][] {
  return constrainedDelaunay(points, edges)
    .filter(([a, b, c]) => {
      const [p, q, r] = [points[a], points[b], points[c]];
      return Math.abs(twiceArea(p, q, r)) > 1e-14 && isInside((p[0] + q[0] + r[0]) / 3, (p[1] + q[1] + r[1]) / 3);
    })
    .map(([a, b, c]) => (twiceArea(points[a], points[b], points[c]) > 0 ? [a, b, c] : [a, c, b]));
}

const twiceArea = (p: Point, q: Point, r: Point) => (q[0] - p[0]) * (r[1] - p[1]) - (q[1] - p[1]) * (r[0] - p[0]);

/** Each free point to the mean of its neighbours. */
function smooth(points: Point[], triangles: readonly [number, number, number][], fixed: number): void {
  const sums = points.map(() => [0, 0, 0] as [number, number, number]);
  for (const corners of triangles)
    for (let i = 0; i < 3; i++) {
      const [at, next] = [corners[i], corners[(i + 1) % 3]];
      const other = corners[(i + 2) % 3];
      for (const from of [next, other]) {
        sums[at][0] += points[from][0];
        sums[at][1] += points[from][1];
        sums[at][2]++;
      }
    }
  for (let i = fixed; i < points.length; i++)
    if (sums[i][2] > 0) points[i] = [sums[i][0] / sums[i][2], sums[i][1] / sums[i][2]];
}

/** Only nodes that a triangle uses, numbered anew. */
function compact(
  points: readonly Point[],
  triangles: readonly [number, number, number][],
  lines: readonly number[][],
  rim: readonly number[],
): TriangleMesh {
  const number = new Int32Array(points.length).fill(-1);
  let count = 0;
  for (const corner of triangles.flat()) if (number[corner] < 0) number[corner] = count++;
  const mesh = {
    x: new Float64Array(count),
    y: new Float64Array(count),
    triangles: Int32Array.from(triangles.flat(), (corner) => number[corner]),
  };
  number.forEach((to, from) => {
    if (to >= 0) [mesh.x[to], mesh.y[to]] = points[from];
  });
  const renumbered = (ids: readonly number[]) => ids.map((id) => number[id]).filter((id) => id >= 0);
  return { ...mesh, lines: lines.map(renumbered), rim: renumbered(rim), worstAngle: worstAngleOf(points, triangles) };
}

function worstAngleOf(points: readonly Point[], triangles: readonly [number, number, number][]): number {
  let worst = Math.PI;
  for (const corners of triangles)
    for (let i = 0; i < 3; i++) {
      const [p, q, r] = [points[corners[i]], points[corners[(i + 1) % 3]], points[corners[(i + 2) % 3]]];
      worst = Math.min(
        worst,
        Math.atan2(Math.abs(twiceArea(p, q, r)), (q[0] - p[0]) * (r[0] - p[0]) + (q[1] - p[1]) * (r[1] - p[1])),
      );
    }
  return worst;
}
