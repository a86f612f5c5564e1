/**
 * A partial's shape over the plate from its signed amplitudes at the stations: the surface between them, its node
 * lines, where to hold and where to strike.
 */
import { median } from '../base';
import { contourAreas, fillSurface, fitSurface, gridX, gridY, planSurface, type MapGrid } from '../survey';
import type { KnockMap } from './knock-map';

export interface ModeShape {
  /** Per cell of the grid, about -1..1. */
  field: Float64Array;
  /** Rings of the area that moves up [m]; their lines within the wood are the node lines. */
  up: Float64Array[];
  /** Hold here: this one stands still while the others move; null where no node is in reach of a hand. */
  hold: { x: number; y: number } | null;
  /** Strike here: it moves most, the others little. */
  strike: { x: number; y: number };
}

export interface ModeShapes {
  /** In the order of the map's partials; empty with too few stations. */
  shapes: ModeShape[];
  /** 1 where no knock is near and nothing is known, per cell. */
  unread: Uint8Array;
}

/** Stations fewer than this tell no shape. */
export const LEAST_STATIONS = 5;
/** A finger still counts as on the node line while the shape is under this. */
const STILL = 0.12;
/** How far in from the rim two fingers reach [m]. */
const REACH = 0.09;
const OTHERS_WEIGHT = 0.5;

/** Shapes of all partials of a map. */
export function modeShapes(map: KnockMap, grid: MapGrid): ModeShapes {
  const unread = farFrom(map.stations, grid);
  if (map.stations.length < LEAST_STATIONS) return { shapes: [], unread };
  const plan = planSurface(
    Float64Array.from(map.stations, ({ x }) => x),
    Float64Array.from(map.stations, ({ y }) => y),
  );
  const fields = map.partials.map(({ amplitudes }) => {
    const field = new Float64Array(grid.nx * grid.ny);
    fillSurface(fitSurface(plan, amplitudes), grid, field, new Uint8Array(field.length));
    return field.map((a) => Math.max(-1, Math.min(1, a)));
  });
  const shapes = fields.map((field, p) => {
    const others = othersPower(fields, p);
    return {
      field,
      up: contourAreas(grid, field, [0])[0].rings,
      hold: placeOf(grid, unread, (cell) =>
        Math.abs(field[cell]) < STILL && grid.rimDistance[cell] < REACH ? others[cell] - field[cell] ** 2 : null,
      ),
      strike: placeOf(grid, unread, (cell) => field[cell] ** 2 - OTHERS_WEIGHT * others[cell])!,
    };
  });
  return { shapes, unread };
}

/** A shape is known this far from the nearest station, in usual distances between neighbours. */
const KNOWN_SPACINGS = 1.25;

function farFrom(stations: KnockMap['stations'], grid: MapGrid): Uint8Array {
  const nearest = (x: number, y: number, but = -1) =>
    stations.reduce((least, s, i) => (i === but ? least : Math.min(least, Math.hypot(s.x - x, s.y - y))), Infinity);
  const spacing = stations.length > 1 ? median(stations.map(({ x, y }, i) => nearest(x, y, i))) : 0;
  return Uint8Array.from(grid.wood, (_, cell) =>
    nearest(gridX(grid, cell), gridY(grid, cell)) > KNOWN_SPACINGS * spacing ? 1 : 0,
  );
}

/** Mean square of all shapes but one, cell by cell. */
function othersPower(fields: readonly Float64Array[], but: number): Float64Array {
  const power = new Float64Array(fields[but].length);
  fields.forEach((field, p) => {
    if (p !== but) field.forEach((a, cell) => (power[cell] += (a * a) / (fields.length - 1)));
  });
  return power;
}

/** The whole cell of wood with the highest score; null where none has one. */
function placeOf(
  grid: MapGrid,
  unread: Uint8Array,
  score: (cell: number) => number | null,
): { x: number; y: number } | null {
  let best = -1;
  let most = -Infinity;
  for (let cell = 0; cell < grid.wood.length; cell++) {
    if (grid.wood[cell] < 0.99 || grid.rimDistance[cell] < 0.01 || unread[cell] === 1) continue;
    const value = score(cell);
    if (value !== null && value > most) [best, most] = [cell, value];
  }
  return best < 0 ? null : { x: gridX(grid, best), y: gridY(grid, best) };
}

/**
 * Modal assurance criterion of two shapes sampled at the same places (0..1): 1 for the same shape, whatever its scale
 * and sign.
 */
export function modalAssurance(a: ArrayLike<number>, b: ArrayLike<number>): number {
  let [ab, aa, bb] = [0, 0, 0];
  for (let i = 0; i < a.length; i++) {
    ab += a[i] * b[i];
    aa += a[i] * a[i];
    bb += b[i] * b[i];
  }
  return aa > 0 && bb > 0 ? (ab * ab) / (aa * bb) : 0;
}
