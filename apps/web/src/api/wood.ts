/** The rack: sets of wood as the API sends them, and what is asked and told about them. */
import type { Estimate, Objection, SetProperties } from '@nimble/core';
import { useQuery, useQueryClient } from '@tanstack/react-query';
import { get, request } from './client';

export interface WoodWeighing {
  id: string;
  at: string;
  person: string;
  mass: number;
  relativeHumidity: number | null;
  temperatureC: number | null;
  /** Moisture content that the wood comes to in that air (0..1). */
  moisture: number | null;
}

export interface WoodTestView {
  id: string;
  kind: 'flex' | 'knock';
  at: string;
  person: string;
  feel: number | null;
  input: { direction?: 'along' | 'across'; span?: number; twist?: number; across?: number; along?: number };
  result: {
    modulusAlong?: Estimate;
    modulusAcross?: Estimate;
    shearModulus?: Estimate;
    stiffness?: Estimate;
    limitedBy?: string;
    warnings: { code: string; message: string }[];
  };
}

export interface WoodSet {
  id: string;
  name: string;
  use: 'top' | 'back' | 'brace';
  species: string;
  cut: string;
  worked: string;
  length: number;
  width: number;
  thickness: number;
  grainLinesPerCm: number | null;
  runout: number;
  offQuarter: number;
  figure: string;
  colour: string;
  price: string;
  place: string;
  note: string;
  rejected: string | null;
  demo: boolean;
  weighings: WoodWeighing[];
  tests: WoodTestView[];
  properties: SetProperties;
  objections: Objection[];
}

const rackKey = ['wood-sets'] as const;
const setKey = (id: string) => ['wood-sets', id] as const;

export const useRack = () => useQuery({ queryKey: rackKey, queryFn: () => get<WoodSet[]>('/wood-sets') });

export const useWoodSet = (id: string) =>
  useQuery({ queryKey: setKey(id), queryFn: () => get<WoodSet>(`/wood-sets/${id}`) });

/** Sends a change of the rack and takes the set as the server then knows it. */
export function useRackWrite() {
  const client = useQueryClient();
  return async (method: 'POST' | 'PATCH', path: string, body?: unknown): Promise<WoodSet> => {
    const set = await request<WoodSet>(method, `/wood-sets${path}`, body);
    client.setQueryData(setKey(set.id), set);
    await client.invalidateQueries({ queryKey: rackKey, exact: true });
    return set;
  };
}
