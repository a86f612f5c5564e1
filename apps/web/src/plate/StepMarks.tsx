import { MM } from './plate-paths';

interface Props {
  marks: readonly { x: number; y: number; label: string }[];
  pixelsPerMm: number;
}

const RADIUS_PIXELS = 15;

/** The numbers of the list in the slip, where the wood is to come off. */
export function StepMarks({ marks, pixelsPerMm }: Props) {
  const px = (pixels: number) => pixels / pixelsPerMm;
  return (
    <g aria-hidden pointerEvents="none">
      {marks.map(({ x, y, label }, i) => (
        <g key={label} transform={`translate(${x * MM} ${y * MM})`}>
          <circle r={px(RADIUS_PIXELS)} fill="var(--slip)" stroke="var(--ember)" strokeWidth={px(2.5)} />
          <text
            className="figures"
            textAnchor="middle"
            dominantBaseline="central"
            fontSize={px(17)}
            fontWeight="700"
            fill="var(--ember-ink)"
          >
            {i + 1}
          </text>
        </g>
      ))}
    </g>
  );
}
