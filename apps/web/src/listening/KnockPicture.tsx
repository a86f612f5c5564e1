import { ringTime } from '@nimble/core/wood';
import type { KeptAnalysis } from '@nimble/core/sound';
import { scaleLinear, scaleLog } from 'd3-scale';
import { useState } from 'react';
import { usePreferences } from '../ui/preferences';
import { ChartAxes } from '../ui/Chart';
import { decibels } from '../words/figure-words';
import { shortPitch } from '../words/pitch-words';

interface Props {
  heard: KeptAnalysis;
  before: KeptAnalysis | null;
  /** [Hz, dB] pairs. */
  spectrum?: Float64Array | null;
}

const BOX = { width: 400, height: 236, left: 34, right: 12, top: 30, bottom: 40 };
const FLOOR_DB = -40;
const MARKS = [30, 40, 60, 80, 100, 150, 200, 300, 400, 500, 600, 800, 1000];
const WHOLE: readonly [number, number] = [55, 1000];
const CLOSEST_OCTAVES = 0.4;
/** A partial that rings this long has the widest foot [s]. */
const LONG_RING = 1.5;
const NAME_PIXELS = 30;

/**
 * Spectrum on a musical axis with the partials as stems: higher is louder, a longer foot rings longer; those of another
 * knock stand behind, dashed.
 */
export function KnockPicture({ heard, before, spectrum = null }: Props) {
  const choice = usePreferences();
  const lowest = Math.min(WHOLE[0], ...heard.partials.map(({ frequency }) => 0.85 * frequency));
  const [view, setView] = useState<readonly [number, number] | null>(null);
  const [low, high] = view ?? [lowest, WHOLE[1]];
  const x = scaleLog([low, high], [BOX.left, BOX.width - BOX.right]);
  const y = scaleLinear([FLOOR_DB, 0], [BOX.height - BOX.bottom, BOX.top]).clamp(true);
  const base = BOX.height - BOX.bottom;
  const isSeen = (frequency: number) => frequency >= low && frequency <= high;
  const zoom = (factor: number, about = Math.sqrt(low * high)) => {
    const octaves = Math.max(CLOSEST_OCTAVES, Math.log2(high / low) * factor);
    if (octaves >= Math.log2(WHOLE[1] / lowest)) return setView(null);
    const share = Math.log2(about / low) / Math.log2(high / low);
    const from = Math.max(lowest, Math.min(WHOLE[1] / 2 ** octaves, about / 2 ** (share * octaves)));
    setView([from, from * 2 ** octaves]);
  };
  const marks = ticks(MARKS.filter(isSeen), x);
  const names = roomFor(
    heard.partials.filter(({ frequency, level }) => isSeen(frequency) && level > FLOOR_DB),
    x,
  );
  return (
    <figure>
      <div className="no-print flex justify-end">
        <ZoomButton label="Closer" onClick={() => zoom(0.5)}>
          +
        </ZoomButton>
        <ZoomButton label="Farther" disabled={view === null} onClick={() => zoom(2)}>
          −
        </ZoomButton>
      </div>
      <svg
        role="img"
        aria-label={`Partials: ${heard.partials.map((p) => `${p.frequency.toFixed(1)} hertz`).join(', ')}`}
        viewBox={`0 0 ${BOX.width} ${BOX.height}`}
        className="w-full touch-manipulation"
        onDoubleClick={(event) => {
          const { left, width } = event.currentTarget.getBoundingClientRect();
          zoom(0.5, x.invert(((event.clientX - left) / width) * BOX.width));
        }}
      >
        <ChartAxes
          box={BOX}
          x={{ scale: x, ticks: marks, name: 'Hz' }}
          y={{ scale: y, ticks: [-30, -20, -10, 0], words: decibels, name: 'dB' }}
          fontSize={14}
        />
        {spectrum && (
          <path d={curve(spectrum, isSeen, x, y)} fill="none" stroke="var(--soft)" strokeWidth="1.1" opacity="0.75" />
        )}
        {(before?.partials ?? [])
          .filter(({ frequency }) => isSeen(frequency))
          .map(({ frequency, level }) => (
            <path
              key={frequency}
              d={`M${x(frequency)} ${base}V${y(level)}`}
              stroke="var(--brass)"
              strokeWidth="2.4"
              strokeDasharray="5 4"
            />
          ))}
        {heard.partials
          .filter(({ frequency }) => isSeen(frequency))
          .map(({ frequency, level, q }) => {
            const foot = 5 + 20 * Math.min(1, ringTime(q, frequency) / LONG_RING);
            return (
              <g key={frequency}>
                <path d={`M${x(frequency) - foot / 2} ${base}h${foot}`} stroke="var(--brass)" strokeWidth="6" />
                <path d={`M${x(frequency)} ${base}V${y(level)}`} stroke="var(--spruce)" strokeWidth="3.4" />
              </g>
            );
          })}
        <g fontSize="14" fill="var(--ink)" className="figures" textAnchor="middle">
          {names.map(({ frequency, level }) => (
            <text key={frequency} x={x(frequency)} y={y(level) - 7}>
              {shortPitch(frequency, choice)}
            </text>
          ))}
        </g>
      </svg>
    </figure>
  );
}

function ZoomButton({ label, ...rest }: { label: string } & React.ButtonHTMLAttributes<HTMLButtonElement>) {
  return (
    <button
      type="button"
      aria-label={label}
      className="size-9 text-lead text-soft hover:bg-grain/50 disabled:opacity-40"
      {...rest}
    />
  );
}

type Scale = (value: number) => number;

function curve(spectrum: Float64Array, isSeen: (f: number) => boolean, x: Scale, y: Scale): string {
  let path = '';
  for (let i = 0; i < spectrum.length; i += 2)
    if (isSeen(spectrum[i]!))
      path += `${path ? 'L' : 'M'}${x(spectrum[i]!).toFixed(1)} ${y(spectrum[i + 1]!).toFixed(1)}`;
  return path;
}

/** Marks far enough apart to be read. */
function ticks(marks: readonly number[], x: Scale): number[] {
  const kept: number[] = [];
  for (const mark of marks) if (kept.length === 0 || x(mark) - x(kept.at(-1)!) > NAME_PIXELS) kept.push(mark);
  return kept;
}

/** Of names that would run into each other the louder is written. */
function roomFor<P extends { frequency: number; level: number }>(partials: readonly P[], x: Scale): P[] {
  const kept: P[] = [];
  for (const partial of [...partials].sort((a, b) => b.level - a.level))
    if (kept.every(({ frequency }) => Math.abs(x(frequency) - x(partial.frequency)) > NAME_PIXELS)) kept.push(partial);
  return kept;
}
