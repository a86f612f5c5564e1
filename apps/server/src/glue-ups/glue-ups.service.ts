import { findBuild } from '../build-records/find-build';
import { Injectable } from '@nestjs/common';
import type { GlueTimes } from '@nimble/core/glue';
import { invalid, notFound } from '../http/problem';
import { GlueUpRecord } from './glue-up.model';
import type { GlueUpView } from './glue-up.view';
import type { GlueUpDto } from './glue-ups.dto';

@Injectable()
export class GlueUpsService {
  async list(buildId: string) {
    await findBuild(buildId);
    const records = await GlueUpRecord.findAll({ where: { buildId }, order: [['at', 'ASC']] });
    return records.map(glueUpView);
  }

  /**
   * Kept under the id that the browser gave it, so that each press of a button, sent late or twice, lands on the same
   * glue-up.
   */
  async keep(buildId: string, id: string, { person, ...body }: GlueUpDto) {
    await findBuild(buildId);
    const existing = await GlueUpRecord.findByPk(id);
    if (existing && existing.buildId !== buildId) throw notFound('glue-up');
    const { spreadAt, pressedAt = null, releasedAt = null } = body.times;
    const times = { spreadAt, pressedAt, releasedAt };
    checkTimes(times);
    await GlueUpRecord.upsert({ id, buildId, at: new Date(times.spreadAt), person, body: { ...body, times } });
    return glueUpView((await GlueUpRecord.findByPk(id))!);
  }

  async retract(buildId: string, id: string, retracted: boolean) {
    const record = await GlueUpRecord.findOne({ where: { id, buildId } });
    if (!record) throw notFound('glue-up');
    await record.update({ retractedAt: retracted ? new Date() : null });
    return glueUpView(record);
  }
}

function checkTimes({ spreadAt, pressedAt, releasedAt }: GlueTimes): void {
  if (pressedAt !== null && pressedAt < spreadAt)
    throw invalid([{ field: 'times.pressedAt', message: 'lies before the glue was spread' }]);
  if (releasedAt !== null && !(pressedAt !== null && releasedAt >= pressedAt))
    throw invalid([{ field: 'times.releasedAt', message: 'lies before it was pressed' }]);
}

function glueUpView({ id, at, person, body, retractedAt }: GlueUpRecord): GlueUpView {
  return { id, at, person, ...body, retracted: retractedAt !== null && retractedAt !== undefined };
}
