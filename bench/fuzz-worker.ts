/** Reads what it is sent, in a thread that may hang: whoever sent it looks at the clock. */
import { parentPort } from 'node:worker_threads';
import { tried } from '../packages/core/test/fuzz-kinds';

parentPort!.on('message', ({ kind, bytes }: { kind: string; bytes: Uint8Array }) => {
  try {
    parentPort!.postMessage({ outcome: tried(kind, bytes) });
  } catch (failure) {
    parentPort!.postMessage({ fault: failure instanceof Error ? (failure.stack ?? failure.message) : String(failure) });
  }
});
parentPort!.postMessage({ outcome: 'ready' });
