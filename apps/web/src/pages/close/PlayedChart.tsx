import { scaleLinear, scaleLog } from 'd3-scale';
import { line } from 'd3-shape';
import type { PlayedView } from '../../api/knocks';
import { usePreferences } from '../../ui/preferences';
import { ChartAxes } from '../../ui/Chart';
import { decibels } from '../../words/figure-words';
import { shortPitch } from '../../words/pitch-words';

const BOX = { width: 860, height: 300, left: 46, right: 16, top: 30, bottom: 40 };
const FLOOR_DB = -60;
const MARKS = [50, 80, 100, 150, 200, 300, 400, 600, 800, 1000, 1500, 2000];
/** Only valleys this deep are named [dB]. */
const DEEP = 9;
const NAMES = 8;
/** Words stand clear of lines behind them. */
const HALO = { stroke: 'var(--slip)', strokeWidth: 5, paintOrder: 'stroke' } as const;

/**
 * Peak hold of all that was played: the range from lowest to highest note, its peaks, its deep valleys with the notes
 * that fall into them, the room under it.
 */
export function PlayedChart({ shown, against }: { shown: PlayedView; against: PlayedView | null }) {
  const choice = usePreferences();
  const { curve, peaks, valleys, background } = shown.analysis;
  const { lowest, highest } = shown.place;
  const x = scaleLog([curve[0]![0], curve.at(-1)![0]], [BOX.left, BOX.width - BOX.right]);
  const y = scaleLinear([FLOOR_DB, 0], [BOX.height - BOX.bottom, BOX.top]).clamp(true);
  const path = line<[number, number]>(
    ([f]) => x(f),
    ([, level]) => y(level),
  );
  const base = BOX.height - BOX.bottom;
  const level = (f: number) =>
    curve.reduce((best, point) => (Math.abs(point[0] - f) < Math.abs(best[0] - f) ? point : best))[1];
  const deep = [...valleys]
    .sort((a, b) => b.depth - a.depth)
    .filter(({ depth }) => depth >= DEEP)
    .slice(0, NAMES);
  return (
    <figure className="shrink-0 px-4 pb-2 lg:px-6" aria-label="Played range">
      <svg
        role="img"
        aria-label={`Loudest level over frequency: ${peaks.length} peaks, ${deep.length} deep valleys`}
        viewBox={`0 0 ${BOX.width} ${BOX.height}`}
        className="max-h-[300px] w-full"
      >
        <rect x={x(lowest)} y={BOX.top} width={x(highest) - x(lowest)} height={base - BOX.top} fill="var(--slip)" />
        <ChartAxes
          box={BOX}
          x={{
            scale: x,
            ticks: MARKS.filter((mark) => mark > curve[0]![0] && mark < curve.at(-1)![0]),
            name: 'Hz',
          }}
          y={{ scale: y, ticks: [-45, -30, -15, 0], words: decibels, name: 'dB' }}
        />
        {[
          [lowest, 'lowest'],
          [highest, 'highest'],
        ].map(([f, word]) => (
          <g key={word} stroke="var(--ink)">
            <line
              x1={x(f as number)}
              x2={x(f as number)}
              y1={BOX.top - 6}
              y2={base}
              strokeWidth="1.6"
              strokeDasharray="2 3"
            />
            <text x={x(f as number)} y={BOX.top - 12} textAnchor="middle" fontSize="15" fill="var(--ink)" stroke="none">
              {word} {shortPitch(f as number, choice)}
            </text>
          </g>
        ))}
        {background > FLOOR_DB && (
          <line
            x1={BOX.left}
            x2={BOX.width - BOX.right}
            y1={y(background)}
            y2={y(background)}
            stroke="var(--soft)"
            strokeDasharray="6 4"
          />
        )}
        {against && (
          <path
            d={path(against.analysis.curve) ?? ''}
            fill="none"
            stroke="var(--brass)"
            strokeWidth="2.2"
            strokeDasharray="7 4"
          />
        )}
        <path d={path(curve) ?? ''} fill="none" stroke="var(--spruce)" strokeWidth="2.4" />
        {peaks.map(({ frequency, level: top }) => (
          <circle key={frequency} cx={x(frequency)} cy={y(top)} r="4.5" fill="var(--spruce)" />
        ))}
        {deep.map(({ frequency, depth }) => (
          <g key={frequency} transform={`translate(${x(frequency)} ${y(level(frequency))})`}>
            <path d="M0 8V24M-5 14L0 8L5 14" fill="none" stroke="var(--ember)" strokeWidth="2" />
            <text y="40" textAnchor="middle" fontSize="15" fontWeight="700" fill="var(--ember-ink)" {...HALO}>
              {shortPitch(frequency, choice) || frequency.toFixed(0)}
            </text>
            <text y="55" textAnchor="middle" fontSize="13" fill="var(--ember-ink)" {...HALO}>
              {depth.toFixed(0)} dB
            </text>
          </g>
        ))}
      </svg>
    </figure>
  );
}
