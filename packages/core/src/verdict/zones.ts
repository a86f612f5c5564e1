/**
 * The parts of a plate as makers name them: bouts and waist, treble and bass side, the rim, round the soundhole. SI.
 */
import type { TrebleSign } from '../graduation';
import { distanceToLine, type PlateShape } from '../outline';
import { gridX, gridY, type MapGrid } from '../survey';

/** The first three on plates with a waist, the next three on others; the rest on both. */
export type Region =
  'upper-bout' | 'waist' | 'lower-bout' | 'neck-part' | 'middle' | 'tail-part' | 'hole' | 'neck-rim' | 'tail-rim';

export interface Zone {
  region: Region;
  side: 'treble' | 'bass' | 'both';
  /** The strip along the outline rather than the field within it. */
  rim: boolean;
}

const REGION_WORDS: Record<Zone['region'], string> = {
  'upper-bout': 'upper bout',
  waist: 'waist',
  'lower-bout': 'lower bout',
  'neck-part': 'neck end',
  middle: 'middle',
  'tail-part': 'tail end',
  hole: 'round the soundhole',
  'neck-rim': 'neck rim',
  'tail-rim': 'tail rim',
};

export interface ZoneMap {
  zones: readonly Zone[];
  /** Index into `zones` per cell, -1 where there is no wood; length nx * ny. */
  zoneOf: Int8Array;
}

/** Width of the strip called rim, and of the ring round a hole [m]. */
const RIM_WIDTH = 0.018;
const HOLE_RING = 0.022;
/** The waist reaches this share of the length to either side of the narrowest place. */
const WAIST_REACH = 0.085;
/** Rims nearer the ends than these shares of the length belong to both sides. */
const END_RIM = { neck: 0.07, tail: 0.1 };

export function divideIntoZones(grid: MapGrid, shape: PlateShape, treble: TrebleSign): ZoneMap {
  const zones: Zone[] = [];
  const indexOf = new Map<string, number>();
  const zoneOf = new Int8Array(grid.wood.length).fill(-1);
  for (let cell = 0; cell < zoneOf.length; cell++) {
    if (!(grid.wood[cell] > 0)) continue;
    const far = { rim: grid.rimDistance[cell], hole: grid.holeDistance[cell] };
    const zone = zoneAt(shape, treble, [gridX(grid, cell), gridY(grid, cell)], far);
    const key = `${zone.region} ${zone.side} ${zone.rim}`;
    let index = indexOf.get(key);
    if (index === undefined) {
      index = zones.push(zone) - 1;
      indexOf.set(key, index);
    }
    zoneOf[cell] = index;
  }
  return { zones, zoneOf };
}

/** The zone of one place on the wood. */
export function zoneOfPlace(shape: PlateShape, treble: TrebleSign, x: number, y: number): Zone {
  const hole = Math.min(Infinity, ...shape.holes.map((line) => distanceToLine(line, x, y)));
  return zoneAt(shape, treble, [x, y], { rim: distanceToLine(shape.outline, x, y), hole });
}

/** @param far how far the rim and the nearest hole are [m] */
function zoneAt(
  shape: PlateShape,
  treble: TrebleSign,
  [atX, y]: readonly [number, number],
  far: { rim: number; hole: number },
): Zone {
  const x = atX - shape.bounds.xMin;
  const side = y * treble > 0 ? 'treble' : 'bass';
  const rim = far.rim < RIM_WIDTH;
  if (!rim && far.hole < HOLE_RING) return { region: 'hole', side: 'both', rim: false };
  if (rim && x < END_RIM.neck * shape.length) return { region: 'neck-rim', side: 'both', rim };
  if (rim && x > (1 - END_RIM.tail) * shape.length) return { region: 'tail-rim', side: 'both', rim };
  return { region: regionAt(x, shape), side, rim };
}

function regionAt(x: number, { waistAt, bounds, length }: PlateShape): Region {
  if (waistAt === null) return x < length / 3 ? 'neck-part' : x < (2 * length) / 3 ? 'middle' : 'tail-part';
  const fromWaist = (x - (waistAt - bounds.xMin)) / length;
  return fromWaist < -WAIST_REACH ? 'upper-bout' : fromWaist < WAIST_REACH ? 'waist' : 'lower-bout';
}

/** "Lower bout, bass side"; "Waist rim, treble side". */
/** Of a part by its words. */
export function sideOfPlace(place: string): Zone['side'] {
  const side = /, (treble|bass) side$/.exec(place)?.[1];
  return side === 'treble' || side === 'bass' ? side : 'both';
}

export function zoneWords(zone: Zone): string {
  const endRim = zone.region === 'neck-rim' || zone.region === 'tail-rim';
  const part = REGION_WORDS[zone.region] + (zone.rim && !endRim ? ' rim' : '');
  const sided = zone.side === 'both' ? part : `${part}, ${zone.side} side`;
  return sided[0].toUpperCase() + sided.slice(1);
}
