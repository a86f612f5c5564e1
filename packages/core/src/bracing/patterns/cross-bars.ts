/** Bars across a flat top of the mandolin family. */
import { DEGREE } from '../../units';
import { requireCount, RIM_INSET, rimToRim, transverse } from './common-parts';
import type { PatternContext, PatternDrawing, PatternSettings } from './pattern';
import type { BraceStart } from './usual-brace';

export const crossBars: PatternDrawing = { usual: { count: 2 }, draw: bars };

/** For flat tops of the mandolin family: bars across, under the hole and above it, the lower one slanted. */
function bars({ count }: PatternSettings, context: PatternContext): BraceStart[] {
  requireCount(count, 1, 4);
  const bars = Array.from({ length: count }, (_, i): BraceStart => {
    const at = i === 0 ? context.holeEnd + 0.014 * context.scale : context.bridgeAt + (0.02 + 0.05 * i) * context.scale;
    const line = rimToRim(context, [at, 0], Math.PI / 2 + (i === 0 ? 0 : context.trebleSign * 9 * DEGREE), RIM_INSET);
    return { ...line, id: `cross-${i + 1}`, name: `bar across ${i + 1}`, role: 'ladder-bar' };
  });
  return context.hole
    ? [
        ...bars,
        transverse('upper-transverse', 'upper transverse bar', context.holeTop - 0.016 * context.scale, context),
      ]
    : bars;
}
