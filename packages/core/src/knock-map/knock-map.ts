/**
 * A plate struck at many places under one fixed microphone: which partials it has, and how strongly and with which sign
 * each answers where. By reciprocity the signed amplitudes of a partial over the places are its mode shape. No hammer
 * strikes twice alike: each place's strength is estimated from all its partials together and evened out, as far as so
 * few partials can tell it from the shapes themselves.
 */
import { median } from '../base';
import { groupPartials, meanPartial, type CombinedPartial } from '../sound';
import { averagePlace, type AveragedPartial, type HeardKnock, type PlaceAverage } from './place-average';

export interface KnockPlace {
  name: string;
  /** Where it was struck, plate axes [m]. */
  x: number;
  y: number;
}

export interface PlacedKnock extends HeardKnock {
  place: KnockPlace;
}

export interface MapStation extends KnockPlace, PlaceAverage {
  /** How hard it was struck against the others, as estimated (1). */
  strength: number;
}

export interface MapPartial extends CombinedPartial {
  /** Signed, one per station in their order, the largest ±1; 0 where it was not heard. */
  amplitudes: Float64Array;
  /** Loss at each station (1/Q); null where it was not heard. */
  losses: (number | null)[];
}

export interface KnockMap {
  stations: MapStation[];
  /** Lowest first; levels against the strongest of the map [dB]. */
  partials: MapPartial[];
}

/** Of the stations, the share that must hear a partial for it to be the plate's. */
const HEARD_SHARE = 0.25;
/** A hand's blows scatter by this (natural log of the strength). */
const HAND = 0.35;
/** Scatter of one partial's power about its usual one, as it moves over a shape (natural log of amplitude). */
const SHAPE = 0.6;
const ROUNDS = 6;

/** @param knocks each with at least one partial */
export function knockMap(knocks: readonly PlacedKnock[]): KnockMap {
  const averaged = placesOf(knocks).map((group) => ({ ...group[0].place, ...averagePlace(group) }));
  const heard = averaged.filter(({ partials }) => partials.length > 0);
  const at = new Map<AveragedPartial, number>();
  heard.forEach(({ partials }, s) => partials.forEach((partial) => at.set(partial, s)));
  const needed = heard.length < 2 ? 1 : Math.max(2, Math.ceil(HEARD_SHARE * heard.length));
  const groups = groupPartials(heard.map(({ partials }) => partials)).filter((group) => group.length >= needed);
  const raw = groups.map((group) => amplitudesOf(group, heard, at));
  const strengths = strengthsOf(raw, heard.length);
  const even = raw.map((row) => row.map((a, s) => a / strengths[s]));
  const sizes = even.map((row) => Math.sqrt(row.reduce((sum, a) => sum + a * a, 0)));
  const largest = Math.max(...sizes);
  const partials = groups.map((group, p): MapPartial => {
    const top = Math.max(...even[p].map(Math.abs));
    const losses = heard.map((): number | null => null);
    group.forEach((partial) => (losses[at.get(partial)!] = 1 / partial.q));
    return {
      ...meanPartial(group),
      level: 20 * Math.log10(sizes[p] / largest),
      amplitudes: even[p].map((a) => a / top),
      losses,
    };
  });
  return {
    stations: heard.map((station, s) => ({ ...station, strength: strengths[s] })),
    partials: partials.sort((a, b) => a.frequency - b.frequency),
  };
}

/** Knocks on one place together: by where it lies, as a name can stand in several sets of places. */
function placesOf(knocks: readonly PlacedKnock[]): PlacedKnock[][] {
  const places = new Map<string, PlacedKnock[]>();
  for (const knock of knocks) {
    const { name, x, y } = knock.place;
    const key = `${name} ${x.toFixed(3)} ${y.toFixed(3)}`;
    places.set(key, [...(places.get(key) ?? []), knock]);
  }
  return [...places.values()];
}

function amplitudesOf(
  group: readonly AveragedPartial[],
  stations: readonly PlaceAverage[],
  at: ReadonlyMap<AveragedPartial, number>,
): Float64Array {
  const row = new Float64Array(stations.length);
  for (const partial of group) {
    const s = at.get(partial)!;
    row[s] = partial.polarity * 10 ** ((stations[s].loudness + partial.level) / 20);
  }
  return row;
}

/** Length `count`, middle one 1. The estimate from few partials is drawn back toward an even hand. */
function strengthsOf(rows: readonly Float64Array[], count: number): Float64Array {
  const strength = new Float64Array(count).fill(1);
  if (rows.length === 0 || count < 3) return strength;
  const trust = HAND ** 2 / (HAND ** 2 + SHAPE ** 2 / rows.length);
  const usual = (row: Float64Array) => row.reduce((sum, a, s) => sum + (a / strength[s]) ** 2, 0) / count;
  for (let round = 0; round < ROUNDS; round++) {
    const powers = rows.map(usual);
    for (let s = 0; s < count; s++) {
      const power = rows.reduce((sum, row, p) => sum + row[s] ** 2 / powers[p], 0) / rows.length;
      strength[s] = power > 0 ? power ** (trust / 2) : 1;
    }
    const middle = median([...strength]);
    for (let s = 0; s < count; s++) strength[s] /= middle;
  }
  return strength;
}

/** The partial that answers strongest at a station: index into the map's, or -1. */
export function strongestAt({ partials }: KnockMap, station: number): number {
  return partials.reduce(
    (best, partial, p) => {
      const size = Math.abs(partial.amplitudes[station]) * 10 ** (partial.level / 20);
      return size > best.size ? { p, size } : best;
    },
    { p: -1, size: 0 },
  ).p;
}
