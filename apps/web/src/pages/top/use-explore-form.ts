/** What is typed in the form of an exploration, and the request that it makes. */
import { DEGREE, formatThickness, parseQuantity, type UnitChoice } from '@nimble/core/units';
import { InvalidInput } from '@nimble/core/base';
import {
  variablesOf,
  woodSpread,
  type BatchSpec,
  type Goal,
  type Group,
  type QuickVariable,
} from '@nimble/core/explore';
import type { BracingPlan } from '@nimble/core/bracing';
import type { BuildWood } from '@nimble/core/project';
import { useEntryForm, WrongFields } from '../../forms';

export type ExploreKind = BatchSpec['kind'];
export const EXPLORE_KINDS: readonly ExploreKind[] = ['search', 'sweep', 'doubt'];
export const DRAWS = [40, 100, 200];
const STEPS = 9;
const SPANS = [5e-4, 1e-3, 2e-3, 5e-3];
const OPENINGS = [2, 4, 8].map((degrees) => degrees * DEGREE);
/** A search may let the neck turn so much more than it does as drawn (1). */
const NECK_ROOM = 1.05;
/** The same request gives the same answer. */
const SEED = 1;

export interface ExploreFacts {
  plan: BracingPlan;
  wood: BuildWood;
  units: UnitChoice;
  /** Of the one-piece mode as drawn [Hz], the reserve, and the turn of the neck's block [rad] where one is on. */
  now: { note: number | null; reserve: number | null; neckTurn: number | null };
}

/** What of a search is typed. */
type SearchText = 'note' | 'reserve' | 'lowest' | 'tallest' | 'neck';
type ExploreDraft = Record<SearchText, string> & {
  kind: ExploreKind;
  group: Group;
  span: string;
  draws: string;
  left: readonly Group[];
  goals: readonly [Goal, Goal];
};

function firstDraft({ plan, units, now }: ExploreFacts): ExploreDraft {
  return {
    kind: 'search',
    group: variablesOf(plan)[0]?.group ?? 'plate',
    span: '1',
    draws: `${DRAWS[0]}`,
    left: [],
    goals: ['mass', 'movement'],
    note: now.note ? now.note.toFixed(0) : '180',
    reserve: Math.min(1.5, now.reserve ?? 1.5).toFixed(1),
    lowest: formatThickness(4e-3, units).figure,
    tallest: formatThickness(18e-3, units).figure,
    neck: ((NECK_ROOM * (now.neckTurn ?? 0)) / DEGREE).toFixed(3),
  };
}

const isQuick = (one: { group: Group; variable: { of: string } }): one is { group: Group; variable: QuickVariable } =>
  one.variable.of === 'braces' || one.variable.of === 'plate';

export function useExploreForm(facts: ExploreFacts, onStart: (spec: BatchSpec) => void) {
  const { plan, wood, units, now } = facts;
  const groups = variablesOf(plan);
  const spread = woodSpread(wood);
  const quick = groups.filter(isQuick);
  const spansOf = (group: Group) => (group === 'opening' ? OPENINGS : SPANS);
  /** @throws WrongFields */
  const read = (draft: ExploreDraft): BatchSpec => {
    const { kind, group, left, goals } = draft;
    if (kind === 'doubt') return { kind, draws: Number(draft.draws), seed: SEED, spread };
    if (kind === 'sweep') {
      const { variable } = groups.find((one) => one.group === group) ?? groups[0]!;
      const spans = spansOf(group);
      const by = spans[Math.min(Number(draft.span), spans.length - 1)]!;
      return { kind, variable, from: -by, to: by, steps: STEPS };
    }
    const variables = quick.filter((one) => !left.includes(one.group)).map(({ variable }) => variable);
    const { spec, wrong } = searchOf(draft, { goals: [...goals], variables, units, hasNeck: now.neckTurn !== null });
    if (Object.keys(wrong).length === 0) return spec;
    throw new WrongFields(Object.entries(wrong).map(([field, message]) => ({ field, message })));
  };
  const form = useEntryForm({ blank: firstDraft(facts), read, send: (spec) => onStart(spec), after: (typed) => typed });
  const { draft, set } = form;
  const [one, other] = draft.goals;
  return {
    ...form,
    ...{ groups, spread, quick, spans: spansOf(draft.group) },
    setGoal: (g: 0 | 1, goal: Goal) =>
      set({ goals: g === 0 ? [goal, goal === other ? one : other] : [goal === one ? other : one, goal] }),
    vary: (group: Group, isVaried: boolean) =>
      set({ left: isVaried ? draft.left.filter((key) => key !== group) : [...draft.left, group] }),
  };
}

export type ExploreFormState = ReturnType<typeof useExploreForm>;

interface SearchChoice {
  goals: [Goal, Goal];
  variables: QuickVariable[];
  units: UnitChoice;
  hasNeck: boolean;
}

/** A search from what is typed, and what is wrong at which field. */
function searchOf(text: Record<SearchText, string>, { goals, variables, units, hasNeck }: SearchChoice) {
  const wrong: Record<string, string> = {};
  const number = (name: SearchText, least: number, most: number) => {
    const value = Number(text[name].replace(',', '.'));
    if (!(value >= least && value <= most)) wrong[name] = `must be a number from ${least} to ${most}`;
    return value;
  };
  const length = (name: 'lowest' | 'tallest') => {
    try {
      return parseQuantity(name, text[name], 'length', units.thickness).value;
    } catch (error) {
      if (!(error instanceof InvalidInput)) throw error;
      wrong[name] = error.reason;
      return 0;
    }
  };
  const spec: BatchSpec & { kind: 'search' } = {
    kind: 'search',
    goals,
    seed: SEED,
    variables,
    note: goals.includes('note') ? number('note', 20, 2000) : null,
    limits: {
      reserve: number('reserve', 0, 20),
      lowest: length('lowest'),
      tallest: length('tallest'),
      neck: hasNeck ? DEGREE * number('neck', 0.001, 20) : null,
    },
  };
  if (!wrong.tallest && !(spec.limits.tallest > spec.limits.lowest)) wrong.tallest = 'must be more than the lowest';
  if (variables.length === 0) wrong.variables = 'Leave at least one thing to vary.';
  return { spec, wrong };
}
