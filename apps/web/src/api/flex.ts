/** Jigs of the workshop, and what was bent and heard on whole plates. */
import type { CheckView, JigView } from './contract';
import type { PlateCheck } from '@nimble/core/graduation';
import { useQuery, useQueryClient } from '@tanstack/react-query';
import { get, request } from './client';
import { keys } from './keys';

export type { CheckView, JigView, PersonFeelView as PersonFeel } from './contract';

export const useJigs = () => useQuery({ queryKey: keys.jigs, queryFn: () => get('/jigs') });

export const useChecks = (buildId: string) =>
  useQuery({ queryKey: keys.checks(buildId), queryFn: () => get('/builds/{id}/checks', { id: buildId }) });

/** Of every build the newest flex on each jig, the newest notes and marks. */
export const useNewestChecks = () => useQuery({ queryKey: keys.allChecks, queryFn: () => get('/checks') });

export const useFeel = () => useQuery({ queryKey: keys.feel, queryFn: () => get('/feel') });

export function useJigWrite() {
  const client = useQueryClient();
  return async (path: string, body?: unknown): Promise<void> => {
    client.setQueryData(keys.jigs, await request<JigView[]>('POST', `/jigs${path}`, body));
  };
}

/** Sends a check of a build's plate, or takes one back; the ledger and the feel may change with it. */
export function useCheckWrite(buildId: string) {
  const client = useQueryClient();
  return async (path: string, body?: unknown): Promise<void> => {
    client.setQueryData(keys.checks(buildId), await request<CheckView[]>('POST', `/builds/${buildId}${path}`, body));
    await Promise.all(
      [keys.ledger(buildId), keys.allChecks, keys.feel].map((queryKey) => client.invalidateQueries({ queryKey })),
    );
  };
}

/** What the core takes of a check. */
export function toPlateCheck({ jigId, thickness, input, result, person, feel }: CheckView): PlateCheck {
  return {
    thickness,
    ...(jigId &&
      result.compliance && {
        flex: { jigId, compliance: result.compliance, ...(result.width !== undefined && { width: result.width }) },
      }),
    ...(input.notes && { notes: input.notes }),
    ...(input.clear && { clear: input.clear }),
    ...(input.ring && { ring: input.ring }),
    ...(feel !== null && { feel: { person, score: feel } }),
  };
}
