/**
 * One long computation in a worker of its own: started anew when what it is asked changes, given up at once when that
 * happens before it is done. The answer before stays meanwhile.
 */
import { proxy, wrap, type Remote } from 'comlink';
import { useCallback, useEffect, useRef, useState } from 'react';

export interface Solver<Computer, Request, Answer> {
  answer: Answer | null;
  /** What the answer is of. */
  of: Request | null;
  /** Of the newest request; null until it is answered. */
  computer: Remote<Computer> | null;
  /** Share done; null while nothing is being done. */
  working: number | null;
  problem: string | null;
  stopped: boolean;
}

/**
 * @param start and ask must not change between renders; request must keep its identity while it asks the same
 * @param warm the worker is kept for the next request once it has answered: it is quicker the second time
 */
export function useSolver<Computer, Request, Answer>(
  request: Request | null,
  start: () => Worker,
  ask: (computer: Remote<Computer>, request: Request, onProgress: (share: number) => void) => Promise<Answer>,
  warm = false,
): { solver: Solver<Computer, Request, Answer>; stop: () => void; again: () => void } {
  const [solver, setSolver] = useState<Solver<Computer, Request, Answer>>({
    answer: null,
    of: null,
    computer: null,
    working: null,
    problem: null,
    stopped: false,
  });
  const idle = useRef<Worker | null>(null);
  const [attempt, setAttempt] = useState(0);
  const [stopped, setStopped] = useState(-1);
  useEffect(() => {
    if (!request || stopped === attempt) return;
    const worker = idle.current ?? start();
    idle.current = null;
    const computer = wrap<Computer>(worker);
    let gone = false;
    // The last word of progress may come after the answer.
    let answered = false;
    const tell = (next: Partial<Solver<Computer, Request, Answer>>) =>
      !gone && setSolver((before) => ({ ...before, ...next }));
    tell({ computer: null, working: 0, problem: null, stopped: false });
    ask(
      computer,
      request,
      proxy((share: number) => void (answered || tell({ working: share }))),
    )
      .finally(() => (answered = true))
      .then((answer) => tell({ answer, of: request, computer, working: null }))
      .catch((failure: unknown) =>
        tell({ working: null, problem: failure instanceof Error ? failure.message : String(failure) }),
      );
    return () => {
      gone = true;
      if (warm && answered) idle.current = worker;
      else worker.terminate();
    };
  }, [request, start, ask, warm, attempt, stopped]);
  useEffect(() => () => idle.current?.terminate(), []);
  const stop = useCallback(() => {
    setStopped(attempt);
    setSolver((before) => ({ ...before, working: null, stopped: true }));
  }, [attempt]);
  return { solver, stop, again: useCallback(() => setAttempt((n) => n + 1), []) };
}
