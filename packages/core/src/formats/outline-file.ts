/**
 * An outline from a file that someone drew elsewhere: SVG, DXF, or a CSV of points. The result lies in plate axes [m].
 */
import { XMLParser, XMLValidator } from 'fast-xml-parser';
import Papa from 'papaparse';
import { InvalidInput } from '../base';
import { boundsOf, signedArea, type Point, type Polygon } from '../outline';
import { parseQuantity, unitOf } from '../units';
import { dxfPaths } from './dxf-outline';
import { flattenSvgPath, type SubPath } from './flatten-path';

export interface ImportedOutline {
  points: Polygon;
  length: number;
  width: number;
}

/** Ends farther apart than this leave a path open [m]. */
const CLOSE_ENOUGH = 5e-4;
/** Corners that lie this near to the line of their neighbours are dropped [m]. */
const SIMPLIFY = 3e-5;
const METRES_PER_CSS_PIXEL = unitOf('length', 'in').si / 96;

/** @param name of the file, for its ending @throws InvalidInput with what is wrong in the file and what to do */
export function importOutline(name: string, text: string): ImportedOutline {
  try {
    const outline = readOutline(name, text);
    if (!Number.isFinite(outline.length * outline.width))
      throw new InvalidInput('file', name, 'holds figures beyond all measure: save it again as a plain outline');
    return outline;
  } catch (failure) {
    if (failure instanceof InvalidInput) throw failure;
    // Words of the readers beneath are of no use to whoever drew it.
    throw new InvalidInput('file', name, 'can’t be read: it is broken. Save it again as a plain outline');
  }
}

function readOutline(name: string, text: string): ImportedOutline {
  const ending = /\.(\w+)$/.exec(name)?.[1].toLowerCase();
  if (ending === 'svg') return place(largestClosed(svgPaths(text)));
  if (ending === 'dxf') return place(largestClosed(dxfPaths(text)));
  if (ending === 'csv' || ending === 'txt') return place(csvPoints(text));
  throw new InvalidInput('file', name, 'is of a kind that is not read here: choose an SVG, DXF or CSV file');
}

function largestClosed(paths: SubPath[]): Polygon {
  if (paths.length === 0)
    throw new InvalidInput('file', 0, 'holds no line: the outline must be a path, polyline or polygon');
  const closed = paths.filter(({ points, closed }) => points.length > 3 && (closed || gap(points) < CLOSE_ENOUGH));
  if (closed.length === 0) {
    const longest = paths.reduce((a, b) => (b.points.length > a.points.length ? b : a));
    const apart = (gap(longest.points) * 1000).toFixed(1);
    throw new InvalidInput(
      'file',
      'open path',
      `has only open lines; the ends of the longest are ${apart} mm apart: close it and save again`,
    );
  }
  return closed
    .map((path) => path.points)
    .reduce((a, b) => (Math.abs(signedArea(b)) > Math.abs(signedArea(a)) ? b : a));
}

function gap(points: readonly Point[]): number {
  const [a, b] = [points[0], points[points.length - 1]];
  return Math.hypot(a[0] - b[0], a[1] - b[1]);
}

/**
 * Turns the longer side along x, puts the neck end at x = 0 and the middle on the centre line, drops needless corners.
 */
function place(polygon: Polygon): ImportedOutline {
  const drawn = boundsOf(polygon);
  const upright = drawn.yMax - drawn.yMin > drawn.xMax - drawn.xMin;
  const turned = upright ? polygon.map(([x, y]): Point => [y, -x]) : polygon;
  const { xMin, xMax, yMin, yMax } = boundsOf(turned);
  const middle = (yMin + yMax) / 2;
  const points = simplify(turned.map(([x, y]): Point => [x - xMin, y - middle]));
  if (points.length < 3) throw new InvalidInput('file', 'outline', 'holds a line that goes out and back: no outline');
  return { points, length: xMax - xMin, width: yMax - yMin };
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

type XmlNode = Record<string, unknown>;

function svgPaths(text: string): SubPath[] {
  if (/<script[\s>]/i.test(text))
    throw new InvalidInput('file', 'svg', 'holds a script: save it again as a plain drawing');
  const valid = XMLValidator.validate(text);
  if (valid !== true) throw new InvalidInput('file', 'svg', `is broken at line ${valid.err.line}: ${valid.err.msg}`);
  const parser = new XMLParser({
    ignoreAttributes: false,
    attributeNamePrefix: '@',
    processEntities: false,
    preserveOrder: false,
    isArray: () => true,
  });
  const roots = (parser.parse(text) as XmlNode).svg as (XmlNode | string)[] | undefined;
  if (!roots) throw new InvalidInput('file', 'svg', 'is not an SVG drawing');
  const [root] = roots;
  return typeof root === 'string' ? [] : collect(root, [], svgScale(root));
}

/** Metres per user unit: from width and viewBox where the width has a unit, else by the CSS pixel. */
function svgScale(root: XmlNode): number {
  const width = /^([\d.]+)\s*(mm|cm|in)$/.exec(attribute(root, 'width').trim());
  const box = attribute(root, 'viewBox')
    .trim()
    .split(/[\s,]+/)
    .map(Number);
  if (!width) return METRES_PER_CSS_PIXEL;
  const metres = Number(width[1]) * unitOf('length', width[2]).si;
  return box.length === 4 && box[2] > 0 ? metres / box[2] : METRES_PER_CSS_PIXEL;
}

function collect(node: XmlNode, outer: readonly string[], scale: number): SubPath[] {
  const own = attribute(node, 'transform');
  const transforms = own ? [own, ...outer] : outer;
  return Object.entries(node).flatMap(([tag, children]) => {
    if (!Array.isArray(children)) return [];
    return (children as XmlNode[]).flatMap((child) => {
      if (typeof child !== 'object' || ['defs', 'clipPath', 'symbol'].includes(tag)) return [];
      const data = pathData(tag, child);
      const inner = attribute(child, 'transform') ? [attribute(child, 'transform'), ...transforms] : transforms;
      return data ? flattenSvgPath(data, inner, scale) : collect(child, transforms, scale);
    });
  });
}

/** Shapes that can be an outline, as path data. */
function pathData(tag: string, node: XmlNode): string {
  const number = (name: string) => Number(attribute(node, name) || 0);
  if (tag === 'path') return attribute(node, 'd');
  if (tag === 'polygon') return `M${attribute(node, 'points')}Z`;
  if (tag === 'polyline') return `M${attribute(node, 'points')}`;
  if (tag === 'rect')
    return `M${number('x')} ${number('y')}h${number('width')}v${number('height')}h${-number('width')}Z`;
  const [rx, ry] =
    tag === 'circle' ? [number('r'), number('r')] : tag === 'ellipse' ? [number('rx'), number('ry')] : [0, 0];
  if (!(rx > 0)) return '';
  const [cx, cy] = [number('cx'), number('cy')];
  return `M${cx - rx} ${cy}a${rx} ${ry} 0 1 0 ${2 * rx} 0a${rx} ${ry} 0 1 0 ${-2 * rx} 0Z`;
}

function attribute(node: XmlNode, name: string): string {
  const value = node[`@${name}`];
  const first: unknown = Array.isArray(value) ? value[0] : value;
  return typeof first === 'string' || typeof first === 'number' ? String(first) : '';
}

/** Two columns; a header may say the unit ("x_mm"), else millimetres. */
function csvPoints(text: string): Polygon {
  const { data } = Papa.parse<string[]>(text.replace(/^\uFEFF/, '').trim(), { delimiter: /;/.test(text) ? ';' : '' });
  const hasHeader = data.length > 0 && !/\d/.test(data[0][0] ?? '');
  const unit = hasHeader && /\b(in|inch)\b/i.test(data[0].join(' ').replace(/_/g, ' ')) ? 'in' : 'mm';
  return data.slice(hasHeader ? 1 : 0).map((cells, i): Point => {
    const line = i + 1 + Number(hasHeader);
    if (cells.length < 2) throw new InvalidInput(`line ${line}`, cells.join(), 'needs two figures, x and y');
    const at = (k: number) => parseQuantity(`line ${line}`, cells[k], 'length', unit).value;
    return [at(0), at(1)];
  });
}
