/**
 * Stations: the named places on a plate where thickness is read. SI [m], plate axes.
 * They lie on a square grid symmetric about the centre line, with one more near the rim wherever the grid stops well
 * short of it.
 */
import { requireWithin } from '../base';
import { contains, distanceToLine, type PlateShape } from '../outline';

export interface Station {
  /**
   * Column letter from the neck end, number from the treble side (of a right-handed plate): "I3". Own stations are
   * "P1", "P2"…
   */
  name: string;
  x: number;
  y: number;
  kind: 'field' | 'rim' | 'own';
  /** Left out by the maker: a brace or the hole is there. */
  skipped: boolean;
}

export interface StationLayout {
  pitch: number;
  /** Distance of the outermost stations from the rim. */
  rimInset: number;
}

export const DEFAULT_LAYOUT: StationLayout = { pitch: 0.035, rimInset: 0.012 };

const PITCH_RANGE = [0.01, 0.2] as const;
const HOLE_INSET = 0.006;
/** A rim station closer than this share of the pitch to its neighbour would only repeat it. */
const CLOSEST_SHARE = 0.55;

/** Lays stations over the plate. @throws InvalidInput for a pitch outside 10 to 200 mm */
export function layStations(shape: PlateShape, layout: StationLayout = DEFAULT_LAYOUT): Station[] {
  requireWithin('pitch', layout.pitch, ...PITCH_RANGE);
  requireWithin('rimInset', layout.rimInset, 0, layout.pitch);
  return columnPlaces(shape, layout).flatMap((x, column) =>
    columnStations(shape, layout, x).map(({ y, kind }, i) => ({
      name: `${columnLetters(column)}${i + 1}`,
      x,
      y,
      kind,
      skipped: false,
    })),
  );
}

/** Pitches that are tried for a wished number, each so much wider than the one before (1). */
const WIDER = 1.07;

/** About so many stations, laid as evenly as the plate allows: the pitch whose number comes nearest. */
export function layAbout(shape: PlateShape, count: number): Station[] {
  requireWithin('count', count, 1, 2000);
  let best = layStations(shape);
  for (let pitch: number = PITCH_RANGE[1]; pitch >= PITCH_RANGE[0]; pitch /= WIDER) {
    const laid = layStations(shape, { pitch, rimInset: Math.min(DEFAULT_LAYOUT.rimInset, pitch) });
    if (Math.abs(laid.length - count) < Math.abs(best.length - count)) best = laid;
    if (laid.length > 2 * count) break;
  }
  return best;
}

/** A, B … Z, AA, AB … */
export function columnLetters(index: number): string {
  const last = String.fromCharCode(65 + (index % 26));
  return index < 26 ? last : columnLetters(Math.floor(index / 26) - 1) + last;
}

/** The next free name for a station added by hand. */
export function ownStationName(stations: readonly Station[]): string {
  const taken = new Set(stations.map((station) => station.name));
  let number = 1;
  while (taken.has(`P${number}`)) number++;
  return `P${number}`;
}

/** The station at the mirrored place within a tenth of the pitch of the usual layout, if there is one. */
export function mirrorStation(stations: readonly Station[], station: Station): Station | undefined {
  const reach = DEFAULT_LAYOUT.pitch / 10;
  return stations.find((other) => Math.hypot(other.x - station.x, other.y + station.y) < reach);
}

function columnPlaces(shape: PlateShape, { pitch, rimInset }: StationLayout): number[] {
  const free = shape.length - 2 * rimInset;
  const columns = Math.max(1, Math.floor(free / pitch + 1e-9) + 1);
  const first = shape.bounds.xMin + rimInset + (free - (columns - 1) * pitch) / 2;
  return Array.from({ length: columns }, (_, i) => first + i * pitch);
}

function columnStations(shape: PlateShape, layout: StationLayout, x: number): { y: number; kind: 'field' | 'rim' }[] {
  const { pitch, rimInset } = layout;
  const reach = Math.max(Math.abs(shape.bounds.yMin), shape.bounds.yMax);
  const rows = Math.floor(reach / pitch);
  const field: number[] = [];
  for (let row = -rows; row <= rows; row++) if (isReadable(shape, x, row * pitch, rimInset)) field.push(row * pitch);
  const rim = [-1, 1]
    .map((side) => rimPlace(shape, x, side, rimInset))
    .filter((y): y is number => y !== null && field.every((other) => Math.abs(other - y) > CLOSEST_SHARE * pitch));
  return [...field.map((y) => ({ y, kind: 'field' as const })), ...rim.map((y) => ({ y, kind: 'rim' as const }))].sort(
    (a, b) => a.y - b.y,
  );
}

function isReadable(shape: PlateShape, x: number, y: number, rimInset: number): boolean {
  if (!contains(shape.outline, x, y) || distanceToLine(shape.outline, x, y) < rimInset * 0.999) return false;
  return shape.holes.every((hole) => !contains(hole, x, y) && distanceToLine(hole, x, y) >= HOLE_INSET);
}

/** The outermost readable place of the column on one side, found by halving between the bounds and the centre line. */
function rimPlace(shape: PlateShape, x: number, side: number, rimInset: number): number | null {
  const step = 0.001;
  const reach = Math.max(Math.abs(shape.bounds.yMin), shape.bounds.yMax);
  for (let y = reach; y > 0; y -= step) if (isReadable(shape, x, side * y, rimInset)) return side * y;
  return null;
}
