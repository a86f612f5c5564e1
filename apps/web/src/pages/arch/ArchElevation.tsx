import { arcHeight, arcOfRadius, battenDeviation, bentBatten } from '@nimble/core/arch';
import { formatThickness, inWords, type UnitChoice } from '@nimble/core/units';
import { undersideRadius } from '@nimble/core/templates';
import type { Brace, BracingPlan } from '@nimble/core/bracing';
import { scaleLinear } from 'd3-scale';

interface Props {
  plan: BracingPlan;
  brace: Brace | null;
  span: number;
  units: UnitChoice;
}

const BOX = { width: 860, height: 190, left: 60, right: 60, base: 136, top: 26 };

/** The arch over its span, heights drawn larger, with what a bent batten would draw. */
export function ArchElevation({ plan, brace, span, units }: Props) {
  const radius = brace ? undersideRadius(brace, plan) : plan.archRadius;
  if (radius === null || radius < span / 2)
    return (
      <p className="shrink-0 px-6 pb-4 text-soft">
        {brace ? `${brace.name}: a flat glue face.` : 'A flat plate: give it a radius to see its arch.'}
      </p>
    );
  const arc = arcOfRadius(span, radius);
  const x = scaleLinear([-span / 2, span / 2], [BOX.left, BOX.width - BOX.right]);
  const y = scaleLinear([0, arc.rise], [BOX.base, BOX.top + 14]);
  const larger = Math.round(((BOX.base - BOX.top - 14) / arc.rise) * (span / (BOX.width - BOX.left - BOX.right)));
  const path = (points: readonly (readonly [number, number])[]) =>
    `M${points.map(([a, b]) => `${x(a).toFixed(1)} ${y(b).toFixed(1)}`).join('L')}`;
  const places = Array.from({ length: 81 }, (_, i) => (span * i) / 80 - span / 2);
  const batten = bentBatten(arc);
  const half = [...batten.x].map((from, i) => [from - span / 2, batten.y[i]!] as const);
  const whole = [...half, ...half.map(([a, b]) => [-a, b] as const).reverse()];
  const off = battenDeviation(arc);
  return (
    <figure className="shrink-0 px-4 pb-2 lg:px-6" aria-label="The arch from the side">
      <svg viewBox={`0 0 ${BOX.width} ${BOX.height}`} className="max-h-[210px] w-full">
        <line
          x1={BOX.left}
          x2={BOX.width - BOX.right}
          y1={BOX.base}
          y2={BOX.base}
          stroke="var(--soft)"
          strokeDasharray="6 4"
        />
        <path d={path(whole)} fill="none" stroke="var(--lake)" strokeWidth="2" strokeDasharray="7 4" />
        <path
          d={path(places.map((at) => [at, arcHeight(arc, at)] as const))}
          fill="none"
          stroke="var(--ink)"
          strokeWidth="3"
        />
        <line x1={x(0)} x2={x(0)} y1={y(arc.rise)} y2={BOX.base} stroke="var(--brass)" strokeWidth="1.6" />
        <g fontSize="17" className="figures" fill="var(--ink)">
          <text x={x(0) + 8} y={(y(arc.rise) + BOX.base) / 2 + 6}>
            {inWords(formatThickness(arc.rise, units))}
          </text>
        </g>
        <g fontSize="15" fill="var(--soft)">
          <text x={BOX.left} y={BOX.base + 24}>
            line: true arc; blue dashes: a thin batten bent over the same rise, at most{' '}
            {inWords(formatThickness(off, units))} away
          </text>
          <text x={BOX.left} y={BOX.base + 44}>
            heights drawn {larger} times as large as lengths{brace && `; the chord of ${brace.name}`}
          </text>
        </g>
      </svg>
    </figure>
  );
}
