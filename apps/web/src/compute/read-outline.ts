import { InvalidInput } from '@nimble/core/base';
import type { ImportedOutline, OutlineReading } from '@nimble/core/formats';

/** A drawing of an outline is read within a tenth of a second. */
const LIMIT_MS = 8000;

export interface OutlineTask {
  name: string;
  text: string;
  reading: OutlineReading;
}
export type OutlineAnswer = { outline: ImportedOutline } | { reason: string };

/** @throws InvalidInput with what is wrong in the file and what to do; also for one that is not read in good time */
export async function readOutline(task: OutlineTask): Promise<ImportedOutline> {
  const worker = new Worker(new URL('./outline.worker.ts', import.meta.url), { type: 'module' });
  try {
    const answer = await Promise.race([answerOf(worker, task), tooLate()]);
    if ('reason' in answer) throw new InvalidInput('file', task.name, answer.reason);
    return answer.outline;
  } finally {
    worker.terminate();
  }
}

function answerOf(worker: Worker, task: OutlineTask): Promise<OutlineAnswer> {
  return new Promise((accept) => {
    worker.onmessage = ({ data }: MessageEvent<OutlineAnswer>) => accept(data);
    worker.onerror = () => accept({ reason: BROKEN });
    worker.postMessage(task);
  });
}

const BROKEN = 'can’t be read: it is broken. Save it again as a plain outline';

const tooLate = () =>
  new Promise<OutlineAnswer>((accept) =>
    setTimeout(
      () => accept({ reason: 'is broken, or holds far more than an outline: it was not read within 8 s' }),
      LIMIT_MS,
    ),
  );
