import type { Brace } from '@nimble/core/bracing';
import type { SectionShape } from '@nimble/core/section';

export const SECTIONS: Record<SectionShape, string> = {
  rectangle: 'rectangle',
  triangle: 'triangle',
  parabola: 'parabola',
  trapezoid: 'trapezoid',
  rounded: 'rounded top',
};
/** No brace is drawn taller [m]. */
export const TALLEST = 0.04;

export const within = (most: number, words: string) => (value: number) => (value > 0 && value <= most ? null : words);
export const tallestOf = ({ heights }: Brace) => Math.max(...heights);
