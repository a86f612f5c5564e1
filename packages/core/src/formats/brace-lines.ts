/** Lines inside a drawn outline that may be braces: open strokes, and slender bars drawn by both their sides. SI [m]. */
import { boundsOf, contains, distanceToLine, type Point, type Polygon } from '../outline';
import type { SubPath } from './flatten-path';

/** Any other line of the drawing. */
type Inside = Pick<SubPath, 'closed'> & { points: Polygon };

/** Where a brace runs, from one end to the other. */
export type BraceLine = [Point, Point];

/** Shorter is a mark, not a brace [m]. */
const SHORTEST = 0.04;
/** A brace is straight: off its chord by no more than this, or by this share of its length [m], (1). */
const STRAIGHT = 2e-3;
const STRAIGHT_SHARE = 0.02;
/** So far beyond the outline an end may be drawn [m]. */
const BEYOND = 6e-3;
/** Two sides of one brace lie so far apart at both ends, no more [m]; nearer are drawn twice. */
const WIDEST = 0.025;
/** A bar is so many times as long as it is wide (1). */
const SLENDER = 4;
/** So near to the centre line is on it [m]; a line on it that is so much of the plate is that line itself (1). */
const ON_LINE = 1e-3;
const MOST_OF_IT = 0.6;
/** A bar has few corners; with more it is a slot or an ornament. */
const MOST_CORNERS = 12;
/** More lines inside are something else than braces. */
const MOST = 60;

/**
 * @param outline in plate axes @param paths all others of the drawing, in the same axes
 * @param mirrored the drawing is of one half, along y = 0: what is off that line stands twice, what ends on it goes on
 */
export function braceLinesIn(outline: Polygon, paths: readonly Inside[], mirrored: boolean): BraceLine[] {
  const lines = paths.flatMap(({ points, closed }): BraceLine[] => {
    const line = closed ? barOf(points) : strokeOf(points);
    return line ? [line] : [];
  });
  const whole = mirrored ? lines.flatMap((line) => withImage(line)) : lines;
  const inside = whole.filter((line) => isInside(outline, line));
  const { xMin, xMax } = boundsOf(outline);
  const braces = joinSides(inside).filter((line) => !isCentreLine(line, xMax - xMin));
  return braces.length > MOST ? [] : braces;
}

/** Drawn to draw by. */
const isCentreLine = (line: BraceLine, length: number): boolean =>
  line.every(([, y]) => Math.abs(y) < ON_LINE) && lengthOf(line) > MOST_OF_IT * length;

const lengthOf = ([a, b]: BraceLine): number => Math.hypot(b[0] - a[0], b[1] - a[1]);

function strokeOf(points: Polygon): BraceLine | null {
  const line: BraceLine = [points[0], points[points.length - 1]];
  const length = lengthOf(line);
  if (points.length < 2 || length < SHORTEST) return null;
  const off = Math.max(...points.map((point) => Math.abs(offset(line, point))));
  return off <= Math.max(STRAIGHT, STRAIGHT_SHARE * length) ? line : null;
}

/** From a line to the left of it [m]. */
function offset([[ax, ay], [bx, by]]: BraceLine, [x, y]: Point): number {
  return ((bx - ax) * (y - ay) - (by - ay) * (x - ax)) / Math.hypot(bx - ax, by - ay);
}

/** The middle line of a bar that is drawn all round: it fills a slender box about its longest reach. */
function barOf(points: Polygon): BraceLine | null {
  if (points.length > MOST_CORNERS) return null;
  const meanOf = (i: 0 | 1) => points.reduce((sum, point) => sum + point[i], 0) / points.length;
  const mean: Point = [meanOf(0), meanOf(1)];
  const [sxx, syy, sxy] = points.reduce(
    ([xx, yy, xy], [x, y]) => [xx + (x - mean[0]) ** 2, yy + (y - mean[1]) ** 2, xy + (x - mean[0]) * (y - mean[1])],
    [0, 0, 0],
  );
  const turn = Math.atan2(2 * sxy, sxx - syy) / 2;
  const [c, s] = [Math.cos(turn), Math.sin(turn)];
  const local = points.map(([x, y]): Point => [
    c * (x - mean[0]) + s * (y - mean[1]),
    c * (y - mean[1]) - s * (x - mean[0]),
  ]);
  const { xMin, xMax, yMin, yMax } = boundsOf(local);
  const width = yMax - yMin;
  if (xMax - xMin < SHORTEST || width > WIDEST || xMax - xMin < SLENDER * width) return null;
  const middle = (yMin + yMax) / 2;
  const back = (x: number): Point => [mean[0] + c * x - s * middle, mean[1] + s * x + c * middle];
  return [back(xMin), back(xMax)];
}

function withImage(line: BraceLine): BraceLine[] {
  const image = line.map(([x, y]): Point => [x, -y]) as BraceLine;
  const onLine = line.map(([, y]) => Math.abs(y) < ON_LINE);
  if (onLine[0] && onLine[1]) return [line];
  const [meets, ends] = onLine[0] ? line : [line[1], line[0]];
  // Square to the centre line it goes straight on to its image.
  const goesOn = onLine.some(Boolean) && Math.abs(ends[0] - meets[0]) < STRAIGHT_SHARE * lengthOf(line);
  return goesOn ? [[[ends[0], -ends[1]], ends]] : [line, image];
}

function isInside(outline: Polygon, [a, b]: BraceLine): boolean {
  const isIn = ([x, y]: Point) => contains(outline, x, y);
  const isNear = (point: Point) => isIn(point) || distanceToLine(outline, point[0], point[1]) < BEYOND;
  return isNear(a) && isNear(b) && isIn([(a[0] + b[0]) / 2, (a[1] + b[1]) / 2]);
}

/** Two lines side by side are the two sides of one brace, or the same line twice. */
function joinSides(lines: readonly BraceLine[]): BraceLine[] {
  const left = [...lines];
  const joined: BraceLine[] = [];
  while (left.length > 0) {
    const line = left.shift()!;
    const at = left.findIndex((other) => isOtherSide(line, alongWith(line, other)));
    if (at < 0) {
      joined.push(line);
      continue;
    }
    const [other] = left.splice(at, 1);
    const side = alongWith(line, other);
    joined.push(line.map(([x, y], i): Point => [(x + side[i][0]) / 2, (y + side[i][1]) / 2]) as BraceLine);
  }
  return joined;
}

const apart = ([ax, ay]: Point, [bx, by]: Point) => Math.hypot(bx - ax, by - ay);

/** Drawn the same way round. */
const alongWith = (line: BraceLine, other: BraceLine): BraceLine =>
  apart(line[0], other[0]) + apart(line[1], other[1]) <= apart(line[0], other[1]) + apart(line[1], other[0])
    ? other
    : [other[1], other[0]];

/** Their ends lie side by side, by about as much at both, and they do not cross. */
function isOtherSide(line: BraceLine, other: BraceLine): boolean {
  const sides = other.map((point) => offset(line, point));
  const isBeside = line.every((point, i) => apart(point, other[i]) < WIDEST);
  const isParallel = Math.abs(sides[0] - sides[1]) < STRAIGHT_SHARE * lengthOf(line) + STRAIGHT;
  return isBeside && isParallel && sides[0] * sides[1] >= 0;
}
