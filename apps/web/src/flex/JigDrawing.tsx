import { formatPlanLength, inWords, type UnitChoice } from '@nimble/core/units';
import type { Jig } from '@nimble/core/wood';
import { MM } from '../plate';

const BOX = { width: 560, height: 190, margin: 50, level: 84 };

/**
 * The jig from the side: where the plate lies, where the weight sits, where the dial reads. To scale along its length.
 */
export function JigDrawing({ jig, units, label }: { jig: Jig; units: UnitChoice; label: string }) {
  const { width, height, level } = BOX;
  const span = jig.kind === 'ring' ? jig.diameter : jig.span;
  const scale = (width - 2 * BOX.margin) / (span * MM);
  const at = (place: number) => BOX.margin + place * MM * scale;
  const load = at(jig.kind === 'ring' ? span / 2 : jig.loadAt);
  const dial = at(jig.kind === 'ring' ? span / 2 : jig.dialAt);
  const clamped = jig.kind === 'cantilever';
  const over = clamped ? 0 : 26;
  return (
    <svg role="img" aria-label={label} viewBox={`0 0 ${width} ${height}`} className="max-h-[230px] w-full">
      <rect
        x={at(0) - over}
        y={level - 5}
        width={at(span) - at(0) + 2 * over}
        height="10"
        fill="var(--wood)"
        stroke="var(--ink)"
      />
      {clamped ? (
        <g stroke="var(--ink)" fill="var(--grain)">
          <rect x={at(0) - 44} y={level - 27} width="44" height="22" />
          <rect x={at(0) - 44} y={level + 5} width="44" height="22" />
        </g>
      ) : (
        [0, span].map((place) => (
          <path key={place} d={`M${at(place)} ${level + 5}l-13 34h26z`} fill="var(--grain)" stroke="var(--ink)" />
        ))
      )}
      <g fill="var(--ember)" stroke="var(--ember-ink)">
        <path d={`M${load} ${level - 7}l-6 -12h12z`} />
        <rect x={load - 17} y={level - 51} width="34" height="30" rx="2" />
      </g>
      <g fill="var(--slip)" stroke="var(--lake)" strokeWidth="1.8">
        <path d={`M${dial} ${level + 6}v34`} />
        <circle cx={dial} cy={level + 56} r="17" />
        <path d={`M${dial} ${level + 56}l8 -9`} />
      </g>
      <g fontSize="15" fill="var(--ink)" textAnchor="middle">
        <text x={load} y={level - 60}>
          weight
        </text>
        <text x={dial + 26} y={level + 62} textAnchor="start">
          dial
        </text>
        <text x={(at(0) + at(span)) / 2} y={height - 6} className="figures">
          {jig.kind === 'ring' ? 'ring ' : ''}
          {inWords(formatPlanLength(span, units))}
        </text>
      </g>
      <path
        d={`M${at(0)} ${height - 26}H${at(span)}M${at(0)} ${height - 31}v10M${at(span)} ${height - 31}v10`}
        stroke="var(--soft)"
        fill="none"
      />
    </svg>
  );
}
