/**
 * Mutated files of every kind through the reader of that kind, each within the time that a page gives it: taken with
 * finite figures or refused in words, never a raw error. Arguments: how many of each, seed.
 */
import { mkdirSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { Worker } from 'node:worker_threads';
import { seededRandom } from '@nimble/core/simulate';
import { KINDS } from '../packages/core/test/fuzz-kinds';
import { mutated } from '../packages/core/test/mutate';

/** As the page and the server give. */
const LIMIT_MS = 8000;
const FAULTS = join(__dirname, '..', '.data', 'fuzz');

interface Said {
  outcome?: 'taken' | 'refused' | 'ready' | 'too long';
  fault?: string;
}

/** A thread that is put away where it does not answer, and begun anew. */
class Reader {
  private worker: Worker | null = null;

  async read(kind: string, bytes: Uint8Array): Promise<Said> {
    this.worker ??= await begun();
    const { worker } = this;
    const said = answerOf(worker);
    worker.postMessage({ kind, bytes });
    const end = await Promise.race([said, tooLong()]);
    if (end.outcome === 'too long') await this.end();
    return end;
  }

  async end(): Promise<void> {
    await this.worker?.terminate();
    this.worker = null;
  }
}

async function begun(): Promise<Worker> {
  const worker = new Worker(join(__dirname, 'fuzz-worker.ts'), { execArgv: process.execArgv });
  await answerOf(worker);
  return worker;
}

function answerOf(worker: Worker): Promise<Said> {
  return new Promise((accept) => {
    worker.removeAllListeners();
    worker.once('message', accept);
    worker.once('error', (error) => accept({ fault: error.message }));
  });
}

function tooLong(): Promise<Said> {
  return new Promise((accept) => void setTimeout(() => accept({ outcome: 'too long' }), LIMIT_MS).unref());
}

async function fuzz(count: number, seed: number): Promise<number> {
  const reader = new Reader();
  let faults = 0;
  for (const [kind, { samples }] of Object.entries(KINDS)) {
    const random = seededRandom(seed);
    const counts: Record<string, number> = { taken: 0, refused: 0, 'too long': 0, fault: 0 };
    for (let i = 0; i < count; i++) {
      const bytes = mutated(samples[i % samples.length], random);
      const { outcome, fault } = await reader.read(kind, bytes);
      counts[outcome ?? 'fault']++;
      if (!fault && outcome !== 'too long') continue;
      if (fault) faults++;
      mkdirSync(FAULTS, { recursive: true });
      const file = join(FAULTS, `${kind}-${seed}-${i}`);
      writeFileSync(file, bytes);
      process.stdout.write(`${file}: ${fault ?? 'too long'}\n`);
    }
    const said = Object.entries(counts).map(([name, value]) => `${value} ${name}`);
    process.stdout.write(`${kind.padEnd(9)} ${said.join(', ')}\n`);
  }
  await reader.end();
  return faults;
}

const [count = 2000, seed = 1] = process.argv.slice(2).map(Number);
void fuzz(count, seed).then((faults) => {
  process.exitCode = faults > 0 ? 1 : 0;
});
