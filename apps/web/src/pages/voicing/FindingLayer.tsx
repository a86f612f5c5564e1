import type { BracingPlan } from '@nimble/core/bracing';
import type { PlacedKnock } from '@nimble/core/knock-map';
import type { VoicingFinding } from '@nimble/core/voicing';
import { MM } from '../../plate';

interface Props {
  findings: readonly VoicingFinding[];
  open: number | null;
  /** Where places of the walk lie. */
  walk: readonly PlacedKnock[];
  plan: BracingPlan;
  pixelsPerMm: number;
  onOpen: (finding: number) => void;
}

interface Spot {
  x: number;
  y: number;
}

/**
 * Numbered marks where something was found; the open one with the line along the grain to the brace that it leads to.
 */
export function FindingLayer({ findings, open, walk, plan, pixelsPerMm, onOpen }: Props) {
  const px = (pixels: number) => pixels / pixelsPerMm;
  const onBrace = (id: string, along: number): Spot | null => {
    const brace = plan.braces.find((one) => one.id === id);
    if (!brace) return null;
    const share = brace.length > 0 ? along / brace.length : 0;
    return {
      x: brace.from[0] + share * (brace.to[0] - brace.from[0]),
      y: brace.from[1] + share * (brace.to[1] - brace.from[1]),
    };
  };
  const spotOf = (finding: VoicingFinding): Spot | null => {
    if (finding.kind === 'bright' || finding.kind === 'loose')
      return walk.find(({ place }) => place.name === finding.place)?.place ?? null;
    if (finding.kind === 'cancel') return walk.find(({ place }) => place.name === finding.places[0])?.place ?? null;
    if (finding.kind === 'choke' || finding.kind === 'short-scoop')
      return onBrace(finding.brace.id, finding.brace.along);
    if (finding.kind === 'edge' || finding.kind === 'stranger') return null;
    const first = finding.stroke?.places[0];
    return first?.kind === 'brace' ? onBrace(first.id, (first.from + first.to) / 2) : null;
  };
  return (
    <g>
      {findings.map((finding, i) => {
        const spot = spotOf(finding);
        if (!spot) return null;
        const leads =
          (finding.kind === 'bright' || finding.kind === 'cancel') && finding.leadsTo
            ? onBrace(finding.leadsTo.id, finding.leadsTo.along)
            : null;
        return (
          <g
            key={i}
            role="button"
            tabIndex={0}
            aria-label={`Finding ${i + 1}`}
            className="cursor-pointer"
            onClick={(event) => (event.stopPropagation(), onOpen(i))}
            onKeyDown={(event) => event.key === 'Enter' && onOpen(i)}
          >
            {open === i && leads && (
              <line
                x1={spot.x * MM}
                y1={spot.y * MM}
                x2={leads.x * MM}
                y2={leads.y * MM}
                stroke="var(--ember)"
                strokeWidth={px(3)}
                strokeDasharray={`${px(8)} ${px(5)}`}
              />
            )}
            <circle cx={spot.x * MM} cy={spot.y * MM} r={px(24)} fill="transparent" />
            <circle
              cx={spot.x * MM}
              cy={spot.y * MM}
              r={px(14)}
              fill={open === i ? 'var(--ember)' : 'var(--slip)'}
              stroke="var(--ember)"
              strokeWidth={px(2.5)}
            />
            <text
              x={spot.x * MM}
              y={spot.y * MM + px(6)}
              fontSize={px(17)}
              fontWeight={700}
              textAnchor="middle"
              fill={open === i ? 'var(--slip)' : 'var(--ink)'}
            >
              {i + 1}
            </text>
          </g>
        );
      })}
    </g>
  );
}
