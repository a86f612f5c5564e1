import { extent } from 'd3-array';
import { scaleLinear } from 'd3-scale';
import { line } from 'd3-shape';

const BOX = { width: 110, height: 44, side: 6 };

interface Props {
  /** What it is of and the newest figure, in words. */
  label: string;
  /** Against what was left of the plate [m], thickest first. */
  points: readonly { left: number; value: number }[];
}

/** How something went as the plate came down: thinner to the right, the newest a dot. */
export function Spark({ label, points }: Props) {
  if (points.length === 0) return null;
  const span = (values: number[]) => {
    const [least = 0, most = 1] = extent(values) as [number, number];
    return least === most ? [least - 1, most + 1] : [least, most];
  };
  const [thin, thick] = span(points.map(({ left }) => left));
  const x = scaleLinear([thick!, thin!], [BOX.side, BOX.width - BOX.side]);
  const y = scaleLinear(span(points.map(({ value }) => value)), [BOX.height - BOX.side, BOX.side]);
  const draw = line<Props['points'][number]>(
    ({ left }) => x(left),
    ({ value }) => y(value),
  );
  const newest = points.at(-1)!;
  return (
    <figure className="m-0">
      <svg aria-hidden viewBox={`0 0 ${BOX.width} ${BOX.height}`} className="w-28">
        <path d={draw([...points]) ?? ''} fill="none" stroke="var(--soft)" strokeWidth="1.5" />
        <circle cx={x(newest.left)} cy={y(newest.value)} r="4" fill="var(--spruce)" />
      </svg>
      <figcaption className="figures text-note text-soft">{label}</figcaption>
    </figure>
  );
}
