/** Figures of many designs near one top, each in a few milliseconds: one small cubic for each variable. SI. */
import {
  heightsOf,
  noDifference,
  polynomialThrough,
  TopReanalysis,
  type OpenedTop,
  type QuickFigures,
  type ReducedMatrices,
} from '../top';
import type { Range } from './evolve';
import type { Variable } from './variable';

/** Variables of heights and thickness only: where the X stands must be solved anew. */
export type QuickVariable = Extract<Variable, { of: 'braces' | 'plate' }>;

export class QuickDesigns {
  private readonly quick: TopReanalysis;
  private readonly parts: ((amount: number, out: ReducedMatrices) => void)[];

  constructor(
    private readonly opened: OpenedTop,
    variables: readonly QuickVariable[],
    ranges: readonly Range[],
  ) {
    this.quick = new TopReanalysis(opened);
    this.parts = variables.map((variable, i) =>
      polynomialThrough(samplesOf(ranges[i]), (amount) => this.quick.difference(this.changeOf(variable, amount))),
    );
  }

  private changeOf(variable: QuickVariable, amount: number) {
    if (variable.of === 'plate') return { thicker: Object.fromEntries(variable.parts.map((part) => [part, amount])) };
    const { braces } = this.opened.plan.plan;
    const heights = variable.ids.map((id) => {
      const b = braces.findIndex((brace) => brace.id === id);
      return [b, heightsOf(braces[b].heights, amount)] as const;
    });
    return { heights: new Map(heights) };
  }

  figures(amounts: readonly number[]): QuickFigures {
    const sum = noDifference(this.quick.size);
    this.parts.forEach((add, i) => amounts[i] !== 0 && add(amounts[i], sum));
    return this.quick.figuresOf(sum);
  }
}

function samplesOf([least, most]: Range): [number, number, number] {
  if (least < 0 && most > 0) return [least, least / 2, most];
  const end = least < 0 ? least : most;
  return [end / 3, (2 * end) / 3, end];
}
