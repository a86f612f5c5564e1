/** The rack: sets of wood as the API sends them, and what is asked and told about them. */
import type { WoodSetView } from './contract';
import { useQuery, useQueryClient } from '@tanstack/react-query';
import { get, request, upload } from './client';
import { keys } from './keys';

export type {
  WoodPieceView as WoodPiece,
  WoodSetView as WoodSet,
  WoodTestView,
  WoodWeighingView as WoodWeighing,
} from './contract';

const rackKey = ['wood-sets'] as const;
const listKey = (archived: boolean) => ['wood-sets', 'list', archived] as const;
const setKey = (id: string) => ['wood-sets', id] as const;

export const useRack = (archived = false) =>
  useQuery({ queryKey: listKey(archived), queryFn: () => get('/wood-sets', { archived }) });

export const useWoodSet = (id: string) =>
  useQuery({ queryKey: setKey(id), queryFn: () => get('/wood-sets/{id}', { id }), enabled: id !== '' });

/** Sends a change of the rack and takes the set as the server then knows it. */
export function useRackWrite() {
  const client = useQueryClient();
  return async (method: 'POST' | 'PATCH', path: string, body?: unknown): Promise<WoodSetView> => {
    const set = await request<WoodSetView>(method, `/wood-sets${path}`, body);
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
    client.setQueryData(setKey(setId), await upload<WoodSetView>(`/wood-sets/${setId}/photos`, form));
  };
}
