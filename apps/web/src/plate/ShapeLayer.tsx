import { MM, type StationView } from '.';
import { toneColour } from './MapLayer';
import type { ShapePicture } from './pictures';

/** A partial's shape on the wood: up and down in steps, its node lines thick. */
export function ShapeLayer({
  shape,
  unreadPath,
}: {
  shape: Pick<ShapePicture, 'bands' | 'nodes'>;
  unreadPath: string;
}) {
  const [lowest, ...steps] = shape.bands;
  return (
    <g>
      {lowest && (
        <rect x="-100" y="-900" width="2000" height="1800" style={{ fill: toneColour('diverging', lowest.tone) }} />
      )}
      {steps.map(({ level, tone, path }) => (
        <path
          key={level}
          d={path}
          fillRule="evenodd"
          style={{ fill: toneColour('diverging', tone) }}
          stroke="var(--ink)"
          strokeOpacity="0.2"
          strokeWidth="0.4"
        />
      ))}
      {unreadPath && <path d={unreadPath} fillRule="evenodd" fill="var(--wood)" />}
      {unreadPath && <path d={unreadPath} fillRule="evenodd" fill="url(#unread-hatch)" />}
      <path d={shape.nodes} fill="none" stroke="var(--ink)" strokeWidth="2" strokeDasharray="7 3" />
    </g>
  );
}

/** Where to hold, so that this one alone goes on, and where to strike. */
export function HoldAndStrike({ shape, pixelsPerMm }: { shape: ShapePicture; pixelsPerMm: number }) {
  return (
    <g aria-hidden pointerEvents="none">
      {shape.hold && <Mark place={shape.hold} word="hold" ink="var(--spruce)" pixelsPerMm={pixelsPerMm} />}
      <Mark place={shape.strike} word="strike" ink="var(--ember)" pixelsPerMm={pixelsPerMm} />
    </g>
  );
}

interface MarkProps {
  place: Pick<StationView, 'x' | 'y'>;
  word: string;
  ink: string;
  pixelsPerMm: number;
}

export function Mark({ place, word, ink, pixelsPerMm }: MarkProps) {
  const px = (pixels: number) => pixels / pixelsPerMm;
  const wide = px(12 + 8.5 * word.length);
  return (
    <g transform={`translate(${place.x * MM} ${place.y * MM})`}>
      <circle r={px(22)} fill="none" stroke={ink} strokeWidth={px(3)} />
      <circle r={px(3)} fill={ink} />
      <g transform={`translate(0 ${px(-37)})`}>
        <rect
          x={-wide / 2}
          y={px(-11)}
          width={wide}
          height={px(22)}
          rx={px(3)}
          fill="var(--slip)"
          stroke={ink}
          strokeWidth={px(1.5)}
        />
        <text textAnchor="middle" dominantBaseline="central" fontSize={px(16)} fontWeight="700" fill="var(--ink)">
          {word}
        </text>
      </g>
    </g>
  );
}
