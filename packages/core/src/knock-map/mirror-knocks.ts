/**
 * The same place on either side of the centre line: which side is brighter, rings longer, and whether its strongest
 * note lies higher.
 */
import { centsBetween } from '../sound';
import { strongestAt, type KnockMap } from './knock-map';
import { median } from '../base';

export interface MirrorPair {
  /** On the treble side, then its mirror place on the bass side. */
  treble: string;
  bass: string;
  /** Brightness of treble over bass (1). */
  brightness: number;
  /** Ring of treble less bass [s]; null where one is not known. */
  ring: number | null;
  /** Strongest note of treble over bass [cents]. */
  strongest: number;
}

export interface MirrorKnocks {
  pairs: MirrorPair[];
  /** Middle of the pairs; null without pairs. */
  brightness: number | null;
  ring: number | null;
}

/** Mirror places found within this [m]. */
const WITHIN = 0.015;

/** @param trebleSide sign of y on the treble side: -1 for a right-handed plate */
export function mirrorKnocks(map: KnockMap, trebleSide: 1 | -1): MirrorKnocks {
  const { stations, partials } = map;
  const pairs = stations.flatMap((treble, t): MirrorPair[] => {
    if (treble.y * trebleSide < WITHIN) return [];
    const b = stations.findIndex(({ x, y }) => Math.hypot(x - treble.x, y + treble.y) < WITHIN);
    if (b < 0) return [];
    const bass = stations[b];
    const [high, low] = [strongestAt(map, t), strongestAt(map, b)];
    return [
      {
        treble: treble.name,
        bass: bass.name,
        brightness: treble.brightness / bass.brightness,
        ring: treble.ringTime !== null && bass.ringTime !== null ? treble.ringTime - bass.ringTime : null,
        strongest: high < 0 || low < 0 ? 0 : centsBetween(partials[low].frequency, partials[high].frequency),
      },
    ];
  });
  const rings = pairs.flatMap(({ ring }) => ring ?? []);
  return {
    pairs,
    brightness: pairs.length > 0 ? median(pairs.map(({ brightness }) => brightness)) : null,
    ring: rings.length > 0 ? median(rings) : null,
  };
}
