/**
 * The plan of a plate's braces: what stands where, how it is cut, how pieces pass each other. One value, kept and
 * undone as a whole. SI.
 */
import { InvalidInput, requireWithin } from '../base';
import { angleBetween, lengthOf, meetingOf, type Point } from '../outline';
import { planFigures, type BracePlan } from './brace-plan';

export const BRACE_ROLES = [
  'x-leg',
  'tone-bar',
  'finger',
  'fan-bar',
  'closing-bar',
  'ladder-bar',
  'lattice-bar',
  'a-leg',
  'long-bar',
  'transverse',
  'hole-side',
  'free',
] as const;
export type BraceRole = (typeof BRACE_ROLES)[number];

/** Let into the linings, feathered out on the plate, stopped short in the open, or up against another brace. */
export const END_FITS = ['let-in', 'feathered', 'stopped', 'butted'] as const;
export type EndFit = (typeof END_FITS)[number];

/** An end at the rim that is lower than this runs out on the plate; one that is taller reaches into the lining [m]. */
const FEATHER = 1e-3;
/** Short of the rim, an end is feathered up to this height [m]. */
const LOW = 3e-3;

/** How an end is most likely meant, until the maker says. @param height of the end [m] */
export function usualEndFit(at: 'rim' | 'brace' | 'open', height: number): EndFit {
  if (at === 'brace') return 'butted';
  if (at === 'rim') return height > FEATHER ? 'let-in' : 'feathered';
  return height > LOW ? 'stopped' : 'feathered';
}

/** As the plate's arch, flat, or of a radius of its own. */
export const UNDERSIDES = ['plate', 'flat', 'own'] as const;
export type Underside = (typeof UNDERSIDES)[number];

/** A brace in its place on the plate; its length is the distance between its ends. */
export interface Brace extends BracePlan {
  id: string;
  role: BraceRole;
  from: Point;
  to: Point;
  /** At `from` and at `to`. */
  ends: readonly [EndFit, EndFit];
  underside: Underside;
  /** Of an underside of its own [m]. */
  radius: number | null;
  /** Slope of the grain against the stick, and of the rings against upright [rad]. */
  grainSlope: number;
  ringAngle: number;
  /** A hole through it for the truss rod's key. */
  accessHole: boolean;
  /** The billet of the rack it is cut from. */
  stock: { id: string; name: string } | null;
}

export const CAPS = ['none', 'cloth', 'wood'] as const;
export type Cap = (typeof CAPS)[number];

/** One brace passes another: the lower leg is notched from above, the other from below. */
export interface Lap {
  a: string;
  b: string;
  /** The leg that is cut from above and glued first. */
  lower: string;
  /** Of the cut from above; null for as much as leaves the slighter leg half its height there. */
  depth: number | null;
  cap: Cap;
  capThickness: number;
}

export const PATCH_ROLES = ['bridge-plate', 'hole-ring', 'patch'] as const;
export type PatchRole = (typeof PATCH_ROLES)[number];

/**
 * A thin piece under the plate: a rectangle about its middle, or a ring round a hole, length across it and width of its
 * band.
 */
export interface Patch {
  id: string;
  name: string;
  role: PatchRole;
  x: number;
  y: number;
  length: number;
  width: number;
  thickness: number;
  grain: 'along' | 'across';
}

export const BRIDGE_KINDS = ['pinned', 'tied', 'floating'] as const;
export type BridgeKind = (typeof BRIDGE_KINDS)[number];

export interface BridgePlan {
  kind: BridgeKind;
  /** The fret at the edge of the body. */
  fretAtBody: number;
  /** Added to the string's length at the saddle [m]. */
  compensationTreble: number;
  compensationBass: number;
  /** Scale of the bass side of a fanned board; null where all strings have one. */
  bassScale: number | null;
  /** Across the plate and along it [m]. */
  span: number;
  width: number;
  /** Of the strings over the top at the saddle [m]. */
  stringHeight: number;
  /** Between string and top before and behind a floating bridge [rad]. */
  angleBefore: number;
  angleBehind: number;
}

export const STRING_MATERIALS = ['steel', 'wound-steel', 'nylon', 'wound-nylon', 'fluorocarbon', 'gut'] as const;
export type StringMaterial = (typeof STRING_MATERIALS)[number];

export interface PlanString {
  note: string;
  /** [Hz] */
  frequency: number;
  material: StringMaterial;
  diameter: number;
  /** From the maker of the strings, when known [kg/m]; else from diameter and material. */
  massPerLength: number | null;
  count: number;
}

export interface BracingPlan {
  braces: Brace[];
  laps: Lap[];
  patches: Patch[];
  bridge: BridgePlan;
  /** Null for the family's ordinary set. */
  strings: PlanString[] | null;
  /** Radius of the plate's arch; null for flat [m]. */
  archRadius: number | null;
  dishRadius: number | null;
  /** The key of the truss rod goes through the soundhole. */
  rodThroughHole: boolean;
}

export const MOST_BRACES = 60;

/** The same brace with its ends elsewhere: its profile is stretched with it. */
export function movedTo<B extends Brace>(brace: B, from: Point, to: Point): B {
  return { ...brace, from, to, length: lengthOf({ from, to }) };
}

/** Mirrored about the centre line. */
export function mirrored(brace: Brace, id: string, name: string): Brace {
  return { ...movedTo(brace, flip(brace.from), flip(brace.to)), id, name };
}

const flip = ([x, y]: Point): Point => [x, -y];

/** The whole plan for the other hand. */
export function flipPlan(plan: BracingPlan): BracingPlan {
  return {
    ...plan,
    braces: plan.braces.map((brace) => movedTo(brace, flip(brace.from), flip(brace.to))),
    patches: plan.patches.map((patch) => ({ ...patch, y: -patch.y })),
  };
}

export interface Crossing {
  a: Brace;
  b: Brace;
  point: Point;
  /** From the first end of each [m]. */
  alongA: number;
  alongB: number;
  /** Between them, acute [rad]. */
  angle: number;
}

/** Braces that pass each other, neither ending there. */
export function crossingsOf(braces: readonly Brace[]): Crossing[] {
  return braces.flatMap((a, i) =>
    braces.slice(i + 1).flatMap((b): Crossing[] => {
      const meeting = meetingOf(a, b);
      if (!meeting) return [];
      const [alongA, alongB] = [meeting.a * a.length, meeting.b * b.length];
      const passes = inside(alongA, a.length, b.width) && inside(alongB, b.length, a.width);
      return passes ? [{ a, b, point: meeting.point, alongA, alongB, angle: angleBetween(a, b) }] : [];
    }),
  );
}

const inside = (along: number, length: number, margin: number) => along > margin && along < length - margin;

export function lapOf(plan: Pick<BracingPlan, 'laps'>, a: string, b: string): Lap | null {
  return plan.laps.find((lap) => (lap.a === a && lap.b === b) || (lap.a === b && lap.b === a)) ?? null;
}

export function newLap(lower: Brace, upper: Brace): Lap {
  return { a: lower.id, b: upper.id, lower: lower.id, depth: null, cap: 'none', capThickness: 1.5e-3 };
}

/** Height of a brace at a distance from its first end [m]. */
export function heightAt({ heights, length }: Pick<BracePlan, 'heights' | 'length'>, along: number): number {
  const at = (Math.min(length, Math.max(0, along)) / length) * (heights.length - 1);
  const i = Math.min(heights.length - 2, Math.floor(at));
  return heights[i] + (at - i) * (heights[i + 1] - heights[i]);
}

/** What is cut at a lap: how deep into the lower leg from above, and into the other from below [m]. */
export function lapCuts(
  lap: Lap,
  { a, b, alongA, alongB }: Crossing,
): { fromAbove: number; fromBelow: number; lowerHeight: number; upperHeight: number } {
  const lowerIsA = lap.lower === a.id;
  const lowerHeight = lowerIsA ? heightAt(a, alongA) : heightAt(b, alongB);
  const upperHeight = lowerIsA ? heightAt(b, alongB) : heightAt(a, alongA);
  const fromBelow = lap.depth === null ? Math.min(lowerHeight, upperHeight) / 2 : lowerHeight - lap.depth;
  return { fromAbove: lowerHeight - fromBelow, fromBelow, lowerHeight, upperHeight };
}

/**
 * Refuses what can't be a plan, naming the field.
 * @throws InvalidInput such as `braces[2].heights[4]`, `laps[0].lower`
 */
export function checkBracingPlan(plan: BracingPlan): void {
  if (plan.braces.length > MOST_BRACES)
    throw new InvalidInput('braces', plan.braces.length, `are more than ${MOST_BRACES}`);
  const ids = new Set<string>();
  [...plan.braces, ...plan.patches].forEach(({ id }, i) => {
    if (ids.has(id)) throw new InvalidInput(`braces[${i}].id`, id, 'is there twice');
    ids.add(id);
  });
  plan.braces.forEach((brace, i) => checkBrace(brace, `braces[${i}]`));
  plan.laps.forEach((lap, i) => {
    if (!ids.has(lap.a) || !ids.has(lap.b))
      throw new InvalidInput(`laps[${i}]`, lap, 'names a brace that is not there');
    if (lap.lower !== lap.a && lap.lower !== lap.b)
      throw new InvalidInput(`laps[${i}].lower`, lap.lower, 'must be one of the two');
  });
  if (plan.archRadius !== null) requireWithin('archRadius', plan.archRadius, 0.5, 200);
  if (plan.dishRadius !== null) requireWithin('dishRadius', plan.dishRadius, 0.5, 200);
}

const LENGTH_SLACK = 1e-6;

function checkBrace(brace: Brace, path: string): void {
  const distance = lengthOf(brace);
  if (!(distance > 0.005)) throw new InvalidInput(`${path}.to`, brace.to, 'lies on the other end: draw it longer');
  if (Math.abs(brace.length - distance) > LENGTH_SLACK)
    throw new InvalidInput(`${path}.length`, brace.length, 'is not the distance between its ends');
  if (brace.underside === 'own' && !(brace.radius !== null && brace.radius > brace.length / 2))
    throw new InvalidInput(`${path}.radius`, brace.radius, 'must be more than half the brace’s length');
  try {
    planFigures(brace);
  } catch (failure) {
    throw failure instanceof InvalidInput ? failure.under(path) : failure;
  }
}
