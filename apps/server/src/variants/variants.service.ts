import { findBuild } from '../build-records/find-build';
import { Injectable } from '@nestjs/common';
import { checkBracingPlan } from '@nimble/core/bracing';
import { notFound, refusing } from '../http/problem';
import { TopVariant, type VariantBody } from './variant.model';
import type { VariantView } from './variant.view';
import type { VariantDto } from './variants.dto';

@Injectable()
export class VariantsService {
  async list(buildId: string) {
    await findBuild(buildId);
    const records = await TopVariant.findAll({ where: { buildId }, order: [['at', 'ASC']] });
    return records.map(variantView);
  }

  /** Kept under the id that the browser gave it; sent again it is renamed or kept as it is. */
  async keep(buildId: string, id: string, { name, person = '', ...sent }: VariantDto) {
    await findBuild(buildId);
    refusing('plan', () => checkBracingPlan(sent.plan));
    const existing = await TopVariant.findByPk(id);
    if (existing && existing.buildId !== buildId) throw notFound('variant');
    const body = JSON.parse(JSON.stringify(sent)) as VariantBody;
    if (existing) await existing.update({ name, body });
    else await TopVariant.create({ id, buildId, at: new Date(), person, name, body });
    return variantView((await TopVariant.findByPk(id))!);
  }

  async retract(buildId: string, id: string, retracted: boolean) {
    const record = await TopVariant.findOne({ where: { id, buildId } });
    if (!record) throw notFound('variant');
    await record.update({ retractedAt: retracted ? new Date() : null });
    return variantView(record);
  }
}

function variantView({ id, at, person, name, body, retractedAt }: TopVariant): VariantView {
  return { id, at, person, name, ...body, retracted: retractedAt !== null && retractedAt !== undefined };
}
