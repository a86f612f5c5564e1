/** A few worker threads that answer one task after another off the server's own thread; kept warm, stopped when one takes too long. */
import { join } from 'node:path';
import { Worker } from 'node:worker_threads';

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

export class WorkerPool<Task, Answer> {
  private readonly waiting: (() => void)[] = [];
  private readonly idle: Worker[] = [];
  private running = 0;

  constructor(private readonly options: PoolOptions) {}

  async run(task: Task): Promise<Answer> {
    if (this.running >= this.options.atOnce) await new Promise<void>((go) => this.waiting.push(go));
    this.running++;
    try {
      return await this.send(task);
    } finally {
      this.running--;
      this.waiting.shift()?.();
    }
  }

  private send(task: Task): Promise<Answer> {
    const worker = this.idle.pop() ?? this.start();
    worker.ref();
    return new Promise((accept, reject) => {
      const late = setTimeout(() => {
        settle();
        void worker.terminate();
        reject(this.options.tooLate());
      }, this.options.timeBudget);
      const settle = () => {
        clearTimeout(late);
        worker.removeAllListeners('message');
        worker.removeAllListeners('error');
      };
      worker.once('message', (answer: Answer) => {
        settle();
        // An idle worker must not keep the program from ending.
        worker.unref();
        this.idle.push(worker);
        accept(answer);
      });
      worker.once('error', (error) => {
        settle();
        reject(error);
      });
      worker.postMessage(task);
    });
  }

  private start(): Worker {
    // Built, the worker is plain JavaScript; from source, as in tests, it needs the same loader as the server.
    const fromSource = __filename.endsWith('.ts');
    return new Worker(join(__dirname, `${this.options.file}.${fromSource ? 'ts' : 'js'}`), {
      ...(fromSource && { execArgv: ['-C', 'source', '-r', '@swc-node/register'] }),
      ...(this.options.young !== undefined && { resourceLimits: { maxYoungGenerationSizeMb: this.options.young } }),
    });
  }
}
