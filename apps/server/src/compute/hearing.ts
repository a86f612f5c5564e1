import { HttpStatus } from '@nestjs/common';
import {
  InvalidInput,
  type KnockAnalysis,
  type KnockOptions,
  type PlayedAnalysis,
  type PlayedOptions,
} from '@nimble/core';
import { join } from 'node:path';
import { Worker } from 'node:worker_threads';
import { ProblemException, refusedByCore } from '../problem';

export type HearingTask =
  | { kind: 'knock'; bytes: Uint8Array; options: Partial<KnockOptions> }
  | { kind: 'played'; bytes: Uint8Array; options: PlayedOptions };

export type HearingAnswer =
  | { kind: 'knock'; knock: KnockAnalysis }
  | { kind: 'played'; played: PlayedAnalysis }
  | { kind: 'refused'; field: string; received: unknown; reason: string }
  | { kind: 'too-long' };

/** A run past this is stopped [ms]. */
const TIME_BUDGET = 60_000;
/** Sounds heard at once; the rest wait their turn. */
const AT_ONCE = 2;

const waiting: (() => void)[] = [];
/** Workers that wait for a sound; they are kept, as a fresh one hears its first sounds slowly. */
const idle: Worker[] = [];
let running = 0;

/** @throws ProblemException for what is no such sound, is too long, or takes longer than its time budget */
export async function hearKnock(bytes: Uint8Array, options: Partial<KnockOptions>): Promise<KnockAnalysis> {
  const answer = await inTurn({ kind: 'knock', bytes, options });
  if (answer.kind === 'knock') return answer.knock;
  throw problemOf(answer);
}

/** @throws ProblemException as above */
export async function hearPlayed(bytes: Uint8Array, options: PlayedOptions): Promise<PlayedAnalysis> {
  const answer = await inTurn({ kind: 'played', bytes, options });
  if (answer.kind === 'played') return answer.played;
  throw problemOf(answer);
}

async function inTurn(task: HearingTask): Promise<HearingAnswer> {
  if (running >= AT_ONCE) await new Promise<void>((go) => waiting.push(go));
  running++;
  try {
    return await run(task);
  } finally {
    running--;
    waiting.shift()?.();
  }
}

function run(task: HearingTask): Promise<HearingAnswer> {
  const worker = idle.pop() ?? startWorker();
  worker.ref();
  return new Promise((accept, reject) => {
    const late = setTimeout(() => {
      settle();
      void worker.terminate();
      reject(
        tooMuch(
          'The sound took longer than a minute to hear: send it in shorter pieces',
          HttpStatus.UNPROCESSABLE_ENTITY,
        ),
      );
    }, TIME_BUDGET);
    const settle = () => {
      clearTimeout(late);
      worker.removeAllListeners('message');
      worker.removeAllListeners('error');
    };
    worker.once('message', (answer: HearingAnswer) => {
      settle();
      // An idle worker must not keep the program from ending.
      worker.unref();
      idle.push(worker);
      accept(answer);
    });
    worker.once('error', (error) => {
      settle();
      reject(error);
    });
    worker.postMessage(task);
  });
}

function startWorker(): Worker {
  // Built, the worker is plain JavaScript; from source, as in tests, it needs the same loader as the server.
  const fromSource = __filename.endsWith('.ts');
  return new Worker(
    join(__dirname, fromSource ? 'hearing.worker.ts' : 'hearing.worker.js'),
    fromSource ? { execArgv: ['-C', 'source', '-r', '@swc-node/register'] } : {},
  );
}

function problemOf(answer: HearingAnswer): Error {
  if (answer.kind === 'refused') return refusedByCore(new InvalidInput(answer.field, answer.received, answer.reason));
  return tooMuch('The recording is over two minutes: send the knocks in shorter pieces', HttpStatus.PAYLOAD_TOO_LARGE);
}

function tooMuch(title: string, status: HttpStatus): ProblemException {
  return new ProblemException({ type: 'about:blank', title, status });
}
