/** Foretells one shaving after another off the server's own thread. */
import { foretellShaving } from '@nimble/core/voicing';
import { InvalidInput } from '@nimble/core/base';
import { parentPort } from 'node:worker_threads';
import type { ForetellAnswer, ForetellTask } from './foretell-task';

function answer({ facts, round, shavings }: ForetellTask): ForetellAnswer {
  try {
    return { foretold: foretellShaving(facts, round, shavings), refused: null };
  } catch (error) {
    if (!(error instanceof InvalidInput)) throw error;
    return { foretold: null, refused: `${error.field} ${error.reason}` };
  }
}

parentPort?.on('message', (task: ForetellTask) => parentPort?.postMessage(answer(task)));
