import { Injectable } from '@nestjs/common';
import {
  FIRST_REMOVAL_SPREAD,
  learnRemovalSpread,
  settle,
  summarize,
  type LedgerLine,
  type PlateCheck,
} from '@nimble/core';
import { toPlateCheck } from '../flex/flex.service';
import { PlateCheckRecord } from '../flex/models/plate-check.model';
import { PassForecastRecord, type PassForecastBody } from './models/pass-forecast.model';
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
    const checks = await PlateCheckRecord.findAll({ where: { buildId, retractedAt: null }, order: [['at', 'ASC']] });
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
        ...settledChecks(forecast.body, checks.filter(({ surveyId }) => surveyId === outcome.id).map(toPlateCheck)),
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

/** An ear and a counter, hearing one note twice (1). */
const NOTE_SD = 0.004;

/** What jig and ear said after the pass beside what was said before, where both were asked. */
function settledChecks({ checks: said }: PassForecastBody, came: readonly PlateCheck[]): LedgerLine[] {
  const bent = said?.flex && came.find(({ flex }) => flex?.jigId === said.flex?.jigId)?.flex;
  const heard =
    said?.pitch && came.find(({ notes }) => notes?.[said.pitch!.note] !== undefined)?.notes?.[said.pitch.note];
  return [
    ...(said?.flex && bent
      ? [settle({ quantity: 'flex', of: said.flex.jigId, forecast: said.flex.compliance, outcome: bent.compliance })]
      : []),
    ...(said?.pitch && heard
      ? [
          settle({
            quantity: 'pitch',
            of: said.pitch.note,
            forecast: said.pitch.frequency,
            outcome: { value: heard, sd: NOTE_SD * heard },
          }),
        ]
      : []),
  ];
}
