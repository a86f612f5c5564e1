/** Every stroke that may be made on a top now: stretches of braces and parts of the plate, under the limits. SI. */
import { bridgeAt, bracePlaces, crossingsOf, type Brace } from '../bracing';
import { pointAlong } from '../outline';
import { TOP_PARTS, type TopPlan } from '../top';
import type { VoicingGoal } from './goal';
import { lateness, wishOf, type PlaceWish } from './place-kinds';
import { strokeShape, type ShavedPlace } from './shaving';

export interface Stroke {
  /** One place, or a place and its mirror image. */
  places: ShavedPlace[];
  /** So deep at most in one round [m]. */
  most: number;
  /** Near a lap or the bridge: only when nothing else serves. */
  last: boolean;
  /** What the maker wishes of its places, and how late they come in the usual order of work. */
  wish: PlaceWish;
  lateness: number;
}

/**
 * What comes off in one round at most, before the plate is looked at again: of a brace by how high it stands there (1),
 * of the plate [m].
 */
const ONE_ROUND = { brace: 0.2, plate: 1e-4 };
/** Not nearer to its ends than this [m]. */
const END = 0.012;
/** A shorter stretch is worked as a whole; one that is shorter still is none [m]. */
const SHORT = 0.09;
const LEAST_LENGTH = 0.025;
/** All the wood left is reckoned in pieces of about this length [m]. */
const PIECE = 0.035;
/** Reach of a lap, and of what the bridge bears on [m]. */
const NEAR_LAP = 0.025;
const NEAR_BRIDGE = 0.012;
/** A stretch that ends as near to a lap as it may is not near it. */
const BESIDE = NEAR_LAP - 1e-6;
/** Less than this is no stroke [m]. */
const LEAST = 5e-5;
const ALIKE = 8e-3;
const HALF = 0.5;

/**
 * Also those that the maker leaves alone: whoever proposes asks for their wish.
 * @param thinnest of the plate, where it was measured [m]
 */
export function candidateStrokes(
  top: TopPlan,
  { leastBrace, leastPlate, symmetric, plate: thinning, places: wishes }: VoicingGoal,
  thinnest: number,
): Stroke[] {
  const { braces } = top.plan;
  const partners = symmetric ? mirrorOf(braces) : new Map<string, string>();
  const onBraces = braces.flatMap((brace) => {
    const partner = partners.get(brace.id);
    if (partner !== undefined && brace.id > partner) return [];
    const ids = [brace.id, ...(partner === undefined ? [] : [partner])];
    return stretches(braces, brace).map((along) => {
      const places = along.flatMap(([from, to]) => ids.map((id): ShavedPlace => ({ kind: 'brace', id, from, to })));
      const left = Math.min(...places.map((place) => depthLeft(braces, place, leastBrace)));
      return {
        places,
        most: Math.min(...places.map((place) => ONE_ROUND.brace * heightAt(braces, place)), left),
        last: along.some(([from, to]) => isNear(top, brace, from, to)),
      };
    });
  });
  const plate = thinning ? Math.min(ONE_ROUND.plate, thinnest - leastPlate) : 0;
  const parts: ShavedPlace[][] = TOP_PARTS.filter((part) => !symmetric || (part !== 'bass' && part !== 'treble')).map(
    (part) => [{ kind: 'plate', part }],
  );
  if (symmetric)
    parts.push([
      { kind: 'plate', part: 'bass' },
      { kind: 'plate', part: 'treble' },
    ]);
  return [...onBraces, ...parts.map((places) => ({ places, most: plate, last: false }))]
    .filter(({ most }) => most >= LEAST)
    .map((stroke) => ({
      ...stroke,
      wish: wishOf(top, stroke.places, wishes),
      lateness: lateness(top, stroke.places),
    }));
}

/**
 * All the wood that the limits leave, piece by piece of the braces and part by part of the plate, none of it twice: what
 * many rounds could take off [m].
 */
export function woodLeft(
  top: TopPlan,
  { leastBrace, leastPlate, plate, places: wishes }: VoicingGoal,
  thinnest: number,
): { places: ShavedPlace[]; depth: number }[] {
  const { braces } = top.plan;
  const onBraces = braces.flatMap((brace) =>
    betweenLaps(braces, brace)
      .flatMap(([from, to]) => divided([from, to], Math.max(1, Math.round((to - from) / PIECE))))
      .map(([from, to]) => {
        const place: ShavedPlace = { kind: 'brace', id: brace.id, from, to };
        const shape = strokeShape(brace, from, to);
        const lowest = Math.min(...brace.heights.filter((_, i) => shape[i] > 0));
        return { places: [place], depth: lowest - leastBrace };
      }),
  );
  const onPlate = plate
    ? TOP_PARTS.map((part) => ({ places: [{ kind: 'plate' as const, part }], depth: thinnest - leastPlate }))
    : [];
  return [...onBraces, ...onPlate].filter(
    ({ places, depth }) => depth >= LEAST && Number.isFinite(depth) && wishOf(top, places, wishes) !== 'never',
  );
}

/** Stretches that a hand works at once: what lies between laps, whole, by halves or thirds, both outer ones alike. */
function stretches(braces: readonly Brace[], brace: Brace): [number, number][][] {
  const free = betweenLaps(braces, brace);
  const single = free.flatMap(([from, to]) => {
    const parts = to - from < SHORT ? 1 : free.length > 1 ? 2 : 3;
    return divided([from, to], parts);
  });
  const whole = free.length === 1 ? [[free[0]]] : free.map((one) => [one]);
  const [first, last] = [single[0], single[single.length - 1]];
  return unique([...single.map((one) => [one]), ...whole, ...(single.length > 2 ? [[first, last]] : [])]);
}

function divided([from, to]: [number, number], parts: number): [number, number][] {
  const step = (to - from) / parts;
  return Array.from({ length: parts }, (_, i) => [from + i * step, from + (i + 1) * step]);
}

const unique = (all: [number, number][][]): [number, number][][] =>
  all.filter((one, i) => all.findIndex((other) => String(other) === String(one)) === i);

/** All of it that lies clear of laps and of its very ends. */
function betweenLaps(braces: readonly Brace[], { id, length }: Brace): [number, number][] {
  const laps = lapsOf(braces, id).sort((a, b) => a - b);
  const [begins, ends] = [
    [END, ...laps.map((at) => at + NEAR_LAP)],
    [...laps.map((at) => at - NEAR_LAP), length - END],
  ];
  return begins
    .map((from, i): [number, number] => [Math.max(END, from), Math.min(length - END, ends[i])])
    .filter(([from, to]) => to - from >= LEAST_LENGTH);
}

const lapsOf = (braces: readonly Brace[], id: string): number[] =>
  crossingsOf(braces).flatMap(({ a, b, alongA, alongB }) => (a.id === id ? [alongA] : b.id === id ? [alongB] : []));

/** Where it is lowest under the full stroke [m]. */
function heightAt(braces: readonly Brace[], place: ShavedPlace): number {
  if (place.kind === 'plate') return Infinity;
  const brace = braces.find(({ id }) => id === place.id)!;
  const shape = strokeShape(brace, place.from, place.to);
  return Math.min(...brace.heights.filter((_, i) => shape[i] > HALF));
}

function depthLeft(braces: readonly Brace[], place: ShavedPlace, least: number): number {
  if (place.kind === 'plate') return Infinity;
  const brace = braces.find(({ id }) => id === place.id)!;
  const shape = strokeShape(brace, place.from, place.to);
  return Math.min(...brace.heights.map((height, i) => (shape[i] > 0 ? (height - least) / shape[i] : Infinity)));
}

function isNear({ plan, scale, bridge }: TopPlan, brace: Brace, from: number, to: number): boolean {
  if (lapsOf(plan.braces, brace.id).some((at) => at > from - BESIDE && at < to + BESIDE)) return true;
  if (!bridge) return false;
  const x = bridgeAt(plan.bridge, scale);
  const half = { along: plan.bridge.width / 2 + NEAR_BRIDGE, across: plan.bridge.span / 2 + NEAR_BRIDGE };
  return bracePlaces(brace).some((s) => {
    const [px, py] = pointAlong(brace, s / brace.length);
    return s >= from && s <= to && Math.abs(px - x) < half.along && Math.abs(py) < half.across;
  });
}

/** Braces that stand as mirror images, each with its other. */
export function mirrorOf(braces: readonly Brace[]): Map<string, string> {
  const partners = new Map<string, string>();
  for (const a of braces) {
    const b = braces.find((other) => other.id !== a.id && isMirror(a.from, other.from) && isMirror(a.to, other.to));
    if (b) partners.set(a.id, b.id);
  }
  return partners;
}

const isMirror = ([ax, ay]: readonly [number, number], [bx, by]: readonly [number, number]) =>
  Math.hypot(ax - bx, ay + by) < ALIKE;
