import { bracePlaces, type Brace } from '@nimble/core/bracing';
import { strokeShape } from '@nimble/core/voicing';
import { area, line } from 'd3-shape';

interface Props {
  brace: Brace;
  cuts: readonly { from: number; to: number; depth: number }[];
}

const BOX = { width: 330, height: 74, left: 4, right: 4, floor: 62 };
/** Heights are drawn this much larger, and the cut is at least so many units deep, so that a hair can be seen. */
const LEAST_CUT = 3.5;

/** A brace from the side, its glue face below, with what comes off in ember. Not to scale in height. */
export function BraceCut({ brace, cuts }: Props) {
  const places = bracePlaces(brace);
  const tallest = Math.max(...brace.heights);
  const x = (s: number) => BOX.left + (s / brace.length) * (BOX.width - BOX.left - BOX.right);
  const y = (height: number) => BOX.floor - (height / tallest) * 46;
  const depths = places.map((_, i) =>
    cuts.reduce((sum, { from, to, depth }) => sum + depth * strokeShape(brace, from, to)[i]!, 0),
  );
  const deepest = Math.max(...depths);
  const points = places.map((s, i) => {
    const cut = deepest > 0 ? (depths[i]! / deepest) * Math.max(LEAST_CUT, (deepest / tallest) * 46) : 0;
    return { x: x(s), top: y(brace.heights[i]!), cut };
  });
  const body = area<(typeof points)[number]>()
    .x((p) => p.x)
    .y0(BOX.floor)
    .y1((p) => p.top);
  const off = area<(typeof points)[number]>()
    .x((p) => p.x)
    .y0((p) => p.top + p.cut)
    .y1((p) => p.top);
  const edge = line<(typeof points)[number]>()
    .x((p) => p.x)
    .y((p) => p.top);
  const [first, last] = brace.from[0] <= brace.to[0] ? ['neck side', 'tail side'] : ['tail side', 'neck side'];
  return (
    <svg
      viewBox={`0 0 ${BOX.width} ${BOX.height}`}
      className="mt-1 w-full"
      role="img"
      aria-label={`${brace.name} from the side: ember comes off`}
    >
      <path d={body(points) ?? ''} fill="var(--wood)" />
      <path d={off(points) ?? ''} fill="var(--ember)" />
      <path d={edge(points) ?? ''} fill="none" stroke="var(--ink)" strokeWidth="1.3" />
      <line
        x1={BOX.left}
        x2={BOX.width - BOX.right}
        y1={BOX.floor}
        y2={BOX.floor}
        stroke="var(--ink)"
        strokeWidth="1.3"
      />
      <text x={BOX.left} y={BOX.height - 1} fontSize="13" fill="var(--soft)">
        {first}
      </text>
      <text x={BOX.width / 2} y={BOX.height - 1} fontSize="13" textAnchor="middle" fill="var(--soft)">
        {brace.name}
      </text>
      <text x={BOX.width - BOX.right} y={BOX.height - 1} fontSize="13" textAnchor="end" fill="var(--soft)">
        {last}
      </text>
    </svg>
  );
}
