/**
 * Works on explorations in a process of its own: a slice at a time, each answer kept, so that whoever comes next goes
 * on from there.
 */
import { Injectable, Logger } from '@nestjs/common';
import { solveOne, startBatch, type Batch, type BatchResult, type Solved } from '@nimble/core/explore';
import type { TopPlan } from '@nimble/core/top';
import { setImmediate as breathe } from 'node:timers/promises';
import { JobQueue, type ExplorationJob } from '../jobs/job-queue';
import { Settings } from '../settings/settings';
import { ExplorationAnswer } from './models/exploration-answer.model';
import { Exploration, UNDER_WAY } from './models/exploration.model';

/** After so long the rest goes back to the queue: others wait too [ms]. */
const USUAL_SLICE = 20_000;

@Injectable()
export class ExplorationRunner {
  private readonly logger = new Logger(ExplorationRunner.name);
  /** What this worker handed back last: if it comes to it again, it goes on where it was. */
  private left: UnderWay | null = null;

  private readonly slice: number;

  constructor(
    private readonly queue: JobQueue,
    { EXPLORATION_SLICE_MS = USUAL_SLICE }: Settings,
  ) {
    this.slice = EXPLORATION_SLICE_MS;
  }

  start(): Promise<void> {
    return this.queue.work((job) => this.run(job));
  }

  async run({ explorationId }: ExplorationJob): Promise<void> {
    const exploration = await Exploration.findByPk(explorationId);
    if (!exploration || !(await settle(explorationId, { state: 'running' }))) return;
    try {
      await this.advance(exploration);
    } catch (error) {
      this.logger.error(error);
      const problem = error instanceof Error ? error.message : String(error);
      await settle(explorationId, { state: 'failed', problem, finishedAt: new Date() });
    }
  }

  private async advance({ id, top, hold, spec }: Exploration): Promise<void> {
    const known = await answersOf(id);
    const under = this.takeUp(id, () => startBatch(top, { hold }, spec));
    let began: number | null = null;
    while (!under.step.done) {
      let answer = known.get(under.number);
      if (!answer) {
        // Counted from the first new question: coming back to where it was takes a while too.
        began ??= Date.now();
        if (Date.now() - began > this.slice) return this.handBack(under);
        await breathe();
        if (!(await isStillOpen(id))) return;
        answer = solveOne(under.step.value, { hold });
        await ExplorationAnswer.bulkCreate([{ explorationId: id, number: under.number, answer }], {
          ignoreDuplicates: true,
        });
      }
      under.step = under.batch.next(answer);
      under.number++;
    }
    await settle(id, { state: 'done', result: under.step.value, finishedAt: new Date() });
  }

  private takeUp(id: string, start: () => Batch<BatchResult>): UnderWay {
    const left = this.left?.id === id ? this.left : null;
    this.left = null;
    if (left) return left;
    const batch = start();
    return { id, batch, step: batch.next(), number: 0 };
  }

  private async handBack(under: UnderWay): Promise<void> {
    this.left = under;
    await this.queue.send({ explorationId: under.id });
  }
}

/** Where a batch has come to. */
interface UnderWay {
  id: string;
  batch: Batch<BatchResult>;
  step: IteratorResult<TopPlan, BatchResult>;
  /** Of the question that is open. */
  number: number;
}

async function isStillOpen(id: string): Promise<boolean> {
  const exploration = await Exploration.findByPk(id, { attributes: ['state'] });
  return exploration !== null && UNDER_WAY.includes(exploration.state);
}

async function answersOf(explorationId: string): Promise<Map<number, Solved>> {
  const rows = await ExplorationAnswer.findAll({ where: { explorationId }, raw: true });
  return new Map(rows.map(({ number, answer }) => [number, answer]));
}

/** Unless it was cancelled meanwhile. @returns whether it was still under way */
async function settle(
  id: string,
  change: Partial<Pick<Exploration, 'state' | 'result' | 'problem' | 'finishedAt'>>,
): Promise<boolean> {
  const [count] = await Exploration.update(change, { where: { id, state: UNDER_WAY } });
  return count > 0;
}
