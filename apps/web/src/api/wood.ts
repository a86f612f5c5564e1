/** The rack: sets of wood as the API sends them, and what is asked and told about them. */
import type { BraceFigures, End, FlexPoint, Objection, SetProperties } from '@nimble/core/wood';
import type { DryingCurve } from '@nimble/core/moisture';
import type { Estimate } from '@nimble/core/base';
import type { NoteKind } from '@nimble/core/project';
import { useQuery, useQueryClient } from '@tanstack/react-query';
import { get, request, upload } from './client';
import { keys } from './keys';

export interface WoodWeighing {
  id: string;
  at: string;
  person: string;
  mass: number;
  relativeHumidity: number | null;
  temperatureC: number | null;
  /** Moisture content that the wood comes to in that air (0..1). */
  moisture: number | null;
  retracted: boolean;
}

interface WoodPhotoView {
  id: string;
  at: string;
  person: string;
  caption: string;
}

export interface WoodTestView {
  id: string;
  kind: 'flex' | 'knock';
  at: string;
  person: string;
  feel: number | null;
  jigId: string | null;
  retracted: boolean;
  input: {
    direction?: 'along' | 'across';
    span?: number;
    points?: FlexPoint[];
    twist?: number;
    across?: number;
    along?: number;
    ring?: Partial<Record<NoteKind, number>>;
  };
  result: {
    modulusAlong?: Estimate;
    modulusAcross?: Estimate;
    shearModulus?: Estimate;
    stiffness?: Estimate;
    rigidityPerWidth?: Estimate;
    residuals?: number[];
    quality?: Partial<Record<NoteKind, number>>;
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
  /** Toward which end the fibres rise to the outer face. */
  risesBass: End | null;
  risesTreble: End | null;
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
  photos: WoodPhotoView[];
  drying: DryingCurve;
  /** Only of brace stock. */
  brace: BraceFigures | null;
}

const rackKey = ['wood-sets'] as const;
const listKey = (archived: boolean) => ['wood-sets', 'list', archived] as const;
const setKey = (id: string) => ['wood-sets', id] as const;

export const useRack = (archived = false) =>
  useQuery({ queryKey: listKey(archived), queryFn: () => get<WoodSet[]>(`/wood-sets?archived=${archived}`) });

export const useWoodSet = (id: string) =>
  useQuery({ queryKey: setKey(id), queryFn: () => get<WoodSet>(`/wood-sets/${id}`), enabled: id !== '' });

/** Sends a change of the rack and takes the set as the server then knows it. */
export function useRackWrite() {
  const client = useQueryClient();
  return async (method: 'POST' | 'PATCH', path: string, body?: unknown): Promise<WoodSet> => {
    const set = await request<WoodSet>(method, `/wood-sets${path}`, body);
    client.setQueryData(setKey(set.id), set);
    await client.invalidateQueries({ queryKey: [...rackKey, 'list'] });
    await client.invalidateQueries({ queryKey: keys.feel });
    return set;
  };
}

/** A picture of a set, with a line of words. */
export function usePhotoWrite(setId: string) {
  const client = useQueryClient();
  return async (file: File, person: string, caption: string): Promise<void> => {
    const form = new FormData();
    form.set('id', crypto.randomUUID());
    form.set('person', person);
    form.set('caption', caption);
    form.set('file', file);
    client.setQueryData(setKey(setId), await upload<WoodSet>(`/wood-sets/${setId}/photos`, form));
  };
}
