/**
 * Our own parametric outlines: a few lengths a maker can measure, joined by curves without kinks.
 * Half the outline is drawn and mirrored about the centre line (y = 0). x = 0 is the neck end, x = bodyLength the tail.
 */
import { InvalidInput, requirePositive } from '../base';
import type { Point, Polygon } from './polygon';

/** Guitars and ukuleles: two bouts and a waist. All [m]. */
export interface WaistedOutline {
  kind: 'waisted';
  bodyLength: number;
  upperBout: number;
  waist: number;
  lowerBout: number;
  /** Distances from the neck end to the widest place of each bout and to the waist. */
  upperBoutAt: number;
  waistAt: number;
  lowerBoutAt: number;
  /** How far the treble side is cut back from the neck end; 0 for none. */
  cutaway: number;
}

/** Mandolins, citterns: one bout narrowing to the neck. All [m]. */
export interface TeardropOutline {
  kind: 'teardrop';
  bodyLength: number;
  neckWidth: number;
  lowerBout: number;
  lowerBoutAt: number;
}

/** A plate that is still a blank. All [m]. */
export interface RectangleOutline {
  kind: 'rectangle';
  bodyLength: number;
  width: number;
}

export type ParametricOutline = WaistedOutline | TeardropOutline | RectangleOutline;

const STEPS_PER_CURVE = 24;
/** Share of the half-width at which a guitar's outline meets the flat of the neck block. */
const NECK_FLAT_SHARE = 0.22;
/** Lengths of the handles of an end curve as shares of its two legs; 0.5523 would be an ellipse, more is blunter. */
const END_FULLNESS = { lengthwise: 0.58, crosswise: 0.6 };

/** @returns corners running from the neck end along the bass side (+y) to the tail and back along the treble side */
export function drawParametric(outline: ParametricOutline): Polygon {
  checkParametric(outline);
  switch (outline.kind) {
    case 'rectangle': {
      const half = outline.width / 2;
      return [
        [0, half],
        [outline.bodyLength, half],
        [outline.bodyLength, -half],
        [0, -half],
      ];
    }
    case 'teardrop':
      return mirrored(teardropHalf(outline));
    case 'waisted': {
      const half = waistedHalf(outline);
      return outline.cutaway > 0 ? joined(half, cutBack(half, outline)) : mirrored(half);
    }
  }
}

/** @throws InvalidInput naming the length that can't be right */
export function checkParametric(outline: ParametricOutline): void {
  for (const [field, value] of Object.entries(outline)) {
    if (typeof value === 'number' && field !== 'cutaway') requirePositive(field, value);
  }
  for (const [field, value] of Object.entries(outline)) {
    if (typeof value === 'number' && !(value < MAXIMUM_LENGTH))
      throw new InvalidInput(field, value, 'longer than 1.5 m: check the unit');
  }
  if (outline.kind === 'teardrop') {
    requireBelow(outline, 'lowerBoutAt', outline.bodyLength, 'must lie before the tail');
    requireBelow(outline, 'neckWidth', outline.lowerBout, 'must be narrower than the bout');
  }
  if (outline.kind === 'waisted') {
    requireBelow(outline, 'upperBoutAt', outline.waistAt, 'must lie before the waist');
    requireBelow(outline, 'waistAt', outline.lowerBoutAt, 'must lie before the widest place of the lower bout');
    requireBelow(outline, 'lowerBoutAt', outline.bodyLength, 'must lie before the tail');
    requireBelow(outline, 'waist', Math.min(outline.upperBout, outline.lowerBout), 'must be narrower than both bouts');
    if (!(outline.cutaway >= 0)) throw new InvalidInput('cutaway', outline.cutaway, 'must be zero or more');
    if (outline.cutaway > 0) requireBelow(outline, 'cutaway', outline.waistAt * 0.9, 'must end before the waist');
  }
}

const MAXIMUM_LENGTH = 1.5;

function requireBelow<T extends ParametricOutline>(
  outline: T,
  field: keyof T & string,
  limit: number,
  reason: string,
): void {
  const value = outline[field] as number;
  if (!(value < limit)) throw new InvalidInput(field, value, reason);
}

function waistedHalf(o: WaistedOutline): Point[] {
  const upper: Point = [o.upperBoutAt, o.upperBout / 2];
  const waist: Point = [o.waistAt, o.waist / 2];
  const lower: Point = [o.lowerBoutAt, o.lowerBout / 2];
  const neck: Point = [0, (o.upperBout / 2) * NECK_FLAT_SHARE];
  const tail: Point = [o.bodyLength, 0];
  const waistCurvature = (2 * (o.lowerBout + o.upperBout - 2 * o.waist)) / (o.lowerBoutAt - o.upperBoutAt) ** 2;
  return [
    ...endCurve(upper, neck).reverse(),
    ...flank(upper, -endCurvature(upper, neck), waist, waistCurvature).slice(1),
    ...flank(waist, waistCurvature, lower, -endCurvature(lower, tail)).slice(1),
    ...endCurve(lower, tail).slice(1),
  ];
}

function teardropHalf(o: TeardropOutline): Point[] {
  const neck: Point = [0, o.neckWidth / 2];
  const bout: Point = [o.lowerBoutAt, o.lowerBout / 2];
  const tail: Point = [o.bodyLength, 0];
  const rise = bout[1] - neck[1];
  const shoulder = cubic(neck, [bout[0] * 0.3, neck[1] + rise * 0.16], [bout[0] * 0.52, bout[1]], bout);
  return [...shoulder, ...endCurve(bout, tail).slice(1)];
}

/** Quarter from the widest place of a bout, tangent to the centre line, round to an end that it meets square. */
function endCurve(bout: Point, end: Point): Point[] {
  return cubic(bout, endHandle(bout, end), [end[0], end[1] + (bout[1] - end[1]) * END_FULLNESS.crosswise], end);
}

function endHandle(bout: Point, end: Point): Point {
  return [bout[0] + (end[0] - bout[0]) * END_FULLNESS.lengthwise, bout[1]];
}

/** Curvature of `endCurve` at the bout: (2/3) h / a^2 for handle length a and drop h to the second handle. */
function endCurvature(bout: Point, end: Point): number {
  const handle = (end[0] - bout[0]) * END_FULLNESS.lengthwise;
  const drop = (bout[1] - end[1]) * (1 - END_FULLNESS.crosswise);
  return (2 * drop) / (3 * handle * handle);
}

/** Quintic from one flat place to the next with given second derivatives, so that curvature runs on without a jump. */
function flank(from: Point, secondFrom: number, to: Point, secondTo: number): Point[] {
  const span = to[0] - from[0];
  const rise = to[1] - from[1];
  const a = (secondFrom * span * span) / 2;
  const b = (secondTo * span * span) / 2;
  return Array.from({ length: STEPS_PER_CURVE + 1 }, (_, i): Point => {
    const t = i / STEPS_PER_CURVE;
    const y =
      a * t ** 2 +
      (10 * rise - 3 * a + b) * t ** 3 +
      (-15 * rise + 3 * a - 2 * b) * t ** 4 +
      (6 * rise - a + b) * t ** 5;
    return [from[0] + t * span, from[1] + y];
  });
}

function cubic(p0: Point, p1: Point, p2: Point, p3: Point): Point[] {
  return Array.from({ length: STEPS_PER_CURVE + 1 }, (_, i): Point => {
    const t = i / STEPS_PER_CURVE;
    const u = 1 - t;
    const at = (k: 0 | 1) => u ** 3 * p0[k] + 3 * u * u * t * p1[k] + 3 * u * t * t * p2[k] + t ** 3 * p3[k];
    return [at(0), at(1)];
  });
}

/**
 * The treble half with a rounded bite behind the neck: from the neck flat, in along the cut, out to a horn, on to the
 * waist.
 */
function cutBack(half: readonly Point[], o: WaistedOutline): Point[] {
  const neck = half[0];
  const hornX = Math.min(o.cutaway * 0.45, o.upperBoutAt);
  const startOfKept = half.find(([x]) => x >= Math.max(o.upperBoutAt, o.cutaway * 0.8)) ?? half[half.length - 1];
  const deep: Point = [o.cutaway, neck[1] + (startOfKept[1] - neck[1]) * 0.3];
  const horn: Point = [hornX, startOfKept[1] * 0.86];
  const bite = [
    ...cubic(neck, [o.cutaway * 0.55, neck[1]], [o.cutaway, deep[1] - (deep[1] - neck[1]) * 0.6], deep),
    ...cubic(
      deep,
      [o.cutaway, deep[1] + (horn[1] - deep[1]) * 0.5],
      [hornX + o.cutaway * 0.2, horn[1] - 0.012],
      horn,
    ).slice(1),
    ...cubic(
      horn,
      [hornX - o.cutaway * 0.12, horn[1] + 0.008],
      [hornX + (startOfKept[0] - hornX) * 0.3, startOfKept[1]],
      startOfKept,
    ).slice(1),
  ];
  return [...bite, ...half.slice(half.indexOf(startOfKept) + 1)];
}

function mirrored(half: readonly Point[]): Point[] {
  return joined(half, half);
}

/** Bass half forward (+y), treble half back (-y), dropping what lies twice on the centre line. */
function joined(bass: readonly Point[], treble: readonly Point[]): Point[] {
  const back = [...treble].reverse().map(([x, y]): Point => [x, -y]);
  const onCentre = back.length > 0 && Math.abs(back[0][1]) < 1e-12;
  return [...bass, ...(onCentre ? back.slice(1) : back)];
}
