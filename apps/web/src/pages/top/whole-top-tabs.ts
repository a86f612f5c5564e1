/** Leaves of the whole top's slip, and what its plate shows under a load. */
export const TOP_TABS = [
  ['modes', 'Modes'],
  ['load', 'Strings'],
  ['shave', 'Shave'],
  ['what-if', 'What if'],
  ['beside', 'Kept'],
  ['explore', 'Explore'],
] as const;
export type TopTab = (typeof TOP_TABS)[number][0];
export const LOAD_VIEWS = [
  ['strings', 'Under the strings'],
  ['weight', 'Under a weight'],
  ['energy', 'Where it works'],
  ['rim', 'Round the rim'],
] as const;
export type LoadView = (typeof LOAD_VIEWS)[number][0];
