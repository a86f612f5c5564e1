/**
 * The next shaving: a few strokes that bring the top nearest to its goals under its limits, each with what it is likely
 * to do; or none. SI.
 */
import type { Estimate } from '../base';
import { kindOf, NO_CORRECTION, type Hand, type ForecastCorrection } from '../ledger';
import { sizeUpTop, type TopPlan } from '../top';
import { goalLines, type GoalLine, type VoicingGoal } from './goal';
import { distinctLines, ringLine, type Reach } from './open-wishes';
import { goalStanding, type GoalStanding, type Standing } from './current-estimate';
import { applyShavings, type Shaving } from './shaving';
import { candidateStrokes, woodLeft, type Stroke } from './strokes';
import { effectOf, type QuantityKey, type VoicingModel } from './voicing-model';
import { withFactors } from './wood-factors';

/** Shop air and the next bench's rests move figures that nobody touched by so much [log]. */
const DRIFT: Record<string, number> = { mode: 0.002, flex: 0.008, mass: 0.002, ring: 0.05 };

export interface SafetyMargin {
  /** What it bears over what is asked (1), and what nine of ten such tops bear. */
  reserve: number;
  low: number;
  /** Of the bridge [rad], or how far it sinks [m]. */
  movement: number;
}

export interface ShavingCandidate {
  shavings: Shaving[];
  /** All quantities when it is done. */
  forecast: Partial<Record<QuantityKey, Estimate>>;
  /** How each goal stands then; in the order of the goal's lines, null where it is not known. */
  goals: (GoalStanding | null)[];
  /** Share of what is amiss that it mends (0..1). */
  improvement: number;
  /** Line that it does most for, and those it takes further off; indices into the goal's lines. */
  mainGoal: number;
  sideEffects: number[];
  /** Wood that comes off [kg]. */
  removed: number;
  margin: SafetyMargin;
  /** Near a lap or the bridge. */
  last: boolean;
}

export interface GoalReach {
  /**
   * Change that all the wood left could bring toward the goal, about [log]; whether that is enough; rounds like the
   * first choice.
   */
  most: number;
  enough: boolean;
  rounds: number | null;
}

export interface Proposal {
  lines: GoalLine[];
  now: (GoalStanding | null)[];
  /** Square sum of what is amiss, each goal by its tolerance (1). */
  objective: number;
  marginNow: SafetyMargin;
  /** Simplest first, at most three. */
  candidates: ShavingCandidate[];
  /** Strokes that would have served but leave too little for the strings. */
  refusedForMargin: number;
  /** Parallel to the lines; null where a goal is met or has no figure of its own. */
  reach: (GoalReach | null)[];
}

export interface SuggestInput {
  model: VoicingModel;
  standing: Standing;
  goal: VoicingGoal;
  learned: ForecastCorrection;
  /** Least thickness of the plate as measured [m]. */
  thinnest: number;
  /** It rings as long as it will: no more comes off for the ring's sake. */
  ringOver?: boolean;
  meshSize?: number;
}

/** Shorter work is no stroke [m]; a goal is come near to from the safe side (1). */
const LEAST_DEPTH = 3e-5;
const SHY = 0.9;
/** Less of what is amiss is not worth a stroke (1). */
const WORTH = 0.04;
const SHOWN = 3;
/** Each further stroke must mend so much more than the one before. */
const WORTH_MORE = 1.1;
const MOST_STROKES = 4;
const FIRSTS = 2;
/** Margins are looked at for so many of the best only. */
const LOOKED_AT = 6;
const HARM = 0.25;
/** Share of the same strokes over which two candidates are one (1). */
const ALIKE = 0.7;

interface Move {
  strokes: { stroke: Stroke; depth: number }[];
  objective: number;
}

export function suggestShavings(input: SuggestInput): Proposal {
  const { model, standing, goal, learned, thinnest } = input;
  const allowed = candidateStrokes(model.top, goal, thinnest);
  const lines = linesNow(input, allowed);
  const now = lines.map((line) => goalStanding(line, standing));
  const misses = now.map((one) => one?.miss ?? null);
  const objective = objectiveOf(lines, misses);
  const strokes = allowed.map((stroke) => ({
    stroke,
    effects: lines.map(({ terms }) =>
      terms.reduce(
        (sum, { key, share }) =>
          sum + share * handOn(learned, key, stroke.places[0]).gain * effectOn(model, key, stroke),
        0,
      ),
    ),
  }));
  const singles = strokes
    .flatMap((one) => bestDepth(lines, misses, one) ?? [])
    .sort((a, b) => a.objective - b.objective);
  const sets = [strokes.filter(({ stroke }) => !stroke.last), strokes];
  const several = sets.flatMap((set) => {
    const firsts = singles.filter(({ strokes: [only] }) => set.some(({ stroke }) => stroke === only.stroke));
    return firsts.slice(0, FIRSTS).flatMap((first) => withMore(lines, misses, set, first));
  });
  const marginNow = safetyMarginOf(model, [], input.meshSize);
  const best = ranked([...singles, ...several], objective);
  const { candidates, refused } = pick(best, input, { lines, now, objective });
  const reach = lines.map((line, i) => reachOf(line, now[i], input, candidates));
  return { lines, now, objective, marginNow, candidates, refusedForMargin: refused, reach };
}

/**
 * How far all the wood that the limits leave could carry a goal, by the model's slopes now; and how many rounds like
 * the first choice it would take.
 */
function reachOf(
  line: GoalLine,
  now: GoalStanding | null,
  input: SuggestInput,
  candidates: readonly ShavingCandidate[],
): GoalReach | null {
  if (!now || now.state === 'met' || line.of === 'ring' || line.of === 'distinct') return null;
  const { model, goal, learned, thinnest } = input;
  const toward = -Math.sign(now.miss);
  const most = woodLeft(model.top, goal, thinnest).reduce((sum, { places, depth }) => {
    const effect = line.terms.reduce(
      (all, { key, share }) => all + share * handOn(learned, key, places[0]).gain * effectOn(model, key, { places }),
      0,
    );
    return sum + Math.max(0, toward * depth * effect);
  }, 0);
  const [first] = candidates;
  const after = first?.goals.find((one) => one?.line === line);
  const perRound = after ? Math.abs(now.miss) - Math.abs(after.miss) : 0;
  return {
    most,
    enough: most >= SLOPES_ERR * Math.abs(now.miss),
    rounds: perRound > 0 ? Math.ceil(Math.abs(now.miss) / perRound) : null,
  };
}

/** Slopes understate what deep planing does: a goal is called out of reach only with so much to spare (1). */
const SLOPES_ERR = 0.6;

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

function objectiveOf(lines: readonly GoalLine[], misses: readonly (number | null)[]): number {
  return lines.reduce((sum, { kind, tolerance }, i) => {
    const miss = misses[i] ?? 0;
    const off = kind === 'at-most' ? Math.max(0, miss) : miss;
    return sum + (off / tolerance) ** 2;
  }, 0);
}

const effectOn = (model: VoicingModel, key: QuantityKey, { places }: Pick<Stroke, 'places'>) => {
  const quantity = model.quantities.find((one) => one.key === key);
  return quantity ? effectOf(quantity, model, places) : 0;
};

interface Tried {
  stroke: Stroke;
  /** Of each line [log/m]. */
  effects: number[];
}

const moved = (misses: readonly (number | null)[], effects: readonly number[], depth: number) =>
  misses.map((miss, i) => (miss === null ? null : miss + depth * effects[i]));

/** Least squares over the depth alone; a wish for "at most" counts only while it is over. */
function bestDepth(
  lines: readonly GoalLine[],
  misses: readonly (number | null)[],
  { stroke, effects }: Tried,
): Move | null {
  const active = lines.map(({ kind }, i) => misses[i] !== null && (kind === 'at' || misses[i] > 0));
  let [down, square] = [0, 0];
  lines.forEach(({ tolerance }, i) => {
    if (!active[i]) return;
    down -= (misses[i]! * effects[i]) / tolerance ** 2;
    square += (effects[i] / tolerance) ** 2;
  });
  const depth = square === 0 ? 0 : Math.min(stroke.most, (SHY * down) / square);
  if (!(depth >= LEAST_DEPTH)) return null;
  return { strokes: [{ stroke, depth }], objective: objectiveOf(lines, moved(misses, effects, depth)) };
}

/** The best stroke after those there are, one more each time; places are worked once. */
function withMore(
  lines: readonly GoalLine[],
  misses: readonly (number | null)[],
  strokes: readonly Tried[],
  first: Move,
): Move[] {
  const found: Move[] = [];
  let move = first;
  let left = misses;
  while (move.strokes.length < MOST_STROKES) {
    const done = move.strokes[move.strokes.length - 1];
    left = moved(left, strokes.find(({ stroke }) => stroke === done.stroke)!.effects, done.depth);
    const seconds = strokes
      .filter(({ stroke }) => !move.strokes.some((one) => overlap(one.stroke, stroke)))
      .flatMap((one) => bestDepth(lines, left, one) ?? []);
    const best = seconds.sort((a, b) => a.objective - b.objective)[0];
    if (!best) break;
    move = { strokes: [...move.strokes, ...best.strokes], objective: best.objective };
    found.push(move);
  }
  return found;
}

function overlap(a: Stroke, b: Stroke): boolean {
  return a.places.some((p) =>
    b.places.some((q) =>
      p.kind === 'brace' && q.kind === 'brace'
        ? p.id === q.id && p.from < q.to && q.from < p.to
        : p.kind === 'plate' && q.kind === 'plate' && p.part === q.part,
    ),
  );
}

/**
 * Simplest first: more strokes lead only if they mend a good deal more; what lies near laps and bridge comes after all
 * else.
 */
function ranked(moves: readonly Move[], objective: number): Move[] {
  const worth = (move: Move) => (objective - move.objective) / objective;
  const all = moves.filter((move) => worth(move) >= WORTH);
  const nearLast = (move: Move) => move.strokes.some(({ stroke }) => stroke.last);
  const score = (move: Move) => worth(move) / WORTH_MORE ** (move.strokes.length - 1) - (nearLast(move) ? 1 : 0);
  return all.sort((a, b) => score(b) - score(a));
}

const shavingsOf = (move: Move): Shaving[] =>
  move.strokes.flatMap(({ stroke, depth }) => stroke.places.map((place) => ({ place, depth })));

function pick(moves: readonly Move[], input: SuggestInput, before: Pick<Proposal, 'lines' | 'now' | 'objective'>) {
  const { goal, model } = input;
  const candidates: ShavingCandidate[] = [];
  let refused = 0;
  const looked: Move[] = [];
  for (const move of moves) {
    if (candidates.length === SHOWN || looked.length === LOOKED_AT) break;
    if (looked.some((other) => muchAlike(other, move))) continue;
    looked.push(move);
    const shavings = shavingsOf(move);
    const margin = safetyMarginOf(model, shavings, input.meshSize);
    const turns = model.top.bridge && model.top.plan.bridge.kind !== 'floating';
    if (margin.low < goal.reserve || (turns && goal.turn !== null && margin.movement > goal.turn)) refused++;
    else candidates.push(candidateOf({ shavings, move, margin }, input, before));
  }
  return { candidates, refused };
}

/** Most of the same places: no other choice. */
function muchAlike(a: Move, b: Move): boolean {
  const shared = b.strokes.filter(({ stroke }) => a.strokes.some((one) => one.stroke === stroke)).length;
  return shared / Math.max(a.strokes.length, b.strokes.length) > ALIKE;
}

function candidateOf(
  { shavings, move, margin }: { shavings: Shaving[]; move: Move; margin: SafetyMargin },
  { model, standing, learned }: SuggestInput,
  { lines, now, objective }: Pick<Proposal, 'lines' | 'now' | 'objective'>,
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
    improvement: (objective - move.objective) / objective,
    mainGoal: better.indexOf(Math.max(...better)),
    sideEffects: better.flatMap((by, i) => (by < -HARM ? [i] : [])),
    removed: mass.value - (forecast.mass?.value ?? mass.value),
    last: move.strokes.some(({ stroke }) => stroke.last),
  };
}

/** The model's word stands where no hand moves a quantity: weight and ring. */
function handOn(learned: ForecastCorrection, key: QuantityKey, place: Shaving['place']): Hand {
  const kind = kindOf(key);
  return kind === null ? MODEL_ALONE : learned[place.kind === 'brace' ? 'brace' : 'plate'][kind];
}

const MODEL_ALONE: Hand = { gain: 1, spread: NO_CORRECTION.brace.bend.spread };

/** Each quantity after shavings of any kind, from where it stands now. */
export function forecastChange(
  model: VoicingModel,
  standing: Standing,
  shavings: readonly Shaving[],
  learned: ForecastCorrection,
): Partial<Record<QuantityKey, Estimate>> {
  const after = model.quantities.flatMap((quantity): [QuantityKey, Estimate][] => {
    const now = standing[quantity.key];
    if (!now) return [];
    let [change, doubt] = [0, 0];
    for (const { place, depth } of shavings) {
      const { gain, spread } = handOn(learned, quantity.key, place);
      const own = gain * depth * effectOf(quantity, model, [place]);
      change += own;
      doubt += spread * own;
    }
    const value = now.value * Math.exp(change);
    const sd = value * Math.hypot(now.sd / now.value, doubt, DRIFT[quantity.key.split(':')[0]]);
    return [[quantity.key, { value, sd }]];
  });
  return Object.fromEntries(after);
}

/** A back carries no strings: nothing limits it but the least thickness. */
const UNSTRUNG: SafetyMargin = { reserve: Infinity, low: Infinity, movement: 0 };

/**
 * What the top bears and how far its bridge moves, glued and strung, after shavings. On the mesh of the whole top's
 * page where none is asked for: peaks of stress differ by a tenth from mesh to mesh, and both places shall say the
 * same.
 */
export function safetyMarginOf(
  { top, factors }: Pick<VoicingModel, 'top' | 'factors'>,
  shavings: readonly Shaving[],
  meshSize?: number,
): SafetyMargin {
  if (!top.bridge) return UNSTRUNG;
  const strung: TopPlan = withFactors({ ...applyShavings(top, shavings), bridge: true }, factors);
  const { reserve, movement } = sizeUpTop(strung, {
    hold: 'glued',
    modeCount: 0,
    meshSize,
  });
  return { reserve: reserve?.factor ?? Infinity, low: reserve?.low ?? Infinity, movement: movement ?? 0 };
}
