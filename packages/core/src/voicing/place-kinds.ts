/**
 * Places on a braced top by the kind that makers speak of, and what is wished of each: which are never touched, which
 * last, which first. SI.
 */
import type { Brace } from '../bracing';
import { distanceToLine, pointAlong } from '../outline';
import { TOP_PARTS, type TopPart, type TopPlan } from '../top';
import type { ShavedPlace } from './shaving';

/** Of braces in the order in which they are worked unless the maker says otherwise, then of the plate. */
export const PLACE_KINDS = [
  'finger',
  'bar',
  'bar-end',
  'main-end',
  'main',
  'hole-side',
  ...TOP_PARTS.map((part): `plate-${TopPart}` => `plate-${part}`),
] as const;
export type PlaceKind = (typeof PLACE_KINDS)[number];

export const PLACE_WISHES = ['first', 'free', 'last', 'never'] as const;
export type PlaceWish = (typeof PLACE_WISHES)[number];

/** By kind of place, and for one brace by `brace:` and its id, which overrules its kind. */
export type PlaceWishes = Readonly<Record<string, PlaceWish>>;

/** What most schools keep to: what carries the strings comes last, what lies beside the hole is left. */
const USUAL: Record<PlaceKind, PlaceWish> = {
  finger: 'free',
  bar: 'free',
  'bar-end': 'free',
  'main-end': 'free',
  main: 'last',
  'hole-side': 'never',
  'plate-upper': 'free',
  'plate-bass': 'free',
  'plate-treble': 'free',
  'plate-rim': 'free',
};

/** Nearer to the edge of a soundhole than this a brace lies beside it [m]. */
const BESIDE_HOLE = 0.035;
/** Looked at so closely along a brace; so much over the edge of a third is no work in the next [m]. */
const CLOSELY = 5e-3;
const SLACK = 5e-3;
/** Of its length, from either end (1). */
const END_SHARE = 1 / 3;

export const braceKey = (id: string) => `brace:${id}`;

/** Every kind that a place lies in: a long stroke may lie in several. */
export function kindsOf(top: TopPlan, place: ShavedPlace): PlaceKind[] {
  if (place.kind === 'plate') return [`plate-${place.part}`];
  const brace = top.plan.braces.find(({ id }) => id === place.id);
  if (!brace) return [];
  const kinds: PlaceKind[] = [];
  if (reachesHole(top, brace, place)) kinds.push('hole-side');
  if (brace.role === 'finger') return [...kinds, 'finger'];
  const isMain = MAIN.has(brace.role);
  const [near, far] = [END_SHARE * brace.length, (1 - END_SHARE) * brace.length];
  if (place.from < near - SLACK || place.to > far + SLACK) kinds.push(isMain ? 'main-end' : 'bar-end');
  if (place.to > near + SLACK && place.from < far - SLACK) kinds.push(isMain ? 'main' : 'bar');
  return kinds;
}

/** What carries the strings' pull. */
const MAIN: ReadonlySet<Brace['role']> = new Set(['x-leg', 'a-leg', 'long-bar', 'transverse', 'hole-side']);

function reachesHole({ shape }: TopPlan, brace: Brace, { from, to }: { from: number; to: number }): boolean {
  if (shape.holes.length === 0) return false;
  const steps = Math.max(1, Math.ceil((to - from) / CLOSELY));
  return Array.from({ length: steps + 1 }, (_, i) => from + ((to - from) * i) / steps).some((s) => {
    const [x, y] = pointAlong(brace, Math.min(1, Math.max(0, s / brace.length)));
    return shape.holes.some((hole) => distanceToLine(hole, x, y) < BESIDE_HOLE);
  });
}

const strictness = (wish: PlaceWish) => PLACE_WISHES.indexOf(wish);

/** The strictest of what is wished of all kinds that the places lie in; a brace named by itself overrules its kinds. */
export function wishOf(top: TopPlan, places: readonly ShavedPlace[], wishes: PlaceWishes = {}): PlaceWish {
  const all = places.flatMap((place): PlaceWish[] => {
    const named = place.kind === 'brace' ? wishes[braceKey(place.id)] : undefined;
    return named ? [named] : kindsOf(top, place).map((kind) => wishes[kind] ?? USUAL[kind]);
  });
  return all.reduce<PlaceWish>((a, b) => (strictness(b) > strictness(a) ? b : a), 'first');
}

/** How late the places come in the usual order of work: 0 for the first kinds. */
export function lateness(top: TopPlan, places: readonly ShavedPlace[]): number {
  const order = places.flatMap((place) => kindsOf(top, place).map((kind) => LATE[kind]));
  return Math.max(0, ...order);
}

const LATE: Record<PlaceKind, number> = {
  finger: 0,
  bar: 1,
  'bar-end': 2,
  'main-end': 2,
  main: 3,
  'hole-side': 4,
  'plate-upper': 1,
  'plate-bass': 1,
  'plate-treble': 1,
  'plate-rim': 1,
};

/** What stands for a kind where the maker said nothing. */
export const usualWish = (kind: PlaceKind): PlaceWish => USUAL[kind];
