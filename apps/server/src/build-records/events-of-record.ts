/** Events of a voicing as the record has them, with its own forecasts laid over what the pages sent. */
import { outcomesKept, type VoicingBodies, type VoicingEvent as VoicingEventView } from '@nimble/core/voicing';
import type { ShavingOutcome } from '@nimble/core/ledger';
import { Op } from 'sequelize';
import { VoicingEvent } from './models/voicing-event.model';

export function eventView(event: VoicingEvent): VoicingEventView {
  const { id, round, kind, at, person, retractedAt } = event;
  const retracted = retractedAt !== null && retractedAt !== undefined;
  const body = kind === 'shaving' ? forecastBody(event) : event.body;
  return { id, round, kind, at: at.toISOString(), person, body, retracted } as VoicingEventView;
}

function forecastBody({ body, forecast }: VoicingEvent): VoicingBodies['shaving'] {
  const sent = body as VoicingBodies['shaving'];
  return forecast ? { ...sent, ...forecast } : { ...sent, pending: true };
}

export const eventsOf = (buildId: string): Promise<VoicingEvent[]> =>
  VoicingEvent.findAll({
    where: { buildId },
    order: [
      ['at', 'ASC'],
      ['round', 'ASC'],
    ],
  });

/** What shavings did against what was said of them. @param person of all when empty @param but leaves out a build */
export async function shavingOutcomes(person: string, but: string): Promise<ShavingOutcome[]> {
  const others = isUuid(but) ? { buildId: { [Op.ne]: but } } : {};
  const where = { kind: 'shaving', retractedAt: null, ...(person && { person }), ...others };
  const shaved = await VoicingEvent.findAll({ where, attributes: ['buildId'], group: 'buildId', raw: true });
  const builds = await Promise.all(shaved.map(({ buildId }) => eventsOf(buildId)));
  const isTheirs = (event: VoicingEventView) => event.kind !== 'shaving' || !person || event.person === person;
  return builds.flatMap((events) => outcomesKept(events.map(eventView).filter(isTheirs)));
}

const isUuid = (text: string) => /^[0-9a-f-]{36}$/i.test(text);
