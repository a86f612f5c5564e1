/** Solves one stand-in top after another; the last few stay, as one is bent and knocked on many times. */
import { benchFigures, soundingModes, type QuantityKey } from '@nimble/core/voicing';
import { InvalidInput } from '@nimble/core/base';
import type { BracedMode } from '@nimble/core/simulate';
import { parentPort } from 'node:worker_threads';
import type { TopInNumbersAnswer, TopInNumbersTask } from './synthetic-top';

const KEPT = 4;
const sounding = new Map<string, BracedMode[]>();
const figures = new Map<string, { key: QuantityKey; value: number }[]>();

function kept<T>(all: Map<string, T>, of: unknown, solve: () => T): T {
  const key = JSON.stringify(of);
  const known = all.get(key);
  if (known) return known;
  const solved = solve();
  all.set(key, solved);
  if (all.size > KEPT) all.delete(all.keys().next().value!);
  return solved;
}

function answer(task: TopInNumbersTask): TopInNumbersAnswer {
  const { top, wood } = task;
  try {
    if (task.kind === 'figures')
      return { kind: 'figures', values: kept(figures, [top, wood], () => benchFigures(top, wood)) };
    const { count } = task;
    const modes = kept(sounding, [top, wood, count], () => soundingModes(top, count, wood)).map(
      ({ frequency, at }) => ({
        frequency,
        at: task.places.map(({ x, y }) => at(x, y)),
      }),
    );
    return { kind: 'sounding', modes };
  } catch (error) {
    if (error instanceof InvalidInput)
      return { kind: 'refused', field: error.field, received: String(error.received), reason: error.reason };
    throw error;
  }
}

parentPort?.on('message', (task: TopInNumbersTask) => parentPort?.postMessage(answer(task)));
