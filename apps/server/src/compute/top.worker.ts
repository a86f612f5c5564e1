/** Solves one whole top after another off the server's own thread. */
import { InvalidInput } from '@nimble/core/base';
import { solveTop } from '@nimble/core/shell';
import { parentPort } from 'node:worker_threads';
import type { TopAnswer, TopTask } from './top';

function solve(top: TopTask): TopAnswer {
  const began = performance.now();
  try {
    const { modes, deflections, mass, degreesOfFreedom, status } = solveTop(top);
    return {
      kind: 'solved',
      status,
      deflections,
      mass,
      degreesOfFreedom,
      elapsedMs: performance.now() - began,
      modes: modes.map(({ frequency, kind, modalMass }) => ({ frequency, kind, modalMass })),
    };
  } catch (error) {
    if (error instanceof InvalidInput)
      return { kind: 'refused', field: error.field, received: String(error.received), reason: error.reason };
    throw error;
  }
}

parentPort?.on('message', (top: TopTask) => parentPort?.postMessage(solve(top)));
