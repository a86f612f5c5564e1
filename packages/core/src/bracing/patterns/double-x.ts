/** An X, and a second one behind the bridge. */
import type { Point } from '../../outline';
import { DEGREE } from '../../units';
import { rimToRim, SHORT_OF_RIM, upperPart } from './common-parts';
import type { PatternContext, PatternDrawing } from './pattern';
import type { BraceStart } from './usual-brace';
import { xLegs } from './x';

export const doubleX: PatternDrawing = {
  usual: { angle: 98 * DEGREE },
  draw: (settings, context) => [...xLegs(settings, context), ...secondX(context), ...upperPart(settings, context)],
};

function secondX(context: PatternContext): BraceStart[] {
  const crossing: Point = [context.bridgeAt + 0.36 * (context.tail - context.bridgeAt), 0];
  return ([context.trebleSign, -context.trebleSign] as const).map((side, i): BraceStart => {
    const line = rimToRim(context, crossing, -side * 63 * DEGREE, SHORT_OF_RIM * context.scale);
    return {
      ...line,
      id: `second-x-${i + 1}`,
      name: `second X, ${i === 0 ? 'bass' : 'treble'}`,
      role: 'tone-bar',
      ends: ['stopped', 'stopped'],
    };
  });
}
