import { Injectable } from '@nestjs/common';
import { followedBy, forecastCheck } from '@nimble/core/graduation';
import { NO_CHOICES } from '@nimble/core/project';
import type { PassTaken, Taken } from '@nimble/core/verdict';
import { Build } from '../build-records/models/build.model';
import { insertOnce } from '../database/insert-once';
import { FlexService } from '../flex/flex.service';
import { invalid, notFound } from '../http/problem';
import { VerdictsService } from '../verdicts/verdicts.service';
import type { TakePassDto } from './dto/survey.dto';
import { PassRecord } from '../build-records/models/pass.model';
import { Survey } from '../build-records/models/survey.model';
import { standingPasses } from '../build-records/plate-state';
import { passView } from '../build-records/survey.mapper';

/** Wood taken off, kept as it was taken: with what was advised, and with what is foretold of it before anyone looks. */
@Injectable()
export class PassesService {
  constructor(
    private readonly verdicts: VerdictsService,
    private readonly flex: FlexService,
  ) {}

  async list(buildId: string) {
    const rows = await PassRecord.findAll({ where: { buildId }, order: [['at', 'ASC']] });
    const standing = new Set((await standingPasses({ buildId })).map(({ id }) => id));
    return rows.map((row) => passView(row, standing.has(row.id)));
  }

  /** The same pass sent twice is kept once. A correction names the pass that it replaces. */
  async take(surveyId: string, dto: TakePassDto) {
    const survey = await findSurvey(surveyId);
    const known = await PassRecord.findByPk(dto.id);
    if (known) return this.list(survey.buildId);
    const earlier = await this.earlier(survey, dto.supersedes ?? null);
    const build = await Build.findByPk(survey.buildId, { rejectOnEmpty: true });
    const own = { tool: dto.tool ?? build.tool, taken: dto.taken as Taken };
    const { summary, taken } = await this.verdicts.forecast(survey, [...earlier, own]);
    if (!summary || !taken) throw invalid([{ field: 'survey', message: 'has no readings yet: read the plate first' }]);
    const followed = followedBy({ ...NO_CHOICES, ...build.choices.rules });
    const checks = forecastCheck(await this.flex.plateChecks(build.id), taken.forecast.meanAfter, followed);
    await insertOnce(PassRecord, {
      id: dto.id,
      buildId: build.id,
      surveyId,
      at: dto.at ? new Date(dto.at) : new Date(),
      person: dto.person,
      ...own,
      planned: summary.steps,
      forecast: { ...taken.forecast, meanNow: summary.statistics.mean, checks, reach: summary.reach?.value ?? 0 },
      depths: taken.depths,
      supersedes: dto.supersedes ?? null,
    });
    await this.verdicts.markBuild(build.id);
    return this.list(build.id);
  }

  /** A pass that was never made no longer counts; it stays in the record. */
  async retract(id: string, retracted: boolean) {
    const pass = await PassRecord.findByPk(id);
    if (!pass) throw notFound('pass');
    await pass.update({ retractedAt: retracted ? new Date() : null });
    await this.verdicts.markBuild(pass.buildId);
    return this.list(pass.buildId);
  }

  /** What came off since the survey before this pass, without the one that it corrects. */
  private async earlier(survey: Survey, supersedes: string | null): Promise<PassTaken[]> {
    const passes = await standingPasses({ surveyId: survey.id });
    if (supersedes !== null && !passes.some(({ id }) => id === supersedes))
      throw invalid([{ field: 'supersedes', message: 'names no pass that stands after this survey' }]);
    return passes
      .filter(({ id }) => id !== supersedes)
      .flatMap(({ tool, taken }) => (tool && taken ? [{ tool, taken }] : []));
  }
}

async function findSurvey(id: string): Promise<Survey> {
  const survey = await Survey.findByPk(id);
  if (!survey) throw notFound('survey');
  return survey;
}
