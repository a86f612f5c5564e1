import { useState } from 'react';
import { placeUnder } from './place-under';
import { MM } from './plate-paths';

export interface StationView {
  name: string;
  x: number;
  y: number;
  skipped: boolean;
  figure: string | null;
  /** What is to come off, written under the figure. */
  take?: string | null;
  band: 'over' | 'within' | 'under';
  /** Should the figure be written, or only a dot? */
  shown: boolean;
  questioned: boolean;
  /** What a screen reader says. */
  spoken: string;
}

interface Props {
  stations: readonly StationView[];
  current: string | null;
  pixelsPerMm: number;
  onPick: (name: string) => void;
  /** Touches go through to the plate: a station is being added. */
  inert?: boolean;
  /** Moving stations by hand. */
  onMove?: (name: string, place: { x: number; y: number }) => void;
}

/** A touch that moves less than this is a touch, not a drag [m]. */
const LEAST_MOVE = 0.002;
const FIGURE_PIXELS = 15;
const LONG_FIGURE_PIXELS = 13;
const TAKE_PIXELS = 16;
const DOT_PIXELS = 3;
const TOUCH_PIXELS = 24;
const LIT_PIXELS = 24;
/** Figures nearer than this to the next station would run into each other. */
const ROOM_PIXELS = 44;

/** Stations with what was read at them; the one being read is lit. */
export function StationLayer({ stations, current, pixelsPerMm, onPick, inert, onMove }: Props) {
  const [held, setHeld] = useState<{ name: string; x: number; y: number } | null>(null);
  const px = (pixels: number) => pixels / pixelsPerMm;
  const crowded = nearestDistance(stations) * MM * pixelsPerMm < ROOM_PIXELS;
  return (
    <g pointerEvents={inert ? 'none' : undefined}>
      {stations.map((station) => (
        <g
          key={station.name}
          role="button"
          tabIndex={-1}
          aria-label={station.spoken}
          data-station={station.name}
          transform={`translate(${(held?.name === station.name ? held : station).x * MM} ${(held?.name === station.name ? held : station).y * MM})`}
          className="cursor-pointer"
          onClick={() => onPick(station.name)}
          onPointerDown={(event) => {
            if (!onMove) return;
            event.stopPropagation(); // the station moves, not the plate
            event.currentTarget.setPointerCapture(event.pointerId);
          }}
          onPointerMove={(event) => {
            if (!event.currentTarget.hasPointerCapture(event.pointerId)) return;
            const place = placeUnder(event.currentTarget.ownerSVGElement, event);
            if (place) setHeld({ name: station.name, ...place });
          }}
          onPointerUp={() => {
            if (held && Math.hypot(held.x - station.x, held.y - station.y) > LEAST_MOVE) onMove?.(held.name, held);
            setHeld(null);
          }}
        >
          <circle r={px(TOUCH_PIXELS)} fill="transparent" />
          {station.name === current && (
            <circle r={px(LIT_PIXELS)} fill="var(--slip)" stroke="var(--brass)" strokeWidth={px(3.5)} />
          )}
          {station.name === current && (
            <circle
              r={px(LIT_PIXELS + 5)}
              fill="none"
              stroke="var(--brass)"
              strokeWidth={px(1)}
              strokeDasharray={`${px(4)} ${px(4)}`}
            />
          )}
          <StationMark
            station={crowded ? { ...station, shown: false } : station}
            isCurrent={station.name === current}
            px={px}
          />
        </g>
      ))}
    </g>
  );
}

/** Usual distance of neighbours in a column: the median of the steps between stations as they are laid [m]. */
function nearestDistance(stations: readonly StationView[]): number {
  const steps = stations
    .slice(1)
    .map((station, i) => Math.hypot(station.x - stations[i]!.x, station.y - stations[i]!.y));
  return steps.sort((a, b) => a - b)[steps.length >> 1] ?? Infinity;
}

function Take({ px, words }: { px: (pixels: number) => number; words: string }) {
  return (
    <text
      className="figures"
      textAnchor="middle"
      dominantBaseline="central"
      y={px(TAKE_PIXELS)}
      fontSize={px(LONG_FIGURE_PIXELS)}
      fill="var(--ember-ink)"
      stroke="var(--slip)"
      strokeWidth={px(2.6)}
      strokeOpacity="0.75"
      paintOrder="stroke"
    >
      {words}
    </text>
  );
}

function StationMark({
  station,
  isCurrent,
  px,
}: {
  station: StationView;
  isCurrent: boolean;
  px: (pixels: number) => number;
}) {
  if (station.skipped) {
    const s = px(5);
    return <path d={`M${-s} ${-s}L${s} ${s}M${s} ${-s}L${-s} ${s}`} stroke="var(--soft)" strokeWidth={px(1.5)} />;
  }
  if (isCurrent && station.figure === null) {
    return (
      <text textAnchor="middle" dominantBaseline="central" fontSize={px(16)} fontWeight="700" fill="var(--ink)">
        {station.name}
      </text>
    );
  }
  if (station.figure === null || (!station.shown && !isCurrent)) {
    const ink = station.band === 'over' ? 'var(--ember-ink)' : station.band === 'under' ? 'var(--lake)' : 'var(--ink)';
    return (
      <circle
        r={px(DOT_PIXELS)}
        fill={station.figure === null ? 'var(--slip)' : ink}
        stroke={ink}
        strokeWidth={px(1.2)}
      />
    );
  }
  const ink = { over: 'var(--ember-ink)', under: 'var(--lake)', within: 'var(--ink)' }[station.band];
  return (
    <>
      <text
        className="figures"
        textAnchor="middle"
        dominantBaseline="central"
        fontSize={px(station.figure.length > 4 ? LONG_FIGURE_PIXELS : FIGURE_PIXELS)}
        fontWeight={station.band === 'within' ? 400 : 700}
        fill="var(--ink)"
        stroke="var(--slip)"
        strokeWidth={px(2.6)}
        strokeOpacity="0.75"
        paintOrder="stroke"
      >
        {station.figure}
      </text>
      {station.take && <Take px={px} words={station.take} />}
      {station.band !== 'within' && !station.take && (
        <path
          d={
            station.band === 'over'
              ? `M${-px(4)} ${px(13)}h${px(8)}l${-px(4)} ${px(5)}Z`
              : `M${-px(4)} ${-px(12)}h${px(8)}`
          }
          fill={station.band === 'over' ? ink : 'none'}
          stroke={ink}
          strokeWidth={px(station.band === 'over' ? 0.5 : 2)}
        />
      )}
      {station.questioned && (
        <text x={px(20)} y={-px(9)} fontSize={px(17)} fontWeight="700" fill="var(--ember-ink)">
          ?
        </text>
      )}
    </>
  );
}
