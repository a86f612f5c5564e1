/** What was read, taken off and decided while a build's plate is voiced, and how builds compare. */
import type { PlaceWishesView, TopBendView, TopMassView } from './contract';
import type { FlexPlace, VoicingBodies, VoicingEvent, VoicingKind } from '@nimble/core/voicing';
import { useQuery, useQueryClient } from '@tanstack/react-query';
import { useMemo } from 'react';
import { outbox, useOverlay } from './bench-outbox';
import { get, request } from './client';
import { keys } from './keys';
import type { Write } from './outbox';

export type { ComparedView } from './contract';

const PENDING_MS = 1500;
const isPending = (event: VoicingEvent) => event.kind === 'shaving' && !event.retracted && event.body.pending === true;

/** Oldest first, those that still wait to be sent included. */
export function useVoicingEvents(buildId: string) {
  const writes = useOverlay();
  const query = useQuery({
    queryKey: keys.voicing(buildId),
    queryFn: () => get('/builds/{id}/voicing', { id: buildId }),
    // A forecast that the record is still making comes by itself.
    refetchInterval: ({ state }) => (state.data?.some(isPending) ? PENDING_MS : false),
  });
  const data = useMemo(
    () => query.data && withPendingEvents(query.data, writes, buildId),
    [query.data, writes, buildId],
  );
  return { ...query, data };
}

/** What the server has, then what waits; what was taken back meanwhile counts as taken back. */
export function withPendingEvents(
  kept: readonly VoicingEvent[],
  writes: readonly Write[],
  buildId: string,
): VoicingEvent[] {
  const path = `/builds/${buildId}/voicing/`;
  const own = writes
    .filter((write) => write.path.startsWith(path))
    .map((write) => ({ rest: write.path.slice(path.length), body: write.body }));
  const known = new Set(kept.map(({ id }) => id));
  const turned = new Map(
    own.flatMap(({ rest }) => {
      const [, id, action] = /^([^/]+)\/(retract|restore)$/.exec(rest) ?? [];
      return id ? [[id, action === 'retract'] as const] : [];
    }),
  );
  const waiting = own
    .filter(({ rest, body }) => !rest.includes('/') && !known.has((body as VoicingEvent).id))
    .map(({ rest, body }) => ({ ...(body as VoicingEvent), kind: rest, retracted: false }) as VoicingEvent);
  return [...kept, ...waiting].map((event) =>
    turned.has(event.id) ? { ...event, retracted: turned.get(event.id)! } : event,
  );
}

/** Outcomes of this person's shavings on all other builds. */
export const useShavingRecord = (person: string, buildId: string) =>
  useQuery({
    queryKey: keys.shavingRecord(person, buildId),
    queryFn: () => get('/shaving-record', { person, but: buildId }),
  });

/** Where this person lets wood come off, as said last on any top; null while it is fetched. */
export function usePlaceWishes(person: string): PlaceWishesView['places'] | null {
  const query = useQuery({ queryKey: keys.placeWishes(person), queryFn: () => get('/place-wishes', { person }) });
  return query.data?.places ?? (query.isFetching ? null : NOTHING_SAID);
}

const NOTHING_SAID = {};

export const useCompared = () => useQuery({ queryKey: keys.compared, queryFn: () => get('/builds-compared') });

const LABELS: Record<VoicingKind, string> = {
  goal: 'the goal',
  flex: 'the bend',
  mass: 'the weight',
  shaving: 'the shaving',
  'let-in': 'the word on the outcome',
  reduction: 'the tick',
  repair: 'the repair',
  park: 'the rest',
  'second-look': 'the second look',
  box: 'the volume of the box',
  trim: 'the trim',
  resonances: 'the two notes',
  strung: 'the strings',
  settling: 'the reading',
  outcome: 'how it turned out',
};

/** Shown at once, sent when the server can be reached. */
export function useVoicingWrites(buildId: string, person: string) {
  const client = useQueryClient();
  return useMemo(() => {
    const shown = (change: (all: VoicingEvent[]) => VoicingEvent[]) =>
      client.setQueryData<VoicingEvent[]>(keys.voicing(buildId), (all = []) => change(all));
    return {
      add: <K extends VoicingKind>(kind: K, round: number, body: VoicingBodies[K]): string => {
        const sent = { id: crypto.randomUUID(), round, at: new Date().toISOString(), person, body };
        shown((all) => [...all, { ...sent, kind, retracted: false } as VoicingEvent]);
        outbox.add({
          id: crypto.randomUUID(),
          method: 'POST',
          path: `/builds/${buildId}/voicing/${kind}`,
          body: sent,
          buildId,
          label: LABELS[kind],
        });
        return sent.id;
      },
      turn: (id: string, retract: boolean): void => {
        shown((all) => all.map((one) => (one.id === id ? { ...one, retracted: retract } : one)));
        const path = `/builds/${buildId}/voicing/${id}/${retract ? 'retract' : 'restore'}`;
        outbox.add({
          id: crypto.randomUUID(),
          method: 'POST',
          path,
          body: undefined,
          buildId,
          label: 'the taking back',
        });
      },
    };
  }, [buildId, client, person]);
}

export type VoicingWrites = ReturnType<typeof useVoicingWrites>;

/** The stand-in gauge and balance under the plate. */
export const standInBend = (buildId: string, place: FlexPlace) =>
  request<TopBendView>('POST', `/devices/top/${buildId}/bend`, { place });
export const standInWeigh = (buildId: string) => request<TopMassView>('POST', `/devices/top/${buildId}/weigh`);
