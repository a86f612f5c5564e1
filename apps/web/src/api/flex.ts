/** Jigs of the workshop, and what was bent and heard on whole plates. */
import type { Estimate } from '@nimble/core/base';
import type { FeelRecord, FlexPoint, FlexWarning, Jig } from '@nimble/core/wood';
import type { NoteKind } from '@nimble/core/project';
import type { PlateCheck } from '@nimble/core/graduation';
import { useQuery, useQueryClient } from '@tanstack/react-query';
import { get, request } from './client';
import { keys } from './keys';

export interface JigView {
  id: string;
  name: string;
  body: Jig;
  demo: boolean;
}

export interface CheckView {
  id: string;
  buildId: string;
  surveyId: string | null;
  jigId: string | null;
  kind: 'flex' | 'knock';
  at: string;
  person: string;
  feel: number | null;
  thickness: Estimate;
  input: {
    points?: FlexPoint[];
    notes?: Partial<Record<NoteKind, number>>;
    ring?: { time: number; level: number | null };
  };
  result: {
    compliance?: Estimate;
    modulusAlong?: Estimate;
    rigidityPerWidth?: Estimate;
    width?: number;
    warnings: FlexWarning[];
  };
  retracted: boolean;
}

export interface PersonFeel {
  person: string;
  record: FeelRecord;
  flexes: { at: string; score: number; rigidity: number }[];
}

export const useJigs = () => useQuery({ queryKey: keys.jigs, queryFn: () => get<JigView[]>('/jigs') });

export const useChecks = (buildId: string) =>
  useQuery({ queryKey: keys.checks(buildId), queryFn: () => get<CheckView[]>(`/builds/${buildId}/checks`) });

/** Of every build the newest flex on each jig and the newest notes. */
export const useNewestChecks = () => useQuery({ queryKey: keys.allChecks, queryFn: () => get<CheckView[]>('/checks') });

export const useFeel = () => useQuery({ queryKey: keys.feel, queryFn: () => get<PersonFeel[]>('/feel') });

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
export function toPlateCheck({ jigId, thickness, input, result }: CheckView): PlateCheck {
  return {
    thickness,
    ...(jigId &&
      result.compliance && {
        flex: { jigId, compliance: result.compliance, ...(result.width !== undefined && { width: result.width }) },
      }),
    ...(input.notes && { notes: input.notes }),
    ...(input.ring && { ring: input.ring }),
  };
}
