import type { ScaleContinuousNumeric } from 'd3-scale';

interface Props {
  x: ScaleContinuousNumeric<number, number>;
  y: ScaleContinuousNumeric<number, number>;
  frequencies: readonly number[];
  levels: readonly number[];
  fontSize: number;
}

/** Axes of a chart of sound: hertz below, decibels at the left, both in words at their ends. */
export function ChartAxes({ x, y, frequencies, levels, fontSize }: Props) {
  const [left, right] = x.range() as [number, number];
  const [base, top] = y.range() as [number, number];
  return (
    <g fontSize={fontSize} fill="var(--soft)" className="figures">
      {frequencies.map((mark) => (
        <g key={mark} transform={`translate(${x(mark)} ${base})`}>
          <line y2="6" stroke="var(--ink)" />
          <text y="22" textAnchor="middle">
            {mark}
          </text>
        </g>
      ))}
      {levels.map((level) => (
        <g key={level} transform={`translate(${left} ${y(level)})`}>
          <line x2={right - left} stroke="var(--grain)" strokeWidth="0.8" />
          <text x="-6" textAnchor="end" dominantBaseline="central">
            {level === 0 ? '0' : `−${-level}`}
          </text>
        </g>
      ))}
      <text x={right} y={base + 37} textAnchor="end">
        Hz
      </text>
      <text x={left - 6} y={top - 12} textAnchor="end">
        dB
      </text>
    </g>
  );
}
