import type { KnockAnalysis } from '@nimble/core';
import { scaleLinear, scaleLog } from 'd3-scale';
import { noteWords } from './knock-words';

const BOX = { width: 400, height: 220, left: 40, right: 14, top: 34, bottom: 40 };
const FLOOR_DB = -34;
const MARKS = [30, 60, 100, 200, 400, 800];
const USUAL_LOW = 55;
/** A partial that rings this long has the widest foot [s]. */
const LONG_RING = 1.5;

/** Partials as stems on a musical axis: higher is louder, a longer foot rings longer; those of the knock before stand behind, dashed. */
export function KnockPicture({ heard, before }: { heard: KnockAnalysis; before: KnockAnalysis | null }) {
  const lowest = Math.min(USUAL_LOW, ...heard.partials.map(({ frequency }) => 0.85 * frequency));
  const x = scaleLog([lowest, 1000], [BOX.left, BOX.width - BOX.right]);
  const y = scaleLinear([FLOOR_DB, 0], [BOX.height - BOX.bottom, BOX.top]);
  const base = BOX.height - BOX.bottom;
  return (
    <svg
      role="img"
      aria-label={`Partials: ${heard.partials.map((p) => `${p.frequency.toFixed(1)} hertz`).join(', ')}`}
      viewBox={`0 0 ${BOX.width} ${BOX.height}`}
      className="w-full"
    >
      <g fontSize="14" fill="var(--soft)" className="figures">
        {MARKS.filter((mark) => mark > lowest).map((mark) => (
          <g key={mark} transform={`translate(${x(mark)} ${base})`}>
            <line y2="6" stroke="var(--ink)" />
            <text y="22" textAnchor="middle">
              {mark}
            </text>
          </g>
        ))}
        {[-30, -20, -10, 0].map((level) => (
          <g key={level} transform={`translate(${BOX.left} ${y(level)})`}>
            <line x2={BOX.width - BOX.left - BOX.right} stroke="var(--grain)" strokeWidth="0.7" />
            <text x="-6" textAnchor="end" dominantBaseline="central">
              {level}
            </text>
          </g>
        ))}
      </g>
      <path d={`M${BOX.left} ${base}H${BOX.width - BOX.right}`} stroke="var(--ink)" />
      <g fontSize="14" fill="var(--ink)">
        <text x={BOX.width - BOX.right} y={BOX.height - 3} textAnchor="end">
          Hz
        </text>
        <text x="4" y={BOX.top - 20} dominantBaseline="hanging">
          dB
        </text>
      </g>
      {(before?.partials ?? []).map(({ frequency, level }) => (
        <path
          key={frequency}
          d={`M${x(frequency)} ${base}V${y(Math.max(level, FLOOR_DB))}`}
          stroke="var(--soft)"
          strokeWidth="2"
          strokeDasharray="4 4"
        />
      ))}
      {heard.partials.map((partial) => {
        const { frequency, level, ring } = partial;
        const top = y(Math.max(level, FLOOR_DB));
        const foot = 5 + 20 * Math.min(1, ring / LONG_RING);
        return (
          <g key={frequency}>
            <path d={`M${x(frequency) - foot / 2} ${base}h${foot}`} stroke="var(--brass)" strokeWidth="6" />
            <path d={`M${x(frequency)} ${base}V${top}`} stroke="var(--spruce)" strokeWidth="3.4" />
            <text x={x(frequency)} y={top - 7} textAnchor="middle" fontSize="14" fill="var(--ink)" className="figures">
              {noteWords(partial).split(' ')[0]}
            </text>
          </g>
        );
      })}
    </svg>
  );
}
