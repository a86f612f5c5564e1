/** Two bars along a carved top. */
import type { Point } from '../../outline';
import { DEGREE } from '../../units';
import { rimToRim } from './common-parts';
import type { PatternContext, PatternDrawing, PatternSettings } from './pattern';
import type { BraceStart } from './usual-brace';

export const longBars: PatternDrawing = { usual: { count: 2 }, draw: bars };

/** Two bars along a carved top under the feet of the bridge, drawing together to the neck. */
function bars(_: PatternSettings, context: PatternContext): BraceStart[] {
  return ([context.trebleSign, -context.trebleSign] as const).map((side): BraceStart => {
    const under: Point = [context.bridgeAt, side * 0.042 * context.scale];
    const line = rimToRim(context, under, side * 4.5 * DEGREE, 0.032 * context.scale);
    const of = side === context.trebleSign ? 'treble' : 'bass';
    return { ...line, id: `long-${of}`, name: `${of} tone bar`, role: 'long-bar', ends: ['stopped', 'stopped'] };
  });
}
