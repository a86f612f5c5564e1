/** The closed box from its record: the top with all its shavings off, its air, its trims, and what was heard when. */
import { closedOf, type ClosedPlate } from '@nimble/core/closing';
import type { VoicingEvent } from '@nimble/core/voicing';
import type { TopPlan } from '@nimble/core/top';
import { useMemo } from 'react';

export function useClosed(glued: TopPlan, events: readonly VoicingEvent[]): ClosedPlate {
  const key = JSON.stringify(
    events.filter(({ kind, retracted }) => !retracted && OF_BOX.includes(kind)).map(({ id }) => id),
  );
  // The record is told by its ids: queries make new arrays of the same events.
  // eslint-disable-next-line react-hooks/exhaustive-deps
  return useMemo(() => closedOf(glued, events), [glued, key]);
}

const OF_BOX: readonly VoicingEvent['kind'][] = ['shaving', 'box', 'trim', 'resonances'];
