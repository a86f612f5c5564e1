/** Loads on a top: what its strings do at the bridge, and a weight that is laid on. SI. */
import { bridgeAt } from '../bracing';
import { stringLoad, usualStrings } from '../strings';
import { underLoad, type FactoredTop, type TopLoad } from '../shell';
import type { TopPlan } from './top-plan';

/** A test weight of about a kilogram [N]. */
export const TEST_FORCE = 10;
/** Two feet of a floating bridge, as shares of its half span. */
const FEET = [-0.7, 0.7];

/**
 * What the strings do: a torque along the saddle that presses its front edge in, or down-force under both feet. One
 * case each; the deflections add up.
 */
export function stringsLoads({ plan, family, scale }: TopPlan): TopLoad[] {
  const { torque, downForce } = stringLoad(plan.strings ?? usualStrings(family), scale, plan.bridge);
  const x = bridgeAt(plan.bridge, scale);
  const half = plan.bridge.span / 2;
  if (plan.bridge.kind === 'floating')
    return FEET.map((share) => ({ kind: 'force', at: [x, share * half], force: downForce / FEET.length }));
  return [
    {
      kind: 'torque',
      line: [
        [x, -half],
        [x, half],
      ],
      torque,
    },
  ];
}

/** Torque [N m] or down-force [N] of all cases together: work over it is the movement that goes with it. */
export function stringsSize(top: TopPlan): number {
  return stringsLoads(top).reduce((sum, load) => sum + (load.kind === 'torque' ? load.torque : load.force), 0);
}

/** A weight on the middle of where the bridge stands. */
export function testLoad({ plan, scale }: TopPlan): TopLoad {
  return { kind: 'force', at: [bridgeAt(plan.bridge, scale), 0], force: TEST_FORCE };
}

/** Several load cases at once. */
export function together(factored: FactoredTop, loads: readonly TopLoad[]): { force: Float64Array; x: Float64Array } {
  const cases = loads.map((load) => underLoad(factored, load));
  const sum = (pick: 'force' | 'x') =>
    cases[0][pick].map((_, i) => cases.reduce((total, one) => total + one[pick][i], 0));
  return { force: sum('force'), x: sum('x') };
}
