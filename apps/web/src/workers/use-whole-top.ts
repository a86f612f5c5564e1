/** One top in a worker of its own: opened anew when what it is made of changes, given up at once when that happens before it is done. */
import { proxy, wrap, type Remote } from 'comlink';
import { useCallback, useEffect, useState } from 'react';
import type { TopComputer, TopFigures, TopRequest } from './top-computer';

export type WholeTop =
  | { state: 'idle' }
  | { state: 'working'; share: number }
  | { state: 'stopped' }
  | { state: 'failed'; words: string }
  | { state: 'open'; figures: TopFigures; computer: Remote<TopComputer>; request: TopRequest };

const start = () => new Worker(new URL('./top.worker.ts', import.meta.url), { type: 'module' });

export function useWholeTop(request: TopRequest | null): { top: WholeTop; stop: () => void; again: () => void } {
  const [top, setTop] = useState<WholeTop>({ state: 'idle' });
  const [attempt, setAttempt] = useState(0);
  const [stopped, setStopped] = useState(-1);
  useEffect(() => {
    if (!request || stopped === attempt) return;
    const worker = start();
    const computer = wrap<TopComputer>(worker);
    let gone = false;
    // The last word of progress may come after the answer.
    let answered = false;
    const tell = (next: WholeTop) => !gone && setTop(next);
    tell({ state: 'working', share: 0 });
    computer
      .open(request, proxy((share: number) => void (answered || tell({ state: 'working', share }))))
      .finally(() => (answered = true))
      .then((figures) => tell({ state: 'open', figures, computer, request }))
      .catch((failure: unknown) => tell({ state: 'failed', words: failure instanceof Error ? failure.message : String(failure) }));
    return () => {
      gone = true;
      worker.terminate();
    };
  }, [request, attempt, stopped]); // prettier-ignore
  const stop = useCallback(() => {
    setStopped(attempt);
    setTop({ state: 'stopped' });
  }, [attempt]);
  return { top, stop, again: useCallback(() => setAttempt((n) => n + 1), []) };
}
