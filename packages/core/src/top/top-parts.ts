/**
 * The parts of a top whose thickness is tried apart: coarser than the zones of a survey, as a model's figures hardly
 * tell finer ones apart. SI.
 */
import type { PlateShape } from '../outline';
import { zoneOfPlace } from '../verdict';

export const TOP_PARTS = ['upper', 'bass', 'treble', 'rim'] as const;
/** All above the lower bout but the rim; the two halves of the lower bout; the rim all round. */
export type TopPart = (typeof TOP_PARTS)[number];

/** What is added to the plate, by its part [m]. */
export type Thicker = Readonly<Partial<Record<TopPart, number>>>;

const LOWER = ['lower-bout', 'tail-part', 'middle'];

export function partOfPlace(shape: PlateShape, trebleSign: 1 | -1, x: number, y: number): TopPart {
  const { region, side, rim } = zoneOfPlace(shape, trebleSign, x, y);
  if (rim) return 'rim';
  return LOWER.includes(region) && side !== 'both' ? side : 'upper';
}
