import type { Brace } from '@nimble/core/bracing';
import type { PlateShape } from '@nimble/core/outline';
import type { Shaving } from '@nimble/core/voicing';
import { MM, polygonPath } from '../../plate';

interface Props {
  shape: PlateShape;
  braces: readonly Brace[];
  shavings: readonly Shaving[];
  trebleSign: 1 | -1;
  pixelsPerMm: number;
}

/** Where wood comes off: ember along the braces, hatched over parts of the plate. */
export function StrokeLayer({ shape, braces, shavings, trebleSign, pixelsPerMm }: Props) {
  const px = (pixels: number) => pixels / pixelsPerMm;
  const halves = shavings.flatMap(({ place }) => (place.kind === 'plate' ? [place.part] : []));
  const { xMin, xMax, yMin, yMax } = shape.bounds;
  const middle = xMin + 0.5 * (xMax - xMin);
  const boxes = halves.map((part) => {
    if (part === 'upper') return { x: xMin, y: yMin, width: middle - xMin, height: yMax - yMin };
    if (part === 'rim') return null;
    const sign = part === 'treble' ? trebleSign : -trebleSign;
    return { x: middle, y: sign > 0 ? 0 : yMin, width: xMax - middle, height: sign > 0 ? yMax : -yMin };
  });
  return (
    <g pointerEvents="none" data-strokes={shavings.length}>
      <defs>
        <pattern
          id="shave-here"
          width={px(9)}
          height={px(9)}
          patternUnits="userSpaceOnUse"
          patternTransform="rotate(45)"
        >
          <line x1={0} y1={0} x2={0} y2={px(9)} stroke="var(--ember)" strokeWidth={px(2.5)} />
        </pattern>
        <clipPath id="shave-plate">
          <path d={polygonPath(shape.outline)} />
        </clipPath>
      </defs>
      {boxes.map((box, i) =>
        box ? (
          <rect
            key={i}
            x={box.x * MM}
            y={box.y * MM}
            width={box.width * MM}
            height={box.height * MM}
            fill="url(#shave-here)"
            opacity={0.5}
            clipPath="url(#shave-plate)"
          />
        ) : (
          <path
            key={i}
            d={polygonPath(shape.outline)}
            fill="none"
            stroke="url(#shave-here)"
            strokeWidth={60}
            opacity={0.5}
            clipPath="url(#shave-plate)"
          />
        ),
      )}
      {shavings.map(({ place }, i) => {
        if (place.kind !== 'brace') return null;
        const brace = braces.find(({ id }) => id === place.id);
        if (!brace) return null;
        const at = (s: number) => {
          const share = Math.min(1, Math.max(0, s / brace.length));
          return {
            x: MM * (brace.from[0] + share * (brace.to[0] - brace.from[0])),
            y: MM * (brace.from[1] + share * (brace.to[1] - brace.from[1])),
          };
        };
        const [a, b] = [at(place.from), at(place.to)];
        return (
          <line
            key={i}
            x1={a.x}
            y1={a.y}
            x2={b.x}
            y2={b.y}
            stroke="var(--ember)"
            strokeWidth={Math.max(brace.width * MM, px(9))}
            strokeLinecap="round"
            opacity={0.85}
          />
        );
      })}
    </g>
  );
}
