import { Injectable } from '@nestjs/common';
import { asShaved, checkGoal, InvalidInput, type BracingPlan, type Shaving, type ShavingOutcome } from '@nimble/core';
import { Op } from 'sequelize';
import { Build } from '../builds/models/build.model';
import { topOfRecord } from '../explorations/top-of-record';
import { conflict, invalid, notFound, refusing } from '../problem';
import { VoicingEvent, type VoicingBodies, type VoicingKind } from './voicing-event.model';

interface Sent<K extends VoicingKind> {
  id: string;
  round: number;
  person: string;
  at?: string;
  body: VoicingBodies[K];
}

@Injectable()
export class RoundsService {
  async list(buildId: string) {
    await findBuild(buildId);
    const events = await VoicingEvent.findAll({ where: { buildId }, order: [['at', 'ASC'], ['round', 'ASC']] }); // prettier-ignore
    return events.map(eventView);
  }

  /** The same event sent twice is kept once. */
  async add<K extends VoicingKind>(buildId: string, kind: K, { id, round, person, at, body }: Sent<K>) {
    const build = await findBuild(buildId);
    const known = await VoicingEvent.findByPk(id);
    if (known && known.buildId !== buildId) throw conflict('id', 'This id belongs to another build');
    if (known) return eventView(known);
    if (kind === 'goal') refusing('body', () => checkGoal(body as VoicingBodies['goal']));
    if (kind === 'shaving') await this.checkShavings(build, body as VoicingBodies['shaving']);
    const plain = JSON.parse(JSON.stringify(body)) as VoicingBodies[K];
    const event = await VoicingEvent.create({ id, buildId, kind, round, person, at: at ? new Date(at) : new Date(), body: plain });
    return eventView(event);
  } // prettier-ignore

  /** Wood that is not there can't come off: the braces as planned less what was shaved before. */
  private async checkShavings(build: Build, { shavings, forecast }: VoicingBodies['shaving']): Promise<void> {
    const bad = Object.entries(forecast).find(([, value]) => !value || !Number.isFinite(value.value) || !(value.sd >= 0));
    if (bad) throw invalid([{ field: `body.forecast.${bad[0]}`, message: 'must have a value and its doubt' }]);
    const earlier = await VoicingEvent.findAll({ where: { buildId: build.id, kind: 'shaving', retractedAt: null } });
    const before = earlier.flatMap(({ body }) => (body as VoicingBodies['shaving']).shavings);
    const top = await topOfRecord(build);
    const done = refusing('body', () => asShaved(top, before.filter((one) => isOf(top.plan, one))));
    shavings.forEach((shaving, i) => {
      try {
        asShaved(done, [shaving]);
      } catch (error) {
        if (!(error instanceof InvalidInput)) throw error;
        throw invalid([{ field: `body.${error.field.replace('shavings[0]', `shavings[${i}]`)}`, message: error.reason }], error.reason);
      }
    });
  } // prettier-ignore

  async record(person: string, but: string): Promise<ShavingOutcome[]> {
    const events = await VoicingEvent.findAll({
      where: { kind: 'shaving', retractedAt: null, ...(person && { person }), ...(isUuid(but) && { buildId: { [Op.ne]: but } }) },
      order: [['at', 'ASC']],
    }); // prettier-ignore
    return events.flatMap(({ body }) => (body as VoicingBodies['shaving']).settled);
  }

  async retract(buildId: string, id: string, retracted: boolean) {
    const event = await VoicingEvent.findOne({ where: { id, buildId } });
    if (!event) throw notFound('event');
    await event.update({ retractedAt: retracted ? new Date() : null });
    return eventView(event);
  }
}

const isUuid = (text: string) => /^[0-9a-f-]{36}$/i.test(text);
/** A brace that was taken out of the plan since took its shavings with it. */
const isOf = ({ braces }: BracingPlan, { place }: Shaving) => place.kind === 'plate' || braces.some(({ id }) => id === place.id); // prettier-ignore

async function findBuild(id: string): Promise<Build> {
  const build = await Build.findByPk(id);
  if (!build) throw notFound('build');
  return build;
}

function eventView({ id, round, kind, at, person, body, retractedAt }: VoicingEvent) {
  return { id, round, kind, at, person, body, retracted: retractedAt !== null && retractedAt !== undefined };
}
