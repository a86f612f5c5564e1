/**
 * Hears one sound off the server's own thread: a long strip must not keep the bench waiting. Answers one task after
 * another.
 */
import {
  analyseKnock,
  analysePlayed,
  checkPlayedLength,
  hearFile,
  sourceOf,
  wavLayout,
  type ByteSource,
} from '@nimble/core/sound';
import { InvalidInput } from '@nimble/core/base';
import { parentPort } from 'node:worker_threads';
import { withFile } from './byte-file';
import type { HearingAnswer, HearingTask } from './hearing';

/** A strip of knocks: two minutes at most [s]. */
const MOST_KNOCK_SECONDS = 120;

function hear(task: HearingTask, source: ByteSource): HearingAnswer {
  const { length, rate } = wavLayout(source);
  // A file that is far too long isn't even decoded.
  const seconds = length / rate;
  if (task.kind === 'knock') {
    if (seconds > MOST_KNOCK_SECONDS) return { kind: 'too-long' };
    return { kind: 'knock', knock: analyseKnock(hearFile(source), task.options) };
  }
  checkPlayedLength(seconds);
  return { kind: 'played', played: analysePlayed(hearFile(source), task.options) };
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
