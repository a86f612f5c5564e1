import type { Brace } from '@nimble/core/bracing';
import { MM } from '../../plate';
import { Mark } from '../../plate/ShapeLayer';

interface Props {
  /** The tuned bars' braces by the bars' names. */
  bars: ReadonlyMap<string, Brace>;
  lit: string;
  pixelsPerMm: number;
}

export const middleOf = ({ from, to }: Brace) => ({ x: (from[0] + to[0]) / 2, y: (from[1] + to[1]) / 2 });

/**
 * The bars that are tuned, where they lie under the plate: over the middle of the lit one it is knocked, on the other
 * lies the pad.
 */
export function BarLayer({ bars, lit, pixelsPerMm }: Props) {
  return (
    <g aria-hidden pointerEvents="none">
      {[...bars].map(([name, { id, from, to, width }]) => (
        <line
          key={id}
          x1={from[0] * MM}
          y1={from[1] * MM}
          x2={to[0] * MM}
          y2={to[1] * MM}
          stroke={name === lit ? 'var(--spruce)' : 'var(--line)'}
          strokeWidth={Math.max(width * MM, 6 / pixelsPerMm)}
          strokeOpacity="0.6"
          strokeDasharray={name === lit ? undefined : `${8 / pixelsPerMm} ${5 / pixelsPerMm}`}
        />
      ))}
      {[...bars].map(([name, brace]) => (
        <Mark
          key={brace.id}
          place={middleOf(brace)}
          word={name === lit ? 'knock' : 'pad'}
          ink={name === lit ? 'var(--ember)' : 'var(--soft)'}
          pixelsPerMm={pixelsPerMm}
        />
      ))}
    </g>
  );
}
