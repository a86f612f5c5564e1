import type { Point } from '@nimble/core/outline';
import type { SVGProps } from 'react';
import { MM } from './plate-paths';

type Ends = 'x1' | 'y1' | 'x2' | 'y2';

/** Straight lines over a plate, from end to end [m], each drawn alike. */
export function PlateLines({
  lines,
  ...drawn
}: { lines: readonly (readonly [Point, Point])[] } & Omit<SVGProps<SVGLineElement>, Ends>) {
  return lines.map(([a, b], i) => (
    <line key={i} x1={a[0] * MM} y1={a[1] * MM} x2={b[0] * MM} y2={b[1] * MM} {...drawn} />
  ));
}
