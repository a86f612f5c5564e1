import { PLACE_SETS } from '@nimble/core/knock-map';
import { useSearchParams } from 'react-router';

export const TABS = [
  ['knock', 'Knock'],
  ['map', 'Walk round'],
  ['notes', 'Findings'],
  ['bars', 'Bars'],
  ['journal', 'Journal'],
] as const;
export type VoiceTab = (typeof TABS)[number][0];

export const VIEWS = [
  ['strongest', 'Strongest note'],
  ['brightness', 'Brightness'],
  ['ring', 'Ring'],
  ['loose', 'Loose joints'],
  ['shape', 'Shapes'],
] as const;
export type VoiceView = (typeof VIEWS)[number][0];

/** Where the page stands, in its address. */
export function useListenParams() {
  const [params, setParams] = useSearchParams();
  const set = (change: Partial<Record<'slip' | 'view' | 'round' | 'partial', string | null>>) =>
    setParams(
      (old) => {
        for (const [key, value] of Object.entries(change)) {
          if (value === null) old.delete(key);
          else old.set(key, value);
        }
        return old;
      },
      { replace: true },
    );
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
