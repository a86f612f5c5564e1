/**
 * What is drawn on the templates: the whole plan from inside, each brace from the side and from above, arches. At true
 * size.
 */
import { arcHeight, arcOfRadius } from '../arch';
import { bracePlaces, braceSection, bridgeLine, notchesOf, type Brace, type BracingPlan } from '../bracing';
import type { PlateShape, Point, Segment } from '../outline';
import { framed, type Sheet, type SheetLine, type SheetWords } from './sheet';

export interface PlanOfPlate {
  title: string;
  plan: BracingPlan;
  shape: PlateShape;
  /** Scale of the strings, null where the bridge has no place yet [m]. */
  scale: number | null;
  trebleSign: 1 | -1;
}

const WORDS = 3e-3;

/** The whole plan as it lies before you when you glue: seen from inside, neck to the left. */
export function planSheet({ title, plan, shape, scale, trebleSign }: PlanOfPlate): Sheet {
  const inside = ([x, y]: Point): Point => [x, -y];
  const closed = (layer: SheetLine['layer'], points: readonly Point[]): SheetLine => ({
    layer,
    closed: true,
    points: points.map(inside),
  });
  const open = (layer: SheetLine['layer'], points: readonly Point[], dashed = false): SheetLine => ({
    layer,
    closed: false,
    dashed,
    points: points.map(inside),
  });
  const { xMin, xMax } = shape.bounds;
  const lines = [
    closed('plate', shape.outline),
    ...shape.holes.map((hole) => closed('plate', hole)),
    open(
      'mark',
      [
        [xMin - 8e-3, 0],
        [xMax + 8e-3, 0],
      ],
      true,
    ),
    ...plan.braces.map((brace) => closed('cut', footprint(brace))),
    ...plan.patches
      .filter(({ role }) => role !== 'hole-ring')
      .map(({ x, y, length, width }) => closed('cut', rectangle([x, y], length, width))),
    ...plan.patches
      .filter(({ role }) => role === 'hole-ring')
      .map(({ x, y, length }) => closed('mark', circle([x, y], length / 2))),
    ...(scale === null ? [] : [open('mark', ends(bridgeLine(plan.bridge, scale, trebleSign)))]),
  ];
  const words: SheetWords[] = plan.braces.map(({ name, from, to }) => ({
    at: inside([(from[0] + to[0]) / 2, (from[1] + to[1]) / 2]),
    text: name,
    size: WORDS,
  }));
  return framed(`${title}: plan, seen from inside`, lines, words);
}

const ends = ({ from, to }: Segment): Point[] => [from, to];

/** The glue face of a brace, corner by corner. */
export function footprint(brace: Brace): Point[] {
  const { from, to, length } = brace;
  const [ux, uy] = [(to[0] - from[0]) / length, (to[1] - from[1]) / length];
  const sides = [1, -1].map((side) =>
    bracePlaces(brace).map((x, i): Point => {
      const half = (side * braceSection(brace, i).width) / 2;
      return [from[0] + x * ux - half * uy, from[1] + x * uy + half * ux];
    }),
  );
  return [...sides[0], ...sides[1].reverse()];
}

function rectangle([x, y]: Point, length: number, width: number): Point[] {
  const [a, b] = [length / 2, width / 2];
  return [
    [x - a, y - b],
    [x + a, y - b],
    [x + a, y + b],
    [x - a, y + b],
  ];
}

const CORNERS = 96;

function circle([x, y]: Point, radius: number): Point[] {
  return Array.from({ length: CORNERS }, (_, i): Point => {
    const angle = (2 * Math.PI * i) / CORNERS;
    return [x + radius * Math.cos(angle), y + radius * Math.sin(angle)];
  });
}

/** Radius of a brace's underside: its own, the plate's, or null for flat [m]. */
export function undersideRadius(brace: Brace, plan: Pick<BracingPlan, 'archRadius'>): number | null {
  if (brace.underside === 'flat') return null;
  return brace.underside === 'own' ? brace.radius : plan.archRadius;
}

/** Between its side and its top view [m]. */
const APART = 0.02;

/**
 * One brace: from the side with its notches, its glue face arched as it will be, and from above. The centre line of the
 * plate is marked where it passes.
 */
export function braceSheet(brace: Brace, plan: BracingPlan, title: string): Sheet {
  const under = underOf(brace, undersideRadius(brace, plan));
  const notches = notchesOf(brace, plan);
  const side: Point[] = [...topLine(brace, under, notches), ...bottomLine(brace, under, notches).reverse()];
  const lowest = Math.max(...side.map(([, y]) => y));
  const above = bracePlaces(brace).map((x, i): Point => [x, braceSection(brace, i).width / 2]);
  const middle = lowest + APART + Math.max(...above.map(([, half]) => half));
  const top: SheetLine = {
    layer: 'cut',
    closed: true,
    points: [
      ...above.map(([x, half]): Point => [x, middle - half]),
      ...above.reverse().map(([x, half]): Point => [x, middle + half]),
    ],
  };
  const marks = [brace.length / 2, centreLineOn(brace)].filter((x) => x !== null);
  const lines: SheetLine[] = [
    { layer: 'cut', closed: true, points: side },
    top,
    ...marks.map((x): SheetLine => ({
      layer: 'mark',
      closed: false,
      dashed: true,
      points: [
        [x, -Math.max(...brace.heights) - 4e-3],
        [x, middle + 6e-3],
      ],
    })),
  ];
  const words: SheetWords[] = [
    { at: [brace.length / 2 + 1e-3, -Math.max(...brace.heights) - 2e-3], text: 'middle', size: 2.4e-3 },
    ...notches.map(({ at, passes, from }): SheetWords => ({
      at: [at + 2e-3, middle + 8e-3],
      text: `notch from ${from}: ${passes}`,
      size: 2.4e-3,
    })),
  ];
  return framed(`${title}: ${brace.name}`, lines, words);
}

/** Depth of the glue face under its chord, at the middle the most [m, down]. */
function underOf({ length }: Brace, radius: number | null): (x: number) => number {
  if (radius === null) return () => 0;
  const arc = arcOfRadius(length, radius);
  return (x) => arcHeight(arc, x - length / 2);
}

type Notches = ReturnType<typeof notchesOf>;

function topLine(brace: Brace, under: (x: number) => number, notches: Notches): Point[] {
  const heightOn = (x: number) => interpolated(brace, x);
  return outlineWith(
    brace,
    notches.filter(({ from }) => from === 'above'),
    (x) => under(x) - heightOn(x),
    (depth) => depth,
  );
}

function bottomLine(brace: Brace, under: (x: number) => number, notches: Notches): Point[] {
  return outlineWith(
    brace,
    notches.filter(({ from }) => from === 'below'),
    under,
    (depth) => -depth,
  );
}

const FINE_STEPS = 160;

/** A line along the brace with rectangular notches let into it. */
function outlineWith(
  brace: Brace,
  notches: Notches,
  y: (x: number) => number,
  into: (depth: number) => number,
): Point[] {
  const places = Array.from({ length: FINE_STEPS + 1 }, (_, i) => (brace.length * i) / FINE_STEPS);
  const cuts = notches.map(({ at, width, depth }) => ({
    low: at - width / 2,
    high: at + width / 2,
    floor: y(at) + into(depth),
  }));
  const plain = places.filter((x) => !cuts.some(({ low, high }) => x >= low && x <= high)).map((x): Point => [x, y(x)]);
  const corners = cuts.flatMap(({ low, high, floor }): Point[] => [
    [low, y(low)],
    [low, floor],
    [high, floor],
    [high, y(high)],
  ]);
  // A stable sort keeps the order of corners that stand over each other.
  return [...plain, ...corners].sort((a, b) => a[0] - b[0]);
}

function interpolated(brace: Brace, x: number): number {
  const at = (x / brace.length) * (brace.heights.length - 1);
  const i = Math.min(brace.heights.length - 2, Math.max(0, Math.floor(at)));
  return brace.heights[i] + (at - i) * (brace.heights[i + 1] - brace.heights[i]);
}

/** Where the plate's centre line crosses it, from its first end. */
function centreLineOn({ from, to, length }: Brace): number | null {
  if (from[1] * to[1] >= 0) return null;
  return (length * from[1]) / (from[1] - to[1]);
}

const BODY = 0.03;
const TICK_EVERY = 0.02;
const ARCH_STEPS = 200;

/**
 * A pair that fits into each other: the hump planes the brace, the hollow checks the plate's outside. With centre marks
 * and ticks every 20 mm.
 */
export function archSheet(span: number, radius: number, words: string): Sheet {
  const arc = arcOfRadius(span, radius);
  const curve = Array.from({ length: ARCH_STEPS + 1 }, (_, i): Point => {
    const x = (span * i) / ARCH_STEPS - span / 2;
    return [x, -arcHeight(arc, x)];
  });
  const body = (shift: number, floor: number): SheetLine => ({
    layer: 'cut',
    closed: true,
    points: [...curve.map(([x, y]): Point => [x, y + shift]), [span / 2, floor], [-span / 2, floor]],
  });
  const apart = 2 * BODY + arc.rise + 8e-3;
  const ticks = Array.from(
    { length: 2 * Math.floor(span / 2 / TICK_EVERY) + 1 },
    (_, i) => (i - Math.floor(span / 2 / TICK_EVERY)) * TICK_EVERY,
  );
  const marks = ticks.flatMap((x): SheetLine[] => {
    const long = x === 0 ? BODY * 0.7 : 4e-3;
    const y = -arcHeight(arc, x);
    return [
      {
        layer: 'mark',
        closed: false,
        points: [
          [x, y],
          [x, y + long],
        ],
      },
      {
        layer: 'mark',
        closed: false,
        points: [
          [x, y + apart],
          [x, y + apart - long],
        ],
      },
    ];
  });
  return framed(
    words,
    [body(0, BODY), body(apart, apart - BODY - arc.rise), ...marks],
    [
      { at: [2e-3, BODY * 0.75], text: 'hump: the brace', size: 3e-3 },
      { at: [2e-3, apart - BODY * 0.75], text: 'hollow: the outside of the plate', size: 3e-3 },
    ],
  );
}
