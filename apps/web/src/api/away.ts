/** Whether what is shown is what this device saw last, because the server can't be reached. */
import { useSyncExternalStore } from 'react';

/** The moment that the newest of what is shown is of [ms]; null while the server answers. */
let shownOf: number | null = null;
const listeners = new Set<() => void>();

export function noteAway(at: number | null): void {
  const next = at === null ? null : Math.max(at, shownOf ?? 0);
  if (next === shownOf) return;
  shownOf = next;
  for (const listener of listeners) listener();
}

const subscribe = (listener: () => void) => {
  listeners.add(listener);
  return () => listeners.delete(listener);
};

export const isAway = (): boolean => shownOf !== null;

export const useAway = (): number | null => useSyncExternalStore(subscribe, () => shownOf);
