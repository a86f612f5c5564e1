import { DEGREE } from '@nimble/core/units';
import { halfInterval } from '@nimble/core/base';
import { scaleLinear, scaleSqrt } from 'd3-scale';
import { area, line } from 'd3-shape';
import { Chart } from '../../ui/Chart';
import type { SettlingPicture } from './settling-of';

const BOX = { width: 860, height: 300, left: 76, right: 20, top: 34, bottom: 46 };
const LEAST_DAYS = 40;
const MARKS = [0, 1, 3, 7, 14, 30, 60, 120, 240, 365, 730, 1460];
const STEPS = 60;

/** Day by day: the band of the forecast, the line through the readings, and the readings. */
export function SettlingChart({ picture: { settling, readings, words, turns } }: { picture: SettlingPicture }) {
  const most = Math.max(LEAST_DAYS, 1.3 * Math.max(0, ...readings.map(({ days }) => days)));
  const days = Array.from({ length: STEPS + 1 }, (_, i) => most * (i / STEPS) ** 2);
  const at = days.map((day) => ({ day, ...settling.at(day) }));
  const top =
    1.1 *
    Math.max(
      ...readings.map(({ moved }) => moved),
      ...at.map(({ forecast }) => forecast.value + halfInterval(forecast)),
    );
  const shown = turns ? 1 / DEGREE : 1;
  const x = scaleSqrt([0, most], [BOX.left, BOX.width - BOX.right]);
  const y = scaleLinear([0, top], [BOX.height - BOX.bottom, BOX.top]);
  type Point = (typeof at)[number];
  const band = area<Point>()
    .x(({ day }) => x(day))
    .y0(({ forecast }) => y(Math.max(0, forecast.value - halfInterval(forecast))))
    .y1(({ forecast }) => y(forecast.value + halfInterval(forecast)));
  const fitted = line<Point>()
    .x(({ day }) => x(day))
    .y((point) => y(point.fitted.value));
  return (
    <figure className="shrink-0 px-4 pb-2 lg:px-6" aria-label="Settling under the strings">
      <Chart
        box={BOX}
        label={`${turns ? 'Lean of the bridge' : 'Movement'} over days: ${readings.map(({ days: day, moved }) => `${day.toFixed(0)} days ${words(moved)}`).join(', ')}`}
        className="max-h-[300px] w-full"
        fontSize={16}
        x={{ scale: x, ticks: MARKS.filter((mark) => mark <= most), name: 'days under strings' }}
        y={{
          scale: y,
          ticks: scaleLinear([0, top * shown], [0, 1])
            .ticks(4)
            .map((mark) => mark / shown),
          words,
          name: turns ? 'lean of the bridge' : 'movement',
        }}
        behind={<path d={band(at) ?? ''} fill="var(--brass)" opacity="0.25" />}
      >
        <path d={fitted(at) ?? ''} fill="none" stroke="var(--spruce)" strokeWidth="2.5" />
        {readings.map(({ days: day, moved }, i) => (
          <circle key={i} cx={x(day)} cy={y(moved)} r="6" fill="var(--slip)" stroke="var(--ink)" strokeWidth="2.2" />
        ))}
        <text x={BOX.width - BOX.right} y={BOX.top - 14} fontSize="16" textAnchor="end" fill="var(--soft)">
          band: forecast, nine of ten; line: through the readings
        </text>
      </Chart>
    </figure>
  );
}
