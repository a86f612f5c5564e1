/** The stages of a build in their usual order. Nothing is locked: a maker may skip, repeat or reorder them. */
export const STAGES = ['wood', 'thickness', 'layout', 'arch', 'glue-up', 'shape', 'voice', 'close'] as const;
export type Stage = (typeof STAGES)[number];

export const FAMILIES = ['steel-string', 'nylon-string', 'arched-guitar', 'mandolin', 'ukulele', 'other'] as const;

export const CONSTRUCTIONS = ['flat', 'domed', 'carved', 'sandwich'] as const;
export type Construction = (typeof CONSTRUCTIONS)[number];

export const PLATES = ['top', 'back'] as const;
export type PlateRole = (typeof PLATES)[number];
