import { Injectable } from '@nestjs/common';
import { checkBracingPlan, emptyPlan, forecastShaping, settleShaping, type BracingPlan, type Construction, type Family } from '@nimble/core'; // prettier-ignore
import { Build } from '../builds/models/build.model';
import { conflict, notFound, refusing } from '../problem';
import { insertOnce } from '../database/insert-once';
import type { PlanDto, ShapingDto, ShapingOutcomeDto } from './bracing.dto';
import { BracingPlanRecord } from './models/bracing-plan.model';
import { ShapingRecord } from './models/shaping.model';

@Injectable()
export class BracingService {
  async plan(buildId: string): Promise<BracingPlan> {
    const build = await findBuild(buildId);
    const record = await BracingPlanRecord.findByPk(buildId);
    return record?.plan ?? emptyPlan(build.family as Family, build.construction as Construction);
  }

  async keepPlan(buildId: string, plan: PlanDto): Promise<BracingPlan> {
    await findBuild(buildId);
    refusing('', () => checkBracingPlan(plan));
    await BracingPlanRecord.upsert({ buildId, plan, updatedAt: new Date() });
    return plan;
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

async function findBuild(id: string): Promise<Build> {
  const build = await Build.findByPk(id);
  if (!build) throw notFound('build');
  return build;
}

function shapingView(record: ShapingRecord) {
  const { id, braceId, name, at, person, heardBefore, before, after, forecast, outcome, retractedAt } = record;
  const lines = outcome ? settleShaping(name, forecast, outcome) : [];
  return { id, braceId, name, at, person, heardBefore, before, after, forecast, outcome, lines, retracted: retractedAt !== null && retractedAt !== undefined }; // prettier-ignore
}
