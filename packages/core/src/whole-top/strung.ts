/** A top under all that its strings do: at the bridge, and by the neck. SI. */
import { topStress, underLoad, type FactoredTop, type TopStress } from '../top';
import { neckLoad } from './neck';
import { stringsLoads, together } from './strings-loads';
import type { TopHold, TopPlan } from './top-plan';

export interface Strung {
  /** Of the bridge alone: their work over the load is its movement. */
  force: Float64Array;
  x: Float64Array;
  /** Of bridge and neck together. */
  stress: TopStress;
  /** Of the block under bridge and neck together [rad]; null where no neck is on. */
  neckTurn: number | null;
}

export function strung(factored: FactoredTop, plan: TopPlan, hold: TopHold): Strung {
  const { force, x } = together(factored, stringsLoads(plan));
  const load = neckLoad(plan, hold);
  if (!load) return { force, x, stress: topStress(factored.model, x), neckTurn: null };
  const neck = underLoad(factored, load);
  const both = x.map((value, i) => value + neck.x[i]);
  const work = neck.force.reduce((sum, value, i) => sum + value * both[i], 0);
  return { force, x, stress: topStress(factored.model, both), neckTurn: work / load.torque };
}
