/** The closed line of a DXF drawing: polylines with bulges, circles, and lines and arcs that meet end to end. */
import DxfParser from 'dxf-parser';
import { InvalidInput } from '../base';
import type { Point } from '../outline';
import { arcPoints, type SubPath } from './flatten-path';
import { METRES_PER, type Drawn, type OutlineUnit } from './outline-unit';

interface DxfVertex {
  x: number;
  y: number;
  bulge?: number;
}

interface DxfEntity {
  type: string;
  vertices?: DxfVertex[];
  shape?: boolean;
  center?: DxfVertex;
  radius?: number;
  startAngle?: number;
  endAngle?: number;
  fitPoints?: DxfVertex[];
  controlPoints?: DxfVertex[];
  knotValues?: number[];
  degreeOfSplineCurve?: number;
  closed?: boolean;
}

/** $INSUNITS codes that say a length. */
const INSUNITS: Partial<Record<number, OutlineUnit>> = { 1: 'in', 2: 'ft', 4: 'mm', 5: 'cm', 6: 'm' };

/**
 * All lines of the drawing, y turned down as on a plate.
 * @param wanted what its figures are, whatever the file says @throws InvalidInput for a file that is no DXF
 */
export function dxfDrawing(text: string, wanted?: OutlineUnit): Drawn {
  const drawing = parse(text);
  const told = INSUNITS[Number((drawing.header as Record<string, unknown>)?.$INSUNITS ?? 0)];
  const unit = wanted ?? told ?? 'mm';
  const scale = METRES_PER[unit];
  const scaled = ({ x, y, bulge }: DxfVertex): DxfVertex => ({ x: x * scale, y: -y * scale, bulge: bulge && -bulge });
  const paths = (drawing.entities as unknown as DxfEntity[]).flatMap((entity) => entityPath(entity, scaled, scale));
  return { paths: chain(paths), unit, told: told !== undefined };
}

const GROUP_CODE = /^\s*-?\d+\s*$/;
const END_OF_SECTION: readonly Group[] = [[0, 'ENDSEC']];
const END: readonly Group[] = [[0, 'EOF']];
const WANTED_SECTIONS = new Set(['HEADER', 'ENTITIES']);

/** A pair of lines: what it is, and its value. */
type Group = readonly [code: number, value: string];

/** @throws InvalidInput where a pair is torn */
function groupsOf(text: string): Group[] {
  const lines = text.split(/\r\n|\r|\n/);
  const groups: Group[] = [];
  for (let i = 0; i + 1 < lines.length; i += 2) {
    if (!GROUP_CODE.test(lines[i])) throw broken();
    groups.push([Number(lines[i]), lines[i + 1].trim()]);
  }
  return groups;
}

/** The sections that lines and their unit stand in, each with its end; all others are of no use here. */
function wantedGroups(groups: readonly Group[]): Group[] {
  const kept: Group[] = [];
  let isWanted = false;
  groups.forEach((group, i) => {
    const [code, value] = group;
    if (code === 0 && value === 'SECTION') isWanted = WANTED_SECTIONS.has(groups[i + 1]?.[1]);
    if (isWanted) kept.push(group);
    if (code === 0 && value === 'ENDSEC') isWanted = false;
  });
  return isWanted ? [...kept, ...END_OF_SECTION] : kept;
}

/**
 * What the parser beneath would go round in for ever: a corner without its other half, more corners than there are
 * lines, an old polyline without an end.
 *
 * @throws InvalidInput
 */
function checkPolylines(groups: readonly Group[]): void {
  let entity = '';
  let isOpen = false;
  groups.forEach(([code, value], i) => {
    if (code === 0) {
      if (isOpen && value === 'ENDSEC') throw broken();
      if (value === 'POLYLINE' || value === 'SEQEND') isOpen = value === 'POLYLINE';
      entity = value;
    }
    const isTorn = entity === 'LWPOLYLINE' && code === 10 && groups[i + 1]?.[0] !== 20;
    if (isTorn || (code === 90 && Number(value) > 2 * groups.length)) throw broken();
  });
}

const broken = () => new InvalidInput('file', 'dxf', 'is not a DXF drawing that can be read: save it as ASCII DXF');

function parse(text: string) {
  const groups = wantedGroups(groupsOf(text));
  if (groups.length === 0) throw broken();
  checkPolylines(groups);
  try {
    const drawing = new DxfParser().parseSync([...groups, ...END].flat().join('\n'));
    if (drawing) return drawing;
  } catch {
    // the parser's own words name internals; the message below says what to do
  }
  throw broken();
}

function entityPath(entity: DxfEntity, scaled: (v: DxfVertex) => DxfVertex, scale: number): SubPath[] {
  switch (entity.type) {
    case 'LWPOLYLINE':
    case 'POLYLINE':
      return [polyline((entity.vertices ?? []).map(scaled), entity.shape === true)];
    case 'LINE':
      return [{ points: (entity.vertices ?? []).map(scaled).map(({ x, y }): Point => [x, y]), closed: false }];
    case 'CIRCLE':
    case 'ARC':
      return [arc(entity, scaled, scale)];
    case 'SPLINE':
      return [{ points: splinePoints(entity, scaled), closed: entity.closed === true }];
    default:
      return [];
  }
}

/** A bulge is the tangent of a quarter of the angle that the arc to the next corner turns through. */
function polyline(vertices: DxfVertex[], closed: boolean): SubPath {
  const points: Point[] = [];
  vertices.forEach((from, i) => {
    if (i === 0) points.push([from.x, from.y]);
    if (i === vertices.length - 1 && !closed) return;
    const to = vertices[(i + 1) % vertices.length];
    points.push(...(from.bulge ? bulgePoints(from, to, from.bulge) : [[to.x, to.y] as Point]));
  });
  return { points, closed };
}

function bulgePoints(from: DxfVertex, to: DxfVertex, bulge: number): Point[] {
  const sweep = 4 * Math.atan(bulge);
  const chord = Math.hypot(to.x - from.x, to.y - from.y);
  const radius = chord / (2 * Math.sin(sweep / 2));
  const toCentre = Math.atan2(to.y - from.y, to.x - from.x) + Math.PI / 2 - sweep / 2;
  const centre: Point = [from.x + radius * Math.cos(toCentre), from.y + radius * Math.sin(toCentre)];
  return arcPoints(centre, Math.abs(radius), Math.atan2(from.y - centre[1], from.x - centre[0]), sweep);
}

function arc(entity: DxfEntity, scaled: (v: DxfVertex) => DxfVertex, scale: number): SubPath {
  const centre = scaled(entity.center ?? { x: 0, y: 0 });
  const radius = (entity.radius ?? 0) * scale;
  const whole = entity.type === 'CIRCLE';
  const start = whole ? 0 : -(entity.startAngle ?? 0);
  const turn = whole
    ? 2 * Math.PI
    : ((((entity.endAngle ?? 0) - (entity.startAngle ?? 0)) % (2 * Math.PI)) + 2 * Math.PI) % (2 * Math.PI);
  const first: Point = [centre.x + radius * Math.cos(start), centre.y + radius * Math.sin(start)];
  return { points: [first, ...arcPoints([centre.x, centre.y], radius, start, -turn)], closed: whole };
}

const SPLINE_STEPS_PER_SPAN = 12;

/** De Boor's algorithm over the spline's own knots; fit points alone are joined straight. */
function splinePoints(entity: DxfEntity, scaled: (v: DxfVertex) => DxfVertex): Point[] {
  const control = (entity.controlPoints ?? []).map(scaled);
  const knots = entity.knotValues ?? [];
  const degree = entity.degreeOfSplineCurve ?? 3;
  if (control.length <= degree || knots.length !== control.length + degree + 1) {
    return (entity.fitPoints ?? control)
      .map((v) => (entity.fitPoints ? scaled(v) : v))
      .map(({ x, y }): Point => [x, y]);
  }
  const points: Point[] = [];
  for (let span = degree; span < control.length; span++) {
    if (!(knots[span + 1] > knots[span])) continue;
    for (let i = 0; i < SPLINE_STEPS_PER_SPAN; i++) {
      points.push(
        deBoor(
          { control, knots, degree },
          span,
          knots[span] + ((knots[span + 1] - knots[span]) * i) / SPLINE_STEPS_PER_SPAN,
        ),
      );
    }
  }
  const last = control[control.length - 1];
  return [...points, [last.x, last.y]];
}

interface Spline {
  control: DxfVertex[];
  knots: number[];
  degree: number;
}

function deBoor({ control, knots, degree }: Spline, span: number, t: number): Point {
  const d = Array.from({ length: degree + 1 }, (_, j) => ({ ...control[j + span - degree] }));
  for (let r = 1; r <= degree; r++) {
    for (let j = degree; j >= r; j--) {
      const low = knots[j + span - degree];
      const share = (t - low) / (knots[j + 1 + span - r] - low);
      d[j] = { x: d[j - 1].x + share * (d[j].x - d[j - 1].x), y: d[j - 1].y + share * (d[j].y - d[j - 1].y) };
    }
  }
  return [d[degree].x, d[degree].y];
}

/** Ends this near are one corner [m]. */
const JOIN = 2e-4;

/** Joins open pieces end to end, turning them round where needed. */
function chain(paths: SubPath[]): SubPath[] {
  const closed = paths.filter((path) => path.closed);
  const open = paths.filter((path) => !path.closed && path.points.length > 1).map((path) => [...path.points]);
  const joined: SubPath[] = [];
  while (open.length > 0) {
    const line = open.pop()!;
    for (let i = findNext(open, line); i >= 0; i = findNext(open, line)) {
      const [piece] = open.splice(i, 1);
      const end = line[line.length - 1];
      line.push(...(near(piece[0], end) ? piece : piece.reverse()).slice(1));
    }
    joined.push({ points: line, closed: line.length > 2 && near(line[0], line[line.length - 1]) });
  }
  return [...closed, ...joined];
}

function findNext(open: Point[][], line: Point[]): number {
  const end = line[line.length - 1];
  return open.findIndex((piece) => near(piece[0], end) || near(piece[piece.length - 1], end));
}

function near(a: Point, b: Point): boolean {
  return Math.hypot(a[0] - b[0], a[1] - b[1]) < JOIN;
}
