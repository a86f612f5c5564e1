import { PLACE_SETS } from '@nimble/core/knock-map';
import { useAddress } from '../../ui/use-address';

export const TABS = [
  ['knock', 'Knock'],
  ['map', 'Walk round'],
  ['notes', 'Findings'],
  ['bars', 'Bars'],
  ['journal', 'Journal'],
] as const;
export type ListenTab = (typeof TABS)[number][0];

export const VIEWS = [
  ['strongest', 'Strongest note'],
  ['brightness', 'Brightness'],
  ['ring', 'Ring'],
  ['loose', 'Loose joints'],
  ['shape', 'Shapes'],
] as const;
export type ListenView = (typeof VIEWS)[number][0];

/** Where the page stands, in its address. */
export function useListenParams() {
  const { params, set } = useAddress<'slip' | 'view' | 'round' | 'partial'>();
  return {
    tab: TABS.find(([name]) => name === params.get('slip'))?.[0] ?? 'map',
    view: VIEWS.find(([name]) => name === params.get('view'))?.[0] ?? 'strongest',
    round: Number(params.get('round')) || null,
    /** Frequency of the partial whose shape is shown [Hz]. */
    partial: Number(params.get('partial')) || null,
    /** Lit when the page opens. */
    place: params.get('place'),
    places: PLACE_SETS.find((set) => set === params.get('places')) ?? 'few',
    set,
  };
}
