/** One thing varied step by step: what becomes of the modes, the sink, the reserve and the weight. SI. */
import { InvalidInput, requireWithin } from '../base';
import { changedTop, NO_CHANGE, type TopPlan, type TopSummary } from '../top';
import type { Batch } from './batch';
import { figuresLike, type Figures } from './figures';
import { checkVariable, withAmount, type Variable } from './variable';

export interface SweepSpec {
  kind: 'sweep';
  variable: Variable;
  /** [m], of an opening [rad] */
  from: number;
  to: number;
  steps: number;
}

export interface SweepResult {
  kind: 'sweep';
  /** Of the modes, in their order. */
  kinds: TopSummary['modes'][number]['kind'][];
  points: ({ amount: number } & ({ figures: Figures } | { refused: string }))[];
}

const STEPS = { least: 3, most: 41 };

export function checkSweep({ variable, from, to, steps }: SweepSpec, top: TopPlan): void {
  checkVariable(variable, top.plan, 'variable');
  requireWithin('steps', steps, STEPS.least, STEPS.most);
  for (const [field, value] of [
    ['from', from],
    ['to', to],
  ] as const) {
    if (!Number.isFinite(value)) throw new InvalidInput(field, value, 'must be a number');
    if (Math.abs(value) > 0.5) throw new InvalidInput(field, value, 'is far too much: check the unit');
  }
  if (!(to > from)) throw new InvalidInput('to', to, 'must be more than where it starts');
}

export const amountsOf = ({ from, to, steps }: SweepSpec) =>
  Array.from({ length: steps }, (_, i) => from + ((to - from) * i) / (steps - 1));

/** Each step's modes are followed from the step before, so that a slow change of shape keeps its line. */
export function* sweep(top: TopPlan, spec: SweepSpec): Batch<SweepResult> {
  const points: SweepResult['points'] = [];
  let [kinds, before]: [SweepResult['kinds'], TopSummary | null] = [[], null];
  for (const amount of amountsOf(spec)) {
    const changed = changedTop(top, withAmount(NO_CHANGE, spec.variable, amount));
    const answer = changed ? yield changed : ({ kind: 'refused', reason: 'The X has no room there.' } as const);
    if (answer.kind === 'refused') {
      points.push({ amount, refused: answer.reason });
      continue;
    }
    const { summary } = answer;
    if (!before) kinds = summary.modes.map(({ kind }) => kind);
    const like: TopSummary = before ?? summary;
    points.push({ amount, figures: figuresLike(like, summary) });
    before = reordered(like, summary);
  }
  return { kind: 'sweep', kinds, points };
}

/** With its modes in the order they are followed in. */
function reordered(like: TopSummary, summary: TopSummary): TopSummary {
  const { frequencies } = figuresLike(like, summary);
  return {
    ...summary,
    modes: like.modes.map((mode, m) => summary.modes.find(({ frequency }) => frequency === frequencies[m]) ?? mode),
  };
}
