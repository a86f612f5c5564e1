import { halfInterval } from '@nimble/core/base';
import { scaleLinear } from 'd3-scale';
import { line } from 'd3-shape';
import type { WoodSet } from '../../api/wood';
import { Chart } from '../../ui/Chart';
import { speciesName } from '../../words/rack-words';

interface Props {
  sets: readonly WoodSet[];
  chosen: readonly string[];
  onToggle: (id: string) => void;
  guides: Guides;
}

const BOX = { width: 860, height: 560, left: 70, right: 24, top: 32, bottom: 50 };
const GIGA = 1e9;

/** Lines of one merit: which figures are drawn, and the stiffness [Pa] at a density [kg/m3] that has it. */
interface Guides {
  merits: readonly number[];
  stiffness: (merit: number, rho: number) => number;
}

/** Radiation ratio sqrt(E / rho^3) [m4/(kg s)]. */
export const PLATES: Guides = { merits: [8, 10, 12, 14, 16], stiffness: (ratio, rho) => ratio * ratio * rho ** 3 };
/** Stiffness for weight E / rho [MN m/kg]. */
export const STICKS: Guides = { merits: [18, 21, 24, 27, 30, 33], stiffness: (merit, rho) => merit * 1e6 * rho };

/**
 * Density against stiffness along. For plates the curves are lines of equal radiation ratio sqrt(E / rho^3), which are
 * also those of equal weight at equal stiffness: for a given stiffness h ~ E^(-1/3), so the weight goes as rho /
 * E^(1/3), a function of that ratio alone.
 */
export function RackChart(props: Props) {
  if (props.sets.length === 0) return <p className="text-soft">No set whose figures are sure enough to draw.</p>;
  return <Sets {...props} />;
}

function Sets({ sets, chosen, onToggle, guides }: Props) {
  const densities = sets.map((set) => set.properties.density.value);
  const stiffnesses = sets.map((set) => set.properties.modulusAlong.value / GIGA);
  const x = scaleLinear([Math.min(...densities) - 40, Math.max(...densities) + 40], [BOX.left, BOX.width - BOX.right]);
  const y = scaleLinear(
    [Math.min(...stiffnesses) - 2, Math.max(...stiffnesses) + 2],
    [BOX.height - BOX.bottom, BOX.top],
  );
  return (
    <Chart
      box={BOX}
      role="group"
      label="Density against stiffness along the grain"
      className="min-h-0 w-full flex-1"
      x={{ scale: x, ticks: x.ticks(7), name: 'density, kg/m³' }}
      y={{ scale: y, ticks: y.ticks(6), name: 'stiffness along, GPa' }}
      behind={<GuideLines x={x} y={y} guides={guides} />}
    >
      {sets.map((set) => (
        <SetMark
          key={set.id}
          set={set}
          x={x}
          y={y}
          chosen={chosen.includes(set.id)}
          onToggle={() => onToggle(set.id)}
        />
      ))}
    </Chart>
  );
}

type Scale = ReturnType<typeof scaleLinear<number>>;

function GuideLines({ x, y, guides }: { x: Scale; y: Scale; guides: Guides }) {
  const [left, right] = x.domain() as [number, number];
  const [low, high] = y.domain() as [number, number];
  const steps = Array.from({ length: 41 }, (_, i) => left + ((right - left) * i) / 40);
  return (
    <g>
      {guides.merits.map((ratio) => {
        const stiffness = (rho: number) => guides.stiffness(ratio, rho) / GIGA;
        const inside = steps.filter((rho) => stiffness(rho) >= low && stiffness(rho) <= high);
        const end = inside.at(-1);
        if (inside.length < 2 || end === undefined) return null;
        return (
          <g key={ratio}>
            <path
              d={
                line<number>(
                  (rho) => x(rho),
                  (rho) => y(stiffness(rho)),
                )(inside) ?? ''
              }
              fill="none"
              stroke="var(--grain)"
              strokeWidth="1.6"
            />
            <text
              x={x(end) - 6}
              y={y(stiffness(end)) + 14}
              textAnchor="end"
              fontSize="14"
              fill="var(--soft)"
              className="figures"
            >
              {ratio}
            </text>
          </g>
        );
      })}
    </g>
  );
}

function SetMark({
  set,
  x,
  y,
  chosen,
  onToggle,
}: {
  set: WoodSet;
  x: Scale;
  y: Scale;
  chosen: boolean;
  onToggle: () => void;
}) {
  const { density, modulusAlong } = set.properties;
  const at = { x: x(density.value), y: y(modulusAlong.value / GIGA) };
  const reach = {
    x: x(density.value + halfInterval(density)) - at.x,
    y: at.y - y((modulusAlong.value + halfInterval(modulusAlong)) / GIGA),
  };
  const ink = set.rejected ? 'var(--ember-ink)' : 'var(--spruce)';
  return (
    <g
      role="checkbox"
      aria-checked={chosen}
      aria-label={`${set.name}, ${speciesName(set)}: ${Math.round(density.value)} kg/m³, ${(modulusAlong.value / GIGA).toFixed(1)} GPa${set.rejected ? ', rejected' : ''}`}
      tabIndex={0}
      className="cursor-pointer"
      onClick={onToggle}
      onKeyDown={(event) => {
        if (event.key !== ' ' && event.key !== 'Enter') return;
        event.preventDefault();
        event.stopPropagation();
        onToggle();
      }}
    >
      <circle cx={at.x} cy={at.y} r="24" fill="transparent" />
      <path
        d={`M${at.x - reach.x} ${at.y}h${2 * reach.x}M${at.x} ${at.y - reach.y}v${2 * reach.y}`}
        stroke={ink}
        strokeOpacity="0.55"
      />
      <circle
        cx={at.x}
        cy={at.y}
        r={chosen ? 9 : 7}
        fill={chosen ? 'var(--brass)' : 'var(--slip)'}
        stroke={ink}
        strokeWidth="2.4"
      />
      {set.rejected && <path d={`M${at.x - 5} ${at.y - 5}l10 10m0 -10l-10 10`} stroke={ink} strokeWidth="2.2" />}
      <text
        x={at.x + 12}
        y={at.y - 10}
        fontSize="15"
        fontWeight={chosen ? 700 : 400}
        fill="var(--ink)"
        stroke="var(--bench)"
        strokeWidth="3"
        paintOrder="stroke"
      >
        {set.name}
      </text>
    </g>
  );
}
