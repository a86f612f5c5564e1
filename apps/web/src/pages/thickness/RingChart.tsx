import { formatThickness } from '@nimble/core/units';
import { ringPoints, type RingCurve } from '@nimble/core/graduation';
import { scaleLinear } from 'd3-scale';
import { area, line } from 'd3-shape';
import { useMemo } from 'react';
import { toPlateCheck, useChecks } from '../../api/flex';
import type { Build } from '../../api/types';
import { Chart } from '../../ui/Chart';

const BOX = { width: 330, height: 200, left: 40, right: 12, top: 22, bottom: 42 };
const STATE_WORDS: Record<RingCurve['state'], string> = {
  'too-few': 'Too few to say: one ring after each pass, four at least.',
  rising: 'Still rising: it rings longer with each pass.',
  'at-peak': 'At its peak, as far as these rings can tell.',
  'past-peak': 'Past its peak: it has begun to ring shorter.',
  unclear: 'Unclear: the rings scatter more than they change.',
};
const STEPS = 40;

/** Ring time against thickness, thinning to the right, with the fitted curve and what nine in ten should lie within. */
export function RingChart({ build, curve }: { build: Build; curve: RingCurve }) {
  const checks = useChecks(build.id);
  const counted = useMemo(
    () => (checks.data ?? []).filter(({ retracted }) => !retracted).map(toPlateCheck),
    [checks.data],
  );
  const points = useMemo(() => ringPoints(counted), [counted]);
  const levels = counted.flatMap(({ thickness, ring }) =>
    ring && ring.level !== null ? [{ thickness: thickness.value, level: ring.level }] : [],
  );
  if (points.length === 0) return null;
  const thick = points.map(({ left }) => left);
  const [high, low] = [Math.max(...thick) + 5e-5, Math.min(...thick) - 1.5e-4];
  const longest = Math.max(...points.map(({ ring }) => ring), 0.1);
  const x = scaleLinear([high, low], [BOX.left, BOX.width - BOX.right]);
  const y = scaleLinear([0, 1.25 * longest], [BOX.height - BOX.bottom, BOX.top]);
  const { fit, peak, state } = curve;
  const at = (h: number) => fit!.a + fit!.b * (h - fit!.centre) + fit!.c * (h - fit!.centre) ** 2;
  const steps = Array.from({ length: STEPS + 1 }, (_, i) => high + ((low - high) * i) / STEPS);
  const reach = fit ? 1.645 * fit.scatter : 0;
  return (
    <section aria-label="Ring against thickness">
      <h3 className="text-soft">Ring against thickness</h3>
      <Chart
        box={BOX}
        label={`Ring times: ${STATE_WORDS[state]}`}
        className="w-full"
        fontSize={13}
        x={{
          scale: x,
          ticks: x.ticks(4),
          words: (tick) => formatThickness(tick, build.units).figure,
          name: `thickness, ${formatThickness(0, build.units).symbol}, thinner →`,
        }}
        y={{ scale: y, ticks: y.ticks(3), name: 'ring, s' }}
      >
        {fit && (
          <>
            <path
              d={
                area<number>()
                  .x((h) => x(h))
                  .y0((h) => y(Math.max(0, at(h) - reach)))
                  .y1((h) => y(at(h) + reach))(steps) ?? ''
              }
              fill="var(--spruce)"
              fillOpacity="0.13"
            />
            <path
              d={
                line<number>(
                  (h) => x(h),
                  (h) => y(Math.max(0, at(h))),
                )(steps) ?? ''
              }
              fill="none"
              stroke="var(--spruce)"
              strokeWidth="2"
            />
          </>
        )}
        {peak && (
          <path
            d={`M${x(peak.value)} ${BOX.top}V${BOX.height - BOX.bottom}`}
            stroke="var(--brass)"
            strokeWidth="2"
            strokeDasharray="5 4"
          />
        )}
        <Levels levels={levels} x={x} />
        {points.map(({ left, ring }, i) => (
          <circle key={i} cx={x(left)} cy={y(ring)} r="5" fill="var(--slip)" stroke="var(--ink)" strokeWidth="1.8" />
        ))}
      </Chart>
      <p>
        {STATE_WORDS[state]}
        {levels.length > 0 && (
          <span className="text-soft">
            {' '}
            Diamonds: how loud it was, {Math.min(...levels.map(({ level }) => level))} to{' '}
            {Math.max(...levels.map(({ level }) => level))} dB, highest at the top.
          </span>
        )}
      </p>
    </section>
  );
}

/** How loud each ring was, on a scale of its own over the upper half of the picture. */
function Levels({ levels, x }: { levels: readonly { thickness: number; level: number }[]; x: (h: number) => number }) {
  const all = levels.map(({ level }) => level);
  const y = scaleLinear([Math.min(...all) - 1, Math.max(...all) + 1], [BOX.height / 2, BOX.top + 4]);
  const path = line<{ thickness: number; level: number }>(
    ({ thickness }) => x(thickness),
    ({ level }) => y(level),
  );
  return (
    <g stroke="var(--lake)" fill="var(--slip)">
      <path d={path(levels) ?? ''} fill="none" strokeDasharray="2 4" />
      {levels.map(({ thickness, level }, i) => (
        <path key={i} d={`M${x(thickness)} ${y(level) - 5}l5 5l-5 5l-5 -5z`} strokeWidth="1.6" />
      ))}
    </g>
  );
}
