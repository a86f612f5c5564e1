/** Works on explorations in a process of its own: a slice at a time, each answer kept, so that whoever comes next goes on from there. */
import { Injectable, Logger } from '@nestjs/common';
import { solveOne, startBatch, type BatchResult, type Solved } from '@nimble/core';
import { setImmediate as breathe } from 'node:timers/promises';
import { JobQueue, type ExplorationJob } from '../jobs/job-queue';
import { ExplorationAnswer } from './models/exploration-answer.model';
import { Exploration } from './models/exploration.model';

/** After so long the rest goes back to the queue: others wait too [ms]. */
const SLICE = 20_000;

@Injectable()
export class ExplorationRunner {
  private readonly logger = new Logger(ExplorationRunner.name);

  constructor(private readonly queue: JobQueue) {}

  start(): Promise<void> {
    return this.queue.work((job) => this.run(job));
  }

  async run({ explorationId }: ExplorationJob): Promise<void> {
    const exploration = await Exploration.findByPk(explorationId);
    if (!exploration || !isOpen(exploration)) return;
    await exploration.update({ state: 'running' });
    try {
      await this.advance(exploration);
    } catch (error) {
      this.logger.error(error);
      const problem = error instanceof Error ? error.message : String(error);
      await exploration.update({ state: 'failed', problem, finishedAt: new Date() });
    }
  }

  private async advance(exploration: Exploration): Promise<void> {
    const { id, top, hold, spec } = exploration;
    const began = Date.now();
    const known = await answersOf(id);
    const batch = startBatch(top, { hold }, spec);
    let step = batch.next();
    for (let number = 0; !step.done; number++) {
      let answer = known.get(number);
      if (!answer) {
        if (Date.now() - began > SLICE) return this.queue.send({ explorationId: id });
        await breathe();
        await exploration.reload({ attributes: ['state'] });
        if (!isOpen(exploration)) return;
        answer = solveOne(step.value, { hold });
        await ExplorationAnswer.bulkCreate([{ explorationId: id, number, answer }], { ignoreDuplicates: true });
      }
      step = batch.next(answer);
    }
    await finish(id, step.value);
  }
}

const isOpen = ({ state }: Exploration) => state === 'waiting' || state === 'running';

async function answersOf(explorationId: string): Promise<Map<number, Solved>> {
  const rows = await ExplorationAnswer.findAll({ where: { explorationId }, raw: true });
  return new Map(rows.map(({ number, answer }) => [number, answer]));
}

/** Unless it was cancelled meanwhile. */
async function finish(id: string, result: BatchResult): Promise<void> {
  await Exploration.update(
    { state: 'done', result, finishedAt: new Date() },
    { where: { id, state: ['waiting', 'running'] } },
  );
}
