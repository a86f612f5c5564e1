/**
 * The true shape of a plate: what is stored (`OutlineSpec`, `HoleSpec`) becomes the polygons that everything else works
 * on.
 */
import { InvalidInput } from '../base';
import { drawHoles, type HoleSpec } from './holes';
import { drawParametric, type ParametricOutline } from './parametric-outline';
import {
  boundsOf,
  contains,
  findSelfCrossing,
  signedArea,
  widthAt,
  type Bounds,
  type Point,
  type Polygon,
} from './polygon';

/** An outline that was imported: points in metres, in plate axes. */
export interface DrawnOutline {
  kind: 'drawn';
  points: Polygon;
  /** Lines of the drawing that may be braces, until the maker has said so. */
  lines?: readonly (readonly [Point, Point])[];
}

export type OutlineSpec = ParametricOutline | DrawnOutline;

export interface PlateShape {
  outline: Polygon;
  holes: readonly Polygon[];
  bounds: Bounds;
  /** Along the grain and at the widest place across it [m]. */
  length: number;
  width: number;
  /** x of the narrowest place between two bouts, or null where there is no waist [m]. */
  waistAt: number | null;
}

const MINIMUM_CORNERS = 4;
const MAXIMUM_CORNERS = 4000;
const SIZE_RANGE = { least: 0.05, most: 1.5 };

/**
 * Draws and checks a plate.
 * @throws InvalidInput: crossing outline, hole outside the plate, absurd sizes; `holes[1]` and the like in the field
 */
export function plateShape(spec: OutlineSpec, holeSpecs: readonly HoleSpec[] = []): PlateShape {
  const outline = spec.kind === 'drawn' ? checkDrawn(spec) : drawParametric(spec);
  const crossing = findSelfCrossing(outline);
  if (crossing) {
    throw new InvalidInput(
      'outline',
      spec.kind,
      `crosses itself near x ${toMm(crossing[0])} mm, y ${toMm(crossing[1])} mm`,
    );
  }
  const bounds = boundsOf(outline);
  const holes = holeSpecs.flatMap((hole, i) => checkedHoles(hole, i, outline));
  return {
    outline,
    holes,
    bounds,
    length: bounds.xMax - bounds.xMin,
    width: bounds.yMax - bounds.yMin,
    waistAt: findWaist(outline, bounds),
  };
}

/** Is the place wood: within the outline and in no hole? */
export function isWood(shape: PlateShape, x: number, y: number): boolean {
  return contains(shape.outline, x, y) && !shape.holes.some((hole) => contains(hole, x, y));
}

/** Area of wood [m2]. */
export function plateArea(shape: PlateShape): number {
  return shape.holes.reduce((area, hole) => area - Math.abs(signedArea(hole)), Math.abs(signedArea(shape.outline)));
}

function checkDrawn({ points, lines = [] }: DrawnOutline): Polygon {
  if (points.length < MINIMUM_CORNERS) throw new InvalidInput('outline', points.length, 'needs at least four points');
  if (points.length > MAXIMUM_CORNERS)
    throw new InvalidInput('outline', points.length, `has more than ${MAXIMUM_CORNERS} points`);
  if (!points.every(([x, y]) => Number.isFinite(x) && Number.isFinite(y))) {
    throw new InvalidInput('outline', 'point', 'has a point that is not a pair of numbers');
  }
  if (!lines.every((line) => line.length === 2 && line.flat().every((at) => Math.abs(at) < SIZE_RANGE.most)))
    throw new InvalidInput('outline', 'line', 'has a line inside that is not a pair of points on the plate');
  const { xMin, xMax, yMin, yMax } = boundsOf(points);
  for (const size of [xMax - xMin, yMax - yMin]) {
    if (size < SIZE_RANGE.least || size > SIZE_RANGE.most) {
      throw new InvalidInput(
        'outline',
        size,
        `measures ${toMm(size)} mm; a plate is between 50 and 1500 mm: check the unit`,
      );
    }
  }
  return points;
}

function checkedHoles(spec: HoleSpec, index: number, outline: Polygon): Polygon[] {
  try {
    const polygons = drawHoles(spec);
    const outside = polygons.some((hole) => hole.some(([x, y]) => !contains(outline, x, y)));
    if (outside) throw new InvalidInput('', spec.kind, 'reaches outside the plate: move it or make it smaller');
    return polygons;
  } catch (error) {
    throw error instanceof InvalidInput ? error.under(`holes[${index}]`) : error;
  }
}

const WAIST_STEPS = 120;

/** A waist is a narrowest place with clearly wider ones on both of its sides. */
function findWaist(outline: Polygon, { xMin, xMax }: Bounds): number | null {
  const at = (i: number) => xMin + ((i + 0.5) / WAIST_STEPS) * (xMax - xMin);
  const widths = Array.from({ length: WAIST_STEPS }, (_, i) => {
    const range = widthAt(outline, at(i));
    return range ? range.yMax - range.yMin : 0;
  });
  let best: { index: number; depth: number } | null = null;
  for (let i = 1; i < WAIST_STEPS - 1; i++) {
    const depth = Math.min(Math.max(...widths.slice(0, i)), Math.max(...widths.slice(i + 1))) - widths[i];
    if (!best || depth > best.depth) best = { index: i, depth };
  }
  const significant = 0.03 * Math.max(...widths);
  return best && best.depth > significant ? at(best.index) : null;
}

const toMm = (metres: number) => Math.round(metres * 1000);
