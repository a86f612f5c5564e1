/** Hears one sound off the server's own thread: a long strip must not keep the bench waiting. Answers one task after another. */
import { analyseKnock, analysePlayed, InvalidInput, readWav } from '@nimble/core';
import { parentPort } from 'node:worker_threads';
import type { HearingAnswer, HearingTask } from './hearing';

/** A strip of knocks: two minutes at most [s]. */
const MOST_KNOCK_SECONDS = 120;

function hear(task: HearingTask): HearingAnswer {
  try {
    const sound = readWav(task.bytes);
    const seconds = (sound.channels[0]?.length ?? 0) / sound.rate;
    if (task.kind === 'played') return { kind: 'played', played: analysePlayed(sound, task.options) };
    if (seconds > MOST_KNOCK_SECONDS) return { kind: 'too-long' };
    return { kind: 'knock', knock: analyseKnock(sound, task.options) };
  } catch (error) {
    if (error instanceof InvalidInput)
      return { kind: 'refused', field: error.field, received: error.received, reason: error.reason };
    throw error;
  }
}

parentPort?.on('message', (task: HearingTask) => parentPort?.postMessage(hear(task)));
