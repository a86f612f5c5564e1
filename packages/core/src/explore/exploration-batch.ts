import { requireWithin } from '../base';
import type { TopHold, TopPlan } from '../top';
import type { Batch, BatchSettings } from './batch';
import { checkSearch, designSearch, searchSize, type SearchResult, type SearchSpec } from './design-search';
import { checkSweep, sweep, type SweepResult, type SweepSpec } from './sweep';
import { checkDoubt, woodDoubt, type DoubtResult, type DoubtSpec } from './wood-doubt';

export const BATCH_KINDS = ['sweep', 'doubt', 'search'] as const;
export type BatchSpec = SweepSpec | DoubtSpec | SearchSpec;
export type BatchResult = SweepResult | DoubtResult | SearchResult;

const MOST_SEED = 2 ** 31;

/** @throws InvalidInput naming the field */
export function checkBatch(top: TopPlan, hold: TopHold, spec: BatchSpec): void {
  if (spec.kind !== 'sweep') requireWithin('seed', spec.seed, 0, MOST_SEED);
  if (spec.kind === 'sweep') checkSweep(spec, top);
  else if (spec.kind === 'doubt') checkDoubt(spec);
  else checkSearch(spec, top, hold);
}

export function startBatch(top: TopPlan, settings: BatchSettings, spec: BatchSpec): Batch<BatchResult> {
  if (spec.kind === 'sweep') return sweep(top, spec);
  return spec.kind === 'doubt' ? woodDoubt(top, spec) : designSearch(top, settings, spec);
}

/** Tops that will be solved at most. */
export function batchSize(spec: BatchSpec): number {
  if (spec.kind === 'sweep') return spec.steps;
  return spec.kind === 'doubt' ? spec.draws + 1 : searchSize(spec);
}
