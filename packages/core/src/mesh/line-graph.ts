/**
 * Lines that a mesh must follow, cut where they meet and into steps: outline and holes first, then braces and patches.
 * What lies nearer together than a share of the step becomes one corner, so that no sliver is left; a line is bent by
 * at most that much. SI [m].
 */
import {
  lengthOf,
  meetingOf,
  nearestOn,
  pointAlong,
  type Meeting,
  type Point,
  type Polygon,
  type Segment,
} from '../outline';

export interface LineGraph {
  corners: Point[];
  /** Pairs of corners. */
  edges: [number, number][];
  /** Corners along each interior line in order. */
  lines: number[][];
  /** Corners of the outline in order, and of each hole. */
  rim: number[];
  holes: number[][];
}

export interface MeshLine {
  points: readonly Point[];
  closed: boolean;
  /** Finer than the mesh's, along this line and within it where it closes [m]. */
  step?: number;
}

/**
 * Of the step: what is nearer is one corner. Twice as much moves bridge and braces so far that modes differ by a
 * hundredth from mesh to mesh.
 */
const SNAP = 0.12;
/** The same for what a line passes by on its way. */
const PASS = 0.08;
/** A turn of the outline sharper than this keeps its corner [rad]. */
const SHARP = 0.5;

export function lineGraph(
  outline: Polygon,
  holes: readonly Polygon[],
  interior: readonly MeshLine[],
  step: number,
): LineGraph {
  const graph = new Builder(step);
  const rim = graph.addBoundary(outline);
  const holeCorners = holes.map((hole) => graph.addBoundary(hole));
  const lines = interior.map((line) => graph.addInterior(line, line.step ?? step));
  return {
    corners: graph.corners,
    edges: graph.edges,
    lines: lines.map((ids) => graph.alongLine(ids)),
    rim: graph.along(rim),
    holes: holeCorners.map((c) => graph.along(c)),
  };
}

class Builder {
  readonly corners: Point[] = [];
  readonly edges: [number, number][] = [];
  /** Corners put into an edge later: the two ends' key leads to what lies between. */
  private readonly between = new Map<string, number>();

  constructor(private step: number) {}

  private line(a: number, b: number): Segment {
    return { from: this.corners[a], to: this.corners[b] };
  }

  addBoundary(polygon: Polygon): number[] {
    const ids = resampled(polygon, this.step).map((point) => this.corners.push(point) - 1);
    ids.forEach((id, i) => this.edges.push([id, ids[(i + 1) % ids.length]]));
    return ids;
  }

  /** The corners of a boundary with those that were put between them since. */
  along(ids: readonly number[]): number[] {
    return ids.flatMap((id, i) => [id, ...this.inside(id, ids[(i + 1) % ids.length])]);
  }

  /** The same of a line that does not close. */
  alongLine(ids: readonly number[]): number[] {
    return ids.flatMap((id, i) => (i === 0 ? [id] : [...this.inside(ids[i - 1], id), id]));
  }

  private inside(a: number, b: number): number[] {
    const middle = this.between.get(keyOf(a, b));
    return middle === undefined ? [] : [...this.inside(a, middle), middle, ...this.inside(middle, b)];
  }

  addInterior({ points, closed }: MeshLine, step: number): number[] {
    this.step = step;
    const path = closed ? [...points, points[0]] : points;
    const ids: number[] = [];
    for (let i = 1; i < path.length; i++) {
      const run = this.addSegment(path[i - 1], path[i]);
      ids.push(...(ids.at(-1) === run[0] ? run.slice(1) : run));
    }
    return ids;
  }

  private addSegment(from: Point, to: Point): number[] {
    const a = this.place(from);
    const b = this.place(to);
    const stops = this.stopsBetween(this.corners[a], this.corners[b]).filter((id) => id !== a && id !== b);
    const along = (id: number) => nearestOn(this.line(a, b), this.corners[id]).share;
    const ordered = [a, ...stops.sort((p, q) => along(p) - along(q)), ...(a === b ? [] : [b])];
    return ordered.flatMap((id, i) => (i === 0 ? [id] : this.join(ordered[i - 1], id)));
  }

  /** An existing corner nearby, a new one in an edge nearby, or a new one of its own. */
  private place(point: Point): number {
    const near = this.nearestCorner(point);
    if (near !== null) return near;
    const edge = this.edges.findIndex(([a, b]) => nearestOn(this.line(a, b), point).distance < SNAP * this.step);
    if (edge >= 0) return this.split(edge, nearestOn(this.line(...this.edges[edge]), point).point);
    return this.corners.push(point) - 1;
  }

  private nearestCorner([x, y]: Point): number | null {
    let best: number | null = null;
    let nearest = SNAP * this.step;
    this.corners.forEach(([px, py], id) => {
      const distance = Math.hypot(px - x, py - y);
      if (distance < nearest) [best, nearest] = [id, distance];
    });
    return best;
  }

  /** Corners that the straight way from one point to another runs through or closely by. */
  private stopsBetween(from: Point, to: Point): number[] {
    return this.corners.flatMap((corner, id) => {
      const { share, distance } = nearestOn({ from, to }, corner);
      return share > 0 && share < 1 && distance < PASS * this.step ? [id] : [];
    });
  }

  private split(edge: number, point: Point): number {
    const [a, b] = this.edges[edge];
    const middle = this.corners.push(point) - 1;
    this.edges[edge] = [a, middle];
    this.edges.push([middle, b]);
    this.between.set(keyOf(a, b), middle);
    return middle;
  }

  /** Straight on, through every edge in the way; the corners after the first. */
  private join(a: number, b: number): number[] {
    if (a === b) return [];
    const already = this.edges.some(([p, q]) => (p === a && q === b) || (p === b && q === a));
    if (already) return [b];
    const middle = this.firstInTheWay(a, b);
    return middle === null ? this.steps(a, b) : [...this.join(a, middle), ...this.join(middle, b)];
  }

  /** The corner where the nearest edge is crossed: one of its ends when that lies close by, else a new one. */
  private firstInTheWay(a: number, b: number): number | null {
    let best: (Meeting & { edge: number }) | null = null;
    this.edges.forEach(([p, q], edge) => {
      if (p === a || p === b || q === a || q === b) return;
      const crossing = crossingOf(this.line(a, b), this.line(p, q));
      if (crossing && (!best || crossing.a < best.a)) best = { ...crossing, edge };
    });
    if (!best) return null;
    const { edge, point } = best as { edge: number; point: Point };
    const near = this.edges[edge].find(
      (id) => Math.hypot(this.corners[id][0] - point[0], this.corners[id][1] - point[1]) < PASS * this.step,
    );
    return near ?? this.split(edge, point);
  }

  /** A free way in even steps. */
  private steps(a: number, b: number): number[] {
    const way = this.line(a, b);
    const count = Math.max(1, Math.round(lengthOf(way) / this.step));
    const ids: number[] = [];
    let last = a;
    for (let i = 1; i <= count; i++) {
      const id = i === count ? b : this.corners.push(pointAlong(way, i / count)) - 1;
      this.edges.push([last, id]);
      ids.push(id);
      last = id;
    }
    return ids;
  }
}

const keyOf = (a: number, b: number) => (a < b ? `${a} ${b}` : `${b} ${a}`);

/** Inside both, or null. */
function crossingOf(a: Segment, b: Segment): Meeting | null {
  const meeting = meetingOf(a, b);
  return meeting && meeting.a > 0 && meeting.a < 1 && meeting.b > 0 && meeting.b < 1 ? meeting : null;
}

/** Even steps between sharp corners. */
function resampled(polygon: Polygon, step: number): Point[] {
  const count = polygon.length;
  const sharp = polygon.map(
    (point, i) => turnAt(polygon[(i + count - 1) % count], point, polygon[(i + 1) % count]) > SHARP,
  );
  const first = Math.max(0, sharp.indexOf(true));
  const points: Point[] = [];
  let run: Point[] = [polygon[first]];
  for (let i = 1; i <= count; i++) {
    const at = (first + i) % count;
    run.push(polygon[at]);
    if (!sharp[at] && i < count) continue;
    points.push(...evenly(run, step));
    run = [polygon[at]];
  }
  return points;
}

function turnAt(before: Point, at: Point, after: Point): number {
  const turn = Math.atan2(after[1] - at[1], after[0] - at[0]) - Math.atan2(at[1] - before[1], at[0] - before[0]);
  return Math.abs(Math.atan2(Math.sin(turn), Math.cos(turn)));
}

/** Points along a line, its end left out. */
function evenly(line: readonly Point[], step: number): Point[] {
  const lengths = line.slice(1).map((to, i) => Math.hypot(to[0] - line[i][0], to[1] - line[i][1]));
  const total = lengths.reduce((sum, length) => sum + length, 0);
  const closed = line[0] === line.at(-1);
  const count = Math.max(closed ? 8 : 1, Math.round(total / step));
  const points: Point[] = [];
  let [piece, gone] = [0, 0];
  for (let i = 0; i < count; i++) {
    const wanted = (total * i) / count;
    while (piece < lengths.length - 1 && gone + lengths[piece] < wanted) gone += lengths[piece++];
    const share = lengths[piece] > 0 ? (wanted - gone) / lengths[piece] : 0;
    points.push([
      line[piece][0] + share * (line[piece + 1][0] - line[piece][0]),
      line[piece][1] + share * (line[piece + 1][1] - line[piece][1]),
    ]);
  }
  return points;
}
