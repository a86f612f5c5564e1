import type { FreePlate } from '@nimble/core/ritz-plate';
import { useMemo } from 'react';
import { MM } from '../../plate';
import type { KnockGuide } from './board-modes';

interface Props {
  plate: Pick<FreePlate, 'length' | 'width'>;
  guide: KnockGuide;
  label: string;
}

const MARGIN_MM = 40;
const GRAIN_MM = 7;

/** One half in plan, grain left to right, with the node lines of the chosen note and where thumb and knuckle go. */
export function BoardDrawing({ plate, guide, label }: Props) {
  const [length, width] = [plate.length * MM, plate.width * MM];
  const grain = useMemo(
    () => Array.from({ length: Math.floor(width / GRAIN_MM) }, (_, i) => `M0 ${(i + 1) * GRAIN_MM}h${length}`).join(''),
    [length, width],
  );
  const path = (points: Float64Array) =>
    Array.from(
      { length: points.length / 2 },
      (_, i) => `${i === 0 ? 'M' : 'L'}${(points[2 * i]! * MM).toFixed(1)} ${(points[2 * i + 1]! * MM).toFixed(1)}`,
    ).join('');
  return (
    <svg
      role="img"
      aria-label={label}
      viewBox={`${-MARGIN_MM} ${-MARGIN_MM} ${length + 2 * MARGIN_MM} ${width + 2 * MARGIN_MM}`}
      className="min-h-0 w-full flex-1"
    >
      <rect width={length} height={width} fill="var(--wood)" stroke="var(--ink)" strokeWidth="1.2" />
      <path d={grain} stroke="var(--grain)" strokeWidth="0.6" />
      {guide.nodeLines.map((points, i) => (
        <path key={i} d={path(points)} fill="none" stroke="var(--lake)" strokeWidth="1.6" strokeDasharray="7 5" />
      ))}
      <Mark
        place={guide.hold}
        words="hold here"
        ink="var(--lake)"
        filled={false}
        top={guide.hold.y < plate.width / 2}
      />
      <Mark place={guide.strike} words="knock here" ink="var(--ember)" filled top={guide.strike.y <= plate.width / 2} />
    </svg>
  );
}

function Mark({
  place,
  words,
  ink,
  filled,
  top,
}: {
  place: { x: number; y: number };
  words: string;
  ink: string;
  filled: boolean;
  top: boolean;
}) {
  return (
    <g transform={`translate(${place.x * MM} ${place.y * MM})`}>
      <circle r="9" fill={filled ? ink : 'var(--slip)'} stroke={ink} strokeWidth="2.6" />
      <text
        y={top ? -16 : 26}
        textAnchor="middle"
        fontSize="13"
        fontWeight="700"
        fill="var(--ink)"
        stroke="var(--bench)"
        strokeWidth="3"
        paintOrder="stroke"
      >
        {words}
      </text>
    </g>
  );
}
