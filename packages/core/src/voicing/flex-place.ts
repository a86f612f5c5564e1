/**
 * Where a top is bent by hand or weight while it is voiced: one load between or beyond two rests, all on one line, so
 * that the same bend can be done again and in the model. SI.
 */
import { contains, type PlateShape, type Point } from '../outline';

export const FLEX_PLACES = ['along', 'across', 'edge-bass', 'edge-treble', 'edge-tail', 'bridge'] as const;
/**
 * Over rests at both ends; over rests at both sides; the edge over a bar while the middle is held down; on the closed
 * box, at the bridge.
 */
export type FlexPlace = (typeof FLEX_PLACES)[number];

export interface FlexSetup {
  place: FlexPlace;
  /** Where the weight or the thumb and the dial stand. */
  load: Point;
  /**
   * Null where the sides hold the rim. A rest between load and other rest is a bar to bend over; the other then holds
   * down.
   */
  rests: readonly [Point, Point] | null;
}

/**
 * How far in from the outline rests and thumbs stand [m], and where the bar stands that an edge is bent over, as a
 * share of the way out.
 */
const INSET = 0.012;
const BAR_AT = 0.55;

/** Of a top that is not glued to its sides yet, or of a closed one. @param bridgeX where the bridge stands [m] */
export function flexSetups(shape: PlateShape, bridgeX: number, trebleSign: 1 | -1, closed: boolean): FlexSetup[] {
  if (closed) return [{ place: 'bridge', load: [bridgeX, 0], rests: null }];
  const { xMin, xMax } = shape.bounds;
  const side = reach(shape, bridgeX, 1) - INSET;
  const edge = (sign: number): Pick<FlexSetup, 'load' | 'rests'> => ({
    load: [bridgeX, sign * side],
    rests: [
      [bridgeX, sign * BAR_AT * side],
      [bridgeX, 0],
    ],
  });
  const tail = xMax - INSET;
  return [
    {
      place: 'along',
      load: [bridgeX, 0],
      rests: [
        [xMin + INSET, 0],
        [tail, 0],
      ],
    },
    {
      place: 'across',
      load: [bridgeX, 0],
      rests: [
        [bridgeX, side],
        [bridgeX, -side],
      ],
    },
    { place: 'edge-bass', ...edge(-trebleSign) },
    { place: 'edge-treble', ...edge(trebleSign) },
    {
      place: 'edge-tail',
      load: [tail, 0],
      rests: [
        [bridgeX + BAR_AT * (tail - bridgeX), 0],
        [bridgeX, 0],
      ],
    },
  ];
}

const STEP = 5e-4;

/** How far the plate reaches out from the centre line at x, on one side [m]. */
function reach({ outline, bounds }: PlateShape, x: number, sign: 1 | -1): number {
  const most = Math.max(bounds.yMax, -bounds.yMin);
  for (let y = most; y > 0; y -= STEP) if (contains(outline, x, sign * y)) return y;
  return 0;
}

/** The load of one newton and what the rests push back with, by the lever. */
export function forcesOf({ load, rests }: FlexSetup): { at: Point; force: number }[] {
  if (!rests) return [{ at: load, force: 1 }];
  const [a, b] = rests;
  const [dx, dy] = [b[0] - a[0], b[1] - a[1]];
  const onB = ((load[0] - a[0]) * dx + (load[1] - a[1]) * dy) / (dx * dx + dy * dy);
  return [
    { at: load, force: 1 },
    { at: a, force: onB - 1 },
    { at: b, force: -onB },
  ];
}
