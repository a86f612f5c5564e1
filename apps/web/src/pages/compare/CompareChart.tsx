import type { UnitChoice } from '@nimble/core/units';
import { extent } from 'd3-array';
import { scaleLog } from 'd3-scale';
import { symbol, symbolCircle, symbolCross, symbolSquare } from 'd3-shape';
import type { ComparedView } from '../../api/voicing';
import { usePreferences } from '../../ui/preferences';
import { FIGURES, figureWords } from '../../words/compare-words';

interface Props {
  builds: readonly ComparedView[];
  units: UnitChoice;
  open: string | null;
  onOpen: (id: string | null) => void;
}

const BOX = { width: 860, left: 178, right: 130, row: 42, top: 30 };
const ROOM = 26;

/**
 * One line a figure, least at the left, most at the right of all builds; a build is a mark with its number: filled if
 * it turned out well, a cross if not, square if nobody said.
 */
export function CompareChart({ builds, units, open, onOpen }: Props) {
  const choice = usePreferences();
  const rows = FIGURES.filter(([key]) => builds.filter(({ figures }) => (figures[key] ?? 0) > 0).length > 1);
  const height = BOX.top + rows.length * BOX.row + 10;
  const words = (key: string, value: number) => figureWords(key, value, units, choice);
  return (
    <svg viewBox={`0 0 ${BOX.width} ${height}`} className="w-full" role="group" aria-label="Builds compared">
      {rows.map(([key, name], r) => {
        const known = builds.filter(({ figures }) => (figures[key] ?? 0) > 0);
        const [least, most] = extent(known, ({ figures }) => figures[key]!) as [number, number];
        const x = scaleLog([least, least === most ? least * 1.01 : most], [BOX.left, BOX.width - BOX.right]);
        const y = BOX.top + r * BOX.row + 10;
        const good = known.filter((build) => build.good).map(({ figures }) => x(figures[key]!));
        const at = apart(known.map(({ figures }) => x(figures[key]!)));
        return (
          <g key={key}>
            <text x="0" y={y + 6} fontSize="17" fill="var(--ink)">
              {name}
            </text>
            <line x1={BOX.left} x2={BOX.width - BOX.right} y1={y} y2={y} stroke="var(--line)" />
            {good.length > 0 && (
              <rect
                x={Math.min(...good) - 11}
                width={Math.max(...good) - Math.min(...good) + 22}
                y={y - 13}
                height="26"
                fill="var(--spruce)"
                opacity="0.14"
              />
            )}
            {known.map((build, i) => (
              <Mark
                key={build.id}
                {...{ build, open }}
                x={at[i]!}
                y={y}
                label={`No. ${build.number} ${build.name}: ${name.toLowerCase()} ${words(key, build.figures[key]!)}`}
                onOpen={onOpen}
              />
            ))}
            <text x={BOX.width} y={y - 1} fontSize="14" textAnchor="end" fill="var(--soft)" className="figures">
              {open && known.find(({ id }) => id === open)
                ? words(key, known.find(({ id }) => id === open)!.figures[key]!)
                : `${words(key, least)} to`}
            </text>
            <text x={BOX.width} y={y + 15} fontSize="14" textAnchor="end" fill="var(--soft)" className="figures">
              {open ? '' : words(key, most)}
            </text>
          </g>
        );
      })}
    </svg>
  );
}

interface MarkProps {
  build: ComparedView;
  open: string | null;
  x: number;
  y: number;
  label: string;
  onOpen: Props['onOpen'];
}

function Mark({ build: { id, number, good }, open, x, y, label, onOpen }: MarkProps) {
  const shape =
    symbol(good ? symbolCircle : good === false ? symbolCross : symbolSquare, good === null ? 90 : 150)() ?? '';
  const ink = good ? 'var(--spruce)' : good === false ? 'var(--ember)' : 'var(--soft)';
  const lit = open === id;
  const toggle = () => onOpen(lit ? null : id);
  return (
    <g
      role="button"
      tabIndex={0}
      aria-pressed={lit}
      aria-label={label}
      className="cursor-pointer"
      opacity={open && !lit ? 0.35 : 1}
      onClick={toggle}
      onKeyDown={(event) => (event.key === 'Enter' || event.key === ' ') && toggle()}
    >
      <title>{label}</title>
      <rect x={x - 14} y={y - 24} width="28" height="44" fill="transparent" />
      <path
        d={shape}
        transform={`translate(${x} ${y})${good === false ? ' rotate(45)' : ''}`}
        fill={good === null ? 'var(--paper)' : ink}
        stroke={ink}
        strokeWidth="2"
      />
      <text
        x={x}
        y={y - 12}
        fontSize="13"
        textAnchor="middle"
        fontWeight={lit ? 700 : 400}
        fill="var(--ink)"
        className="figures"
      >
        {number}
      </text>
    </g>
  );
}

/** Marks side by side where they would lie on each other. */
function apart(places: readonly number[]): number[] {
  const order = places.map((_, i) => i).sort((a, b) => places[a]! - places[b]!);
  const out = [...places];
  order.forEach((i, n) => n > 0 && (out[i] = Math.max(out[i]!, out[order[n - 1]!]! + ROOM)));
  return out;
}
