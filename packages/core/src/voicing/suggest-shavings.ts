/**
 * The next shaving: one place or a mirrored pair that brings the top nearer to its goals under its limits, two pairs, or
 * a whole order of steps; each with what it is likely to do; or none, and why. SI.
 */
import { goalStanding, type GoalStanding } from './current-estimate';
import { forecastChange, handOn, safetyMarginOf, type SafetyMargin } from './forecast-change';
import { goalLines, type GoalLine } from './goal';
import { roundsLeft } from './rounds-left';
import {
  bestDepth,
  inSteps,
  muchAlike,
  objectiveOf,
  placesOf,
  ranked,
  WORTH,
  worthOf,
  withSecond,
  type Misses,
  type Move,
  type Tried,
} from './moves';
import { distinctLines, ringLine, type Reach } from './open-wishes';
import type { FullerPlan, PlannedStep, Proposal, ShavingCandidate, SuggestInput } from './proposal';
import type { Shaving } from './shaving';
import { candidateStrokes, type Stroke } from './strokes';
import { effectOf, type QuantityKey, type VoicingModel } from './voicing-model';

/** A place and its mirror image; two of them. */
const ONE_PAIR = 2;
const TWO_PAIRS = 4;
/** Two pairs must mend so much more than one to be a choice (1). */
const WORTH_MORE = 1.15;
const FIRSTS = 3;
/** Margins are looked at for so many of each kind only. */
const LOOKED_AT = 4;
const MOST_STEPS = 6;
/** Rounds in which a place may be worked again, about. */
const SOME_ROUNDS = 2;
const HARM = 0.25;

export function suggestShavings(input: SuggestInput): Proposal {
  const before = lookedAt(input);
  const { lines, now, misses, objective, tried, allowed } = before;
  const { candidates, refused } = choices(allowed, input, before);
  return {
    lines,
    now,
    objective,
    marginNow: safetyMarginOf(input.model, [], input.meshSize),
    candidates,
    refusedForMargin: refused,
    heldBack: tried.some((one) => {
      const move = one.stroke.wish === 'never' ? bestDepth(lines, misses, one) : null;
      return move !== null && worthOf(move, objective) >= WORTH;
    }),
    noWood: tried.length === 0,
    rounds: lines.map((line, i) => roundsLeft({ line, now: now[i], first: candidates[0] ?? null }, input)),
  };
}

/** Where all stands, and every stroke that might be made with what it does for each goal. */
function lookedAt(input: SuggestInput): Before {
  const { model, standing, goal, learned, thinnest } = input;
  const possible = candidateStrokes(model.top, goal, thinnest);
  const lines = linesNow(input, possible);
  const now = lines.map((line) => goalStanding(line, standing));
  const misses = now.map((one) => one?.miss ?? null);
  const tried = possible.map((stroke): Tried => ({
    stroke,
    effects: lines.map(({ terms }) =>
      terms.reduce(
        (sum, { key, share }) =>
          sum + share * handOn(learned, key, stroke.places[0]).gain * effectOn(model, key, stroke),
        0,
      ),
    ),
  }));
  const allowed = tried.filter(({ stroke }) => stroke.wish !== 'never');
  const needed = needsLast(lines, misses, allowed);
  return { lines, now, misses, objective: objectiveOf(lines, misses), tried, allowed, needsLast: needed };
}

interface Before {
  lines: GoalLine[];
  now: (GoalStanding | null)[];
  misses: Misses;
  objective: number;
  tried: Tried[];
  /** Without those that are left alone. */
  allowed: Tried[];
  needsLast: boolean;
}

/** Is there a goal that some rounds on all that does not come last could not carry to its tolerance? */
function needsLast(lines: readonly GoalLine[], misses: Misses, strokes: readonly Tried[]): boolean {
  const early = strokes.filter(({ stroke }) => !stroke.last && stroke.wish !== 'last');
  return lines.some(({ tolerance }, i) => {
    const miss = misses[i];
    if (miss === null || Math.abs(miss) <= tolerance) return false;
    // Of strokes over the same wood the one that does most for it.
    const byPiece = new Map<string, number>();
    for (const { stroke, effects } of early) {
      const [first] = stroke.places;
      const piece = first.kind === 'brace' ? first.id : first.part;
      const toward = -Math.sign(miss) * effects[i] * stroke.most;
      byPiece.set(piece, Math.max(byPiece.get(piece) ?? 0, toward));
    }
    const most = SOME_ROUNDS * [...byPiece.values()].reduce((a, b) => a + b, 0);
    return most < Math.abs(miss) - tolerance;
  });
}

/** The simplest that serves, two pairs if they mend clearly more, and another place to choose from. */
function choices(
  strokes: readonly Tried[],
  input: SuggestInput,
  before: Before,
): { candidates: ShavingCandidate[]; refused: number } {
  const { lines, misses, objective } = before;
  const order = { before: objective, needsLast: before.needsLast };
  const singles = ranked(
    strokes.flatMap((one) => bestDepth(lines, misses, one) ?? []),
    order,
  );
  const simple = singles.filter((move) => placesOf(move) <= ONE_PAIR);
  const wider = ranked(
    [...singles, ...simple.slice(0, FIRSTS).flatMap((first) => withSecond(lines, misses, strokes, first))].filter(
      (move) => placesOf(move) > ONE_PAIR && placesOf(move) <= TWO_PAIRS,
    ),
    order,
  );
  const looked = new Map<Move, ShavingCandidate | null>();
  const look = (move: Move) => {
    if (!looked.has(move)) looked.set(move, withinMargin(move, input, before));
    return looked.get(move) ?? null;
  };
  const firstOf = (moves: readonly Move[]) => moves.slice(0, LOOKED_AT).find((move) => look(move) !== null);
  const first = firstOf(simple) ?? firstOf(wider);
  const second =
    first &&
    firstOf(
      wider.filter((move) => move !== first && worthOf(move, objective) > WORTH_MORE * worthOf(first, objective)),
    );
  const other = first && firstOf(simple.filter((move) => move !== first && !muchAlike(first, move)));
  return {
    candidates: [first, second, other].flatMap((move) => (move ? (look(move) ?? []) : [])),
    refused: [...looked.values()].filter((one) => one === null).length,
  };
}

/** Null where it leaves too little for the strings. */
function withinMargin(move: Move, input: SuggestInput, before: Before): ShavingCandidate | null {
  const shavings = shavingsOf(move);
  const margin = safetyMarginOf(input.model, shavings, input.meshSize);
  return isSafe(margin, input) ? candidateOf({ shavings, move, margin }, input, before) : null;
}

function isSafe(margin: SafetyMargin, { goal, model: { top } }: SuggestInput): boolean {
  const turns = top.bridge && top.plan.bridge.kind !== 'floating';
  return margin.low >= goal.reserve && !(turns && goal.turn !== null && margin.movement > goal.turn);
}

const shavingsOf = (move: Move): Shaving[] =>
  move.strokes.flatMap(({ stroke, depth }) => stroke.places.map((place) => ({ place, depth })));

function candidateOf(
  { shavings, move, margin }: { shavings: Shaving[]; move: Move; margin: SafetyMargin },
  { model, standing, learned }: SuggestInput,
  { lines, now, objective }: Before,
): ShavingCandidate {
  const forecast = forecastChange(model, standing, shavings, learned);
  const goals = lines.map((line) => goalStanding(line, forecast));
  const better = lines.map(
    ({ tolerance }, i) => (Math.abs(now[i]?.miss ?? 0) - Math.abs(goals[i]?.miss ?? 0)) / tolerance,
  );
  const mass = standing.mass ?? { value: 0, sd: 0 };
  return {
    shavings,
    forecast,
    goals,
    margin,
    improvement: worthOf(move, objective),
    mainGoal: better.indexOf(Math.max(...better)),
    sideEffects: better.flatMap((by, i) => (by < -HARM ? [i] : [])),
    removed: mass.value - (forecast.mass?.value ?? mass.value),
    last: move.strokes.some(({ stroke }) => stroke.last),
  };
}

/** More than a round at once: as many steps as leave enough for the strings; null where one step is all. */
export function fullerPlan(input: SuggestInput): FullerPlan | null {
  const { model, standing, learned, meshSize } = input;
  const before = lookedAt(input);
  const simple = before.allowed.filter(({ stroke }) => stroke.places.length <= ONE_PAIR);
  const moves = inSteps(before.lines, before.misses, simple, { most: MOST_STEPS, needsLast: before.needsLast });
  for (let count = moves.length; count > 1; count--) {
    const all = moves.slice(0, count).map(shavingsOf);
    const margin = safetyMarginOf(model, all.flat(), meshSize);
    if (!isSafe(margin, input)) continue;
    const steps = all.map((shavings, i): PlannedStep => {
      const forecast = forecastChange(model, standing, all.slice(0, i + 1).flat(), learned);
      return { shavings, forecast, goals: before.lines.map((line) => goalStanding(line, forecast)) };
    });
    return { steps, margin };
  }
  return null;
}

/** What has a figure, and what follows the top. */
function linesNow({ model, standing, goal, ringOver }: SuggestInput, strokes: readonly Stroke[]): GoalLine[] {
  const reach = (low: QuantityKey, high: QuantityKey): Reach => {
    const ways = strokes.map((stroke) => stroke.most * (effectOn(model, high, stroke) - effectOn(model, low, stroke)));
    return { parts: Math.max(0, ...ways), closes: Math.max(0, ...ways.map((way) => -way)) };
  };
  return [
    ...goalLines(goal),
    ...(goal.distinct ? distinctLines(standing, reach) : []),
    ...(goal.ring && !ringOver && standing.ring ? [ringLine(standing.ring.value)] : []),
  ];
}

const effectOn = (model: VoicingModel, key: QuantityKey, { places }: Pick<Stroke, 'places'>) => {
  const quantity = model.quantities.find((one) => one.key === key);
  return quantity ? effectOf(quantity, model, places) : 0;
};
