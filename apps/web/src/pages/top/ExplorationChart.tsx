import { DEGREE } from '@nimble/core/units';
import type { BatchResult, BatchSpec, Design } from '@nimble/core/explore';
import type { UnitChoice } from '@nimble/core/units';
import { bin } from 'd3-array';
import { scaleLinear, type ScaleLinear } from 'd3-scale';
import { line } from 'd3-shape';
import { ChartAxes } from '../../ui/Chart';
import { GOAL_WORDS, goalFigure, GROUP_WORDS, groupOfVariable, type GroupOf } from '../../words/explore-words';
import { degreeWords, lengthChange, massWords, sign } from '../../words/figure-words';
import { SHORT_KIND } from '../../words/top-words';

const BOX = { width: 880, height: 560, left: 96, right: 130, top: 32, bottom: 64 };
/** Dark on brass and ember in either theme. */
const ON_DISC = '#16201c';

interface Props {
  spec: BatchSpec;
  result: BatchResult;
  turns: boolean;
  units: UnitChoice;
  /** Number of the design that is looked at. */
  open: number;
  groupOf: GroupOf;
  onOpen: (design: number) => void;
}

/**
 * What came of an exploration: a trade-off to choose from, lines that follow one change, or how far the wood's doubt
 * spreads a figure.
 */
export function ExplorationChart(props: Props) {
  const { result } = props;
  return (
    <svg viewBox={`0 0 ${BOX.width} ${BOX.height}`} className="w-full px-4" role="group" aria-label="What came of it">
      {result.kind === 'search' ? (
        <TradeOff {...props} result={result} />
      ) : result.kind === 'sweep' ? (
        <Lines {...props} result={result} />
      ) : (
        <Spread {...props} result={result} />
      )}
    </svg>
  );
}

type Scale = ScaleLinear<number, number>;

interface AxesProps {
  x: Scale;
  y: Scale;
  xWords: string;
  yWords: string;
  xTick: (value: number) => string;
  yTick: (value: number) => string;
}

function Axes({ x, y, xWords, yWords, xTick, yTick }: AxesProps) {
  return (
    <ChartAxes
      box={BOX}
      x={{ scale: x, ticks: x.ticks(6), words: xTick, name: xWords }}
      y={{ scale: y, ticks: y.ticks(5), words: yTick, name: yWords }}
    />
  );
}

/** Room round what is drawn. */
function around(values: readonly number[], share = 0.08): [number, number] {
  const [least, most] = [Math.min(...values), Math.max(...values)];
  const room = (most - least || Math.abs(most) || 1) * share;
  return [least - room, most + room];
}

const across = (domain: [number, number]) => scaleLinear(domain, [BOX.left, BOX.width - BOX.right]);
const upwards = (domain: [number, number]) => scaleLinear(domain, [BOX.height - BOX.bottom, BOX.top]);

function TradeOff({
  spec,
  result,
  turns,
  units,
  open,
  onOpen,
}: Props & { result: Extract<BatchResult, { kind: 'search' }> }) {
  if (spec.kind !== 'search') return null;
  const { designs, tried, asDrawn } = result;
  const goal = (g: 0 | 1) => (value: number) => goalFigure(spec.goals[g], value, turns, units);
  // Angles have round figures in degrees, not in radians.
  const per = spec.goals.map((key) => (key === 'movement' && turns ? 1 / DEGREE : 1)) as [number, number];
  const tick = (g: 0 | 1) => (per[g] === 1 ? goal(g) : (value: number) => `${value.toFixed(1)}°`);
  const values = (g: 0 | 1) => around(tried.map(({ goals }) => goals[g] * per[g]));
  const [x, y] = [across(values(0)), upwards(values(1))];
  const at = ({ goals }: Design): [number, number] => [x(goals[0] * per[0]), y(goals[1] * per[1])];
  const curve = line<Design>(
    (d) => at(d)[0],
    (d) => at(d)[1],
  );
  const [dx, dy] = at(asDrawn);
  return (
    <>
      <Axes
        {...{ x, y }}
        xWords={`${GOAL_WORDS[spec.goals[0]]} ←`}
        yWords={`${GOAL_WORDS[spec.goals[1]]} ↓`}
        xTick={tick(0)}
        yTick={tick(1)}
      />
      {tried
        .filter(({ allowed }) => !allowed)
        .map((design, i) => (
          <path
            key={i}
            transform={`translate(${at(design).join(' ')})`}
            d="M-5 -5L5 5M5 -5L-5 5"
            stroke="var(--lake)"
            strokeWidth="2"
          >
            <title>Breaks a limit</title>
          </path>
        ))}
      <path d={curve(designs) ?? ''} fill="none" stroke="var(--line)" strokeWidth="2" />
      <g transform={`translate(${dx} ${dy})`}>
        <rect x="-7" y="-7" width="14" height="14" fill="none" stroke="var(--ink)" strokeWidth="2.5" />
        <text x="14" dominantBaseline="central" fontSize="15" fill="var(--ink)">
          as drawn
        </text>
      </g>
      {designs.map((design, i) => {
        const [cx, cy] = at(design);
        return (
          <g
            key={i}
            role="button"
            tabIndex={0}
            aria-pressed={i === open}
            aria-label={`Design ${i + 1}: ${goal(0)(design.goals[0])}, ${goal(1)(design.goals[1])}`}
            className="cursor-pointer"
            onClick={() => onOpen(i)}
            onKeyDown={(event) => (event.key === 'Enter' || event.key === ' ') && (event.preventDefault(), onOpen(i))}
          >
            <circle cx={cx} cy={cy} r="24" fill="transparent" />
            <circle
              cx={cx}
              cy={cy}
              r={i === open ? 18 : 15}
              fill={i === open ? 'var(--ember)' : 'var(--brass)'}
              stroke="var(--ink)"
              strokeWidth="1.5"
            />
            <text
              x={cx}
              y={cy}
              textAnchor="middle"
              dominantBaseline="central"
              fontSize="18"
              fontWeight="700"
              fill={ON_DISC}
              pointerEvents="none"
            >
              {i + 1}
            </text>
          </g>
        );
      })}
    </>
  );
}

const INKS = ['var(--ember)', 'var(--lake)', 'var(--spruce)', 'var(--brass)'];

function Lines({ spec, result, units, groupOf }: Props & { result: Extract<BatchResult, { kind: 'sweep' }> }) {
  const points = result.points.flatMap((point) =>
    'figures' in point ? [{ amount: point.amount, ...point.figures }] : [],
  );
  if (spec.kind !== 'sweep' || points.length === 0)
    return (
      <text x="30" y="60" fontSize="18" fill="var(--ink)">
        None of these tops can be.
      </text>
    );
  const notes = points.flatMap(({ frequencies }) => frequencies.filter((value) => value !== null));
  const [x, y] = [
    across(
      around(
        points.map(({ amount }) => amount),
        0,
      ),
    ),
    upwards(around(notes)),
  ];
  const tick =
    spec.variable.of === 'opening'
      ? (value: number) => `${sign(value)}${degreeWords(Math.abs(value), 0)}`
      : (value: number) => lengthChange(value, units);
  const last = points.at(-1)!;
  return (
    <>
      <Axes
        {...{ x, y }}
        xWords={`${GROUP_WORDS[groupOfVariable(spec.variable, groupOf)]}; weight ${massWords(points[0]!.mass, units)} to ${massWords(last.mass, units)}`}
        yWords="Modes [Hz]"
        xTick={tick}
        yTick={String}
      />
      {result.kinds.map((kind, m) => {
        const path = line<(typeof points)[number]>(
          (p) => x(p.amount),
          (p) => y(p.frequencies[m] ?? 0),
        ).defined((p) => p.frequencies[m] !== null);
        return (
          <g key={m}>
            <path d={path(points) ?? ''} fill="none" stroke={INKS[m % INKS.length]} strokeWidth="3" />
            {points.map(
              (p) =>
                p.frequencies[m] !== null && (
                  <circle key={p.amount} cx={x(p.amount)} cy={y(p.frequencies[m]!)} r="4" fill={INKS[m % INKS.length]}>
                    <title>{`${tick(p.amount)}: ${p.frequencies[m]!.toFixed(1)} Hz`}</title>
                  </circle>
                ),
            )}
            <text
              x={BOX.width - BOX.right + 10}
              y={y(last.frequencies[m] ?? notes[0]!)}
              dominantBaseline="central"
              fontSize="15"
              fill="var(--ink)"
            >
              {SHORT_KIND[kind]}
            </text>
          </g>
        );
      })}
    </>
  );
}

/** The one-piece mode of all the woods it could be, as heaps, with where nine of ten lie. */
function Spread({ result }: Props & { result: Extract<BatchResult, { kind: 'doubt' }> }) {
  const mode = Math.max(0, result.kinds.indexOf('monopole'));
  const values = result.draws.flatMap(({ frequencies }) => frequencies[mode] ?? []);
  const band = result.bands.frequencies[mode] ?? null;
  if (!band)
    return (
      <text x="30" y="60" fontSize="18" fill="var(--ink)">
        None of these tops can be.
      </text>
    );
  const x = across(around(values));
  const heaps = bin()
    .domain(x.domain() as [number, number])
    .thresholds(x.ticks(24))(values);
  const y = upwards([0, Math.max(...heaps.map((heap) => heap.length)) * 1.1]);
  return (
    <>
      <Axes
        {...{ x, y }}
        xWords={`${SHORT_KIND[result.kinds[mode] ?? 'other']} [Hz]`}
        yWords="Tops"
        xTick={String}
        yTick={String}
      />
      <rect
        x={x(band.low)}
        width={x(band.high) - x(band.low)}
        y={BOX.top}
        height={BOX.height - BOX.top - BOX.bottom}
        fill="var(--brass)"
        fillOpacity="0.25"
      />
      {heaps.map(({ x0 = 0, x1 = 0, length }) => (
        <rect
          key={x0}
          x={x(x0) + 1}
          width={Math.max(0, x(x1) - x(x0) - 2)}
          y={y(length)}
          height={y(0) - y(length)}
          fill="var(--spruce)"
        />
      ))}
      <line
        x1={x(band.middle)}
        x2={x(band.middle)}
        y1={BOX.top}
        y2={BOX.height - BOX.bottom}
        stroke="var(--ember)"
        strokeWidth="3"
      />
      <text
        x={x(band.middle)}
        y={BOX.top - 8}
        textAnchor="middle"
        fontSize="15"
        fill="var(--ink)"
      >{`nine of ten: ${band.low.toFixed(0)} to ${band.high.toFixed(0)} Hz`}</text>
    </>
  );
}
