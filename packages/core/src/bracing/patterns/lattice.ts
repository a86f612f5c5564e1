/** Two ways of parallel bars. */
import { lengthOf, meetingOf, type Point, type Segment } from '../../outline';
import { acrossPlate } from '../place';
import { DEGREE } from '../../units';
import { requireCount, SHORT_OF_RIM, transverse, upperPart } from './common-parts';
import type { PatternContext, PatternDrawing, PatternSettings } from './pattern';
import type { BraceStart } from './usual-brace';

export const lattice: PatternDrawing = { usual: { count: 7, angle: 88 * DEGREE }, draw: latticeBars };

/** Two ways of parallel bars over the lower part, from a bar under the hole to short of the rim. */
function latticeBars({ count, angle }: PatternSettings, context: PatternContext): BraceStart[] {
  requireCount(count, 3, 12);
  const top = context.holeEnd + 0.014 * context.scale;
  const middle: Point = [(top + context.tail) / 2, 0];
  const reach = 0.8 * context.shape.width;
  const bars = ([1, -1] as const).flatMap((side) =>
    Array.from({ length: count }, (_, i): BraceStart | null => {
      const off = side * ((i + 0.5) / count - 0.5) * reach;
      const through: Point = [
        middle[0] - off * Math.sin((side * angle) / 2),
        middle[1] + off * Math.cos((side * angle) / 2),
      ];
      const line = latticeLine(through, (side * angle) / 2, top + 9e-3 * context.scale, context);
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
    transverse('lower-transverse', 'bar under the hole', top, context),
    ...bars,
    ...upperPart({ upper: 'transverse' }, context),
  ];
}

const LEAST_LATTICE = 0.05;

function latticeLine(through: Point, angle: number, top: number, context: PatternContext): Segment | null {
  const line = acrossPlate(context.outline, through, angle, SHORT_OF_RIM * 0.7 * context.scale);
  if (!line) return null;
  const cut = meetingOf(line, { from: [top, -1], to: [top, 1] });
  if (!cut) return line;
  const from = line.from[0] < top ? cut.point : line.from;
  const to = line.to[0] < top ? cut.point : line.to;
  return to[0] - from[0] > 0 && lengthOf({ from, to }) > LEAST_LATTICE * context.scale ? { from, to } : null;
}
