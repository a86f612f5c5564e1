/**
 * What was heard of a build: knocks on the whole plate, at stations and of bars, and the finished instrument played.
 */
import type { KnockView as KeptKnock, PlayedView as KeptPlayed } from './contract';
import { heardKnock, placedKnock, roundKnock, type RoundKnock } from '@nimble/core/voicing';
import type { HeardKnock, PlacedKnock } from '@nimble/core/knock-map';
import { useQuery, useQueryClient } from '@tanstack/react-query';
import { useMemo } from 'react';
import { outbox, useOverlay } from './bench-outbox';
import { bytesOf, get, request, upload } from './client';
import { keys } from './keys';
import type { Write } from './outbox';

/** Only here so far: the server has no sound of it yet. */
interface Waits {
  waiting?: boolean;
}

export type KnockView = KeptKnock & Waits;
export type PlayedView = KeptPlayed & Waits;
export type SoundView = KnockView | PlayedView;

/** Knocks and recordings of a build, those that still wait to be sent included. */
export function useSounds(buildId: string) {
  const writes = useOverlay();
  const query = useQuery({
    queryKey: keys.knocks(buildId),
    queryFn: () => get('/builds/{id}/knocks', { id: buildId }),
  });
  const data = useMemo(
    () => query.data && withPendingSounds(query.data, writes, buildId),
    [query.data, writes, buildId],
  );
  return { ...query, data };
}

/** What the server has, then what waits to be sent; what was taken back meanwhile counts as taken back. */
export function withPendingSounds(kept: readonly SoundView[], writes: readonly Write[], buildId: string): SoundView[] {
  const known = new Set(kept.map(({ id }) => id));
  const pending = writes.flatMap(({ path, shown }) =>
    shown && path === `/builds/${buildId}/knocks` && !known.has((shown as KnockView).id)
      ? [{ ...(shown as KnockView), waiting: true }]
      : [],
  );
  const taken = new Map(
    writes.flatMap(({ path }) => {
      const [, id, action] = /^\/knocks\/([^/]+)\/(retract|restore)$/.exec(path) ?? [];
      return id ? [[id, action === 'retract'] as const] : [];
    }),
  );
  return [...kept, ...pending].map((sound) =>
    taken.has(sound.id) ? { ...sound, retracted: taken.get(sound.id)! } : sound,
  );
}

export const isKnock = (sound: SoundView): sound is KnockView => sound.about !== 'played';
export const isPlayed = (sound: SoundView): sound is PlayedView => sound.about === 'played';

type NewKnock = Pick<KnockView, 'about' | 'round' | 'place' | 'person' | 'source' | 'analysis'>;

export function useKnockWrites(buildId: string) {
  const client = useQueryClient();
  return useMemo(() => {
    const replace = (sound: SoundView) =>
      client.setQueryData<SoundView[]>(keys.knocks(buildId), (all) => all?.map((s) => (s.id === sound.id ? sound : s)));
    return {
      /** Shown at once, sent when the server can be reached. */
      keep: (knock: NewKnock, wav: Uint8Array): KnockView => {
        const { about, round, place, person, source } = knock;
        const shown: KnockView = {
          ...knock,
          id: crypto.randomUUID(),
          buildId,
          at: new Date().toISOString(),
          options: {},
          retracted: false,
        };
        const { name, x, y, held } = place;
        const fields = {
          id: shown.id,
          at: shown.at,
          about,
          round,
          person,
          source,
          name,
          x,
          y,
          heldX: held?.x,
          heldY: held?.y,
        };
        outbox.add({
          id: crypto.randomUUID(),
          method: 'POST',
          path: `/builds/${buildId}/knocks`,
          body: fields,
          file: wav,
          shown,
          buildId,
          label: 'the knock',
        });
        return shown;
      },
      /** In its turn, so that one that still waits to be sent can be taken back as well. */
      retract: (id: string, retracted: boolean) => {
        const path = `/knocks/${id}/${retracted ? 'retract' : 'restore'}`;
        outbox.add({
          id: crypto.randomUUID(),
          method: 'POST',
          path,
          body: undefined,
          buildId,
          label: 'the taking back',
        });
        client.setQueryData<SoundView[]>(keys.knocks(buildId), (all) =>
          all?.map((s) => (s.id === id ? { ...s, retracted } : s)),
        );
      },
      hearAgain: async (id: string, from: number) => {
        replace(await request<SoundView>('POST', `/knocks/${id}/hear-again`, { from }));
      },
      /** Sent at once: a recording of minutes is no reading to be queued. */
      keepPlayed: async (played: Pick<PlayedView, 'person' | 'source' | 'place'>, sound: Blob, signal: AbortSignal) => {
        const { person, source, place } = played;
        const form = new FormData();
        const fields = { id: crypto.randomUUID(), person, source, ...place };
        for (const [name, value] of Object.entries(fields)) form.set(name, `${value}`);
        form.set('file', sound, 'played.wav');
        const kept = await upload<PlayedView>(`/builds/${buildId}/played`, form, { signal });
        client.setQueryData<SoundView[]>(keys.knocks(buildId), (all) => all && [...all, kept]);
        return kept;
      },
    };
  }, [buildId, client]);
}

/** Where a kept sound can be downloaded. */
export const soundPath = (id: string) => `/api/v1/knocks/${id}/sound`;

/** A knock by the stand-in for a microphone. */
export const simulatedKnock = (buildId: string, { x, y }: { x: number; y: number }) =>
  bytesOf(`/devices/microphone/${buildId}/knock`, 'POST', { x, y });

/** What the core takes of a knock; null of one that told nothing or was taken back. */
export const heardOf = (knock: KnockView): HeardKnock | null => (knock.retracted ? null : heardKnock(knock));

/** Knocks at stations as the map takes them. */
export const placedOf = (knocks: readonly KnockView[]): PlacedKnock[] =>
  knocks.flatMap((knock) => (knock.retracted ? [] : (placedKnock(knock) ?? [])));

/** What a voicing's rounds take of the knocks. */
export const roundKnocks = (knocks: readonly KnockView[]): RoundKnock[] =>
  knocks.filter(({ retracted }) => !retracted).map(roundKnock);
