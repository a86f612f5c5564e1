import { plateShape, type HoleSpec, type OutlineSpec } from '@nimble/core/outline';
import { useMemo } from 'react';
import { MM, woodPath } from '.';

/** The plate of a build, all on one bench drawn to one scale so that a mandolin looks small beside a guitar. */
export function Silhouette({
  outline,
  holes,
  pixelsPerMetre,
}: {
  outline: OutlineSpec;
  holes: HoleSpec[];
  pixelsPerMetre: number;
}) {
  const { path, shape } = useMemo(() => {
    const drawn = plateShape(outline, holes);
    return { shape: drawn, path: woodPath(drawn) };
  }, [outline, holes]);
  const { bounds } = shape;
  const pad = 6;
  return (
    <svg
      aria-hidden
      className="block max-w-full"
      width={shape.length * pixelsPerMetre}
      viewBox={`${bounds.xMin * MM - pad} ${bounds.yMin * MM - pad} ${shape.length * MM + 2 * pad} ${shape.width * MM + 2 * pad}`}
    >
      <path d={path} fillRule="evenodd" fill="var(--wood)" stroke="var(--ink)" strokeWidth="3.4" />
      <line
        x1={bounds.xMin * MM}
        x2={bounds.xMax * MM}
        y1="0"
        y2="0"
        stroke="var(--soft)"
        strokeWidth="1.4"
        strokeDasharray="22 8 5 8"
      />
    </svg>
  );
}
