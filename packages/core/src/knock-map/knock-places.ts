/** Where to knock: few places for a quick walk round, more for shapes. */
import { layStations, type Station } from '../survey';
import type { PlateShape } from '../outline';
import type { KnockPlace } from './knock-map';

export type PlaceSet = 'few' | 'many' | 'survey';

/** Distance of neighbours as a share of the plate's width. */
const SPACING = { few: 0.29, many: 0.185 } as const;
const RIM = 0.022;

/** @param survey the stations of the thickness survey, for the set of that name */
export function knockPlaces(shape: PlateShape, set: PlaceSet, survey: readonly Station[]): KnockPlace[] {
  const stations =
    set === 'survey'
      ? survey.filter(({ skipped }) => !skipped)
      : layStations(shape, { pitch: SPACING[set] * shape.width, rimInset: RIM });
  return stations.map(({ name, x, y }) => ({ name, x, y }));
}
