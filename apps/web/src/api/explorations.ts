/** Work on many tops that a worker of the server does; told of as it goes. */
import type { ExplorationView } from './contract';
import type { BatchSpec } from '@nimble/core/explore';
import type { TopHold } from '@nimble/core/top';
import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { get, request } from './client';
import { keys } from './keys';
import { useLines } from './use-lines';

export type { ExplorationView } from './contract';

export const isUnderWay = ({ state }: ExplorationView) => state === 'waiting' || state === 'running';

/** Looked after while anything is under way. */
export function useExplorations(buildId: string) {
  const client = useQueryClient();
  const query = useQuery({
    queryKey: keys.explorations(buildId),
    queryFn: () => get('/builds/{id}/explorations', { id: buildId }),
  });
  const live = query.data?.some(isUnderWay) ?? false;
  useLines<{ explorations?: ExplorationView[] }>(`/builds/${buildId}/explorations/stream`, live, ({ explorations }) => {
    if (explorations) client.setQueryData(keys.explorations(buildId), explorations);
  });
  return query;
}

export const useExplorationResult = (buildId: string, view: ExplorationView | null) =>
  useQuery({
    queryKey: keys.exploration(buildId, view?.id ?? ''),
    enabled: view?.state === 'done',
    queryFn: () => get('/builds/{id}/explorations/{explorationId}', { id: buildId, explorationId: view!.id }),
    staleTime: Infinity,
  });

/** What an exploration started from: the plan may be another by now. */
export const explorationInputs = (buildId: string, id: string) =>
  get('/builds/{id}/explorations/{explorationId}/inputs', { id: buildId, explorationId: id });

/** These wait for the server: it does the work. */
export function useExplorationWrites(buildId: string) {
  const client = useQueryClient();
  const onSettled = () => client.invalidateQueries({ queryKey: keys.explorations(buildId), exact: true });
  const start = useMutation({
    mutationFn: (body: { id: string; hold: TopHold; spec: BatchSpec }) =>
      request<ExplorationView>('POST', `/builds/${buildId}/explorations`, body),
    onSettled,
  });
  const turn = useMutation({
    mutationFn: ({ id, how }: { id: string; how: 'cancel' | 'go-on' }) =>
      request<ExplorationView>('POST', `/builds/${buildId}/explorations/${id}/${how}`),
    onSettled,
  });
  return { start, turn };
}
