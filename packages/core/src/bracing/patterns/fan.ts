/** Bars that fan out behind the hole, closed at their lower end or open. */
import type { Point } from '../../outline';
import { reachRim } from '../place';
import { DEGREE } from '../../units';
import { holeSides, requireCount, RIM_INSET, transverse } from './common-parts';
import type { PatternContext, PatternDrawing, PatternSettings } from './pattern';
import type { BraceStart } from './usual-brace';

export const fan: PatternDrawing = { usual: { count: 5, angle: 26 * DEGREE }, draw: fanBars };

function fanBars({ count, angle, closing }: PatternSettings, context: PatternContext): BraceStart[] {
  requireCount(count, 3, 9);
  const lowerBar = context.holeEnd + 0.013 * context.scale;
  const start = lowerBar + 8e-3 * context.scale;
  const spread = 0.135 * context.scale;
  const bars = Array.from({ length: count }, (_, i): BraceStart => {
    const u = (2 * i) / (count - 1) - 1;
    const from: Point = [start + 0.012 * context.scale * u * u, (u * spread) / 2];
    const direction: Point = [Math.cos((u * angle) / 2), Math.sin((u * angle) / 2)];
    const to = reachRim(context.outline, from, direction, (0.034 + 0.012 * (1 - u * u)) * context.scale)!;
    return { from, to, id: `fan-${i + 1}`, name: `fan bar ${i + 1}`, role: 'fan-bar', ends: ['stopped', 'stopped'] };
  });
  const across = [
    transverse('lower-transverse', 'lower transverse bar', lowerBar, context),
    transverse('upper-transverse', 'upper transverse bar', context.holeTop - 0.013 * context.scale, context),
  ];
  return [
    ...across,
    ...bars,
    ...closingBars(closing, context, start),
    ...holeSides(
      context.hole ? context : { ...context, hole: { x: (context.holeTop + context.holeEnd) / 2, diameter: 0.04 } },
    ).filter(() => context.hole !== null),
  ];
}

/** Short of the fan's lower ends, so that they pass nothing. */
function closingBars(closing: PatternSettings['closing'], context: PatternContext, start: number): BraceStart[] {
  if (closing === 'none') return [];
  if (closing === 'slanted') {
    const from: Point = [start + 0.012 * context.scale, -context.trebleSign * 0.075 * context.scale];
    const to = reachRim(context.outline, from, [0.34, context.trebleSign], RIM_INSET)!;
    return [{ from, to, id: 'slanted', name: 'slanted bar', role: 'closing-bar', ends: ['stopped', 'let-in'] }];
  }
  return ([1, -1] as const).map((side): BraceStart => {
    const from: Point = [context.tail - 0.022 * context.scale, side * 6e-3 * context.scale];
    const to = reachRim(context.outline, from, [-0.42, side], 0.012 * context.scale)!;
    return {
      from,
      to,
      id: `closing-${side}`,
      name: `closing bar, ${side === context.trebleSign ? 'treble' : 'bass'}`,
      role: 'closing-bar',
      ends: ['stopped', 'stopped'],
    };
  });
}
