import type { ReactNode } from 'react';

/** Of the drawing, and what its axes need round it. */
interface ChartBox {
  width: number;
  height: number;
  left: number;
  right: number;
  top: number;
  bottom: number;
}

interface Axis<Value> {
  scale: (value: Value) => number | undefined;
  ticks: readonly Value[];
  /** A tick in words, its unit included unless the name says it. */
  words?: (value: Value) => string;
  /** What is drawn along it, with its unit. */
  name: string;
}

interface ChartProps<X, Y> {
  box: ChartBox;
  x: Axis<X>;
  y: Axis<Y>;
  /** What a reader of the screen hears of it. */
  label: string;
  /** One picture, or a group of things that can be chosen. */
  role?: 'img' | 'group';
  fontSize?: number;
  className?: string;
  /** Under the axes' lines, where it must not cover them. */
  behind?: ReactNode;
  children: ReactNode;
}

/**
 * A chart in its frame: level lines across, marks below, both axes named with their units. What is drawn comes as
 * children.
 */
export function Chart<X, Y>({
  box,
  x,
  y,
  label,
  role = 'img',
  fontSize,
  className,
  behind,
  children,
}: ChartProps<X, Y>) {
  return (
    <svg role={role} aria-label={label} viewBox={`0 0 ${box.width} ${box.height}`} className={className}>
      {behind}
      <ChartAxes {...{ box, x, y, fontSize }} />
      {children}
    </svg>
  );
}

/** The frame alone, for a drawing that is one of several in a picture. */
export function ChartAxes<X, Y>({ box, x, y, fontSize = 15 }: Pick<ChartProps<X, Y>, 'box' | 'x' | 'y' | 'fontSize'>) {
  const [base, end] = [box.height - box.bottom, box.width - box.right];
  return (
    <g fontSize={fontSize} fill="var(--soft)">
      {y.ticks.map((tick, i) => (
        <g key={i} transform={`translate(${box.left} ${y.scale(tick)})`}>
          <line x2={end - box.left} stroke="var(--grain)" strokeWidth="0.8" />
          <text x="-8" textAnchor="end" dominantBaseline="central" className="figures">
            {(y.words ?? String)(tick)}
          </text>
        </g>
      ))}
      {x.ticks.map((tick, i) => (
        <g key={i} transform={`translate(${x.scale(tick)} ${base})`}>
          <line y2="5" stroke="var(--ink)" />
          <text y={fontSize + 6} textAnchor="middle" className="figures">
            {(x.words ?? String)(tick)}
          </text>
        </g>
      ))}
      <line x1={box.left} x2={end} y1={base} y2={base} stroke="var(--ink)" />
      <g fill="var(--ink)">
        <text x={end} y={base + 2 * fontSize + 10} textAnchor="end">
          {x.name}
        </text>
        <text x={4} y={box.top - 0.9 * fontSize}>
          {y.name}
        </text>
      </g>
    </g>
  );
}
