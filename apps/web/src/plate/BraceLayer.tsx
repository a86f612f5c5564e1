import { bridgeLine, crossingsOf, lapOf, type Brace, type BracingPlan, type PlanCaution } from '@nimble/core/bracing';
import { footprint } from '@nimble/core/templates';
import type { Point } from '@nimble/core/outline';
import { MM, polygonPath } from '.';
import type { Ground } from '../api/use-bracing';

interface Props {
  plan: BracingPlan;
  ground: Ground;
  pixelsPerMm: number;
  selected?: string | null;
  /** Ids that stand out: a session, a round. */
  lit?: ReadonlySet<string> | null;
  cautions?: readonly PlanCaution[];
  onSelect?: (id: string) => void;
  /** A back has no bridge. */
  isBack?: boolean;
  /** A short mark at the middle of a piece: its place in an order. */
  marks?: ReadonlyMap<string, string>;
}

/** The plan as seen through the plate: patches, braces, laps, the line of the bridge. */
export function BraceLayer(props: Props) {
  const { plan, ground, pixelsPerMm, selected, lit, cautions = [], onSelect, marks, isBack } = props;
  const px = (pixels: number) => pixels / pixelsPerMm;
  const faint = (id: string) => (lit && !lit.has(id) ? 0.35 : 1);
  const pick = (id: string) => ({
    className: onSelect && 'cursor-pointer',
    onClick: onSelect && ((event: { stopPropagation: () => void }) => (event.stopPropagation(), onSelect(id))),
  });
  return (
    <g>
      {plan.patches.map((patch) => (
        <path
          key={patch.id}
          {...pick(patch.id)}
          d={patch.role === 'hole-ring' ? ringPath(patch) : rectanglePath(patch)}
          fill={selected === patch.id ? 'var(--brass)' : 'var(--grain)'}
          fillRule="evenodd"
          fillOpacity={0.45 * faint(patch.id)}
          stroke="var(--ink)"
          strokeWidth={px(1)}
          strokeDasharray={`${px(5)} ${px(3)}`}
        />
      ))}
      {!isBack && <BridgeMark plan={plan} ground={ground} px={px} />}
      {plan.braces.map((brace) => (
        <g key={brace.id} opacity={faint(brace.id)} {...pick(brace.id)} data-brace={brace.id}>
          <line {...ends(brace)} stroke="transparent" strokeWidth={Math.max(brace.width * MM, px(26))} />
          <path
            d={polygonPath(footprint(brace))}
            fill={selected === brace.id ? 'var(--brass)' : 'var(--line)'}
            stroke="var(--ink)"
            strokeWidth={px(selected === brace.id ? 2 : 1.1)}
          />
        </g>
      ))}
      {crossingsOf(plan.braces).map(({ a, b, point }) => {
        const lap = lapOf(plan, a.id, b.id);
        return lap ? <LapMark key={`${a.id} ${b.id}`} at={point} lower={lap.lower === a.id ? a : b} px={px} /> : null;
      })}
      {[...(marks ?? [])].map(([id, mark]) => {
        const at = middleOf(plan, id);
        return at && <Tag key={id} at={at} text={mark} px={px} />;
      })}
      {cautions.map(({ at, code }, i) => at && <CautionMark key={`${code}${i}`} at={at} px={px} />)}
    </g>
  );
}

const ends = ({ from, to }: Brace) => ({ x1: from[0] * MM, y1: from[1] * MM, x2: to[0] * MM, y2: to[1] * MM });

function rectanglePath({ x, y, length, width }: { x: number; y: number; length: number; width: number }): string {
  return polygonPath([
    [x - length / 2, y - width / 2],
    [x + length / 2, y - width / 2],
    [x + length / 2, y + width / 2],
    [x - length / 2, y + width / 2],
  ]);
}

function ringPath({ x, y, length, width }: { x: number; y: number; length: number; width: number }): string {
  const circle = (radius: number) =>
    `M${(x - radius) * MM} ${y * MM}a${radius * MM} ${radius * MM} 0 1 0 ${2 * radius * MM} 0a${radius * MM} ${radius * MM} 0 1 0 ${-2 * radius * MM} 0Z`;
  return circle(length / 2) + circle(length / 2 - width);
}

function middleOf({ braces, patches }: BracingPlan, id: string): Point | null {
  const brace = braces.find((one) => one.id === id);
  if (brace) return [(brace.from[0] + brace.to[0]) / 2, (brace.from[1] + brace.to[1]) / 2];
  const patch = patches.find((one) => one.id === id);
  // A ring's mark stands on its shoulder, clear of the bars beside the hole.
  const aside = patch?.role === 'hole-ring' ? 0.35 * patch.length : 0;
  return patch ? [patch.x - aside, patch.y - aside] : null;
}

function BridgeMark({ plan, ground, px }: { plan: BracingPlan; ground: Ground; px: (pixels: number) => number }) {
  let line;
  try {
    line = bridgeLine(plan.bridge, ground.scale, ground.trebleSign);
  } catch {
    return null; // told at its field
  }
  const { from, to } = line;
  const half = plan.bridge.width / 2;
  const corners: Point[] = [
    [from[0] - half, from[1]],
    [to[0] - half, to[1]],
    [to[0] + half, to[1]],
    [from[0] + half, from[1]],
  ];
  return (
    <g pointerEvents="none">
      <path
        d={polygonPath(corners)}
        fill="none"
        stroke="var(--brass)"
        strokeWidth={px(1.4)}
        strokeDasharray={`${px(3)} ${px(3)}`}
      />
      <line
        x1={from[0] * MM}
        y1={from[1] * MM}
        x2={to[0] * MM}
        y2={to[1] * MM}
        stroke="var(--brass)"
        strokeWidth={px(2.4)}
      />
    </g>
  );
}

/** A dash along the leg that is cut from above: it lies underneath. */
function LapMark({ at, lower, px }: { at: Point; lower: Brace; px: (pixels: number) => number }) {
  const [dx, dy] = [(lower.to[0] - lower.from[0]) / lower.length, (lower.to[1] - lower.from[1]) / lower.length];
  const half = px(7);
  return (
    <g pointerEvents="none">
      <circle cx={at[0] * MM} cy={at[1] * MM} r={px(4.5)} fill="var(--slip)" stroke="var(--ink)" strokeWidth={px(1)} />
      <line
        x1={at[0] * MM - dx * half}
        y1={at[1] * MM - dy * half}
        x2={at[0] * MM + dx * half}
        y2={at[1] * MM + dy * half}
        stroke="var(--ink)"
        strokeWidth={px(2)}
      />
    </g>
  );
}

function Tag({ at, text, px }: { at: Point; text: string; px: (pixels: number) => number }) {
  return (
    <g transform={`translate(${at[0] * MM} ${at[1] * MM})`} pointerEvents="none">
      <circle r={px(12)} fill="var(--slip)" stroke="var(--ink)" strokeWidth={px(1.2)} />
      <text fontSize={px(15)} textAnchor="middle" dominantBaseline="central" fill="var(--ink)" className="figures">
        {text}
      </text>
    </g>
  );
}

function CautionMark({ at, px }: { at: Point; px: (pixels: number) => number }) {
  return (
    <g transform={`translate(${at[0] * MM} ${at[1] * MM})`} pointerEvents="none">
      <path
        d={`M0 ${-px(13)}L${px(12)} ${px(9)}L${-px(12)} ${px(9)}Z`}
        fill="var(--slip)"
        stroke="var(--ember)"
        strokeWidth={px(2)}
      />{' '}
      <text fontSize={px(15)} fontWeight="bold" textAnchor="middle" y={px(6)} fill="var(--ember-ink)">
        !
      </text>
    </g>
  );
}
