/** The page's one outbox, kept in the browser's own database. */
import type { QueryClient } from '@tanstack/react-query';
import { get as load, set as save } from 'idb-keyval';
import { useSyncExternalStore } from 'react';
import { toast } from 'sonner';
import { keys } from './keys';
import { Outbox, type OutboxState, type Write } from './outbox';

const PLACE = 'nimble-spruce-outbox';

export const outbox = new Outbox({
  load: async () => (await load<Write[]>(PLACE)) ?? [],
  save: (writes) => save(PLACE, [...writes]),
});

/** Call once. After each write the server's own records are asked for again. */
export function openOutbox(client: QueryClient): void {
  void outbox.open({
    answered: ({ shown, buildId }, answer) => {
      if (shown === undefined) return;
      client.setQueryData<unknown[]>(keys.knocks(buildId), (all) => all && [...all, answer]); // once: what waits is told by its id
    },
    sent: ({ buildId }) => {
      const stillWaiting = outbox.snapshot().writes.some((write) => write.buildId === buildId);
      if (!stillWaiting) void client.invalidateQueries({ queryKey: keys.build(buildId) });
    },
    refused: (write, error) => {
      toast.error(`${write.label} was not kept: ${error.errors[0]?.message ?? error.message}`);
      void client.invalidateQueries({ queryKey: keys.build(write.buildId) });
    },
  });
  window.addEventListener('online', () => outbox.retry());
}

export function useOutbox(): OutboxState {
  return useSyncExternalStore(outbox.subscribe, outbox.snapshot);
}
