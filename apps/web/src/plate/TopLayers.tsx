import { WASTED, type RimPlace } from '@nimble/core/top';
import type { Brace } from '@nimble/core/bracing';
import { MM } from '.';
import type { PassHere, TopPicture, TopView } from './pictures';
import { ShapeLayer } from './ShapeLayer';

/** The field on the wood; a mode sways gently between its two ends where the person allows motion. */
export function TopMap({ picture, view }: { picture: TopPicture; view: TopView }) {
  const still = <ShapeLayer shape={picture} unreadPath="" />;
  if (view.show !== 'mode') return still;
  const back = { ...picture, bands: picture.bands.map((band) => ({ ...band, tone: -band.tone })) };
  return (
    <>
      <ShapeLayer shape={back} unreadPath="" />
      <g className="sways">{still}</g>
    </>
  );
}

interface WorthProps {
  braces: readonly Brace[];
  worth: readonly (readonly number[])[];
  pixelsPerMm: number;
  onPick: (brace: number, station: number) => void;
}

/**
 * What a pass is worth along each brace: marks that grow, pointing down where wood helps, struck through where it
 * harms.
 */
export function BraceWorth({ braces, worth, pixelsPerMm, onPick }: WorthProps) {
  const px = (pixels: number) => pixels / pixelsPerMm;
  const most = Math.max(1e-12, ...worth.flat().map(Math.abs));
  return (
    <g>
      {braces.map(({ id, name, from, to }, b) =>
        (worth[b] ?? []).map((value, s, all) => {
          if (s % 2 === 1) return null;
          const share = s / (all.length - 1);
          const [x, y] = [from[0] + share * (to[0] - from[0]), from[1] + share * (to[1] - from[1])];
          const size = Math.abs(value) / most;
          const wasted = size < WASTED;
          return (
            <g
              key={`${id} ${s}`}
              transform={`translate(${x * MM} ${y * MM})`}
              className="cursor-pointer"
              onClick={(event) => (event.stopPropagation(), onPick(b, s))}
            >
              <title>{name}</title>
              <circle r={px(11)} fill="transparent" />
              <circle
                r={px(wasted ? 1.5 : 2.5 + 6 * size)}
                fill={wasted ? 'var(--line)' : value > 0 ? 'var(--ember)' : 'var(--lake)'}
                stroke="var(--slip)"
                strokeWidth={px(1)}
              />
              {!wasted && value < 0 && <path d={`M${px(-4)} 0H${px(4)}`} stroke="var(--slip)" strokeWidth={px(2)} />}
            </g>
          );
        }),
      )}
    </g>
  );
}

/** The place that was touched. */
export function PassMark({ pass, pixelsPerMm }: { pass: PassHere; pixelsPerMm: number }) {
  const px = (pixels: number) => pixels / pixelsPerMm;
  return (
    <g transform={`translate(${pass.x * MM} ${pass.y * MM})`} pointerEvents="none">
      <circle r={px(15)} fill="none" stroke="var(--ink)" strokeWidth={px(2.5)} />
      <circle r={px(2.5)} fill="var(--ink)" />
    </g>
  );
}

/** Stiffness round the rim as spokes: the longer, the stiffer. */
export function RimMarks({ places, pixelsPerMm }: { places: readonly RimPlace[]; pixelsPerMm: number }) {
  const px = (pixels: number) => pixels / pixelsPerMm;
  const most = Math.max(...places.map(({ stiffness }) => stiffness));
  return (
    <g aria-label="Stiffness round the rim" role="img">
      {places.map(({ x, y, stiffness }) => (
        <g key={`${x} ${y}`} transform={`translate(${x * MM} ${y * MM})`}>
          <circle
            r={px(4 + 14 * Math.sqrt(stiffness / most))}
            fill="var(--brass)"
            fillOpacity="0.55"
            stroke="var(--ink)"
            strokeWidth={px(1)}
          />
          <text
            textAnchor="middle"
            dominantBaseline="central"
            fontSize={px(14)}
            fontWeight="700"
            fill="var(--ink)"
            className="figures"
          >
            {(stiffness / 1000).toFixed(stiffness < 99_500 ? 0 : 0)}
          </text>
        </g>
      ))}
    </g>
  );
}
