/** The parts of a plate as makers name them: bouts and waist, treble and bass side, the rim, round the soundhole. SI. */
import type { TrebleSign } from '../graduation';
import type { PlateShape } from '../outline';
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
    const zone = zoneAt(grid, shape, treble, cell);
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

function zoneAt(grid: MapGrid, shape: PlateShape, treble: TrebleSign, cell: number): Zone {
  const x = gridX(grid, cell) - shape.bounds.xMin;
  const side = gridY(grid, cell) * treble > 0 ? 'treble' : 'bass';
  const rim = grid.rimDistance[cell] < RIM_WIDTH;
  if (!rim && grid.holeDistance[cell] < HOLE_RING) return { region: 'hole', side: 'both', rim: false };
  if (rim && x < END_RIM.neck * shape.length) return { region: 'neck-rim', side: 'both', rim };
  if (rim && x > (1 - END_RIM.tail) * shape.length) return { region: 'tail-rim', side: 'both', rim };
  return { region: regionAt(x, shape), side, rim };
}

function regionAt(x: number, { waistAt, bounds, length }: PlateShape): Region {
  if (waistAt === null) return x < length / 3 ? 'neck-part' : x < (2 * length) / 3 ? 'middle' : 'tail-part';
  const fromWaist = (x - (waistAt - bounds.xMin)) / length;
  return fromWaist < -WAIST_REACH ? 'upper-bout' : fromWaist < WAIST_REACH ? 'waist' : 'lower-bout';
}
