/** A top under all that its strings do: at the bridge, and by the neck. SI. */
import { topStress, underLoad, type FactoredTop, type TopStress } from '../shell';
import { neckLoad } from './neck';
import { stringsLoads, together } from './strings-loads';
import type { TopHold, TopPlan } from './top-plan';

export interface Strung {
  /** Of the bridge alone: their work over the load is its movement. */
  force: Float64Array;
  x: Float64Array;
  /** Of the bridge alone: how much of the neck's pull a top bears is too rough for stresses. */
  stress: TopStress;
  /** Of the block under bridge and neck together [rad]; null where no neck is on. */
  neckTurn: number | null;
}

export function strung(factored: FactoredTop, plan: TopPlan, hold: TopHold): Strung {
  const { force, x } = together(factored, stringsLoads(plan));
  const load = neckLoad(plan, hold);
  const stress = topStress(factored.model, x);
  if (!load) return { force, x, stress, neckTurn: null };
  const neck = underLoad(factored, load);
  const work = neck.force.reduce((sum, value, i) => sum + value * (x[i] + neck.x[i]), 0);
  return { force, x, stress, neckTurn: work / load.torque };
}
