import type { TearMark } from '@nimble/core/project';
import { MM } from '../../plate';

interface Props {
  tears: readonly TearMark[];
  pixelsPerMm: number;
}

/** A ragged stroke where wood tore out, until it is gone. */
export function TearMarks({ tears, pixelsPerMm }: Props) {
  const px = (pixels: number) => pixels / pixelsPerMm;
  return (
    <g pointerEvents="none">
      {tears
        .filter(({ gone }) => gone === null)
        .map(({ id, station, x, y }) => (
          <g key={id} role="img" aria-label={`Tear-out at ${station}`} transform={`translate(${x * MM} ${y * MM})`}>
            {['var(--slip)', 'var(--ember)'].map((colour, i) => (
              <path
                key={colour}
                d={`M${px(-20)} ${px(-12)}l${px(8)} ${px(-7)}l${px(6)} ${px(6)}l${px(8)} ${px(-8)}l${px(6)} ${px(7)}l${px(9)} ${px(-6)}`}
                fill="none"
                stroke={colour}
                strokeWidth={px(i === 0 ? 6 : 3)}
                strokeLinejoin="round"
              />
            ))}
          </g>
        ))}
    </g>
  );
}
