/**
 * Soundholes: one round hole, or a pair of slanted sound slots with round eyes, mirrored about the centre line. SI [m].
 */
import { requirePositive, requireWithin } from '../base';
import type { Point, Polygon } from './polygon';

export interface RoundHole {
  kind: 'round';
  /** Centre, from the neck end. */
  x: number;
  /** Centre off the centre line, positive to the bass side. */
  y: number;
  diameter: number;
}

export interface SlotHoles {
  kind: 'f-holes';
  /** Middle of the slots, from the neck end. */
  x: number;
  /** Length of a slot along the plate. */
  length: number;
  /** Distance between the middles of the two slots. */
  spread: number;
}

export type HoleSpec = RoundHole | SlotHoles;

const CIRCLE_CORNERS = 48;
const SLOT_STEPS = 64;
/** Widest and narrowest half-width of a slot, and its sideways sweep, as shares of its length. */
const SLOT = { eye: 0.062, stem: 0.028, sweep: 0.16 };

/** @throws InvalidInput for sizes that are not positive */
export function drawHoles(spec: HoleSpec): Polygon[] {
  requireWithin('x', spec.x, 0, 2);
  if (spec.kind === 'round') {
    requirePositive('diameter', spec.diameter);
    return [circle(spec)];
  }
  requirePositive('length', spec.length);
  requirePositive('spread', spec.spread);
  const bass = slot(spec);
  return [bass, bass.map(([x, y]): Point => [x, -y])];
}

function circle({ x, y, diameter }: RoundHole): Polygon {
  return Array.from({ length: CIRCLE_CORNERS }, (_, i): Point => {
    const angle = (2 * Math.PI * i) / CIRCLE_CORNERS;
    return [x + (diameter / 2) * Math.cos(angle), y + (diameter / 2) * Math.sin(angle)];
  });
}

/** A spine that leans outward towards the tail, thick at both ends and thin in the middle. */
function slot({ x, length, spread }: SlotHoles): Polygon {
  const spine = (t: number): Point => [
    x + (t - 0.5) * length,
    spread / 2 + SLOT.sweep * length * Math.sin((t - 0.5) * Math.PI),
  ];
  const halfWidth = (t: number) => {
    const fromMiddle = Math.abs(2 * t - 1);
    const body = SLOT.stem + (SLOT.eye - SLOT.stem) * fromMiddle ** 4;
    const toEnd = (1 - fromMiddle) / (2 * SLOT.eye);
    return length * body * (toEnd < 1 ? Math.sqrt(toEnd * (2 - toEnd)) : 1);
  };
  const sides = Array.from({ length: SLOT_STEPS + 1 }, (_, i) => {
    const t = (1 - Math.cos((Math.PI * i) / SLOT_STEPS)) / 2; // closer together at the round ends
    const [px, py] = spine(t);
    return { px, py, w: halfWidth(t) };
  });
  const outer = sides.map(({ px, py, w }): Point => [px, py + w]);
  const inner = sides
    .slice(1, -1)
    .reverse()
    .map(({ px, py, w }): Point => [px, py - w]);
  return [...outer, ...inner];
}
