/** The page's one outbox: kept in the browser's own database, sent by one page of the browser for all. */
import type { QueryClient } from '@tanstack/react-query';
import { useMemo, useSyncExternalStore } from 'react';
import { toast } from 'sonner';
import { benchNow, ownBench } from './bench-identity';
import { browserStore } from './browser-store';
import { keys } from './keys';
import { Outbox, type OutboxState, type Write } from './outbox';
import { leadOrFollow } from './outbox-leader';
import type { SurveyReading, SurveyWithReadings } from './types';

const channel = typeof BroadcastChannel === 'undefined' ? null : new BroadcastChannel('nimble-spruce-outbox');

export const outbox = new Outbox(browserStore, {
  ownBench,
  benchNow,
  // Sounds stay where they are: the other pages need to know of what it was.
  tell: (sent) => channel?.postMessage(sent && { ...sent, file: undefined, shown: undefined, body: undefined }),
});

/** Call once. After each write the server's own records are asked for again. */
export function openOutbox(client: QueryClient): void {
  const opened = outbox.open({
    answered: ({ shown, buildId, path, body }, answer) => {
      if (shown !== undefined) client.setQueryData<unknown[]>(keys.knocks(buildId), (all) => all && [...all, answer]); // once: what waits is told by its id
      if (path === `/builds/${buildId}/plan`) {
        // An answer that is still under way is older than what was just sent.
        void client.cancelQueries({ queryKey: keys.plan(buildId) });
        client.setQueryData(keys.plan(buildId), body);
      }
      const surveyId = READINGS.exec(path)?.[1];
      if (surveyId)
        keepReadings(client, keys.survey(buildId, surveyId), (body as { readings: SurveyReading[] }).readings);
    },
    sent: ({ buildId, path }) => {
      if (outbox.snapshot().writes.some((write) => write.buildId === buildId)) return;
      // A reading's answer says all that the page needs; what others see of it is asked for when the hand rests.
      if (READINGS.test(path)) return refreshWhenResting(client, buildId);
      return askAgain(client, buildId);
    },
    held: ({ buildId }) => askAgain(client, buildId),
    refused: (write, { words, errors }) => {
      toast.error(`The server did not take ${write.label}: ${errors[0]?.message ?? words}. It is kept aside.`);
      return askAgain(client, write.buildId);
    },
  });
  if (channel) channel.onmessage = ({ data }: MessageEvent<Write | null>) => void outbox.heard(data);
  void opened.then(() => leadOrFollow(outbox));
  window.addEventListener('online', () => outbox.retry());
}

const askAgain = (client: QueryClient, buildId: string) =>
  client.invalidateQueries({ queryKey: keys.build(buildId) }, { throwOnError: true });

const READINGS = /^\/surveys\/([^/]+)\/readings$/;
const REST_MS = 1500;
const resting = new Map<string, ReturnType<typeof setTimeout>>();

function keepReadings(client: QueryClient, key: readonly unknown[], added: readonly SurveyReading[]): void {
  client.setQueryData<SurveyWithReadings>(key, (survey) => {
    if (!survey) return survey;
    const known = new Set(survey.readings.map(({ id }) => id));
    return { ...survey, readings: [...survey.readings, ...added.filter(({ id }) => !known.has(id))] };
  });
}

function refreshWhenResting(client: QueryClient, buildId: string): Promise<unknown> {
  clearTimeout(resting.get(buildId));
  const shown = [keys.surveys(buildId), keys.ledger(buildId), keys.buildLists];
  const refresh = () =>
    Promise.all(shown.map((queryKey) => client.invalidateQueries({ queryKey }, { throwOnError: true })));
  return new Promise((accept, fail) => {
    resting.set(
      buildId,
      setTimeout(() => void refresh().then(accept, fail), REST_MS),
    );
  });
}

export function useOutbox(): OutboxState {
  return useSyncExternalStore(outbox.subscribe, outbox.snapshot);
}

/** To be laid over what the server answered: what waits, and what it has since. */
export function useOverlay(): readonly Write[] {
  const { landed, writes } = useOutbox();
  return useMemo(() => [...landed, ...writes], [landed, writes]);
}
