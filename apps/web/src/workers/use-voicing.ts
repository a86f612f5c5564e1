/** One voicing in a worker of its own: reckoned anew when its record changes, given up at once when that happens before it is done. The picture before stays meanwhile. */
import { proxy, wrap, type Remote } from 'comlink';
import { useCallback, useEffect, useState } from 'react';
import type { VoicingComputer, VoicingPicture, VoicingRequest } from './voicing-computer';

export interface Voicing {
  picture: VoicingPicture | null;
  /** Of the newest record; null while it is reckoned. */
  computer: Remote<VoicingComputer> | null;
  working: number | null;
  problem: string | null;
  stopped: boolean;
}

const NOTHING: Voicing = { picture: null, computer: null, working: null, problem: null, stopped: false };
const start = () => new Worker(new URL('./voicing.worker.ts', import.meta.url), { type: 'module' });

export function useVoicing(request: VoicingRequest | null): { voicing: Voicing; stop: () => void; again: () => void } {
  const [voicing, setVoicing] = useState<Voicing>(NOTHING);
  const [attempt, setAttempt] = useState(0);
  const [stopped, setStopped] = useState(-1);
  useEffect(() => {
    if (!request || stopped === attempt) return;
    const worker = start();
    const computer = wrap<VoicingComputer>(worker);
    let gone = false;
    // The last word of progress may come after the answer.
    let answered = false;
    const tell = (next: Partial<Voicing>) => !gone && setVoicing((before) => ({ ...before, ...next }));
    tell({ computer: null, working: 0, problem: null, stopped: false });
    computer
      .assess(request, proxy((share: number) => void (answered || tell({ working: share }))))
      .finally(() => (answered = true))
      .then((picture) => tell({ picture, computer, working: null }))
      .catch((failure: unknown) => tell({ working: null, problem: failure instanceof Error ? failure.message : String(failure) }));
    return () => {
      gone = true;
      worker.terminate();
    };
  }, [request, attempt, stopped]); // prettier-ignore
  const stop = useCallback(() => {
    setStopped(attempt);
    setVoicing((before) => ({ ...before, working: null, stopped: true }));
  }, [attempt]);
  return { voicing, stop, again: useCallback(() => setAttempt((n) => n + 1), []) };
}
