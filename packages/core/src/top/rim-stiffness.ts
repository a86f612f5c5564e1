/** How stiff the top is round its rim, place by place, as a finger or a gauge feels it. SI. */
import { centroid, contains, type Point } from '../outline';
import { deflectionOf, underLoad, valueAt } from '../shell';
import type { OpenedTop } from './examine-top';

export interface RimPlace {
  x: number;
  y: number;
  /** Force over way at the place [N/m]. */
  stiffness: number;
}

/** So far in from the rim [m]. */
export const RIM_PROBE = 0.03;

/** @returns places in order round the rim; none where nothing holds it */
export function rimStiffness({ factored, plan: { shape }, examined }: OpenedTop, count = 28): RimPlace[] {
  if (examined.hold === 'free') return [];
  return evenPlaces(shape.outline, count).flatMap((place): RimPlace[] => {
    const at = stepIn(place, shape.outline, RIM_PROBE);
    if (!at || shape.holes.some((hole) => contains(hole, ...at))) return [];
    const { x } = underLoad(factored, { kind: 'force', at, force: 1 });
    return [{ x: at[0], y: at[1], stiffness: 1 / valueAt(factored.model, deflectionOf(factored.model, x), at) }];
  });
}

/** At even steps along the outline, each with the direction along it. */
function evenPlaces(outline: readonly Point[], count: number): { at: Point; along: Point }[] {
  const lengths = outline.map(([x, y], i) => {
    const [nx, ny] = outline[(i + 1) % outline.length];
    return Math.hypot(nx - x, ny - y);
  });
  const whole = lengths.reduce((sum, length) => sum + length, 0);
  const places: { at: Point; along: Point }[] = [];
  let [i, gone] = [0, 0];
  for (let n = 0; n < count; n++) {
    const wanted = (whole * n) / count;
    while (gone + lengths[i] < wanted) gone += lengths[i++];
    const [[x, y], [nx, ny]] = [outline[i], outline[(i + 1) % outline.length]];
    const share = (wanted - gone) / lengths[i];
    places.push({
      at: [x + share * (nx - x), y + share * (ny - y)],
      along: [(nx - x) / lengths[i], (ny - y) / lengths[i]],
    });
  }
  return places;
}

/** Square to the rim, on whichever side the wood is. */
function stepIn(
  { at: [x, y], along: [dx, dy] }: { at: Point; along: Point },
  outline: readonly Point[],
  by: number,
): Point | null {
  const [cx, cy] = centroid(outline);
  const sides: Point[] = [
    [x - by * dy, y + by * dx],
    [x + by * dy, y - by * dx],
  ];
  return (
    sides
      .filter((place) => contains(outline as Point[], ...place))
      .sort((a, b) => Math.hypot(a[0] - cx, a[1] - cy) - Math.hypot(b[0] - cx, b[1] - cy))[0] ?? null
  );
}
