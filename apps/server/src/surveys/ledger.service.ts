import { Injectable } from '@nestjs/common';
import { FIRST_REMOVAL_SPREAD, learnRemovalSpread, settle, summarize, type LedgerLine } from '@nimble/core';
import { PassForecastRecord } from './models/pass-forecast.model';
import { Survey } from './models/survey.model';

/** A bench scale reading grams [kg]. */
const SCALE_SD = 5e-4;
const ENOUGH_READ = 0.6;

export interface SettledPass {
  forecastId: string;
  surveyId: string;
  settledBy: string;
  at: Date;
  lines: LedgerLine[];
}

/** Puts each forecast beside the survey that came after it. */
@Injectable()
export class LedgerService {
  async ofBuild(buildId: string) {
    const [passes, removalSpread] = await Promise.all([this.settled(buildId), this.removalSpread(buildId)]);
    return { passes, removalSpread, summary: summarize(passes.flatMap((pass) => pass.lines)) };
  }

  /** How unevenly this build's tool takes off what was planned (1). */
  async removalSpread(buildId: string): Promise<number> {
    const { pairs } = await this.load(buildId);
    const removals = pairs.map(({ forecast, before, after }) => ({
      planned: before - forecast.body.meanAfter.value,
      removed: before - after.statistics.mean,
    }));
    return learnRemovalSpread(removals, FIRST_REMOVAL_SPREAD);
  }

  private async settled(buildId: string): Promise<SettledPass[]> {
    const { pairs } = await this.load(buildId);
    return pairs.map(({ forecast, outcome, after }) => ({
      forecastId: forecast.id,
      surveyId: forecast.surveyId,
      settledBy: outcome.id,
      at: forecast.at,
      lines: [
        settle({
          quantity: 'mean-thickness',
          forecast: forecast.body.meanAfter,
          outcome: {
            value: after.statistics.mean,
            sd: (after.statistics.volumeSd / after.statistics.volume) * after.statistics.mean,
          },
        }),
        ...(outcome.mass === null
          ? []
          : [
              settle({
                quantity: 'mass',
                forecast: forecast.body.massAfter,
                outcome: { value: outcome.mass, sd: SCALE_SD },
              }),
            ]),
      ],
    }));
  }

  /** Forecasts with the next survey's assessment, where that has been read far enough to count. */
  private async load(buildId: string) {
    const [forecasts, surveys] = await Promise.all([
      PassForecastRecord.findAll({ where: { buildId }, order: [['at', 'ASC']] }),
      Survey.findAll({ where: { buildId }, order: [['number', 'ASC']] }),
    ]);
    const pairs = forecasts.flatMap((forecast) => {
      const index = surveys.findIndex((survey) => survey.id === forecast.surveyId);
      const outcome = surveys[index + 1];
      const after = outcome?.assessment;
      const isLast = !forecasts.some((later) => later.surveyId === forecast.surveyId && later.at > forecast.at);
      if (!outcome || !after || !isLast || after.verdict.read < ENOUGH_READ * after.verdict.wanted) return [];
      return [{ forecast, outcome, after, before: forecast.body.meanNow }];
    });
    return { pairs };
  }
}
