import { findBuild } from '../build-records/find-build';
import { Injectable } from '@nestjs/common';
import { batchSize, checkBatch, type BatchSpec } from '@nimble/core/explore';
import { col, fn } from 'sequelize';
import { Sequelize } from 'sequelize-typescript';
import { distinctUntilChanged, from, map, switchMap, timer, type Observable } from 'rxjs';
import { JobQueue } from '../jobs/job-queue';
import { notFound, refusing } from '../http/problem';
import { topAsShaved } from '../build-records/top-as-shaved';
import type { ExplorationInputsView, ExplorationView, ExplorationWithResultView } from './exploration.view';
import type { ExplorationDto } from './explorations.dto';
import { ExplorationAnswer } from './models/exploration-answer.model';
import { Exploration, UNDER_WAY } from './models/exploration.model';

/** How often a page that looks on is told [ms]. */
const TELL_EVERY = 700;

@Injectable()
export class ExplorationsService {
  constructor(
    private readonly queue: JobQueue,
    private readonly sequelize: Sequelize,
  ) {}

  /** The same one sent twice is started once. */
  async start(buildId: string, { id, person = '', hold, spec: sent }: ExplorationDto) {
    const build = await findBuild(buildId);
    const existing = await Exploration.findOne({ where: { id, buildId } });
    if (existing) return this.show(buildId, id);
    const spec = JSON.parse(JSON.stringify(sent)) as BatchSpec;
    const top = await topAsShaved(build);
    refusing('spec', () => checkBatch(top, hold, spec));
    const record = { id, buildId, at: new Date(), person, spec, hold, top, total: batchSize(spec), state: 'waiting' };
    await this.sequelize.transaction(async (transaction) => {
      await Exploration.create(record, { transaction });
      await this.queue.send({ explorationId: id }, transaction);
    });
    return this.show(buildId, id);
  }

  /** Without results: those are asked for one by one. */
  async list(buildId: string): Promise<ExplorationView[]> {
    await findBuild(buildId);
    const records = await Exploration.findAll({
      where: { buildId },
      attributes: { exclude: ['top', 'result'] },
      order: [['at', 'DESC']],
    });
    const done = await counts(records.map(({ id }) => id));
    return records.map((record) => progressView(record, done.get(record.id) ?? 0));
  }

  async show(buildId: string, id: string): Promise<ExplorationWithResultView> {
    const record = await this.find(buildId, id);
    const done = await ExplorationAnswer.count({ where: { explorationId: id } });
    return { ...progressView(record, done), result: record.result };
  }

  /** With what it started from, so that anyone can reckon it again. */
  async inputs(buildId: string, id: string): Promise<ExplorationInputsView> {
    const { spec, hold, top } = await this.find(buildId, id);
    return { spec, hold, top };
  }

  async cancel(buildId: string, id: string) {
    await this.find(buildId, id);
    await Exploration.update({ state: 'cancelled', finishedAt: new Date() }, { where: { id, state: UNDER_WAY } });
    return this.show(buildId, id);
  }

  /** What was cancelled or broke goes on from the answers it has. */
  async goOn(buildId: string, id: string) {
    await this.find(buildId, id);
    await this.sequelize.transaction(async (transaction) => {
      const again = { state: 'waiting', problem: null, finishedAt: null };
      const [count] = await Exploration.update(again, { where: { id, state: ['cancelled', 'failed'] }, transaction });
      if (count > 0) await this.queue.send({ explorationId: id }, transaction);
    });
    return this.show(buildId, id);
  }

  /** The list again whenever it has changed. */
  stream(buildId: string): Observable<object> {
    return timer(0, TELL_EVERY).pipe(
      switchMap(() => from(this.list(buildId))),
      distinctUntilChanged((a, b) => JSON.stringify(a) === JSON.stringify(b)),
      map((explorations) => ({ explorations })),
    );
  }

  private async find(buildId: string, id: string): Promise<Exploration> {
    const record = await Exploration.findOne({ where: { id, buildId } });
    if (!record) throw notFound('exploration');
    return record;
  }
}

async function counts(ids: readonly string[]): Promise<Map<string, number>> {
  const rows = (await ExplorationAnswer.findAll({
    where: { explorationId: [...ids] },
    attributes: ['explorationId', [fn('count', col('number')), 'answers']],
    group: ['explorationId'],
    raw: true,
  })) as unknown as { explorationId: string; answers: string }[];
  return new Map(rows.map(({ explorationId, answers }) => [explorationId, Number(answers)]));
}

function progressView(
  { id, at, person, spec, hold, state, total, problem, finishedAt }: Exploration,
  done: number,
): ExplorationView {
  return {
    id,
    at,
    person,
    spec,
    hold,
    state,
    total,
    problem,
    finishedAt,
    done: state === 'done' ? total : Math.min(done, total),
  };
}
