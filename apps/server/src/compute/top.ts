import { HttpStatus, Injectable, type OnApplicationShutdown } from '@nestjs/common';
import { InvalidInput } from '@nimble/core/base';
import type { TopInput, TopModeKind } from '@nimble/core/shell';
import { ProblemException, refusedByCore } from '../http/problem';
import { WorkerPool } from './worker-pool';

export type TopTask = TopInput;

export interface SolvedTop {
  kind: 'solved';
  /** Stopped: the modes are the best so far. */
  status: 'converged' | 'stopped';
  modes: { frequency: number; kind: TopModeKind; modalMass: number }[];
  deflections: number[][];
  mass: number;
  degreesOfFreedom: number;
  elapsedMs: number;
}

export type TopAnswer = SolvedTop | { kind: 'refused'; field: string; received: string; reason: string };

/** Solves tops off the server's own thread. */
@Injectable()
export class TopSolver implements OnApplicationShutdown {
  private readonly pool = new WorkerPool<TopTask, TopAnswer>({
    file: 'top.worker',
    atOnce: 2,
    timeBudget: 60_000,
    tooLate: () =>
      new ProblemException({
        type: 'about:blank',
        title: 'The top took longer than a minute to solve: choose a larger mesh size',
        status: HttpStatus.UNPROCESSABLE_ENTITY,
      }),
  });

  /** @throws ProblemException for what can't be, or takes longer than its time budget */
  async solve(top: TopInput): Promise<Omit<SolvedTop, 'kind'>> {
    const answer = await this.pool.run(top);
    if (answer.kind === 'refused') throw refusedByCore(new InvalidInput(answer.field, answer.received, answer.reason));
    const { kind: _, ...solved } = answer;
    return solved;
  }

  onApplicationShutdown(): Promise<void> {
    return this.pool.close();
  }
}
