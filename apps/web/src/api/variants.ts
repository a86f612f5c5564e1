/** Tops that were tried and kept beside a build's plan. */
import type { VariantView } from './contract';
import { useQuery, useQueryClient } from '@tanstack/react-query';
import { useMemo } from 'react';
import { outbox } from './bench-outbox';
import { get } from './client';
import { keys } from './keys';

export type { VariantView } from './contract';

export const useVariants = (id: string) =>
  useQuery({ queryKey: keys.variants(id), queryFn: () => get('/builds/{id}/variants', { id }) });

/** Shown at once, sent when the server can be reached. */
export function useVariantWrites(buildId: string) {
  const client = useQueryClient();
  return useMemo(() => {
    const shown = (change: (all: VariantView[]) => VariantView[]) =>
      client.setQueryData<VariantView[]>(keys.variants(buildId), (all = []) => change(all));
    const queue = (method: 'POST' | 'PUT', path: string, body: unknown) =>
      outbox.add({
        id: crypto.randomUUID(),
        method,
        path: `/builds/${buildId}/variants/${path}`,
        body,
        buildId,
        label: 'the kept top',
      });
    return {
      keep: (variant: Omit<VariantView, 'at' | 'retracted'>): void => {
        const { id, ...body } = variant;
        shown((all) => [
          ...all.filter((other) => other.id !== id),
          { ...variant, at: new Date().toISOString(), retracted: false },
        ]);
        queue('PUT', id, body);
      },
      turn: (id: string, retract: boolean): void => {
        shown((all) => all.map((one) => (one.id === id ? { ...one, retracted: retract } : one)));
        queue('POST', `${id}/${retract ? 'retract' : 'restore'}`, undefined);
      },
    };
  }, [buildId, client]);
}
