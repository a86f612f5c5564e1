import type { SubPath } from './flatten-path';

/** What the figures of a drawing may be; a pixel is a ninety-sixth of an inch. */
export const OUTLINE_UNITS = ['mm', 'cm', 'm', 'in', 'ft', 'px'] as const;
export type OutlineUnit = (typeof OUTLINE_UNITS)[number];

/** [m] */
export const METRES_PER: Record<OutlineUnit, number> = {
  mm: 1e-3,
  cm: 1e-2,
  m: 1,
  in: 0.0254,
  ft: 0.3048,
  px: 0.0254 / 96,
};

export const isOutlineUnit = (word: string): word is OutlineUnit => OUTLINE_UNITS.some((unit) => unit === word);

/** The lines of a drawing in metres, y downward; and whether the file itself says what its figures are. */
export interface Drawn {
  paths: SubPath[];
  unit: OutlineUnit;
  told: boolean;
}
