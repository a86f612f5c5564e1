/** Strokes and how deep each is made to bring goals nearer: one at a time, two together, or a whole order of steps. */
import type { GoalLine } from './goal';
import { overlaps } from './shaving';
import type { Stroke } from './strokes';

/** How far each goal is off [log], in the order of the lines; null where it is not known. */
export type Misses = readonly (number | null)[];

export interface Tried {
  stroke: Stroke;
  /** Of each line [log/m]. */
  effects: number[];
}

export interface Move {
  strokes: { stroke: Stroke; depth: number }[];
  /** What is off when it is done, as `objectiveOf` (1). */
  objective: number;
}

/** Under two light strokes nobody takes up the plane [m]. */
const LEAST_DEPTH = 1e-4;
/** The plate is thinner work. */
const LEAST_OF_PLATE = 4e-5;
/** Further off than so many tolerances a round comes halfway at most; nearer, it comes as near as is safe (1). */
const FAR = 2;
const HALFWAY = 0.5;
const SHY = 0.9;
/** Less of what is off is not worth a stroke (1). */
export const WORTH = 0.04;
/** A place that comes later in the order of work must mend so much more; what is wished for weighs besides (1). */
const LATER = 1.12;
const BY_WISH = { first: 2, free: 1, last: 1, never: 0 } as const;
/** What comes last, by the maker's wish or near a lap or the bridge, weighs so much while other wood could do (1). */
const LAST = 0.2;
const LAST_NEEDED = 0.75;

/** Square sum of what is off, each goal by its tolerance; a wish for "at most" counts only while it is over (1). */
export function objectiveOf(lines: readonly GoalLine[], misses: Misses): number {
  return lines.reduce((sum, { kind, tolerance }, i) => {
    const miss = misses[i] ?? 0;
    const off = kind === 'at-most' ? Math.max(0, miss) : miss;
    return sum + (off / tolerance) ** 2;
  }, 0);
}

const moved = (misses: Misses, effects: readonly number[], depth: number): (number | null)[] =>
  misses.map((miss, i) => (miss === null ? null : miss + depth * effects[i]));

/** How much of the way to a goal one round goes (1). */
export const wayOfRound = (miss: number, tolerance: number): number =>
  Math.abs(miss) > FAR * tolerance ? HALFWAY : SHY;

/** Least squares over the depth alone, from the safe side. */
export function bestDepth(lines: readonly GoalLine[], misses: Misses, { stroke, effects }: Tried): Move | null {
  let [down, square, way] = [0, 0, SHY];
  lines.forEach(({ kind, tolerance }, i) => {
    const miss = misses[i];
    if (miss === null || (kind === 'at-most' && miss <= 0)) return;
    down -= (miss * effects[i]) / tolerance ** 2;
    square += (effects[i] / tolerance) ** 2;
    if (miss * effects[i] < 0) way = Math.min(way, wayOfRound(miss, tolerance));
  });
  const depth = square === 0 ? 0 : Math.min(stroke.most, (way * down) / square);
  if (!(depth >= leastOf(stroke))) return null;
  return { strokes: [{ stroke, depth }], objective: objectiveOf(lines, moved(misses, effects, depth)) };
}

const leastOf = ({ places }: Stroke) => (places[0].kind === 'plate' ? LEAST_OF_PLATE : LEAST_DEPTH);

/** The best of all second strokes beside a first; places are worked once. */
export function withSecond(
  lines: readonly GoalLine[],
  misses: Misses,
  strokes: readonly Tried[],
  { strokes: [first] }: Move,
): Move[] {
  const left = moved(misses, strokes.find(({ stroke }) => stroke === first.stroke)!.effects, first.depth);
  const seconds = strokes
    .filter(({ stroke }) => !overlap(first.stroke, stroke))
    .flatMap((one) => bestDepth(lines, left, one) ?? [])
    .map((move) => ({ strokes: [first, ...move.strokes], objective: move.objective }));
  return seconds.length === 0 ? [] : [seconds.reduce((a, b) => (b.objective < a.objective ? b : a))];
}

/** Steps of a round each, one after the other, with a look in between; each the best then. */
export function inSteps(
  lines: readonly GoalLine[],
  misses: Misses,
  strokes: readonly Tried[],
  { most, needsLast }: { most: number; needsLast: boolean },
): Move[] {
  const first = objectiveOf(lines, misses);
  const steps: Move[] = [];
  let left = misses;
  while (steps.length < most) {
    const now = objectiveOf(lines, left);
    const done = steps.flatMap((step) => step.strokes);
    const open = strokes.filter(({ stroke }) => !done.some((one) => overlap(one.stroke, stroke)));
    const moves = open.flatMap((one) => bestDepth(lines, left, one) ?? []);
    const [best] = ranked(moves, { before: now, needsLast });
    if (!best || now - best.objective < WORTH * first) break;
    const [{ stroke, depth }] = best.strokes;
    left = moved(left, strokes.find((one) => one.stroke === stroke)!.effects, depth);
    steps.push(best);
  }
  return steps;
}

const overlap = (a: Stroke, b: Stroke): boolean => a.places.some((p) => b.places.some((q) => overlaps(p, q)));

/** Share of what is off that a move mends (0..1). */
export const worthOf = ({ objective }: Move, before: number): number => (before - objective) / before;

interface Order {
  /** What is off now, as `objectiveOf` (1). */
  before: number;
  /** Wood that does not come last is too little for a goal: what does is needed. */
  needsLast: boolean;
}

/** Best first, in the maker's order of work. */
export function ranked(moves: readonly Move[], { before, needsLast }: Order): Move[] {
  const late = needsLast ? LAST_NEEDED : LAST;
  const weightOf = (stroke: Stroke) =>
    (BY_WISH[stroke.wish] * (stroke.wish === 'last' || stroke.last ? late : 1)) / LATER ** stroke.lateness;
  const score = (move: Move) => worthOf(move, before) * Math.min(...move.strokes.map(({ stroke }) => weightOf(stroke)));
  const worth = moves.filter(
    (move) => worthOf(move, before) >= WORTH && move.strokes.every(({ stroke }) => stroke.wish !== 'never'),
  );
  return worth.sort((a, b) => score(b) - score(a));
}

export const placesOf = ({ strokes }: Move): number =>
  strokes.reduce((sum, { stroke }) => sum + stroke.places.length, 0);

/** Share of the same strokes over which two are one choice (1). */
const SAME = 0.4;

/** Most of the same places: no other choice. */
export function muchAlike(a: Move, b: Move): boolean {
  const shared = b.strokes.filter(({ stroke }) => a.strokes.some((one) => overlap(one.stroke, stroke))).length;
  return shared / Math.max(a.strokes.length, b.strokes.length) > SAME;
}
