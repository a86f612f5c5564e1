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
import { useState } from 'react';

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

export interface ExploreTexts {
  note: string;
  reserve: string;
  lowest: string;
  tallest: string;
  neck: string;
}

export function useExploreForm({ plan, wood, units, now }: ExploreFacts) {
  const groups = variablesOf(plan);
  const [kind, setKind] = useState<ExploreKind>('search');
  const [group, setGroup] = useState<Group>(groups[0]?.group ?? 'plate');
  const [span, setSpan] = useState(1);
  const [draws, setDraws] = useState(DRAWS[0]!);
  const [left, setLeft] = useState<readonly Group[]>([]);
  const [goals, setGoals] = useState<readonly [Goal, Goal]>(['mass', 'movement']);
  const [text, setText] = useState<ExploreTexts>({
    note: now.note ? now.note.toFixed(0) : '180',
    reserve: Math.min(1.5, now.reserve ?? 1.5).toFixed(1),
    lowest: formatThickness(4e-3, units).figure,
    tallest: formatThickness(18e-3, units).figure,
    neck: ((NECK_ROOM * (now.neckTurn ?? 0)) / DEGREE).toFixed(3),
  });
  const [errors, setErrors] = useState<Record<string, string>>({});
  const spans = group === 'opening' ? OPENINGS : SPANS;
  const spread = woodSpread(wood);
  const quick = groups.filter(
    (one): one is { group: Group; variable: QuickVariable } =>
      one.variable.of === 'braces' || one.variable.of === 'plate',
  );
  const setGoal = (g: 0 | 1, goal: Goal) =>
    setGoals(([a, b]) => (g === 0 ? [goal, goal === b ? a : b] : [goal === a ? b : a, goal]));
  const vary = (one: Group, isVaried: boolean) =>
    setLeft(isVaried ? left.filter((key) => key !== one) : [...left, one]);
  const field = (name: keyof ExploreTexts) => ({
    value: text[name],
    error: errors[name] ?? null,
    onChange: (event: { target: { value: string } }) => setText({ ...text, [name]: event.target.value }),
  });
  /** Null while something is wrong, which is then said at its field. */
  const request = (): BatchSpec | null => {
    if (kind === 'doubt') return { kind, draws, seed: SEED, spread };
    if (kind === 'sweep') {
      const { variable } = groups.find((one) => one.group === group) ?? groups[0]!;
      const by = spans[Math.min(span, spans.length - 1)]!;
      return { kind, variable, from: -by, to: by, steps: STEPS };
    }
    const variables = quick.filter((one) => !left.includes(one.group)).map(({ variable }) => variable);
    const { spec, wrong } = searchOf(text, { goals: [...goals], variables, units, hasNeck: now.neckTurn !== null });
    setErrors(wrong);
    return Object.keys(wrong).length > 0 ? null : spec;
  };
  return {
    ...{ kind, setKind, groups, group, setGroup, spans, span: Math.min(span, spans.length - 1), setSpan },
    ...{ draws, setDraws, spread, quick, left, vary, goals, setGoal, field, errors, request },
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
function searchOf(text: ExploreTexts, { goals, variables, units, hasNeck }: SearchChoice) {
  const wrong: Record<string, string> = {};
  const number = (name: keyof ExploreTexts, least: number, most: number) => {
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
