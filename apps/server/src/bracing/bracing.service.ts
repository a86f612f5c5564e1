import { findBuild } from '../build-records/find-build';
import { Injectable } from '@nestjs/common';
import { checkBracingPlan, emptyPlan, forecastShaping, settleShaping, type BracingPlan } from '@nimble/core/bracing';
import { Sequelize } from 'sequelize-typescript';
import { conflict, notFound, refusing } from '../http/problem';
import { insertOnce } from '../database/insert-once';
import { changedMeanwhile, sameJson } from '../http/revision';
import type { PlanDto, ShapingDto, ShapingOutcomeDto } from './bracing.dto';
import { BracingPlanRecord } from '../build-records/models/bracing-plan.model';
import { ShapingRecord } from './models/shaping.model';
import type { ShapingView } from './shaping.view';

export interface PlanAtRevision {
  plan: BracingPlan;
  revision: number;
}

@Injectable()
export class BracingService {
  constructor(private readonly sequelize: Sequelize) {}

  /** The plan, and how often it was kept; 0 where nothing is drawn yet. */
  async plan(buildId: string): Promise<PlanAtRevision> {
    const build = await findBuild(buildId);
    const record = await BracingPlanRecord.findByPk(buildId);
    if (record) return { plan: record.plan, revision: record.revision };
    return { plan: emptyPlan(build.family, build.construction), revision: 0 };
  }

  /**
   * @param basedOn the revision that the plan was drawn upon; null takes what stands
   * @throws 412 where another one was kept since
   */
  async keepPlan(buildId: string, plan: PlanDto, basedOn: number | null): Promise<PlanAtRevision> {
    await findBuild(buildId);
    refusing('', () => checkBracingPlan(plan));
    return this.sequelize.transaction(async (transaction) => {
      const updatedAt = new Date();
      const isNew = await insertOnce(BracingPlanRecord, { buildId, plan, updatedAt }, { transaction, key: 'build_id' });
      if (isNew) return { plan, revision: 1 };
      const lock = transaction.LOCK.UPDATE;
      const record = await BracingPlanRecord.findByPk(buildId, { transaction, lock, rejectOnEmpty: true });
      if (sameJson(record.plan, plan)) return { plan, revision: record.revision };
      if (basedOn !== null && basedOn < record.revision) throw changedMeanwhile(['plan']);
      const revision = record.revision + 1;
      await record.update({ plan, revision, updatedAt }, { transaction });
      return { plan, revision };
    });
  }

  async shapings(buildId: string) {
    await findBuild(buildId);
    const records = await ShapingRecord.findAll({ where: { buildId }, order: [['at', 'ASC']] });
    return records.map(shapingView);
  }

  /** The forecast is made here, before the outcome can be known. The same step sent twice is kept once. */
  async addShaping(buildId: string, { before, after, heardBefore = null, ...rest }: ShapingDto) {
    await findBuild(buildId);
    const forecast = refusing('', () => forecastShaping(before, after, heardBefore));
    await insertOnce(ShapingRecord, {
      ...rest,
      buildId,
      name: after.name,
      at: new Date(),
      before,
      after,
      heardBefore,
      forecast,
    });
    return shapingView(await this.find(buildId, rest.id));
  }

  async addOutcome(buildId: string, id: string, { removed = null, frequency = null }: ShapingOutcomeDto) {
    const record = await this.find(buildId, id);
    if (record.outcome) throw conflict('outcome', 'This step has its outcome: take the step back to correct it');
    await record.update({ outcome: { removed, frequency }, outcomeAt: new Date() });
    return shapingView(record);
  }

  async retract(buildId: string, id: string, retracted: boolean) {
    const record = await this.find(buildId, id);
    await record.update({ retractedAt: retracted ? new Date() : null });
    return shapingView(record);
  }

  private async find(buildId: string, id: string): Promise<ShapingRecord> {
    const record = await ShapingRecord.findOne({ where: { id, buildId } });
    if (!record) throw notFound('step of shaping');
    return record;
  }
}

function shapingView(record: ShapingRecord): ShapingView {
  const { id, braceId, name, at, person, heardBefore, before, after, forecast, outcome, retractedAt } = record;
  const lines = outcome ? settleShaping(name, forecast, outcome) : [];
  return {
    id,
    braceId,
    name,
    at,
    person,
    heardBefore,
    before,
    after,
    forecast,
    outcome,
    lines,
    retracted: retractedAt !== null && retractedAt !== undefined,
  };
}
