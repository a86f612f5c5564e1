/** Every stroke that may be made on a top now: stretches of braces and parts of the plate, under the limits. SI. */
import { bridgeAt, bracePlaces, crossingsOf, type Brace } from '../bracing';
import { TOP_PARTS, type TopPlan } from '../top';
import type { VoicingGoal } from './goal';
import { strokeShape, type ShavedPlace } from './shaving';

export interface Stroke {
  /** One place, or a place and its mirror image. */
  places: ShavedPlace[];
  /** So deep at most in one round [m]. */
  most: number;
  /** Near a lap or the bridge: only when nothing else serves. */
  last: boolean;
}

/** Wood that comes off in one round at most, before the plate is looked at again [m]. */
const ONE_ROUND = { brace: 1e-3, plate: 1e-4 };
/** Braces are worked by thirds, both outer ones alike, or all along; not nearer to their ends than this [m]. */
const STRETCHES = 3;
const END = 0.012;
/** Reach of a lap, and of what the bridge bears on [m]. */
const NEAR_LAP = 0.025;
const NEAR_BRIDGE = 0.012;
/** Less than this is no stroke [m]. */
const LEAST = 5e-5;
const ALIKE = 8e-3;

/** @param thinnest of the plate, where it was measured [m] */
export function candidateStrokes(
  top: TopPlan,
  { leastBrace, leastPlate, symmetric, plate: thinning }: VoicingGoal,
  thinnest: number,
): Stroke[] {
  const { braces } = top.plan;
  const partners = symmetric ? mirrorOf(braces) : new Map<string, string>();
  const onBraces = braces.flatMap((brace) => {
    const partner = partners.get(brace.id);
    if (partner !== undefined && brace.id > partner) return [];
    const ids = [brace.id, ...(partner === undefined ? [] : [partner])];
    return stretches(brace).map((along): Stroke => {
      const places = along.flatMap(([from, to]) => ids.map((id): ShavedPlace => ({ kind: 'brace', id, from, to })));
      const left = Math.min(...places.map((place) => depthLeft(braces, place, leastBrace)));
      return {
        places,
        most: Math.min(ONE_ROUND.brace, left),
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
  return [...onBraces, ...parts.map((places) => ({ places, most: plate, last: false }))].filter(
    ({ most }) => most >= LEAST,
  );
}

/**
 * All the wood that the limits leave, stretch by stretch and part by part, none of it twice: what many rounds could
 * take off [m].
 */
export function woodLeft(
  top: TopPlan,
  { leastBrace, leastPlate, plate }: VoicingGoal,
  thinnest: number,
): { places: ShavedPlace[]; depth: number }[] {
  const { braces } = top.plan;
  const onBraces = braces.flatMap((brace) =>
    stretches(brace)
      .slice(0, STRETCHES)
      .map(([[from, to]]) => {
        const place: ShavedPlace = { kind: 'brace', id: brace.id, from, to };
        return { places: [place], depth: depthLeft(braces, place, leastBrace) };
      }),
  );
  const onPlate = plate
    ? TOP_PARTS.map((part) => ({ places: [{ kind: 'plate' as const, part }], depth: thinnest - leastPlate }))
    : [];
  return [...onBraces, ...onPlate].filter(({ depth }) => depth >= LEAST && Number.isFinite(depth));
}

function stretches({ length }: Brace): [number, number][][] {
  const worked = length - 2 * END;
  const thirds = Array.from({ length: STRETCHES }, (_, i): [number, number] => [
    END + (i * worked) / STRETCHES,
    END + ((i + 1) * worked) / STRETCHES,
  ]);
  return [...thirds.map((third) => [third]), [thirds[0], thirds[STRETCHES - 1]], [[END, length - END]]];
}

function depthLeft(braces: readonly Brace[], place: ShavedPlace, least: number): number {
  if (place.kind === 'plate') return Infinity;
  const brace = braces.find(({ id }) => id === place.id)!;
  const shape = strokeShape(brace, place.from, place.to);
  return Math.min(...brace.heights.map((height, i) => (shape[i] > 0 ? (height - least) / shape[i] : Infinity)));
}

function isNear({ plan, scale, bridge }: TopPlan, brace: Brace, from: number, to: number): boolean {
  const laps = crossingsOf(plan.braces).flatMap(({ a, b, alongA, alongB }) =>
    a.id === brace.id ? [alongA] : b.id === brace.id ? [alongB] : [],
  );
  if (laps.some((at) => at > from - NEAR_LAP && at < to + NEAR_LAP)) return true;
  if (!bridge) return false;
  const x = bridgeAt(plan.bridge, scale);
  const half = { along: plan.bridge.width / 2 + NEAR_BRIDGE, across: plan.bridge.span / 2 + NEAR_BRIDGE };
  return bracePlaces(brace).some((s) => {
    const share = s / brace.length;
    const [px, py] = [
      brace.from[0] + share * (brace.to[0] - brace.from[0]),
      brace.from[1] + share * (brace.to[1] - brace.from[1]),
    ];
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
