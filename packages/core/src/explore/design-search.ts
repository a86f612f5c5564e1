/**
 * Designs near the one that is drawn, as good as can be in two goals at once and within limits: searched among
 * thousands by quick figures, the best of each round solved exactly, quick figures put right by them, searched again.
 * SI.
 */
import { CENTS } from '../units';
import { InvalidInput, requireWithin } from '../base';
import { seededRandom } from '../simulate';
import {
  changedTop,
  examineTop,
  NO_CHANGE,
  summaryOf,
  type TopChange,
  type TopHold,
  type TopPlan,
  type TopSummary,
} from '../top';
import type { Batch, BatchSettings } from './batch';
import { evolve, crowdingDistance, paretoFront, type Candidate, type Range, type Score } from './evolve';
import { figuresLike, type Figures } from './figures';
import { QuickDesigns, type QuickVariable } from './quick-designs';
import { checkVariable, tallestOf, withAmount } from './variable';

export const GOALS = ['mass', 'note', 'movement', 'sink'] as const;
/** The least weight; the one-piece mode at a note; the strings move it least; it gives most under a weight. */
export type Goal = (typeof GOALS)[number];

export interface SearchSpec {
  kind: 'search';
  variables: readonly QuickVariable[];
  goals: readonly [Goal, Goal];
  /** Of the one-piece mode, if that is a goal [Hz]. */
  note: number | null;
  limits: {
    /** Allowed stress over stress, at least. */
    reserve: number;
    /** No brace of those varied lower or taller where it is tallest [m]. */
    lowest: number;
    tallest: number;
    /** The neck's block turns no further under the strings [rad]; nothing limits it where it is null or missing. */
    neck?: number | null;
  };
  seed: number;
}

export interface Design {
  /** One for each variable [m]. */
  amounts: readonly number[];
  change: TopChange;
  goals: readonly [number, number];
  figures: Figures;
  /** Keeps to the limits. */
  allowed: boolean;
  /** Limits that keep it from going on; not there in what was kept before they were told. */
  leans?: readonly Leaning[];
}

/**
 * Reserve and neck, or a variable, by its place, at the lowest or tallest that was allowed, or as far as a search goes
 * from what is drawn.
 */
export type Leaning =
  { on: 'reserve' | 'neck' } | { on: 'lowest' | 'tallest' | 'thinnest' | 'thickest' | 'reach'; variable: number };

export interface SearchResult {
  kind: 'search';
  kinds: TopSummary['modes'][number]['kind'][];
  /** Of `frequencies`: the one-piece mode. */
  onePiece: number;
  asDrawn: Design;
  /** Along the first goal; none where nothing keeps to the limits. */
  designs: Design[];
  /** All that were solved exactly. */
  tried: Design[];
}

/** Braces and plate are varied by so much at most, and limits may narrow it: shares of the tallest, and metres. */
const HEIGHT_REACH = 0.4;
const PLATE_REACH = 5e-4;
const ROUNDS = 2;
const EACH_ROUND = 6;
const POPULATION = { size: 40, generations: 25 };
const MOST_VARIABLES = 8;

export function checkSearch(spec: SearchSpec, top: TopPlan, hold: TopHold): void {
  const { variables, goals, note, limits } = spec;
  if (hold === 'free')
    throw new InvalidInput('hold', hold, 'holds nothing: strings and weights need a rim that is held');
  if (variables.length === 0 || variables.length > MOST_VARIABLES)
    throw new InvalidInput('variables', variables.length, `must be 1 to ${MOST_VARIABLES}`);
  variables.forEach((variable, i) => checkVariable(variable, top.plan, `variables[${i}]`));
  if (goals[0] === goals[1]) throw new InvalidInput('goals', goals[1], 'is the first goal again: choose another');
  if (goals.includes('note') && !(note !== null && note > 20 && note < 2000))
    throw new InvalidInput('note', note, 'must be between 20 and 2000 Hz');
  requireWithin('limits.reserve', limits.reserve, 0, 20);
  requireWithin('limits.lowest', limits.lowest, 1e-3, 0.05);
  requireWithin('limits.tallest', limits.tallest, 1e-3, 0.08);
  if (typeof limits.neck === 'number') requireWithin('limits.neck', limits.neck, 1e-5, 0.5);
  if (!(limits.tallest > limits.lowest))
    throw new InvalidInput('limits.tallest', limits.tallest, 'must be more than the lowest');
}

/** Tops that are asked for. */
export const searchSize = ({ variables }: SearchSpec) => variables.length + ROUNDS * EACH_ROUND;

function rangeOf(top: TopPlan, variable: QuickVariable, { lowest, tallest }: SearchSpec['limits']): Range {
  if (variable.of === 'plate') return [-PLATE_REACH, PLATE_REACH];
  const now = tallestOf(top.plan, variable.ids);
  const [least, most] = [Math.max(-HEIGHT_REACH * now, lowest - now), Math.min(HEIGHT_REACH * now, tallest - now)];
  return least < most ? [least, most] : [Math.min(most, least), Math.max(most, least)];
}

export function* designSearch(top: TopPlan, settings: BatchSettings, spec: SearchSpec): Batch<SearchResult> {
  const { variables } = spec;
  const ranges = variables.map((variable) => rangeOf(top, variable, spec.limits));
  const opened = examineTop(top, { ...settings, modeCount: 6 });
  const like = summaryOf(opened);
  const onePiece = onePieceOf(like);
  const changeOf = (amounts: readonly number[]) =>
    variables.reduce((change, variable, i) => withAmount(change, variable, amounts[i]), NO_CHANGE);
  const exact = (amounts: readonly number[], summary: TopSummary): Design => {
    const figures = figuresLike(like, summary);
    const score = scoreOf(spec, {
      ...figures,
      neckTurn: figures.neckTurn ?? null,
      onePiece: figures.frequencies[onePiece],
    });
    const allowed = score.breach === 0 && withinRanges(amounts, ranges);
    return {
      amounts,
      change: changeOf(amounts),
      goals: score.goals,
      figures,
      allowed,
      leans: leansOn(top, spec, ranges, { amounts, figures }),
    };
  };
  const asDrawn = exact(
    variables.map(() => 0),
    like,
  );
  const tried: Design[] = [asDrawn];
  // One variable at a time, to half of its way: how reserve and neck go with each.
  const slopes: Slopes[] = [];
  for (const [i, range] of ranges.entries()) {
    const amounts = variables.map((_, j) =>
      i === j ? (Math.abs(range[0]) > Math.abs(range[1]) ? range[0] : range[1]) / 2 : 0,
    );
    const answer = yield changedTop(top, changeOf(amounts))!;
    slopes.push(answer.kind === 'solved' ? slopesOf(asDrawn, exact(amounts, answer.summary), amounts[i]) : FLAT);
    if (answer.kind === 'solved') tried.push(exact(amounts, answer.summary));
  }
  const quick = new QuickDesigns(opened, variables, ranges);
  const random = seededRandom(spec.seed);
  for (let round = 0; round < ROUNDS; round++) {
    const forecast = forecaster({ quick, slopes, asDrawn, tried, ranges, onePiece });
    const front = evolve(ranges, (amounts) => scoreOf(spec, forecast(amounts)), POPULATION, random);
    const found = crowdingDistance(
      front.filter(({ amounts }) => !tried.some((design) => isNear(design.amounts, amounts, ranges))),
      EACH_ROUND,
    );
    for (let i = 0; i < EACH_ROUND; i++) {
      const wanted = found[i] ?? somewhere(ranges, random.uniform);
      const answer = yield changedTop(top, changeOf(wanted.amounts))!;
      if (answer.kind === 'solved') tried.push(exact(wanted.amounts, answer.summary));
    }
  }
  const kinds = like.modes.map(({ kind }) => kind);
  return { kind: 'search', kinds, onePiece, asDrawn, designs: bestOf(tried), tried };
}

const onePieceOf = ({ modes }: TopSummary) =>
  Math.max(
    0,
    modes.findIndex(({ kind }) => kind === 'monopole'),
  );

function bestOf(tried: readonly Design[]): Design[] {
  const scored = tried.map((design) => ({ ...design, breach: design.allowed ? 0 : 1 }));
  return apart(paretoFront(scored).map(({ breach: _, ...design }) => design));
}

const withinRanges = (amounts: readonly number[], ranges: readonly Range[]) =>
  ranges.every(([least, most], i) => amounts[i] >= least - 1e-9 && amounts[i] <= most + 1e-9);

/** Of the curve's span: designs nearer to each other than this are one to choose from. */
const ALIKE = 0.08;

function apart(designs: readonly Design[]): Design[] {
  const span = ([0, 1] as const).map(
    (g) => Math.max(...designs.map(({ goals }) => goals[g])) - Math.min(...designs.map(({ goals }) => goals[g])) || 1,
  );
  return designs.reduce<Design[]>((kept, design) => {
    const near = kept.some(
      ({ goals }) => Math.hypot((goals[0] - design.goals[0]) / span[0], (goals[1] - design.goals[1]) / span[1]) < ALIKE,
    );
    return near ? kept : [...kept, design];
  }, []);
}

/** Of each range: what lies nearer than this to a design that was solved is that design. */
const NEAR = 0.02;

const isNear = (a: readonly number[], b: readonly number[], ranges: readonly Range[]) =>
  ranges.every(([least, most], i) => Math.abs(a[i] - b[i]) < NEAR * (most - least));

const somewhere = (ranges: readonly Range[], uniform: () => number): Pick<Candidate, 'amounts'> => ({
  amounts: ranges.map(([least, most]) => least + uniform() * (most - least)),
});

interface Slopes {
  reserve: number;
  neckTurn: number;
}

const FLAT: Slopes = { reserve: 0, neckTurn: 0 };

function slopesOf(from: Design, to: Design, amount: number): Slopes {
  if (amount === 0) return FLAT;
  const slope = (key: keyof Slopes) => Math.log((to.figures[key] ?? 1) / (from.figures[key] ?? 1)) / amount;
  return { reserve: slope('reserve'), neckTurn: slope('neckTurn') };
}

/** So near to a limit is on it: shares of reserve and turn. */
const ON_LIMIT = 0.03;

/** Which limits a design leans on: with them eased it would go on. */
function leansOn(
  top: TopPlan,
  { variables, limits }: SearchSpec,
  ranges: readonly Range[],
  design: Pick<Design, 'amounts' | 'figures'>,
): Leaning[] {
  const { amounts, figures } = design;
  const leans: Leaning[] = [];
  if ((figures.reserve ?? Infinity) < limits.reserve * (1 + ON_LIMIT)) leans.push({ on: 'reserve' });
  if ((figures.neckTurn ?? 0) > (limits.neck ?? Infinity) * (1 - ON_LIMIT)) leans.push({ on: 'neck' });
  ranges.forEach(([least, most], variable) => {
    const near = NEAR * (most - least);
    const end = amounts[variable] - least < near ? 'least' : most - amounts[variable] < near ? 'most' : null;
    if (end && most > least) leans.push({ on: limitAt(top, variables[variable], limits, end), variable });
  });
  return leans;
}

function limitAt(
  top: TopPlan,
  variable: QuickVariable,
  { lowest, tallest }: SearchSpec['limits'],
  end: 'least' | 'most',
) {
  if (variable.of === 'plate') return end === 'least' ? 'thinnest' : 'thickest';
  const now = tallestOf(top.plan, variable.ids);
  const reach = HEIGHT_REACH * now;
  if (end === 'least') return lowest - now > -reach ? 'lowest' : 'reach';
  return tallest - now < reach ? 'tallest' : 'reach';
}

/** What goals and limits look at. */
interface Judged {
  onePiece: number | null;
  sink: number | null;
  movement: number | null;
  neckTurn: number | null;
  reserve: number | null;
  mass: number;
}

function scoreOf({ goals, note, limits }: SearchSpec, judged: Judged): Score {
  const { onePiece, sink, movement, neckTurn, reserve, mass } = judged;
  const values: Record<Goal, number> = {
    mass,
    note: note !== null && onePiece ? Math.abs(CENTS * Math.log(onePiece / note)) : Infinity,
    movement: Math.abs(movement ?? Infinity),
    sink: -(sink ?? 0),
  };
  return {
    goals: [values[goals[0]], values[goals[1]]],
    breach: tooFar(limits.reserve, reserve ?? Infinity) + tooFar(neckTurn ?? 0, limits.neck ?? Infinity),
  };
}

const tooFar = (wanted: number, is: number) => Math.max(0, Math.log(wanted / Math.max(1e-9, is)));

interface Known {
  quick: QuickDesigns;
  slopes: readonly Slopes[];
  asDrawn: Design;
  tried: readonly Design[];
  ranges: readonly Range[];
  onePiece: number;
}

/** Quick figures, each put right by how far they were off at the designs that were solved, the nearer the more. */
function forecaster({
  quick,
  slopes,
  asDrawn,
  tried,
  ranges,
  onePiece,
}: Known): (amounts: readonly number[]) => Judged {
  const plain = (amounts: readonly number[]): Judged => {
    const { modes, sink, movement, mass } = quick.figures(amounts);
    const by = (key: keyof Slopes) => Math.exp(amounts.reduce((sum, amount, i) => sum + slopes[i][key] * amount, 0));
    const reserve = (asDrawn.figures.reserve ?? 1) * by('reserve');
    const drawn = asDrawn.figures.neckTurn ?? null;
    const neckTurn = drawn === null ? null : drawn * by('neckTurn');
    return { onePiece: modes[onePiece]?.frequency ?? null, sink, movement, neckTurn, reserve, mass };
  };
  const keys = ['onePiece', 'sink', 'movement', 'reserve', 'neckTurn'] as const;
  const known = tried.map(({ amounts, figures }) => {
    const [said, is] = [plain(amounts), { ...figures, onePiece: figures.frequencies[onePiece] }];
    return { amounts, off: keys.map((key) => Math.log((is[key] ?? 1) / (said[key] ?? 1))) };
  });
  return (amounts) => {
    const said = plain(amounts);
    const weights = known.map(
      (one) =>
        1 /
        (1e-3 +
          one.amounts.reduce(
            (sum, amount, i) => sum + ((amount - amounts[i]) / (ranges[i][1] - ranges[i][0])) ** 2,
            0,
          )),
    );
    const whole = weights.reduce((sum, weight) => sum + weight, 0);
    const right = (k: number) =>
      Math.exp(
        known.reduce((sum, { off }, i) => sum + (weights[i] / whole) * (Number.isFinite(off[k]) ? off[k] : 0), 0),
      );
    const put = (key: (typeof keys)[number], k: number) => (said[key] === null ? null : said[key] * right(k));
    return {
      mass: said.mass,
      onePiece: put('onePiece', 0),
      sink: put('sink', 1),
      movement: put('movement', 2),
      reserve: put('reserve', 3),
      neckTurn: put('neckTurn', 4),
    };
  };
}
