/**
 * What others change, as it happens: one page of the browser hears it from the server and tells the rest, so that many
 * open pages do not use up the browser's few lines to one server.
 */
import type { QueryClient } from '@tanstack/react-query';
import { keys } from './keys';

const LOCK = 'nimble-spruce-changes';
const CHANNEL = 'nimble-spruce-changes';
/** What comes close together is asked for once. */
const GATHERED_MS = 400;
/** A page's own write comes back within this. */
const ECHO_MS = 4000;
const AGAIN_AFTER_MS = 10_000;

const awaited = new Map<string, number>();

/** This page writes to a build: it asks again by itself, and need not be told. */
export function expectEcho(buildId: string): void {
  awaited.set(buildId, (awaited.get(buildId) ?? 0) + 1);
  setTimeout(() => isEcho(buildId), ECHO_MS);
}

function isEcho(buildId: string): boolean {
  const count = awaited.get(buildId) ?? 0;
  if (count <= 1) awaited.delete(buildId);
  else awaited.set(buildId, count - 1);
  return count > 0;
}

/** Call once. */
export function hearChanges(client: QueryClient): void {
  if (!navigator.locks || typeof EventSource === 'undefined') return;
  const gathered = new Set<string>();
  const refresh = () => {
    for (const of of gathered) void client.invalidateQueries(queriesOf(of));
    gathered.clear();
  };
  const heard = (of: string) => {
    if (isEcho(of)) return;
    if (gathered.size === 0) setTimeout(refresh, GATHERED_MS);
    gathered.add(of);
  };
  const channel = new BroadcastChannel(CHANNEL);
  channel.onmessage = ({ data }: MessageEvent<string>) => heard(data);
  const toAll = (of: string) => {
    channel.postMessage(of);
    heard(of);
  };
  void navigator.locks.request(LOCK, async () => {
    listen(toAll);
    await new Promise(() => undefined); // until the page closes
  });
}

function listen(tell: (of: string) => void): void {
  const source = new EventSource('/api/v1/changes');
  let wasLost = false;
  source.onopen = () => {
    // What happened meanwhile is not known.
    if (wasLost) tell('all');
    wasLost = false;
  };
  source.onerror = () => {
    wasLost = true;
    // Turned away at the door, it does not try again by itself.
    if (source.readyState === EventSource.CLOSED) setTimeout(() => listen(tell), AGAIN_AFTER_MS);
  };
  source.onmessage = ({ data }: MessageEvent<string>) => tell((JSON.parse(data) as { of: string }).of);
}

/** Of the door nothing changes by what is done at the bench. */
const AT_THE_DOOR: readonly unknown[] = [keys.signIn[0], keys.health[0], keys.shop[0]];

function queriesOf(of: string) {
  if (of === 'all') return {};
  const isMeant = ([first, second]: readonly unknown[]) =>
    of === 'bench'
      ? first !== keys.builds[0] && !AT_THE_DOOR.includes(first)
      : first === keys.builds[0] && (second === of || second === keys.buildLists[1]);
  return { predicate: ({ queryKey }: { queryKey: readonly unknown[] }) => isMeant(queryKey) };
}
