/** What this device prefers: who stands at it, light or dark, how much is written on the plate, spoken prompts. */
import { METRIC, type LoadUnit, type UnitChoice } from '@nimble/core/units';
import { STANDARD_A4 } from '@nimble/core/sound';
import { useSyncExternalStore } from 'react';

export interface Preferences {
  person: string;
  theme: 'auto' | 'light' | 'dark';
  numbers: 'all' | 'depth' | 'out-of-band' | 'none';
  speech: boolean;
  order: 'serpentine' | 'lines' | 'free';
  /** For pages that belong to no build. */
  units: UnitChoice;
  /** What a bare figure of a load means. */
  loadUnit: LoadUnit;
  /** Reference pitch [Hz], spelling, and whether pitches are said as notes, as frequencies or not at all. */
  a4: number;
  spelling: 'sharp' | 'flat';
  pitch: 'note' | 'hertz' | 'none';
  /** Partials nearer than this beat [Hz]. */
  beatRange: number;
  /** The browser's id of the microphone; empty for its own choice. */
  microphone: string;
}

const PLACE = 'nimble-spruce-preferences';
const FIRST: Preferences = {
  person: '',
  theme: 'auto',
  numbers: 'all',
  speech: false,
  order: 'serpentine',
  units: METRIC,
  loadUnit: 'kg',
  a4: STANDARD_A4,
  spelling: 'sharp',
  pitch: 'note',
  beatRange: 5,
  microphone: '',
};

const listeners = new Set<() => void>();
let current = read();

function read(): Preferences {
  try {
    return { ...FIRST, ...(JSON.parse(localStorage.getItem(PLACE) ?? '{}') as Partial<Preferences>) };
  } catch {
    return FIRST; // a broken note from another version: start fresh
  }
}

export function setPreferences(change: Partial<Preferences>): void {
  current = { ...current, ...change };
  localStorage.setItem(PLACE, JSON.stringify(current));
  applyTheme();
  listeners.forEach((listener) => listener());
}

/** Outside of a component: as they are at this moment. */
export const preferencesNow = (): Preferences => current;

export function usePreferences(): Preferences {
  return useSyncExternalStore(
    (listener) => {
      listeners.add(listener);
      return () => listeners.delete(listener);
    },
    () => current,
  );
}

export function applyTheme(): void {
  const dark =
    current.theme === 'dark' || (current.theme === 'auto' && matchMedia('(prefers-color-scheme: dark)').matches);
  document.documentElement.dataset.theme = dark ? 'dark' : 'light';
}
