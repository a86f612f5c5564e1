/** Plans of braces, steps of shaping and glue-ups as the API sends them. */
import type { ThicknessBand } from '@nimble/core/graduation';
import type { GlueUpView, ShapingView, WorkshopView } from './contract';
import type { BracingPlan, ShapingOutcome } from '@nimble/core/bracing';
import type { Glue } from '@nimble/core/glue';
import { useQuery, useQueryClient } from '@tanstack/react-query';
import { useMemo } from 'react';
import { outbox, useOutbox } from './bench-outbox';
import { get, request } from './client';
import { keys } from './keys';
import type { Write } from './outbox';

export type { GlueUpView, ShapingView } from './contract';

/**
 * The plan as it stands on this device: what still waits to be sent is newer than anything that the server can answer.
 */
export function usePlan(id: string) {
  const { writes } = useOutbox();
  const query = useQuery({ queryKey: keys.plan(id), queryFn: () => get('/builds/{id}/plan', { id }) });
  const waiting = writes.findLast(({ method, path }) => method === 'PUT' && path === `/builds/${id}/plan`);
  return { ...query, data: query.data && ((waiting?.body as BracingPlan | undefined) ?? query.data) };
}

export const useShapings = (id: string) =>
  useQuery({ queryKey: keys.shapings(id), queryFn: () => get('/builds/{id}/shapings', { id }) });

export const useGlueUps = (id: string) =>
  useQuery({ queryKey: keys.glueUps(id), queryFn: () => get('/builds/{id}/glue-ups', { id }) });

/** Shown at once, sent when the server can be reached. */
export function useBracingWrites(buildId: string) {
  const client = useQueryClient();
  return useMemo(() => {
    const writeOf = (method: 'POST' | 'PUT', path: string, body: unknown, label: string): Write => ({
      id: crypto.randomUUID(),
      method,
      path: `/builds/${buildId}${path}`,
      body,
      buildId,
      label,
    });
    const queue = (...write: Parameters<typeof writeOf>) => outbox.add(writeOf(...write));
    return {
      /** Drawn upon the plan as it was `seen`, or `before` what is seen now: then the person is asked which one holds. */
      keepPlan: (plan: BracingPlan, upon: 'seen' | 'before' = 'seen'): void => {
        client.setQueryData(keys.plan(buildId), plan);
        outbox.addUpon(writeOf('PUT', '/plan', plan, 'the plan of the braces'), upon);
      },
      keepGlueUp: (glueUp: GlueUpView): void => {
        const { id, at: _at, retracted: _retracted, ...body } = glueUp;
        client.setQueryData<GlueUpView[]>(keys.glueUps(buildId), (all = []) => [
          ...all.filter((other) => other.id !== id),
          glueUp,
        ]);
        queue('PUT', `/glue-ups/${id}`, body, 'the glue-up');
      },
      turnGlueUp: (id: string, retract: boolean): void =>
        queue('POST', `/glue-ups/${id}/${retract ? 'retract' : 'restore'}`, undefined, 'the glue-up'),
      addShaping: (step: Omit<ShapingView, 'at' | 'forecast' | 'outcome' | 'lines' | 'retracted' | 'name'>): void =>
        queue('POST', '/shapings', step, 'the step of shaping'),
      addOutcome: (id: string, outcome: ShapingOutcome): void =>
        queue('PUT', `/shapings/${id}/outcome`, outcome, 'what came of it'),
      turnShaping: (id: string, retract: boolean): void =>
        queue('POST', `/shapings/${id}/${retract ? 'retract' : 'restore'}`, undefined, 'the step of shaping'),
    };
  }, [buildId, client]);
}

/** Writes of the workshop that the page waits for. */
export function useWorkshopWrites() {
  const client = useQueryClient();
  return useMemo(() => {
    const write = async (path: string, body: unknown) => {
      client.setQueryData(keys.workshop, await request<WorkshopView>('PATCH', path, body));
    };
    return {
      keepGlues: (glues: readonly Glue[]) => write('/workshop', { glues }),
      /** Shown at once, so that the next change is made upon it. */
      changeBands: async (change: (own: readonly ThicknessBand[]) => ThicknessBand[]) => {
        const shown = client.getQueryData<WorkshopView>(keys.workshop);
        const bands = change(shown?.bands ?? []);
        client.setQueryData(keys.workshop, shown && { ...shown, bands });
        await write('/workshop', { bands }).catch(async (failure: unknown) => {
          await client.invalidateQueries({ queryKey: keys.workshop });
          throw failure;
        });
      },
      keepExperience: (personId: string, experience: string) => write(`/workshop/people/${personId}`, { experience }),
    };
  }, [client]);
}
