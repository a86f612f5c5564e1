/** Where to knock: few places for a quick walk round, more for shapes. */
import { layStations, type Station } from '../survey';
import type { PlateShape } from '../outline';
import type { KnockPlace } from './knock-map';

export const PLACE_SETS = ['few', 'many', 'survey'] as const;
export type PlaceSet = (typeof PLACE_SETS)[number];

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

/** A place of a walk may be off its set by this much, as outlines are redrawn by little [m]. */
const SAME = 2e-3;

/**
 * The set that knocks of one walk were laid on; null where they fit none. Names alone don't tell: every set has an A1.
 */
export function placeSetOf(
  struck: readonly KnockPlace[],
  shape: PlateShape,
  survey: readonly Station[],
): PlaceSet | null {
  const fits = (set: PlaceSet) => {
    const laid = new Map(knockPlaces(shape, set, survey).map((place) => [place.name, place]));
    return struck.every(({ name, x, y }) => {
      const place = laid.get(name);
      return place !== undefined && Math.hypot(place.x - x, place.y - y) < SAME;
    });
  };
  return PLACE_SETS.find(fits) ?? null;
}
