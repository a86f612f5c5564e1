import { Injectable, Logger, type BeforeApplicationShutdown } from '@nestjs/common';
import { priorSpread, roundKnock, type KeptKnock, type VoicingBodies, type VoicingFacts } from '@nimble/core/voicing';
import { woodSpread } from '@nimble/core/explore';
import type { KeptAnalysis } from '@nimble/core/sound';
import { Op } from 'sequelize';
import { Build } from '../build-records/models/build.model';
import { WorkerPool } from '../compute/worker-pool';
import { topOfRecord } from '../build-records/top-of-record';
import { KnockRecord } from '../build-records/models/knock.model';
import { eventsOf, eventView, shavingOutcomes } from '../build-records/events-of-record';
import type { ForecastAnswer, ForecastTask } from './forecast-task';
import { VoicingEvent, type KeptForecast } from '../build-records/models/voicing-event.model';

const TIME_BUDGET_MS = 60_000;
/** A record that makes the worker fail so often gets no forecast. */
const MOST_TRIES = 3;

/**
 * What the record itself foretells of each shaving, made off the request's thread from all that stood before it:
 * neither a page that was closed too soon nor one that knew too little leaves it empty. Whoever asks for the record has
 * made what is still missing.
 */
@Injectable()
export class ForecastingService implements BeforeApplicationShutdown {
  private readonly logger = new Logger(ForecastingService.name);
  private readonly underWay = new Map<string, Promise<void>>();
  private readonly failed = new Map<string, number>();
  private closing = false;
  private readonly pool = new WorkerPool<ForecastTask, ForecastAnswer>({
    file: '../voicing/forecast.worker',
    atOnce: 1,
    timeBudget: TIME_BUDGET_MS,
    tooLate: () => new Error('The forecast took too long'),
  });

  /** Goes on by itself; asked again meanwhile it does nothing. */
  makeMissing(buildId: string): void {
    if (this.underWay.has(buildId)) return;
    const work = this.forecastAll(buildId)
      .catch((error: unknown) => this.closing || this.logger.error(error))
      .then(() => void this.underWay.delete(buildId));
    this.underWay.set(buildId, work);
  }

  async beforeApplicationShutdown(): Promise<void> {
    this.closing = true;
    await Promise.all(this.underWay.values());
    await this.pool.close();
  }

  /** One after another: each rests on the forecasts before it. */
  private async forecastAll(buildId: string): Promise<void> {
    for (let next = await missing(buildId); next && !this.closing; next = await missing(buildId)) {
      const forecast = await this.forecast(next);
      await VoicingEvent.update({ forecast }, { where: { id: next.id, forecast: null } });
    }
  }

  private async forecast(event: VoicingEvent): Promise<KeptForecast> {
    const { shavings, forecast: sent, settled } = event.body as VoicingBodies['shaving'];
    const asSent = (unforetold: string) => ({ forecast: sent ?? {}, settled: settled ?? [], unforetold });
    try {
      const { forecast, refused } = await this.pool.run({
        facts: await factsBefore(event),
        round: event.round,
        shavings,
      });
      return forecast ?? asSent(refused ?? '');
    } catch (error) {
      const tries = (this.failed.get(event.id) ?? 0) + 1;
      this.failed.set(event.id, tries);
      if (tries < MOST_TRIES) throw error;
      this.logger.error(error);
      return asSent((error as Error).message);
    }
  }
}

const missing = (buildId: string): Promise<VoicingEvent | null> =>
  VoicingEvent.findOne({
    where: { buildId, kind: 'shaving', forecast: null, retractedAt: null },
    order: [
      ['at', 'ASC'],
      ['round', 'ASC'],
    ],
  });

/** All that stood when the plane was laid down. */
async function factsBefore({ id, buildId, person, at }: VoicingEvent): Promise<VoicingFacts> {
  const build = await Build.findByPk(buildId, { rejectOnEmpty: true });
  const [top, all, heard, record] = await Promise.all([
    topOfRecord(build),
    eventsOf(buildId),
    KnockRecord.findAll({
      where: { buildId, about: { [Op.ne]: 'played' }, retractedAt: null, at: { [Op.lte]: at } },
      order: [['at', 'ASC']],
    }),
    shavingOutcomes(person, buildId),
  ]);
  return {
    top,
    prior: priorSpread(woodSpread(build.wood)),
    events: all
      .slice(
        0,
        all.findIndex((event) => event.id === id),
      )
      .map(eventView),
    knocks: heard.map((knock) => roundKnock(keptKnock(knock))),
    record,
    barsWished: (build.choices.bars ?? []).some(({ goal }) => goal !== null),
  };
}

const keptKnock = ({ id, round, about, place, analysis }: KnockRecord): KeptKnock => ({
  id,
  round,
  about: about as KeptKnock['about'],
  place,
  analysis: analysis as KeptAnalysis,
});
