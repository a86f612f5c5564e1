/** Leaves of the voicing's slip, in the order of the work. */
export const ROUNDS_TABS = [
  ['now', 'Measure'],
  ['next', 'Shave'],
  ['record', 'Record'],
  ['goal', 'Goal'],
  ['look', 'Look'],
  ['rest', 'Rest'],
] as const;
export type RoundsTab = (typeof ROUNDS_TABS)[number][0];
