/** Hears one sound off the server's own thread: a long strip must not keep the bench waiting. Answers one task after another. */
import {
  analyseKnock,
  analysePlayed,
  hearFile,
  InvalidInput,
  sourceOf,
  wavLayout,
  type ByteSource,
} from '@nimble/core';
import { parentPort } from 'node:worker_threads';
import { withFile } from './byte-file';
import type { HearingAnswer, HearingTask } from './hearing';

/** A strip of knocks: two minutes at most [s]. */
const MOST_KNOCK_SECONDS = 120;
/** What is played is refused over 200 s by the analysis: far longer files aren't even decoded [s]. */
const MOST_SECONDS = 400;

function hear(task: HearingTask, source: ByteSource): HearingAnswer {
  const { length, rate } = wavLayout(source);
  if (length / rate > (task.kind === 'knock' ? MOST_KNOCK_SECONDS : MOST_SECONDS)) return { kind: 'too-long' };
  const sound = hearFile(source);
  if (task.kind === 'played') return { kind: 'played', played: analysePlayed(sound, task.options) };
  return { kind: 'knock', knock: analyseKnock(sound, task.options) };
}

function answer(task: HearingTask): HearingAnswer {
  try {
    const { file } = task;
    if (typeof file !== 'string') return hear(task, sourceOf(file));
    return withFile(file, (source) => hear(task, source));
  } catch (error) {
    if (error instanceof InvalidInput)
      return { kind: 'refused', field: error.field, received: error.received, reason: error.reason };
    throw error;
  }
}

parentPort?.on('message', (task: HearingTask) => parentPort?.postMessage(answer(task)));
