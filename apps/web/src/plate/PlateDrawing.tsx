import type { PlateShape } from '@nimble/core/outline';
import { useId, useMemo, useRef, type MouseEvent, type ReactNode } from 'react';
import { grainPath, MM, polygonPath, woodPath } from './plate-paths';
import { placeUnder } from './place-under';
import { PlateSight } from './PlateSight';
import type { Box } from './plate-view';
import { usePixelsPerMm } from './use-pixels-per-mm';
import { usePlateView } from './use-plate-view';

interface Props {
  shape: PlateShape;
  leftHanded: boolean;
  label: string;
  /** Lies on the wood and is cut off at its edge: maps. */
  map?: ReactNode;
  /** Lies over everything: stations, handles. Gets how many pixels a millimetre takes. */
  children?: (pixelsPerMm: number) => ReactNode;
  onPlace?: (place: { x: number; y: number }) => void;
  /** What the hand works at: it stays in sight when a part of the plate is enlarged. */
  lit?: { x: number; y: number } | null;
}

const MARGIN_MM = 26;

/**
 * The one drawing of the plate: true proportion, neck end to the left, seen from outside. Stages change only what lies
 * on it.
 */
export function PlateDrawing({ shape, leftHanded, label, map, children, onPlace, lit = null }: Props) {
  const svg = useRef<SVGSVGElement>(null);
  const clip = useId();
  const { wood, outline, holes, grain, whole } = useMemo(
    () => ({
      whole: wholeOf(shape),
      wood: woodPath(shape),
      outline: polygonPath(shape.outline),
      holes: shape.holes.map(polygonPath),
      grain: grainPath(shape),
    }),
    [shape],
  );
  const { seen, isPart, hands, ...sight } = usePlateView(svg, whole, lit);
  const pixelsPerMm = usePixelsPerMm(svg, seen.width);
  const { bounds } = shape;
  const place = (event: MouseEvent<SVGSVGElement>) => {
    const touched = placeUnder(svg.current, event);
    if (touched) onPlace?.(touched);
  };
  const [top, bottom] = leftHanded ? ['bass side', 'treble side'] : ['treble side', 'bass side'];
  const small = 15 / pixelsPerMm;
  const quarter = (bounds.yMax - bounds.yMin) * MM * 0.25;
  return (
    <div className="relative flex min-h-0 w-full flex-1 flex-col">
      <svg
        ref={svg}
        role="group"
        aria-label={label}
        viewBox={`${seen.x} ${seen.y} ${seen.width} ${seen.height}`}
        className={`min-h-0 w-full flex-1 select-none ${isPart ? 'cursor-grab touch-none' : 'touch-pan-x touch-pan-y'}`}
        tabIndex={isPart ? 0 : undefined}
        onClick={place}
        {...hands}
      >
        <defs>
          <clipPath id={clip}>
            <path d={wood} clipRule="evenodd" />
          </clipPath>
          <pattern id="under-hatch" width="5" height="5" patternUnits="userSpaceOnUse" patternTransform="rotate(45)">
            <line x1="0" y1="0" x2="0" y2="5" stroke="var(--lake)" strokeWidth="1.4" />
          </pattern>
          <pattern id="unread-hatch" width="7" height="7" patternUnits="userSpaceOnUse" patternTransform="rotate(-45)">
            <line x1="0" y1="0" x2="0" y2="7" stroke="var(--soft)" strokeWidth="0.7" strokeDasharray="2 2" />
          </pattern>
        </defs>
        <path d={wood} fillRule="evenodd" fill="var(--wood)" />
        <g clipPath={`url(#${clip})`}>
          {map}
          <path d={grain} fill="none" stroke="var(--grain)" strokeWidth="0.5" opacity={map ? 0.45 : 0.9} />
        </g>
        <line
          x1={whole.x + 4}
          x2={whole.x + whole.width - 4}
          y1="0"
          y2="0"
          stroke="var(--soft)"
          strokeWidth="0.5"
          strokeDasharray="9 3 2 3"
          opacity="0.8"
        />
        <path d={outline} fill="none" stroke="var(--ink)" strokeWidth="1.1" />
        {holes.map((hole) => (
          <path key={hole} d={hole} fill="var(--bench)" stroke="var(--ink)" strokeWidth="0.8" />
        ))}
        <g fill="var(--soft)" fontSize={small} textAnchor="middle" aria-hidden>
          <text transform={`translate(${whole.x + small} ${-quarter}) rotate(-90)`}>{top}</text>
          <text transform={`translate(${whole.x + small} ${quarter}) rotate(-90)`}>{bottom}</text>
        </g>
        {children?.(pixelsPerMm)}
      </svg>
      <PlateSight
        {...{ whole, seen, isPart }}
        outline={shape.outline}
        onLarger={sight.larger}
        onSmaller={sight.smaller}
        onAll={sight.all}
        onGoTo={sight.goTo}
      />
    </div>
  );
}

const wholeOf = ({ bounds, length, width }: PlateShape): Box => ({
  x: bounds.xMin * MM - MARGIN_MM,
  y: bounds.yMin * MM - MARGIN_MM / 2,
  width: length * MM + MARGIN_MM * 1.6,
  height: width * MM + MARGIN_MM,
});
