import { InvalidInput } from '@nimble/core/base';
import type { Polygon } from '@nimble/core/outline';

/** A drawing of an outline is read within a tenth of a second. */
const LIMIT_MS = 8000;

type Answer = { points: Polygon } | { reason: string };

/** @throws InvalidInput with what is wrong in the file and what to do; also for one that is not read in good time */
export async function readOutline(name: string, text: string): Promise<Polygon> {
  const worker = new Worker(new URL('./outline.worker.ts', import.meta.url), { type: 'module' });
  try {
    const answer = await Promise.race([answerOf(worker, { name, text }), tooLate()]);
    if ('reason' in answer) throw new InvalidInput('file', name, answer.reason);
    return answer.points;
  } finally {
    worker.terminate();
  }
}

function answerOf(worker: Worker, task: { name: string; text: string }): Promise<Answer> {
  return new Promise((accept) => {
    worker.onmessage = ({ data }: MessageEvent<Answer>) => accept(data);
    worker.onerror = () => accept({ reason: BROKEN });
    worker.postMessage(task);
  });
}

const BROKEN = 'can’t be read: it is broken. Save it again as a plain outline';

const tooLate = () =>
  new Promise<Answer>((accept) =>
    setTimeout(
      () => accept({ reason: 'is broken, or holds far more than an outline: it was not read within 8 s' }),
      LIMIT_MS,
    ),
  );
