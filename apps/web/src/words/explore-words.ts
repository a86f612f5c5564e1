/** Explorations in the maker's words: what is varied, what is sought, what one design gives up against the others. */
import { formatThickness, type UnitChoice } from '@nimble/core/units';
import type { BatchSpec, Design, Goal, Group, Leaning, SearchResult, Variable } from '@nimble/core/explore';
import type { BracingPlan } from '@nimble/core/bracing';
import type { TopPart } from '@nimble/core/top';
import { degreeWords, lengthChange, massWords, movementWords, sinkWords } from './figure-words';

export const GROUP_WORDS: Record<Group, string> = {
  'x-leg': 'Legs of the X',
  'tone-bar': 'Tone bars',
  finger: 'Finger braces',
  'fan-bar': 'Fan bars',
  'closing-bar': 'Closing bars',
  'ladder-bar': 'Ladder bars',
  'lattice-bar': 'Lattice',
  'a-leg': 'Legs of the A',
  'long-bar': 'Long bars',
  transverse: 'Transverse braces',
  'hole-side': 'Beside the hole',
  free: 'Free braces',
  plate: 'The plate, all over',
  crossing: 'X towards the tail',
  opening: 'X opened',
};

export const TOP_PART_WORDS: Record<TopPart, string> = {
  upper: 'Above the lower bout',
  bass: 'Lower bout, bass side',
  treble: 'Lower bout, treble side',
  rim: 'The rim all round',
};

export const GOAL_WORDS: Record<Goal, string> = {
  mass: 'least weight',
  note: 'one-piece mode at a note',
  movement: 'strings move it least',
  sink: 'gives most under a weight',
};

export const KIND_OF_BATCH: Record<BatchSpec['kind'], string> = {
  search: 'Search for designs',
  sweep: 'Vary one thing',
  doubt: 'Doubt of the wood',
};

export type GroupOf = (ids: readonly string[]) => Group | null;

export const groupsOf =
  ({ braces }: BracingPlan): GroupOf =>
  (ids) =>
    braces.find(({ id }) => ids.includes(id))?.role ?? null;

export function specWords(spec: BatchSpec, groupOf: GroupOf): string {
  if (spec.kind === 'search') return `Designs: ${GOAL_WORDS[spec.goals[0]]}, ${GOAL_WORDS[spec.goals[1]]}`;
  if (spec.kind === 'doubt') return `Doubt of the wood, ${spec.draws} woods`;
  return `${GROUP_WORDS[groupOfVariable(spec.variable, groupOf)]}, ${spec.steps} steps`;
}

export const groupOfVariable = (variable: Variable, groupOf: GroupOf): Group =>
  variable.of === 'braces' ? (groupOf(variable.ids) ?? 'free') : variable.of;

/** A goal's value as it is shown on the axis, in its unit. */
export function goalFigure(goal: Goal, value: number, turns: boolean, units: UnitChoice): string {
  if (goal === 'mass') return massWords(value, units);
  if (goal === 'note') return `${value.toFixed(0)} ¢ off`;
  return goal === 'sink' ? sinkWords(-value, units) : movementWords(value, turns, units);
}

/** Against the best of the others in each goal: what it gains, what it gives up. */
export function gaveUp(
  design: Design,
  { designs }: SearchResult,
  goals: readonly [Goal, Goal],
  { turns, units }: { turns: boolean; units: UnitChoice },
): string[] {
  return goals.map((goal, g) => {
    const best = Math.min(...designs.map((other) => other.goals[g]!));
    const behind = design.goals[g]! - best;
    if (behind <= 1e-9 * Math.abs(best)) return `Best of all: ${GOAL_WORDS[goal]}.`;
    if (goal === 'note') return `Gives up ${behind.toFixed(0)} cents of the note.`;
    if (goal === 'mass') return `Gives up ${massWords(behind, units)} of weight.`;
    return goal === 'sink'
      ? `Gives ${sinkWords(behind, units)} less under the weight than the best.`
      : `Its bridge moves ${movementWords(behind, turns, units)} more than the best.`;
  });
}

const lengthWords = (metres: number, units: UnitChoice) => {
  const { figure, symbol } = formatThickness(metres, units);
  return `${figure} ${symbol}`;
};

type Limits = Extract<BatchSpec, { kind: 'search' }>['limits'];

const LEANING_WORDS = {
  reserve: ({ reserve }: Limits) => `the reserve of ${reserve} that you ask for`,
  neck: ({ neck }: Limits) => `the neck’s turn, ${degreeWords(neck ?? 0, 3)} at most`,
  lowest: ({ lowest }: Limits, units: UnitChoice) => `as low as you let them be, ${lengthWords(lowest, units)}`,
  tallest: ({ tallest }: Limits, units: UnitChoice) => `as tall as you let them be, ${lengthWords(tallest, units)}`,
  thinnest: () => 'as much thinner as a search goes',
  thickest: () => 'as much thicker as a search goes',
  reach: () => 'as far from what is drawn as a search goes',
};

/** Which limits keep a design from going on. */
export function leaningWords(
  leans: readonly Leaning[],
  { limits, variables }: Extract<BatchSpec, { kind: 'search' }>,
  groupOf: GroupOf,
  units: UnitChoice,
): string {
  if (leans.length === 0) return 'It leans on no limit: its goals hold each other.';
  const words = leans.map((lean) => {
    const said = LEANING_WORDS[lean.on](limits, units);
    return 'variable' in lean
      ? `${GROUP_WORDS[groupOfVariable(variables[lean.variable]!, groupOf)].toLowerCase()} ${said}`
      : said;
  });
  return `It leans on: ${words.join('; ')}.`;
}

export const amountWords = (amount: number, units: UnitChoice) =>
  Math.abs(amount) < 5e-6 ? 'as drawn' : lengthChange(amount, units);
