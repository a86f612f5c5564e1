import { shavedTop } from '@nimble/core/voicing';
import type { TopPlan } from '@nimble/core/top';
import type { Build } from './models/build.model';
import { topOfRecord } from './top-of-record';
import { eventsOf, eventView } from './events-of-record';

/** A build's whole top as it stands: as its records have it, less what was shaved in its rounds. */
export async function topAsShaved(build: Build): Promise<TopPlan> {
  const [top, events] = await Promise.all([topOfRecord(build), eventsOf(build.id)]);
  return shavedTop(top, events.map(eventView));
}
