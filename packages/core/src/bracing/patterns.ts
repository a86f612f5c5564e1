/**
 * Our own parametric patterns: a first plan on any outline, drawn from a few proportions and then moved about freely.
 * All sizes grow with the plate: `scale` is its width over that of an ordinary guitar.
 */
import { InvalidInput } from '../invalid-input';
import {
  angleBetween,
  lengthOf,
  meetingOf,
  pointAlong,
  type PlateShape,
  type Point,
  type Polygon,
  type Segment,
} from '../outline';
import { profileHeights, type BraceProfile } from './brace-plan';
import { crossingsOf, newLap, type Brace, type BraceRole, type EndFit, type Lap, type Patch } from './bracing-plan';
import { acrossPlate, reachRim } from './place';

export const PATTERNS = ['x', 'double-x', 'fan', 'ladder', 'lattice', 'long-bars', 'carved-x', 'cross-bars'] as const;
export type Pattern = (typeof PATTERNS)[number];

export interface PatternSettings {
  pattern: Pattern;
  /** Fan bars, ladder bars, or lattice bars each way. */
  count: number;
  /** Between the legs of an X, between the outer bars of a fan, between the two ways of a lattice [rad]. */
  angle: number;
  /** From the edge of the soundhole to the crossing [m]. */
  crossingFromHole: number;
  upper: 'transverse' | 'a-frame';
  toneBars: number;
  fingers: number;
  /** A fan's lower end: closed by two slanted bars, cut off by one slanted bar across the treble side, or left open. */
  closing: 'none' | 'closed' | 'slanted';
}

/** What the pattern stands on: the plate, the round hole if there is one, the bridge's place on the centre line [m]. */
export interface PatternGround {
  shape: PlateShape;
  hole: { x: number; diameter: number } | null;
  bridgeAt: number;
  /** Side of the treble strings. */
  trebleSign: 1 | -1;
}

export interface DrawnPattern {
  braces: Brace[];
  laps: Lap[];
  patches: Patch[];
}

export const RIM_INSET = 2.5e-3;
const ORDINARY_WIDTH = 0.385;
const SHORT_OF_RIM = 0.018;
const DEGREE = Math.PI / 180;

const USUAL: Record<Pattern, Partial<PatternSettings>> = {
  x: { angle: 98 * DEGREE },
  'double-x': { angle: 98 * DEGREE },
  fan: { count: 5, angle: 26 * DEGREE },
  ladder: { count: 4 },
  lattice: { count: 7, angle: 88 * DEGREE },
  'long-bars': { count: 2 },
  'carved-x': { angle: 58 * DEGREE },
  'cross-bars': { count: 2 },
};

export function usualSettings(pattern: Pattern): PatternSettings {
  return {
    pattern,
    count: 0,
    angle: Math.PI / 2,
    crossingFromHole: 0.024,
    upper: 'transverse',
    toneBars: 2,
    fingers: 2,
    closing: 'closed',
    ...USUAL[pattern],
  };
}

interface Sizes {
  width: number;
  tall: number;
  low: number;
  profile: BraceProfile;
}

/** Of an ordinary guitar [m]. */
const SIZES: Record<BraceRole, Sizes> = {
  'x-leg': { width: 7.5e-3, tall: 0.0145, low: 4e-3, profile: 'straight' },
  'tone-bar': { width: 6.5e-3, tall: 0.0105, low: 2.5e-3, profile: 'one-peak' },
  finger: { width: 5e-3, tall: 7e-3, low: 2e-3, profile: 'straight' },
  'fan-bar': { width: 5.5e-3, tall: 5e-3, low: 1.5e-3, profile: 'straight' },
  'closing-bar': { width: 5e-3, tall: 4.5e-3, low: 1.5e-3, profile: 'straight' },
  'ladder-bar': { width: 7e-3, tall: 0.0135, low: 4e-3, profile: 'straight' },
  'lattice-bar': { width: 4e-3, tall: 7.5e-3, low: 2e-3, profile: 'straight' },
  'a-leg': { width: 7e-3, tall: 0.012, low: 4e-3, profile: 'straight' },
  'long-bar': { width: 7e-3, tall: 0.0125, low: 3e-3, profile: 'one-peak' },
  transverse: { width: 8e-3, tall: 0.0155, low: 5e-3, profile: 'straight' },
  'hole-side': { width: 6e-3, tall: 5e-3, low: 2e-3, profile: 'straight' },
  free: { width: 6e-3, tall: 9e-3, low: 2.5e-3, profile: 'straight' },
};

/** Spruce for braces as it usually is, until a billet of the rack says better. */
export const USUAL_STOCK = { modulus: 11.5e9, density: 410 } as const;

/** An end that stops in the open is tapered at least to this [m]. */
const THIN_END = 2.5e-3;

interface BraceStart extends Segment {
  id: string;
  name: string;
  role: BraceRole;
  ends?: readonly [EndFit, EndFit];
}

/** A brace of the usual sizes of its role. */
export function usualBrace(
  { id, name, role, from, to, ends = ['let-in', 'let-in'] }: BraceStart,
  scale: number,
): Brace {
  const { width, tall, low, profile } = SIZES[role];
  const length = lengthOf({ from, to });
  const height = Math.min(tall * scale, length / 4);
  const thin = ends.includes('stopped') ? Math.min(low * scale, THIN_END) : low * scale;
  return {
    id,
    name,
    role,
    from,
    to,
    ends,
    length,
    section: role === 'transverse' || role === 'ladder-bar' ? 'rectangle' : 'parabola',
    width: round(width * scale),
    topWidth: null,
    endWidth: null,
    endTopWidth: null,
    heights: profileHeights(profile, {
      tall: round(Math.max(2e-3, height)),
      low: round(Math.max(1e-3, Math.min(thin, height))),
    }),
    ...USUAL_STOCK,
    underside: 'plate',
    radius: null,
    grainSlope: 0,
    ringAngle: 0,
    accessHole: false,
    stock: null,
  };
}

const round = (metres: number) => Math.round(metres * 1e4) / 1e4;

export function scaleOf({ width }: Pick<PlateShape, 'width'>): number {
  return Math.min(1.4, Math.max(0.45, width / ORDINARY_WIDTH));
}

/** @throws InvalidInput where the plate has no room for it */
export function drawPattern(settings: PatternSettings, ground: PatternGround): DrawnPattern {
  const pen = penFor(ground);
  const starts = DRAW[settings.pattern](settings, pen);
  const braces = trimmed(starts, pen.scale).map((start) => usualBrace(start, pen.scale));
  const laps = crossingsOf(braces).map(({ a, b }) => newLap(a, b));
  return { braces, laps, patches: patchesFor(settings.pattern, pen, braces) };
}

/** Where two pass each other, the slighter one gives way; equals are lapped. */
const WEIGHT: Record<BraceRole, number> = {
  'x-leg': 5,
  transverse: 5,
  'a-leg': 4,
  'ladder-bar': 5,
  'long-bar': 5,
  'lattice-bar': 4,
  'closing-bar': 3,
  'tone-bar': 2,
  'fan-bar': 2,
  finger: 1,
  'hole-side': 1,
  free: 1,
};
const CLEARANCE = 2e-3;
const LEAST_LENGTH = 0.03;

/** Slighter braces end short of what they would pass; what is left too short falls away. */
function trimmed(starts: readonly BraceStart[], scale: number): BraceStart[] {
  return starts.flatMap((start) => {
    let kept: BraceStart | null = start;
    for (const other of starts) if (kept && WEIGHT[other.role] > WEIGHT[kept.role]) kept = shortOf(kept, other, scale);
    return kept && lengthOf(kept) > LEAST_LENGTH * scale ? [kept] : [];
  });
}

function shortOf(start: BraceStart, other: BraceStart, scale: number): BraceStart {
  const meeting = meetingOf(start, other);
  const [length, otherLength] = [lengthOf(start), lengthOf(other)];
  const room = (SIZES[other.role].width * scale) / 2 / Math.sin(angleBetween(start, other)) + CLEARANCE;
  const [fit, otherFit] = start.ends ?? ['let-in', 'let-in'];
  if (!meeting || meeting.b * otherLength < -room || meeting.b * otherLength > otherLength + room) return start;
  const along = meeting.a * length;
  // A butted end stands right at what it meets.
  const fromButts = fit === 'butted' && along < room;
  if (along < -room || along > length + room || fromButts) return start;
  return along > length / 2
    ? { ...start, to: pointAlong(start, Math.min(1, (along - room) / length)), ends: [fit, 'stopped'] }
    : { ...start, from: pointAlong(start, Math.max(0, (along + room) / length)), ends: ['stopped', otherFit] };
}

interface Pen extends PatternGround {
  scale: number;
  outline: Polygon;
  /** Of the hole's edges on the centre line; where there is none, of the place where one would be. */
  holeTop: number;
  holeEnd: number;
  tail: number;
}

function penFor(ground: PatternGround): Pen {
  const { shape, hole } = ground;
  const middle = shape.bounds.xMin + 0.3 * shape.length;
  const [holeTop, holeEnd] = hole
    ? [hole.x - hole.diameter / 2, hole.x + hole.diameter / 2]
    : [middle - 0.02, middle + 0.02];
  return { ...ground, scale: scaleOf(shape), outline: shape.outline, holeTop, holeEnd, tail: shape.bounds.xMax };
}

type Draw = (settings: PatternSettings, pen: Pen) => BraceStart[];

const DRAW: Record<Pattern, Draw> = {
  x: (settings, pen) => [
    ...xLegs(settings, pen),
    ...toneBars(settings, pen),
    ...fingers(settings, pen),
    ...upperPart(settings, pen),
  ],
  'double-x': (settings, pen) => [...xLegs(settings, pen), ...secondX(pen), ...upperPart(settings, pen)],
  fan,
  ladder,
  lattice,
  'long-bars': longBars,
  'carved-x': (settings, pen) => legs({ ...settings, crossingFromHole: (pen.bridgeAt - pen.holeEnd) / 2 }, pen, 0.035),
  'cross-bars': crossBars,
};

/** Two legs through a point of the centre line; with a margin they stop short of the rim. */
function legs({ angle, crossingFromHole }: PatternSettings, pen: Pen, margin: number): BraceStart[] {
  const crossing: Point = [pen.holeEnd + crossingFromHole, 0];
  if (!(crossing[0] < pen.tail - 0.03))
    throw new InvalidInput('crossingFromHole', crossingFromHole, 'puts the crossing off the plate');
  const end: EndFit = margin > RIM_INSET ? 'stopped' : 'let-in';
  return ([pen.trebleSign, -pen.trebleSign] as const).map((side, i): BraceStart => {
    const line = rimToRim(pen, crossing, (-side * angle) / 2, margin);
    return {
      ...line,
      id: i === 0 ? 'x-bass' : 'x-treble',
      name: i === 0 ? 'X leg to the bass' : 'X leg to the treble',
      role: 'x-leg',
      ends: [end, end],
    };
  });
}

function rimToRim({ outline }: Pen, through: Point, angle: number, inset: number): Segment {
  const line = acrossPlate(outline, through, angle, inset);
  if (!line) throw new InvalidInput('crossingFromHole', through[0], 'lies off the plate');
  return line;
}

const xLegs: Draw = (settings, pen) => legs(settings, pen, RIM_INSET);

/** Of the tone bars to the grain [rad], and how far behind the bridge's line the first one leaves its leg [m]. */
const TONE_BAR_ANGLE = 1.25;
const BEHIND_BRIDGE = 0.024;
const LAST_SHARE = 0.88;

/** From the leg to the treble behind the bridge, slanting back over to the bass side. */
function toneBars(settings: PatternSettings, pen: Pen): BraceStart[] {
  const [, leg] = xLegs(settings, pen);
  const lower = lowerHalf(leg, settings, pen);
  const first = shareBehindBridge(lower, pen);
  return Array.from({ length: Math.min(4, settings.toneBars) }, (_, i): BraceStart => {
    const from = pointAlong(lower, first + ((LAST_SHARE - first) * i) / Math.max(1, settings.toneBars - 1));
    const back: Point = [Math.cos(TONE_BAR_ANGLE), -pen.trebleSign * Math.sin(TONE_BAR_ANGLE)];
    const to = reachRim(pen.outline, from, back, SHORT_OF_RIM * pen.scale)!;
    return {
      from,
      to,
      id: `tone-${i + 1}`,
      name: ['upper tone bar', 'lower tone bar', 'third tone bar', 'fourth tone bar'][i],
      role: 'tone-bar',
      ends: ['butted', 'stopped'],
    };
  });
}

function shareBehindBridge({ from, to }: Segment, { bridgeAt, scale }: Pen): number {
  const share = (bridgeAt + BEHIND_BRIDGE * scale - from[0]) / (to[0] - from[0]);
  return Math.min(LAST_SHARE - 0.15, Math.max(0.15, share));
}

/** From the legs out to the sides. */
function fingers(settings: PatternSettings, pen: Pen): BraceStart[] {
  return xLegs(settings, pen).flatMap((leg) => {
    const lower = lowerHalf(leg, settings, pen);
    const side = Math.sign(lower.to[1]);
    return Array.from({ length: Math.min(4, settings.fingers) }, (_, i): BraceStart => {
      const from = pointAlong(lower, (0.8 * (i + 0.55)) / (settings.fingers + 0.25));
      const out = settings.angle / 2 + Math.PI / 2;
      const to = reachRim(pen.outline, from, [-Math.cos(out) * 0.15, side * Math.sin(out)], 0.01 * pen.scale)!;
      const of = side === pen.trebleSign ? 'treble' : 'bass';
      return {
        from,
        to,
        id: `finger-${of}-${i + 1}`,
        name: `${of} finger ${i + 1}`,
        role: 'finger',
        ends: ['butted', 'stopped'],
      };
    });
  });
}

function lowerHalf(leg: Segment, { crossingFromHole }: PatternSettings, { holeEnd }: Pen): Segment {
  return { from: [holeEnd + crossingFromHole, 0], to: leg.to };
}

function secondX(pen: Pen): BraceStart[] {
  const crossing: Point = [pen.bridgeAt + 0.36 * (pen.tail - pen.bridgeAt), 0];
  return ([pen.trebleSign, -pen.trebleSign] as const).map((side, i): BraceStart => {
    const line = rimToRim(pen, crossing, -side * 63 * DEGREE, SHORT_OF_RIM * pen.scale);
    return {
      ...line,
      id: `second-x-${i + 1}`,
      name: `second X, ${i === 0 ? 'bass' : 'treble'}`,
      role: 'tone-bar',
      ends: ['stopped', 'stopped'],
    };
  });
}

/** A bar across before the hole, or two legs from the neck past it; short bars beside it either way. */
function upperPart({ upper }: Pick<PatternSettings, 'upper'>, pen: Pen): BraceStart[] {
  if (!pen.hole) return [];
  const at = pen.holeTop - 0.024 * pen.scale;
  if (upper === 'transverse' || at < pen.shape.bounds.xMin + 0.02)
    return [transverse('upper-transverse', 'upper transverse bar', at, pen), ...holeSides(pen)];
  return ([1, -1] as const).map((side): BraceStart => {
    const neck: Point = [pen.shape.bounds.xMin + 6e-3, side * 0.024 * pen.scale];
    const beside = pen.hole!.diameter / 2 + 0.011 * pen.scale;
    const past = pointAlong(
      { from: neck, to: [pen.hole!.x, side * beside] },
      (pen.holeEnd - neck[0]) / (pen.hole!.x - neck[0]),
    );
    return {
      from: neck,
      to: past,
      id: `a-${side}`,
      name: `A leg, ${side === pen.trebleSign ? 'treble' : 'bass'}`,
      role: 'a-leg',
      ends: ['let-in', 'stopped'],
    };
  });
}

function transverse(id: string, name: string, x: number, pen: Pen): BraceStart {
  return { ...rimToRim(pen, [x, 0], Math.PI / 2, RIM_INSET), id, name, role: 'transverse' };
}

function holeSides({ hole, scale, trebleSign }: Pen): BraceStart[] {
  const off = hole!.diameter / 2 + 0.009 * scale;
  const half = hole!.diameter * 0.32;
  return ([1, -1] as const).map((side): BraceStart => ({
    from: [hole!.x - half, side * off],
    to: [hole!.x + half, side * off],
    id: `hole-${side}`,
    name: `hole side, ${side === trebleSign ? 'treble' : 'bass'}`,
    role: 'hole-side',
    ends: ['stopped', 'stopped'],
  }));
}

function fan({ count, angle, closing }: PatternSettings, pen: Pen): BraceStart[] {
  requireCount(count, 3, 9);
  const lowerBar = pen.holeEnd + 0.013 * pen.scale;
  const start = lowerBar + 8e-3 * pen.scale;
  const spread = 0.135 * pen.scale;
  const bars = Array.from({ length: count }, (_, i): BraceStart => {
    const u = (2 * i) / (count - 1) - 1;
    const from: Point = [start + 0.012 * pen.scale * u * u, (u * spread) / 2];
    const direction: Point = [Math.cos((u * angle) / 2), Math.sin((u * angle) / 2)];
    const to = reachRim(pen.outline, from, direction, (0.034 + 0.012 * (1 - u * u)) * pen.scale)!;
    return { from, to, id: `fan-${i + 1}`, name: `fan bar ${i + 1}`, role: 'fan-bar', ends: ['stopped', 'stopped'] };
  });
  const across = [
    transverse('lower-transverse', 'lower transverse bar', lowerBar, pen),
    transverse('upper-transverse', 'upper transverse bar', pen.holeTop - 0.013 * pen.scale, pen),
  ];
  return [
    ...across,
    ...bars,
    ...closingBars(closing, pen, start),
    ...holeSides(pen.hole ? pen : { ...pen, hole: { x: (pen.holeTop + pen.holeEnd) / 2, diameter: 0.04 } }).filter(
      () => pen.hole !== null,
    ),
  ];
}

/** Short of the fan's lower ends, so that they pass nothing. */
function closingBars(closing: PatternSettings['closing'], pen: Pen, start: number): BraceStart[] {
  if (closing === 'none') return [];
  if (closing === 'slanted') {
    const from: Point = [start + 0.012 * pen.scale, -pen.trebleSign * 0.075 * pen.scale];
    const to = reachRim(pen.outline, from, [0.34, pen.trebleSign], RIM_INSET)!;
    return [{ from, to, id: 'slanted', name: 'slanted bar', role: 'closing-bar', ends: ['stopped', 'let-in'] }];
  }
  return ([1, -1] as const).map((side): BraceStart => {
    const from: Point = [pen.tail - 0.022 * pen.scale, side * 6e-3 * pen.scale];
    const to = reachRim(pen.outline, from, [-0.42, side], 0.012 * pen.scale)!;
    return {
      from,
      to,
      id: `closing-${side}`,
      name: `closing bar, ${side === pen.trebleSign ? 'treble' : 'bass'}`,
      role: 'closing-bar',
      ends: ['stopped', 'stopped'],
    };
  });
}

function ladder({ count }: PatternSettings, pen: Pen): BraceStart[] {
  requireCount(count, 2, 8);
  const first = pen.holeEnd + 0.016 * pen.scale;
  const last = pen.tail - 0.06 * pen.scale;
  const bars = Array.from({ length: count }, (_, i): BraceStart => {
    const at = first + ((last - first) * i) / Math.max(1, count - 1);
    return { ...transverse(`ladder-${i + 1}`, `ladder bar ${i + 1}`, at, pen), role: 'ladder-bar' };
  });
  return pen.hole ? [...upperPart({ upper: 'transverse' }, pen), ...bars] : bars;
}

/** Two ways of parallel bars over the lower part, from a bar under the hole to short of the rim. */
function lattice({ count, angle }: PatternSettings, pen: Pen): BraceStart[] {
  requireCount(count, 3, 12);
  const top = pen.holeEnd + 0.014 * pen.scale;
  const middle: Point = [(top + pen.tail) / 2, 0];
  const reach = 0.8 * pen.shape.width;
  const bars = ([1, -1] as const).flatMap((side) =>
    Array.from({ length: count }, (_, i): BraceStart | null => {
      const off = side * ((i + 0.5) / count - 0.5) * reach;
      const through: Point = [
        middle[0] - off * Math.sin((side * angle) / 2),
        middle[1] + off * Math.cos((side * angle) / 2),
      ];
      const line = latticeLine(through, (side * angle) / 2, top + 9e-3 * pen.scale, pen);
      return (
        line && {
          ...line,
          id: `lattice-${side === 1 ? 'a' : 'b'}-${i + 1}`,
          name: `lattice ${side === 1 ? 'A' : 'B'}${i + 1}`,
          role: 'lattice-bar',
          ends: ['stopped', 'stopped'],
        }
      );
    }).filter((bar) => bar !== null),
  );
  return [
    transverse('lower-transverse', 'bar under the hole', top, pen),
    ...bars,
    ...upperPart({ upper: 'transverse' }, pen),
  ];
}

const LEAST_LATTICE = 0.05;

function latticeLine(through: Point, angle: number, top: number, pen: Pen): Segment | null {
  const line = acrossPlate(pen.outline, through, angle, SHORT_OF_RIM * 0.7 * pen.scale);
  if (!line) return null;
  const cut = meetingOf(line, { from: [top, -1], to: [top, 1] });
  if (!cut) return line;
  const from = line.from[0] < top ? cut.point : line.from;
  const to = line.to[0] < top ? cut.point : line.to;
  return to[0] - from[0] > 0 && lengthOf({ from, to }) > LEAST_LATTICE * pen.scale ? { from, to } : null;
}

/** Two bars along a carved top under the feet of the bridge, drawing together to the neck. */
function longBars(_: PatternSettings, pen: Pen): BraceStart[] {
  return ([pen.trebleSign, -pen.trebleSign] as const).map((side): BraceStart => {
    const under: Point = [pen.bridgeAt, side * 0.042 * pen.scale];
    const line = rimToRim(pen, under, side * 4.5 * DEGREE, 0.032 * pen.scale);
    const of = side === pen.trebleSign ? 'treble' : 'bass';
    return { ...line, id: `long-${of}`, name: `${of} tone bar`, role: 'long-bar', ends: ['stopped', 'stopped'] };
  });
}

/** For flat tops of the mandolin family: bars across, under the hole and above it, the lower one slanted. */
function crossBars({ count }: PatternSettings, pen: Pen): BraceStart[] {
  requireCount(count, 1, 4);
  const bars = Array.from({ length: count }, (_, i): BraceStart => {
    const at = i === 0 ? pen.holeEnd + 0.014 * pen.scale : pen.bridgeAt + (0.02 + 0.05 * i) * pen.scale;
    const line = rimToRim(pen, [at, 0], Math.PI / 2 + (i === 0 ? 0 : pen.trebleSign * 9 * DEGREE), RIM_INSET);
    return { ...line, id: `cross-${i + 1}`, name: `bar across ${i + 1}`, role: 'ladder-bar' };
  });
  return pen.hole
    ? [...bars, transverse('upper-transverse', 'upper transverse bar', pen.holeTop - 0.016 * pen.scale, pen)]
    : bars;
}

function requireCount(count: number, least: number, most: number): void {
  if (!(Number.isInteger(count) && count >= least && count <= most))
    throw new InvalidInput('count', count, `must be a whole number from ${least} to ${most}`);
}

const GLUED_BRIDGES: readonly Pattern[] = ['x', 'double-x', 'fan', 'ladder', 'lattice'];

/** A plate under a glued bridge, a ring round the hole. */
function patchesFor(pattern: Pattern, { bridgeAt, scale, hole }: Pen, braces: readonly Brace[]): Patch[] {
  const plate: Patch[] =
    GLUED_BRIDGES.includes(pattern) && pattern !== 'lattice'
      ? [
          {
            id: 'bridge-plate',
            name: 'bridge plate',
            role: 'bridge-plate',
            x: bridgeAt + 4e-3,
            y: 0,
            length: (pattern === 'fan' ? 0.018 : 0.036) * scale,
            width: 2 * roomBeside(bridgeAt, braces, 0.08 * scale),
            thickness: pattern === 'fan' ? 1.4e-3 : 2.4e-3,
            grain: 'across',
          },
        ]
      : [];
  const ring: Patch[] = hole
    ? [
        {
          id: 'hole-ring',
          name: 'ring round the hole',
          role: 'hole-ring',
          x: hole.x,
          y: 0,
          length: hole.diameter + 0.03 * scale,
          width: 0.015 * scale,
          thickness: 1.4e-3,
          grain: 'along',
        },
      ]
    : [];
  return [...plate, ...ring];
}

/** Half the width free between X legs at the bridge's forward edge. */
function roomBeside(bridgeAt: number, braces: readonly Brace[], most: number): number {
  const across = { from: [bridgeAt - 0.014, 0] as Point, to: [bridgeAt - 0.014, 1] as Point };
  return braces
    .filter(({ role }) => role === 'x-leg')
    .reduce((room, leg) => {
      const y = Math.abs(meetingOf(leg, across)?.point[1] ?? most);
      return Math.min(room, Math.max(0.02, y - leg.width));
    }, most);
}
