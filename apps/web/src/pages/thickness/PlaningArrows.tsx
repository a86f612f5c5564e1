import { widthAt, type PlateShape } from '@nimble/core/outline';
import type { End, Half, Stroke } from '@nimble/core/wood';
import { MM } from '../../plate';

interface Props {
  shape: PlateShape;
  leftHanded: boolean;
  stroke: Record<Half, End | null>;
  /** Parts that are planed otherwise than their half. */
  parts: readonly { place: string; x: number; y: number; stroke: Stroke }[];
  pixelsPerMm: number;
}

/** Beside the waist, where there is room for an arrow, as a share of the plate's length. */
const AT = 0.4;

/**
 * Which way the plane goes on each half, so that the fibres are laid down. The plate is drawn from outside whichever
 * face is worked: neck and tail stay where they are.
 */
export function PlaningArrows({ shape, leftHanded, stroke, parts, pixelsPerMm }: Props) {
  const { bounds } = shape;
  const at = bounds.xMin + AT * shape.length;
  const width = widthAt(shape.outline, at) ?? bounds;
  const px = (pixels: number) => pixels / pixelsPerMm;
  const halves: readonly Half[] = ['treble', 'bass'];
  return (
    <g aria-hidden pointerEvents="none">
      {halves.map((half) => {
        const end = stroke[half];
        if (!end) return null;
        const top = (half === 'treble') !== leftHanded;
        const y = top ? width.yMin * MM - px(16) : width.yMax * MM + px(16);
        const to = end === 'tail' ? 1 : -1;
        return (
          <g key={half} transform={`translate(${at * MM} ${y}) scale(${to} 1)`}>
            <Lines d={`M${px(-52)} 0H${px(44)}M${px(30)} ${px(-8)}L${px(46)} 0L${px(30)} ${px(8)}`} width={px(3.4)} />
          </g>
        );
      })}
      {parts.map(({ place, x, y, stroke: way }) => (
        <g key={place} transform={`translate(${x * MM} ${y * MM + px(22)}) scale(${way === 'neck' ? -1 : 1} 1)`}>
          <Lines
            d={
              way === 'scrape'
                ? `M${px(-22)} ${px(-4)}H${px(22)}M${px(-22)} ${px(4)}H${px(22)}`
                : `M${px(-24)} 0H${px(20)}M${px(10)} ${px(-7)}L${px(22)} 0L${px(10)} ${px(7)}`
            }
            width={px(3)}
          />
        </g>
      ))}
    </g>
  );
}

function Lines({ d, width }: { d: string; width: number }) {
  return (
    <>
      <path
        d={d}
        fill="none"
        stroke="var(--slip)"
        strokeWidth={2.2 * width}
        strokeLinecap="round"
        strokeOpacity="0.7"
      />
      <path d={d} fill="none" stroke="var(--spruce)" strokeWidth={width} strokeLinecap="round" strokeLinejoin="round" />
    </>
  );
}
