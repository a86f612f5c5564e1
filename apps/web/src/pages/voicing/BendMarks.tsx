import type { FlexSetup } from '@nimble/core/voicing';
import { MM } from '../../plate';

interface Props {
  setup: FlexSetup;
  pixelsPerMm: number;
}

/** Where the rests lie under the plate and where the weight and the dial stand. */
export function BendMarks({ setup: { place, load, rests }, pixelsPerMm }: Props) {
  const px = (pixels: number) => pixels / pixelsPerMm;
  const across = place === 'along' || place === 'edge-tail';
  const bar = px(46);
  const isEdge = place.startsWith('edge');
  return (
    <g pointerEvents="none" data-bend={place}>
      {rests?.map(([x, y], i) => {
        const [cx, cy] = [x * MM, y * MM];
        const held = isEdge && i === 1;
        return (
          <g key={i}>
            {held ? (
              <circle cx={cx} cy={cy} r={px(13)} fill="var(--slip)" stroke="var(--spruce)" strokeWidth={px(3)} />
            ) : (
              <line
                x1={across ? cx : cx - bar}
                x2={across ? cx : cx + bar}
                y1={across ? cy - bar : cy}
                y2={across ? cy + bar : cy}
                stroke="var(--spruce)"
                strokeWidth={px(6)}
                strokeLinecap="round"
              />
            )}
            <text
              x={cx}
              y={cy - px(56)}
              textAnchor="middle"
              fontSize={px(16)}
              fill="var(--ink)"
              stroke="var(--paper)"
              strokeWidth={px(3)}
              paintOrder="stroke"
            >
              {held ? 'hold down' : 'bar under'}
            </text>
          </g>
        );
      })}
      <g>
        <circle
          cx={load[0] * MM}
          cy={load[1] * MM}
          r={px(15)}
          fill="var(--brass)"
          stroke="var(--ink)"
          strokeWidth={px(2)}
        />
        <text
          x={load[0] * MM + px(21)}
          y={load[1] * MM + px(6)}
          fontSize={px(16)}
          fontWeight={700}
          fill="var(--ink)"
          stroke="var(--paper)"
          strokeWidth={px(3)}
          paintOrder="stroke"
        >
          weight and dial
        </text>
      </g>
    </g>
  );
}
