/**
 * An outline from a file that someone drew elsewhere: SVG, DXF, or a CSV of points. The result lies in plate axes [m].
 */
import { InvalidInput } from '../base';
import { boundsOf, signedArea, type HoleSpec, type Point, type Polygon } from '../outline';
import { braceLinesIn, type BraceLine } from './brace-lines';
import { csvDrawing } from './csv-outline';
import { halfAlong, mirrored, openingsIn } from './drawing-parts';
import { dxfDrawing } from './dxf-outline';
import type { SubPath } from './flatten-path';
import type { Drawn, OutlineUnit } from './outline-unit';
import { svgDrawing } from './svg-drawing';

/** What a person says of a drawing where the file does not, or says something else. */
export interface OutlineReading {
  unit?: OutlineUnit;
  /** False: a half template is taken as it is drawn. */
  mirror?: boolean;
  /** The other end is the neck's. */
  turned?: boolean;
}

export interface ImportedOutline {
  points: Polygon;
  length: number;
  width: number;
  /** What the figures were taken for, and whether the file itself says so. */
  unit: { used: OutlineUnit; told: boolean };
  /** It was drawn as half a plate, along its centre line. */
  isHalf: boolean;
  /** Openings that the drawing shows, pairs of slots first, then round ones from the smallest. */
  holes: HoleSpec[];
  /** Straight lines and slender bars inside: braces, if somebody says so. */
  lines: BraceLine[];
}

/** Ends farther apart than this leave a path open [m]. */
const CLOSE_ENOUGH = 5e-4;
/** Corners that lie this near to the line of their neighbours are dropped [m]. */
const SIMPLIFY = 3e-5;

/** @param name of the file, for its ending @throws InvalidInput with what is wrong in the file and what to do */
export function importOutline(name: string, text: string, reading: OutlineReading = {}): ImportedOutline {
  try {
    const outline = readOutline(drawingOf(name, text, reading.unit), reading);
    if (!Number.isFinite(outline.length * outline.width))
      throw new InvalidInput('file', name, 'holds figures beyond all measure: save it again as a plain outline');
    return outline;
  } catch (failure) {
    if (failure instanceof InvalidInput) throw failure;
    // Words of the readers beneath are of no use to whoever drew it.
    throw new InvalidInput('file', name, 'can’t be read: it is broken. Save it again as a plain outline');
  }
}

function drawingOf(name: string, text: string, unit?: OutlineUnit): Drawn {
  const ending = /\.(\w+)$/.exec(name)?.[1].toLowerCase();
  if (ending === 'svg') return svgDrawing(text, unit);
  if (ending === 'dxf') return dxfDrawing(text, unit);
  if (ending === 'csv' || ending === 'txt') return csvDrawing(text, unit);
  throw new InvalidInput('file', name, 'is of a kind that is not read here: choose an SVG, DXF or CSV file');
}

function readOutline({ paths, unit, told }: Drawn, { mirror = true, turned = false }: OutlineReading): ImportedOutline {
  const outer = outerOf(paths);
  const others = paths.filter((path) => path !== outer && isClosed(path)).map(({ points }) => points);
  const lay = layAlong(outer.points);
  const laid = lay(outer.points);
  const centreLine = halfAlong(laid);
  const isMirrored = centreLine !== null && mirror;
  const whole = (polygon: Polygon): Polygon[] => {
    if (!isMirrored) return [polygon];
    // What ends at the centre line goes on beyond it; what stands off it stands twice.
    return halfAlong(polygon) === null || distanceTo(centreLine, polygon) > CLOSE_ENOUGH
      ? [polygon, polygon.map(([x, y]): Point => [x, 2 * centreLine - y])]
      : [mirrored(polygon, centreLine)];
  };
  const plate = isMirrored ? mirrored(laid, centreLine) : laid;
  const settle = inPlateAxes(plate, turned);
  const points = simplify(settle(plate));
  if (points.length < 3) throw new InvalidInput('file', 'outline', 'holds a line that goes out and back: no outline');
  const inside = paths
    .filter((path) => path !== outer)
    .map((path) => ({ points: settle(lay(path.points)), closed: isClosed(path) }));
  const { xMax, yMin, yMax } = boundsOf(points);
  return {
    points,
    length: xMax,
    width: yMax - yMin,
    unit: { used: unit, told },
    isHalf: centreLine !== null,
    holes: openingsIn(
      points,
      others.flatMap((polygon) => whole(lay(polygon)).map(settle)),
    ),
    lines: braceLinesIn(points, inside, isMirrored),
  };
}

const distanceTo = (y: number, polygon: Polygon): number => Math.min(...polygon.map((point) => Math.abs(point[1] - y)));

const isClosed = ({ points, closed }: SubPath): boolean => points.length > 3 && (closed || gap(points) < CLOSE_ENOUGH);

/** The largest closed line, or half a plate that was drawn without its centre line. */
function outerOf(paths: readonly SubPath[]): SubPath {
  if (paths.length === 0)
    throw new InvalidInput('file', 0, 'holds no line: the outline must be a path, polyline or polygon');
  const outlines = paths.filter((path) => isClosed(path) || isHalfWithoutItsLine(path));
  if (outlines.length > 0)
    return outlines.reduce((a, b) => (Math.abs(signedArea(b.points)) > Math.abs(signedArea(a.points)) ? b : a));
  const longest = paths.reduce((a, b) => (b.points.length > a.points.length ? b : a));
  const apart = (gap(longest.points) * 1000).toFixed(1);
  throw new InvalidInput(
    'file',
    'open path',
    `has only open lines; the ends of the longest are ${apart} mm apart: close it and save again`,
  );
}

/** Both ends lie on the centre line, which closes it. */
function isHalfWithoutItsLine({ points }: SubPath): boolean {
  const laid = layAlong(points)(points);
  return Math.abs(laid[0][1] - laid[laid.length - 1][1]) < CLOSE_ENOUGH && halfAlong(laid) !== null;
}

function gap(points: readonly Point[]): number {
  const [a, b] = [points[0], points[points.length - 1]];
  return Math.hypot(a[0] - b[0], a[1] - b[1]);
}

/** Turns the longer side along x: what was drawn upright has its neck end above. */
function layAlong(outer: Polygon): (polygon: Polygon) => Polygon {
  const { xMin, xMax, yMin, yMax } = boundsOf(outer);
  const upright = yMax - yMin > xMax - xMin;
  return (polygon) => (upright ? polygon.map(([x, y]): Point => [y, -x]) : polygon);
}

/** Puts the neck end at x = 0 and the middle on the centre line. */
function inPlateAxes(outer: Polygon, turned: boolean): (polygon: Polygon) => Polygon {
  const { xMin, xMax, yMin, yMax } = boundsOf(outer);
  const middle = (yMin + yMax) / 2;
  return (polygon) => polygon.map(([x, y]): Point => (turned ? [xMax - x, middle - y] : [x - xMin, y - middle]));
}

/** Douglas and Peucker, from the two corners farthest apart along x. */
function simplify(points: readonly Point[]): Polygon {
  const open = gap(points) < 1e-9 ? points.slice(0, -1) : points;
  const start = open.reduce((best, p, i) => (p[0] < open[best][0] ? i : best), 0);
  const round = [...open.slice(start), ...open.slice(0, start)];
  const far = round.reduce((best, p, i) => (p[0] > round[best][0] ? i : best), 0);
  return [...reduce(round.slice(0, far + 1)).slice(0, -1), ...reduce([...round.slice(far), round[0]]).slice(0, -1)];
}

function reduce(line: readonly Point[]): Point[] {
  if (line.length < 3) return [...line];
  const [a, b] = [line[0], line[line.length - 1]];
  const chord = Math.hypot(b[0] - a[0], b[1] - a[1]) || 1;
  let worst = 0;
  let at = 0;
  for (let i = 1; i < line.length - 1; i++) {
    const off = Math.abs((b[0] - a[0]) * (line[i][1] - a[1]) - (b[1] - a[1]) * (line[i][0] - a[0])) / chord;
    if (off > worst) [worst, at] = [off, i];
  }
  if (worst <= SIMPLIFY) return [a, b];
  return [...reduce(line.slice(0, at + 1)).slice(0, -1), ...reduce(line.slice(at))];
}
