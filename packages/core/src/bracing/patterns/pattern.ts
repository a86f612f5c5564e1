/**
 * What a pattern is: its settings, what it stands on, and how it is drawn. All sizes grow with the plate: `scale` is
 * its width over that of an ordinary guitar.
 */
import type { PlateShape, Polygon } from '../../outline';
import type { Brace, Lap, Patch } from '../bracing-plan';
import { scaleOf, type BraceStart } from './usual-brace';

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

export interface PatternContext extends PatternGround {
  scale: number;
  outline: Polygon;
  /** Of the hole's edges on the centre line; where there is none, of the place where one would be. */
  holeTop: number;
  holeEnd: number;
  tail: number;
}

export function contextOf(ground: PatternGround): PatternContext {
  const { shape, hole } = ground;
  const middle = shape.bounds.xMin + 0.3 * shape.length;
  const [holeTop, holeEnd] = hole
    ? [hole.x - hole.diameter / 2, hole.x + hole.diameter / 2]
    : [middle - 0.02, middle + 0.02];
  return { ...ground, scale: scaleOf(shape), outline: shape.outline, holeTop, holeEnd, tail: shape.bounds.xMax };
}

/** One pattern: what is usual of it, and its braces before the slighter ones give way. */
export interface PatternDrawing {
  usual: Partial<PatternSettings>;
  draw: (settings: PatternSettings, context: PatternContext) => BraceStart[];
}
