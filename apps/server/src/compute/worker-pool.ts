/**
 * A few worker threads that answer one task after another off the server's own thread; kept warm, stopped when one
 * takes too long.
 */
import { HttpStatus } from '@nestjs/common';
import { join } from 'node:path';
import { Worker } from 'node:worker_threads';
import { ProblemException } from '../http/problem';

export interface PoolOptions {
  /** File of the worker beside this one, without its ending. */
  file: string;
  /** Tasks at once; the rest wait their turn. */
  atOnce: number;
  /** For short-lived objects [MB]: a worker that makes many large arrays and drops them is made to clear up sooner. */
  young?: number;
  /** [ms] */
  timeBudget: number;
  tooLate: () => Error;
}

/** So many may wait before the next is turned away. */
const MOST_WAITING = 200;

export class WorkerPool<Task, Answer> {
  private readonly waiting: (() => void)[] = [];
  private readonly idle: Worker[] = [];
  private readonly busy = new Set<Worker>();
  private running = 0;

  constructor(private readonly options: PoolOptions) {}

  async run(task: Task): Promise<Answer> {
    if (this.waiting.length >= MOST_WAITING) throw tooBusy();
    if (this.running >= this.options.atOnce) await new Promise<void>((go) => this.waiting.push(go));
    this.running++;
    try {
      return await this.send(task);
    } finally {
      this.running--;
      this.waiting.shift()?.();
    }
  }

  /** Ends every worker; what was under way is refused. */
  async close(): Promise<void> {
    await Promise.all([...this.idle.splice(0), ...this.busy].map((worker) => worker.terminate()));
  }

  private send(task: Task): Promise<Answer> {
    const worker = this.idle.pop() ?? this.start();
    worker.ref();
    this.busy.add(worker);
    return new Promise((accept, reject) => {
      const late = setTimeout(() => {
        settle();
        void worker.terminate();
        reject(this.options.tooLate());
      }, this.options.timeBudget);
      const settle = () => {
        clearTimeout(late);
        this.busy.delete(worker);
        for (const [event, heard] of Object.entries(on)) worker.off(event, heard);
      };
      const on = {
        message: (answer: Answer) => {
          settle();
          // An idle worker must not keep the program from ending.
          worker.unref();
          this.idle.push(worker);
          accept(answer);
        },
        error: (error: Error) => {
          settle();
          reject(error);
        },
        exit: (code: number) => {
          settle();
          reject(new Error(`a worker ended before it answered (${code})`));
        },
      };
      for (const [event, heard] of Object.entries(on)) worker.on(event, heard);
      worker.postMessage(task);
    });
  }

  private forget(worker: Worker): void {
    const at = this.idle.indexOf(worker);
    if (at >= 0) this.idle.splice(at, 1);
  }

  protected start(): Worker {
    // Built, the worker is plain JavaScript; from source, as in tests, it needs the same loader as the server.
    const fromSource = __filename.endsWith('.ts');
    return this.watched(
      new Worker(join(__dirname, `${this.options.file}.${fromSource ? 'ts' : 'js'}`), {
        ...(fromSource && { execArgv: ['-C', 'source', '-r', '@swc-node/register'] }),
        ...(this.options.young !== undefined && { resourceLimits: { maxYoungGenerationSizeMb: this.options.young } }),
      }),
    );
  }

  /** One that dies while idle is not asked again. */
  protected watched(worker: Worker): Worker {
    return worker.on('exit', () => this.forget(worker));
  }
}

const tooBusy = () =>
  new ProblemException({
    type: 'about:blank',
    title: 'Too much is being computed at once: try again in a moment',
    status: HttpStatus.SERVICE_UNAVAILABLE,
  });
