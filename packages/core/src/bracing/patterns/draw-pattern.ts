/**
 * Our own parametric patterns: a first plan on any outline, drawn from a few proportions and then moved about freely.
 */
import { angleBetween, lengthOf, meetingOf, pointAlong } from '../../outline';
import { crossingsOf, newLap, type BraceRole } from '../bracing-plan';
import { carvedX } from './carved-x';
import { crossBars } from './cross-bars';
import { doubleX } from './double-x';
import { fan } from './fan';
import { ladder } from './ladder';
import { lattice } from './lattice';
import { longBars } from './long-bars';
import { patchesFor } from './patches';
import {
  contextOf,
  type DrawnPattern,
  type Pattern,
  type PatternDrawing,
  type PatternGround,
  type PatternSettings,
} from './pattern';
import { SIZES, usualBrace, type BraceStart } from './usual-brace';
import { x } from './x';

const DRAWINGS: Record<Pattern, PatternDrawing> = {
  x,
  'double-x': doubleX,
  fan,
  ladder,
  lattice,
  'long-bars': longBars,
  'carved-x': carvedX,
  'cross-bars': crossBars,
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
    ...DRAWINGS[pattern].usual,
  };
}

/** @throws InvalidInput where the plate has no room for it */
export function drawPattern(settings: PatternSettings, ground: PatternGround): DrawnPattern {
  const context = contextOf(ground);
  const starts = DRAWINGS[settings.pattern].draw(settings, context);
  const braces = trimmed(starts, context.scale).map((start) => usualBrace(start, context.scale));
  const laps = crossingsOf(braces).map(({ a, b }) => newLap(a, b));
  return { braces, laps, patches: patchesFor(settings.pattern, context, braces) };
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
