/** Bars across, one behind another. */
import { requireCount, transverse, upperPart } from './common-parts';
import type { PatternContext, PatternDrawing, PatternSettings } from './pattern';
import type { BraceStart } from './usual-brace';

export const ladder: PatternDrawing = { usual: { count: 4 }, draw: ladderBars };

function ladderBars({ count }: PatternSettings, context: PatternContext): BraceStart[] {
  requireCount(count, 2, 8);
  const first = context.holeEnd + 0.016 * context.scale;
  const last = context.tail - 0.06 * context.scale;
  const bars = Array.from({ length: count }, (_, i): BraceStart => {
    const at = first + ((last - first) * i) / Math.max(1, count - 1);
    return { ...transverse(`ladder-${i + 1}`, `ladder bar ${i + 1}`, at, context), role: 'ladder-bar' };
  });
  return context.hole ? [...upperPart({ upper: 'transverse' }, context), ...bars] : bars;
}
