import { formatMass, inWords, type UnitChoice } from '@nimble/core/units';
import { format } from 'date-fns';
import { scaleLinear, scaleTime } from 'd3-scale';
import { line } from 'd3-shape';
import type { WoodPiece, WoodSet, WoodWeighing } from '../../api/wood';
import { Chart } from '../../ui/Chart';

const BOX = { width: 760, height: 330, left: 62, right: 110, top: 30, bottom: 48 };
const STATE_WORDS = {
  'too-few': 'Weigh it again in some days to see whether it still dries.',
  drying: 'Still drying: it loses weight.',
  'taking-up': 'Taking up moisture: it gains weight.',
  settled: 'Settled: it has come to rest with the air.',
} as const;

/** Moisture by the scale beside what the air of each day would bring it to. */
export function DryingChart({ set, piece, units }: { set: WoodSet; piece: WoodPiece; units: UnitChoice }) {
  const weighings = set.weighings.filter((one) => one.piece === piece.mark && !one.retracted);
  const { state, rate, moisture } = piece.drying;
  if (weighings.length < 2 || !moisture) {
    return (
      <p className="max-w-2xl py-6 text-soft">
        {weighings.length < 2
          ? 'Weighed twice or more, with the humidity and temperature of the shop, the board shows here how it dries.'
          : 'Type the humidity and temperature with a weight, and the moisture of the wood follows from there.'}
      </p>
    );
  }
  return (
    <figure className="pb-2">
      <Curve weighings={weighings} moisture={moisture} label={`How ${set.name} dries`} />
      <figcaption>
        <strong>{STATE_WORDS[state]}</strong>{' '}
        <span className="text-soft">
          {state !== 'too-few' && `Change per week ${(700 * rate).toFixed(2)} %. `}
          Newest {inWords(formatMass(weighings.at(-1)!.mass, units))}; moisture from the newest weight with measured
          air, taken to be at rest.
        </span>
      </figcaption>
    </figure>
  );
}

function Curve({
  weighings,
  moisture,
  label,
}: {
  weighings: readonly WoodWeighing[];
  moisture: readonly number[];
  label: string;
}) {
  const days = weighings.map(({ at }) => new Date(at));
  const air = weighings.flatMap(({ moisture: rest }, i) => (rest === null ? [] : [{ day: days[i]!, rest }]));
  const all = [...moisture, ...air.map(({ rest }) => rest)].map((share) => 100 * share);
  const x = scaleTime([days[0]!, days.at(-1)!], [BOX.left, BOX.width - BOX.right]);
  const y = scaleLinear([Math.min(...all) - 0.6, Math.max(...all) + 0.6], [BOX.height - BOX.bottom, BOX.top]).nice();
  const path = line<{ day: Date; share: number }>(
    ({ day }) => x(day),
    ({ share }) => y(100 * share),
  );
  const own = days.map((day, i) => ({ day, share: moisture[i]! }));
  const rest = air.map(({ day, rest: share }) => ({ day, share }));
  return (
    <Chart
      box={BOX}
      label={label}
      className="max-h-[46vh] w-full"
      x={{ scale: x, ticks: x.ticks(5), words: (day) => format(day, 'd MMM'), name: 'day' }}
      y={{ scale: y, ticks: y.ticks(5), words: (percent) => `${percent} %`, name: 'moisture' }}
    >
      <path d={path(rest) ?? ''} fill="none" stroke="var(--lake)" strokeWidth="2" strokeDasharray="7 5" />
      <path d={path(own) ?? ''} fill="none" stroke="var(--spruce)" strokeWidth="2.6" />
      {own.map(({ day, share }) => (
        <circle
          key={day.getTime()}
          cx={x(day)}
          cy={y(100 * share)}
          r="5"
          fill="var(--slip)"
          stroke="var(--spruce)"
          strokeWidth="2.4"
        />
      ))}
      <g fontSize="15">
        <Ending path={own} x={x} y={y} words="the board" ink="var(--spruce)" up />
        <Ending path={rest} x={x} y={y} words="the air" ink="var(--lake)" up={false} />
      </g>
    </Chart>
  );
}

function Ending({
  path,
  x,
  y,
  words,
  ink,
  up,
}: {
  path: readonly { day: Date; share: number }[];
  x: (day: Date) => number;
  y: (percent: number) => number;
  words: string;
  ink: string;
  up: boolean;
}) {
  const last = path.at(-1);
  if (!last) return null;
  return (
    <text x={x(last.day) + 12} y={y(100 * last.share) + (up ? -4 : 16)} fill={ink}>
      {words}
    </text>
  );
}
