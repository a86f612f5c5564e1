import { wrap, type Remote } from 'comlink';
import { useEffect, useRef, useState } from 'react';

export interface NewestState<Computer, Result> {
  result: Result | null;
  /** What could not be computed, in words. */
  error: string | null;
  computer: Remote<Computer> | null;
}

/**
 * The answer of a worker to the newest request. While one is being computed later ones wait, and of those only the last
 * is done: so a thing can be dragged at the screen's pace however long an answer takes.
 * @param start and ask must not change between renders
 */
export function useNewest<Computer, Request, Result>(
  request: Request | null,
  start: () => Worker,
  ask: (computer: Remote<Computer>, request: Request) => Promise<Result>,
): NewestState<Computer, Result> {
  const [state, setState] = useState<NewestState<Computer, Result>>({ result: null, error: null, computer: null });
  const pump = useRef<{ computer: Remote<Computer>; next: Request | null; busy: boolean } | null>(null);

  useEffect(() => {
    const worker = start();
    const mine = { computer: wrap<Computer>(worker), next: null, busy: false };
    pump.current = mine;
    return () => {
      worker.terminate();
      if (pump.current === mine) pump.current = null;
    };
  }, [start]);

  useEffect(() => {
    const own = pump.current;
    if (!own || !request) return;
    own.next = request;
    if (own.busy) return;
    own.busy = true;
    void (async () => {
      while (own.next && pump.current === own) {
        const wanted = own.next;
        own.next = null;
        try {
          const result = await ask(own.computer, wanted);
          if (pump.current === own) setState({ result, error: null, computer: own.computer });
        } catch (failure) {
          if (pump.current === own)
            setState((before) => ({ ...before, error: (failure as Error).message, computer: own.computer }));
        }
      }
      own.busy = false;
    })();
  }, [request, ask]);

  return state;
}
