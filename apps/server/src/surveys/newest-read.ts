import type { AssessmentSummary } from '@nimble/core';
import { Op } from 'sequelize';
import { Survey } from './models/survey.model';

/** The newest survey of a build in which anything was read, with what it said. */
export async function newestRead(buildId: string): Promise<{ survey: Survey; assessment: AssessmentSummary } | null> {
  const survey = await Survey.findOne({
    where: { buildId, assessment: { [Op.ne]: null } },
    order: [['number', 'DESC']],
  });
  return survey?.assessment ? { survey, assessment: survey.assessment } : null;
}
