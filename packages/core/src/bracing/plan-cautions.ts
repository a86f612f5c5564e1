/** What is wrong or risky in a plan, place by place, before any wood is cut. */
import { distanceToLine, isWood, nearestOn, pointAlong, type PlateShape, type Point, type Segment } from '../outline';
import { formatPlanLength, formatThickness, inWords, type UnitChoice } from '../units';
import {
  crossingsOf,
  heightAt,
  lapCuts,
  lapOf,
  type Brace,
  type BracingPlan,
  type Crossing,
  type Lap,
  type Patch,
} from './bracing-plan';
import { CAUTION_CODES, type CautionCode, type CautionGround, type PlanCaution } from './caution';
import { practiceCautions } from './practice';

/** The most telling first. */
export function planCautions(plan: BracingPlan, ground: CautionGround): PlanCaution[] {
  if (plan.braces.length === 0) return [];
  const crossings = crossingsOf(plan.braces);
  const found = [
    ...plan.braces.flatMap((brace) => placeCautions(brace, plan, ground)),
    ...crossings.flatMap((crossing) => lapCautions(crossing, lapOf(plan, crossing.a.id, crossing.b.id), ground.units)),
    ...plan.braces.flatMap((brace) => crowdedNotches(brace, crossings, ground.units)),
    ...(ground.construction === 'carved' ? [] : openRegion(plan, ground)),
    ...(plan.rodThroughHole ? rodCautions(plan, ground) : []),
    ...practiceCautions(plan, ground),
  ];
  return found.sort((a, b) => CAUTION_CODES.indexOf(a.code) - CAUTION_CODES.indexOf(b.code));
}

/** How near the rim counts as on the linings, and what an end in the open may stand [m]. */
const NEAR_RIM = 0.014;
const THIN_END = 3e-3;
const SAMPLES = 40;

function placeCautions(brace: Brace, plan: BracingPlan, { shape, units }: CautionGround): PlanCaution[] {
  const cautions: PlanCaution[] = [];
  const about = (code: CautionCode, message: string, at: Point) =>
    cautions.push({ code, message, braces: [brace.id], at });
  const ends = [brace.from, brace.to] as const;
  const off = ends.find(([x, y]) => !isWood(shape, x, y));
  if (off) about('end-off-plate', `${capital(brace.name)} ends over nothing: bring its end onto the plate.`, off);
  const gap = Array.from({ length: SAMPLES - 1 }, (_, i) => pointAlong(brace, (i + 1) / SAMPLES)).find(
    ([x, y]) => !isWood(shape, x, y),
  );
  if (gap && !off) about('over-hole', `${capital(brace.name)} passes over a hole or off the plate.`, gap);
  ends.forEach((end, i) => {
    const height = brace.heights[i === 0 ? 0 : brace.heights.length - 1];
    if (end === off || height <= THIN_END || isHeld(end, brace, plan, shape)) return;
    about(
      'end-in-open',
      `${capital(brace.name)} stops in the open ${inWords(formatThickness(height, units))} tall: taper that end to under ${inWords(formatThickness(THIN_END, units))}, or take it to the rim. A tall end is where a top cracks.`,
      end,
    );
  });
  const tallest = Math.max(...brace.heights);
  if (tallest > 4 * brace.width)
    about(
      'too-tall',
      `${capital(brace.name)} is over four times as tall as wide: it may lean under the clamp or split.`,
      pointAlong(brace, 0.5),
    );
  return cautions;
}

/** By the rim, or by another piece that it butts against or lies on. */
function isHeld(end: Point, brace: Brace, plan: BracingPlan, shape: PlateShape): boolean {
  if (distanceToLine(shape.outline, ...end) < NEAR_RIM) return true;
  const byBrace = plan.braces.some(
    (other) => other.id !== brace.id && nearestOn(other, end).distance < (other.width + brace.width) / 2 + 1e-3,
  );
  return byBrace || plan.patches.some((patch) => liesOn(patch, end));
}

function liesOn({ x, y, length, width, role }: Patch, [px, py]: Point): boolean {
  if (role === 'hole-ring') return Math.hypot(px - x, py - y) < length / 2;
  return Math.abs(px - x) < length / 2 && Math.abs(py - y) < width / 2;
}

const LEAST_LEFT = 1e-3;

function lapCautions(crossing: Crossing, lap: Lap | null, units: UnitChoice): PlanCaution[] {
  const { a, b, point } = crossing;
  const braces = [a.id, b.id];
  if (!lap)
    return [
      {
        code: 'notch-missing',
        message: `${capital(a.name)} and ${b.name} pass each other with no notch: cut a lap.`,
        braces,
        at: point,
      },
    ];
  const { fromAbove, fromBelow, lowerHeight, upperHeight } = lapCuts(lap, crossing);
  const [lower, upper] = lap.lower === a.id ? [a, b] : [b, a];
  if (fromAbove > lowerHeight - LEAST_LEFT)
    return [
      {
        code: 'notch-too-deep',
        message: `The notch is deeper than ${lower.name}, which is ${inWords(formatThickness(lowerHeight, units))} high at the crossing.`,
        braces,
        at: point,
      },
    ];
  if (fromBelow > upperHeight - LEAST_LEFT)
    return [
      {
        code: 'notch-too-deep',
        message: `${capital(upper.name)} is only ${inWords(formatThickness(upperHeight, units))} high at the crossing: it can’t pass over ${inWords(formatThickness(fromBelow, units))} of ${lower.name}. Cut the lower leg deeper.`,
        braces,
        at: point,
      },
    ];
  return [];
}

/** Between two notches, or a notch and the brace's end, wood must be left: this many widths of the brace. */
const WIDTHS_BETWEEN = 1.2;

function crowdedNotches(brace: Brace, crossings: readonly Crossing[], units: UnitChoice): PlanCaution[] {
  const cuts = crossings
    .filter(({ a, b }) => a.id === brace.id || b.id === brace.id)
    .map((crossing) => {
      const [along, other] = crossing.a.id === brace.id ? [crossing.alongA, crossing.b] : [crossing.alongB, crossing.a];
      return { along, half: other.width / Math.sin(crossing.angle) / 2, at: crossing.point, other };
    })
    .sort((p, q) => p.along - q.along);
  return cuts.slice(1).flatMap((cut, i): PlanCaution[] => {
    const before = cuts[i];
    const left = cut.along - cut.half - (before.along + before.half);
    if (left > WIDTHS_BETWEEN * brace.width) return [];
    const message = `Two notches in ${brace.name} leave ${inWords(formatThickness(Math.max(0, left), units))} between ${before.other.name} and ${cut.other.name}: it will break there.`;
    return [{ code: 'notches-close', message, braces: [brace.id], at: cut.at }];
  });
}

/** Radius of the widest circle without any support, over the width of the plate. */
const OPEN_SHARE = 0.155;
const GRID = 6e-3;

function openRegion(plan: BracingPlan, { shape, units }: CautionGround): PlanCaution[] {
  const { radius, at } = widestOpen(plan, shape);
  if (radius < OPEN_SHARE * shape.width) return [];
  const message = `Nothing supports a round place ${inWords(formatPlanLength(2 * radius, units))} across here: a wide open region is the first to crack and sinks between its braces. Put a finger brace or a patch into it.`;
  return [{ code: 'open-region', message, braces: [], at }];
}

/** The place farthest from any brace, patch or the rim, and how far that is [m]. */
export function widestOpen(
  plan: Pick<BracingPlan, 'braces' | 'patches'>,
  shape: PlateShape,
): { radius: number; at: Point } {
  const { xMin, xMax, yMin, yMax } = shape.bounds;
  let best = { radius: 0, at: [xMin, 0] as Point };
  for (let x = xMin + GRID / 2; x < xMax; x += GRID)
    for (let y = yMin + GRID / 2; y < yMax; y += GRID) {
      const radius = openAt([x, y], plan, shape, best.radius);
      if (radius > best.radius) best = { radius, at: [x, y] };
    }
  return best;
}

/** Stops looking once the place can't beat the best. */
function openAt(place: Point, plan: Pick<BracingPlan, 'braces' | 'patches'>, shape: PlateShape, best: number): number {
  let nearest = Infinity;
  for (const brace of plan.braces) {
    nearest = Math.min(nearest, nearestOn(brace, place).distance - brace.width / 2);
    if (nearest <= best) return 0;
  }
  if (plan.patches.some((patch) => liesOn(patch, place)) || !isWood(shape, ...place)) return 0;
  for (const line of [shape.outline, ...shape.holes]) nearest = Math.min(nearest, distanceToLine(line, ...place));
  return nearest;
}

/** Height of the rod's key over the plate, and half its way's width [m]. */
const KEY_HEIGHT = 9e-3;
const KEY_HALF_WIDTH = 7e-3;

function rodCautions({ braces }: BracingPlan, { shape, hole, units }: CautionGround): PlanCaution[] {
  if (!hole) return [];
  const way: Segment = { from: [shape.bounds.xMin, 0], to: [hole.x - hole.diameter / 2, 0] };
  return braces.flatMap((brace): PlanCaution[] => {
    const near = crossesWay(brace, way);
    if (!near || brace.accessHole || heightAt(brace, near.along) < KEY_HEIGHT) return [];
    const message = `${capital(brace.name)} stands in the way of the truss rod’s key: leave a hole through it, or keep it under ${inWords(formatThickness(KEY_HEIGHT, units))} on the centre line.`;
    return [{ code: 'rod-blocked', message, braces: [brace.id], at: near.point }];
  });
}

function crossesWay(brace: Brace, way: Segment): { along: number; point: Point } | null {
  for (let i = 0; i <= SAMPLES; i++) {
    const point = pointAlong(brace, i / SAMPLES);
    if (point[0] > way.from[0] && point[0] < way.to[0] && Math.abs(point[1]) < KEY_HALF_WIDTH)
      return { along: (brace.length * i) / SAMPLES, point };
  }
  return null;
}

const capital = (words: string) => words.charAt(0).toUpperCase() + words.slice(1);
