/** Leaves of the voicing's slip, in the order of the work. */
export const VOICING_TABS = [
  ['now', 'Measure'],
  ['next', 'Shave'],
  ['record', 'Record'],
  ['goal', 'Goal'],
  ['look', 'Look'],
  ['rest', 'Rest'],
] as const;
export type VoicingTab = (typeof VOICING_TABS)[number][0];
