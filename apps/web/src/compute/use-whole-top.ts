/** One top, opened in a worker and asked from then on. */
import type { Remote } from 'comlink';
import { useMemo } from 'react';
import type { TopComputer, TopFigures, TopRequest } from './top-computer';
import { useSolver, type Solver } from './use-solver';

export type WholeTop =
  | { state: 'idle' }
  | { state: 'working'; share: number }
  | { state: 'stopped' }
  | { state: 'failed'; words: string }
  | { state: 'open'; figures: TopFigures; computer: Remote<TopComputer>; request: TopRequest };

const start = () => new Worker(new URL('./top.worker.ts', import.meta.url), { type: 'module' });
const ask = (
  computer: Remote<TopComputer>,
  request: TopRequest,
  onProgress: (share: number) => void,
): Promise<TopFigures> => computer.open(request, onProgress);

export function useWholeTop(request: TopRequest | null): { top: WholeTop; stop: () => void; again: () => void } {
  const { solver, stop, again } = useSolver(request, start, ask);
  return { top: useMemo(() => stateOf(solver), [solver]), stop, again };
}

function stateOf({
  answer,
  of,
  computer,
  working,
  problem,
  stopped,
}: Solver<TopComputer, TopRequest, TopFigures>): WholeTop {
  if (stopped) return { state: 'stopped' };
  if (problem !== null) return { state: 'failed', words: problem };
  if (working !== null) return { state: 'working', share: working };
  if (computer && answer && of) return { state: 'open', figures: answer, computer, request: of };
  return { state: 'idle' };
}
