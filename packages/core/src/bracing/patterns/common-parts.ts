/** Parts that several patterns share: legs through a point, the upper part, bars across. */
import { InvalidInput } from '../../base';
import { pointAlong, type Point, type Segment } from '../../outline';
import type { EndFit } from '../bracing-plan';
import { acrossPlate } from '../place';
import type { PatternContext, PatternSettings } from './pattern';
import type { BraceStart } from './usual-brace';

export const RIM_INSET = 2.5e-3;
export const SHORT_OF_RIM = 0.018;

/** Two legs through a point of the centre line; with a margin they stop short of the rim. */
export function legs(
  { angle, crossingFromHole }: PatternSettings,
  context: PatternContext,
  margin: number,
): BraceStart[] {
  const crossing: Point = [context.holeEnd + crossingFromHole, 0];
  if (!(crossing[0] < context.tail - 0.03))
    throw new InvalidInput('crossingFromHole', crossingFromHole, 'puts the crossing off the plate');
  const end: EndFit = margin > RIM_INSET ? 'stopped' : 'let-in';
  return ([context.trebleSign, -context.trebleSign] as const).map((side, i): BraceStart => {
    const line = rimToRim(context, crossing, (-side * angle) / 2, margin);
    return {
      ...line,
      id: i === 0 ? 'x-bass' : 'x-treble',
      name: i === 0 ? 'X leg to the bass' : 'X leg to the treble',
      role: 'x-leg',
      ends: [end, end],
    };
  });
}

export function rimToRim({ outline }: PatternContext, through: Point, angle: number, inset: number): Segment {
  const line = acrossPlate(outline, through, angle, inset);
  if (!line) throw new InvalidInput('crossingFromHole', through[0], 'lies off the plate');
  return line;
}

/** A bar across before the hole, or two legs from the neck past it; short bars beside it either way. */
export function upperPart({ upper }: Pick<PatternSettings, 'upper'>, context: PatternContext): BraceStart[] {
  if (!context.hole) return [];
  const at = context.holeTop - 0.024 * context.scale;
  if (upper === 'transverse' || at < context.shape.bounds.xMin + 0.02)
    return [transverse('upper-transverse', 'upper transverse bar', at, context), ...holeSides(context)];
  return ([1, -1] as const).map((side): BraceStart => {
    const neck: Point = [context.shape.bounds.xMin + 6e-3, side * 0.024 * context.scale];
    const beside = context.hole!.diameter / 2 + 0.011 * context.scale;
    const past = pointAlong(
      { from: neck, to: [context.hole!.x, side * beside] },
      (context.holeEnd - neck[0]) / (context.hole!.x - neck[0]),
    );
    return {
      from: neck,
      to: past,
      id: `a-${side}`,
      name: `A leg, ${side === context.trebleSign ? 'treble' : 'bass'}`,
      role: 'a-leg',
      ends: ['let-in', 'stopped'],
    };
  });
}

export function transverse(id: string, name: string, x: number, context: PatternContext): BraceStart {
  return { ...rimToRim(context, [x, 0], Math.PI / 2, RIM_INSET), id, name, role: 'transverse' };
}

export function holeSides({ hole, scale, trebleSign }: PatternContext): BraceStart[] {
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

export function requireCount(count: number, least: number, most: number): void {
  if (!(Number.isInteger(count) && count >= least && count <= most))
    throw new InvalidInput('count', count, `must be a whole number from ${least} to ${most}`);
}
