/** Solves one stand-in top after another; the last few stay, as one is knocked on many times. */
import { benchFigures, soundingModes } from '@nimble/core/voicing';
import { InvalidInput } from '@nimble/core/base';
import type { BracedMode } from '@nimble/core/simulate';
import { parentPort } from 'node:worker_threads';
import type { TopInNumbersAnswer, TopInNumbersTask } from './synthetic-top';

const KEPT = 4;
const sounding = new Map<string, BracedMode[]>();

function modesOf({ top, wood, count }: Extract<TopInNumbersTask, { kind: 'sounding' }>): BracedMode[] {
  const key = JSON.stringify([top, wood, count]);
  const kept = sounding.get(key);
  if (kept) return kept;
  const modes = soundingModes(top, count, wood);
  sounding.set(key, modes);
  if (sounding.size > KEPT) sounding.delete(sounding.keys().next().value!);
  return modes;
}

function answer(task: TopInNumbersTask): TopInNumbersAnswer {
  try {
    if (task.kind === 'figures') return { kind: 'figures', values: benchFigures(task.top, task.wood) };
    const modes = modesOf(task).map(({ frequency, at }) => ({
      frequency,
      at: task.places.map(({ x, y }) => at(x, y)),
    }));
    return { kind: 'sounding', modes };
  } catch (error) {
    if (error instanceof InvalidInput)
      return { kind: 'refused', field: error.field, received: String(error.received), reason: error.reason };
    throw error;
  }
}

parentPort?.on('message', (task: TopInNumbersTask) => parentPort?.postMessage(answer(task)));
