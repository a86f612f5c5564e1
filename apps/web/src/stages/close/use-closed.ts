/** The closed box from its record: the top with all its shavings off, its air, its trims, and what was heard when. */
import { shavedTop, standingEvents, type VoicingEvent } from '@nimble/core/voicing';
import type { ClosedBox } from '@nimble/core/closing';
import type { TopPlan } from '@nimble/core/top';
import { useMemo } from 'react';

export interface ClosedPlate {
  top: TopPlan;
  volume: number | null;
  /** Null until its air is known. */
  box: ClosedBox | null;
}

export function useClosed(glued: TopPlan, events: readonly VoicingEvent[]): ClosedPlate {
  const key = JSON.stringify(
    events.filter(({ kind, retracted }) => !retracted && OF_BOX.includes(kind)).map(({ id }) => id),
  );
  // The record is told by its ids: queries make new arrays of the same events.
  // eslint-disable-next-line react-hooks/exhaustive-deps
  return useMemo(() => closedOf(glued, events), [glued, key]);
}

const OF_BOX: readonly VoicingEvent['kind'][] = ['shaving', 'box', 'trim', 'resonances'];

export function closedOf(glued: TopPlan, events: readonly VoicingEvent[]): ClosedPlate {
  const top = shavedTop(glued, events);
  const volume = standingEvents(events, 'box').at(-1)?.body.volume ?? null;
  if (volume === null) return { top, volume, box: null };
  const trims = standingEvents(events, 'trim');
  const heard = standingEvents(events, 'resonances').at(-1);
  return {
    top,
    volume,
    box: {
      top,
      volume,
      trims: trims.map(({ body }) => body),
      heard: heard
        ? { air: heard.body.air, top: heard.body.top, after: trims.filter(({ at }) => at < heard.at).length }
        : null,
    },
  };
}
