import { findBuild } from '../build-records/find-build';
import { Injectable } from '@nestjs/common';
import type { PlaceWishesView } from './place-wishes.view';
import { applyShavings, checkGoal, isOf, type VoicingBodies, type VoicingKind } from '@nimble/core/voicing';
import { checkTrim } from '@nimble/core/closing';
import { InvalidInput } from '@nimble/core/base';
import type { ShavingOutcome } from '@nimble/core/ledger';
import { Build } from '../build-records/models/build.model';
import { topOfRecord } from '../build-records/top-of-record';
import { conflict, invalid, notFound, refusing } from '../http/problem';
import { eventsOf, eventView, shavingOutcomes } from '../build-records/events-of-record';
import { insertOnce } from '../database/insert-once';
import { ForecastingService } from './forecasting.service';
import { VoicingEvent } from '../build-records/models/voicing-event.model';

interface Sent<K extends VoicingKind> {
  id: string;
  round: number;
  person: string;
  at?: string;
  body: VoicingBodies[K];
}

@Injectable()
export class VoicingService {
  constructor(private readonly forecasting: ForecastingService) {}

  async list(buildId: string) {
    await findBuild(buildId);
    const events = await eventsOf(buildId);
    const isMissing = ({ kind, forecast, retractedAt }: VoicingEvent) =>
      kind === 'shaving' && !forecast && !retractedAt;
    if (events.some(isMissing)) this.forecasting.makeMissing(buildId);
    return events.map(eventView);
  }

  /** The same event sent twice is kept once. */
  async add<K extends VoicingKind>(buildId: string, kind: K, { id, round, person, at, body }: Sent<K>) {
    const build = await findBuild(buildId);
    const known = await VoicingEvent.findByPk(id);
    if (known && known.buildId !== buildId) throw conflict('id', 'This id belongs to another build');
    if (known) return eventView(known);
    if (kind === 'goal') refusing('body', () => checkGoal(body as VoicingBodies['goal']));
    if (kind === 'trim') refusing('body', () => checkTrim(body as VoicingBodies['trim']));
    if (kind === 'resonances') requirePair(body as VoicingBodies['resonances']);
    if (kind === 'settling') requireReading(body as VoicingBodies['settling']);
    if (kind === 'shaving') await this.checkShavings(build, body as VoicingBodies['shaving']);
    const plain = JSON.parse(JSON.stringify(body)) as VoicingBodies[K];
    const moment = at ? new Date(at) : new Date();
    await insertOnce(VoicingEvent, { id, buildId, kind, round, person, at: moment, body: plain });
    const event = await VoicingEvent.findByPk(id, { rejectOnEmpty: true });
    if (kind === 'shaving') this.forecasting.makeMissing(buildId);
    return eventView(event);
  }

  /** Wood that is not there can't come off: the braces as planned less what was shaved before. */
  private async checkShavings(build: Build, { shavings, forecast }: VoicingBodies['shaving']): Promise<void> {
    const bad = Object.entries(forecast).find(
      ([, value]) => !value || !Number.isFinite(value.value) || !(value.sd >= 0),
    );
    if (bad) throw invalid([{ field: `body.forecast.${bad[0]}`, message: 'must have a value and its doubt' }]);
    const earlier = await VoicingEvent.findAll({ where: { buildId: build.id, kind: 'shaving', retractedAt: null } });
    const before = earlier.flatMap(({ body }) => (body as VoicingBodies['shaving']).shavings);
    const top = await topOfRecord(build);
    const done = refusing('body', () =>
      applyShavings(
        top,
        before.filter((one) => isOf(top, one)),
      ),
    );
    shavings.forEach((shaving, i) => {
      try {
        applyShavings(done, [shaving]);
      } catch (error) {
        if (!(error instanceof InvalidInput)) throw error;
        throw invalid(
          [{ field: `body.${error.field.replace('shavings[0]', `shavings[${i}]`)}`, message: error.reason }],
          error.reason,
        );
      }
    });
  }

  record(person: string, but: string): Promise<ShavingOutcome[]> {
    return shavingOutcomes(person, but);
  }

  /** What this person said last of where wood may come off, on any build. */
  async placeWishes(person: string): Promise<PlaceWishesView> {
    const where = { kind: 'goal', person, retractedAt: null };
    const last = await VoicingEvent.findOne({ where, order: [['at', 'DESC']] });
    return { places: (last?.body as Partial<VoicingBodies['goal']> | undefined)?.places ?? {} };
  }

  async retract(buildId: string, id: string, retracted: boolean) {
    const event = await VoicingEvent.findOne({ where: { id, buildId } });
    if (!event) throw notFound('event');
    await event.update({ retractedAt: retracted ? new Date() : null });
    return eventView(event);
  }
}

function requirePair({ air, top }: VoicingBodies['resonances']): void {
  if (!(top > air)) throw invalid([{ field: 'body.top', message: 'must be the higher of the two notes' }]);
}

function requireReading({ turn, belly }: VoicingBodies['settling']): void {
  if ((turn ?? null) === null && (belly ?? null) === null)
    throw invalid([{ field: 'body.turn', message: 'is missing: give the turn or the belly' }]);
}
