/** Foretells one shaving after another off the server's own thread. */
import { forecastShaving } from '@nimble/core/voicing';
import { InvalidInput } from '@nimble/core/base';
import { parentPort } from 'node:worker_threads';
import type { ForecastAnswer, ForecastTask } from './forecast-task';

function answer({ facts, round, shavings }: ForecastTask): ForecastAnswer {
  try {
    return { forecast: forecastShaving(facts, round, shavings), refused: null };
  } catch (error) {
    if (!(error instanceof InvalidInput)) throw error;
    return { forecast: null, refused: `${error.field} ${error.reason}` };
  }
}

parentPort?.on('message', (task: ForecastTask) => parentPort?.postMessage(answer(task)));
