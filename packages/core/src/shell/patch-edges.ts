/**
 * How far what is glued flat on a plate goes along with it: wholly in the middle, not at its edges, where shear has not
 * yet taken it along and it peels. The change takes place within a few millimetres, often within one triangle, whose
 * parts then give one after another, as what bends from the edge inwards does. SI.
 */
import { mean } from '../base';
import type { TriangleMesh } from '../mesh';
import { contains, type Point, type Polygon } from '../outline';
import { planeStress, type ShellMaterial } from './layered-plate';
import { shellMaterial, type TopInput } from './top-input';

export interface Covering {
  material: ShellMaterial;
  angle: number;
  thickness: number;
  side: number;
  /** Along its grain and across it, for parts of the triangle: how far they reach from one of the patch's edges. */
  spans: readonly [readonly Span[], readonly Span[]];
}

interface Span {
  /** From the edge [m]. */
  from: number;
  to: number;
  /** From edge to edge [m]. */
  length: number;
}

/** A layer in the one direction that is looked at: stiffness [Pa], shear through its thickness [Pa], thickness [m]. */
interface LayerOneWay {
  stiffness: number;
  G: number;
  thickness: number;
}

/** How far a patch goes along with the plate under a triangle, along the patch's grain and across it (1). */
export function heldBy(
  { material, angle, thickness, spans }: Covering,
  plate: { material: ShellMaterial; angle: number; thickness: number },
): [number, number] {
  const under = planeStress(plate.material, plate.angle - angle);
  const turned = Math.cos(plate.angle - angle) ** 2;
  const { G_LT, G_CT } = plate.material;
  const own = planeStress(material, 0);
  const along = turned * G_LT + (1 - turned) * G_CT;
  const across = (1 - turned) * G_LT + turned * G_CT;
  return [
    heldOver(
      { stiffness: own[0], G: material.G_LT, thickness },
      { stiffness: under[0], G: along, thickness: plate.thickness },
      spans[0],
    ),
    heldOver(
      { stiffness: own[4], G: material.G_CT, thickness },
      { stiffness: under[4], G: across, thickness: plate.thickness },
      spans[1],
    ),
  ];
}

function heldOver(layer: LayerOneWay, plate: LayerOneWay, spans: readonly Span[]): number {
  const lap = lapOf(layer, plate);
  const give = mean(spans.map((span) => giveOver(lap, span)));
  return Math.max(0, 1 / give - lap.bare);
}

export interface Lap {
  /** Bending of the plate alone over what a layer that is held wholly adds to it (1). */
  bare: number;
  /** Of what is not yet held, by length [1/m]. */
  decay: number;
  /** Not held at all from the edge on [m]. */
  peeled: number;
}

/**
 * At its edges a layer peels: plate and layer give across their thickness, so that the layer acts as if it began so far
 * within, of the two thicknesses' product over their sum (1). Source: own plane solids of blocks from 2.5 to 8 mm on
 * plates along and across their grain, and own solids of panels under a bridge, its plate, or both: they ask for 0.6 to
 * 1.2.
 */
const PEEL = 0.8;

/** Source: Volkersen's shear lag, each layer's shear falling off evenly over its height. */
export function lapOf(layer: LayerOneWay, plate: LayerOneWay): Lap {
  const arm = (layer.thickness + plate.thickness) / 2;
  const added = layer.stiffness * (layer.thickness ** 3 / 12 + layer.thickness * arm ** 2);
  const glue = 1 / (layer.thickness / (3 * layer.G) + plate.thickness / (3 * plate.G));
  const give = 1 / (layer.stiffness * layer.thickness) + 1 / (plate.stiffness * plate.thickness);
  return {
    bare: (plate.stiffness * plate.thickness ** 3) / 12 / added,
    decay: Math.sqrt(glue * give),
    peeled: (PEEL * layer.thickness * plate.thickness) / (layer.thickness + plate.thickness),
  };
}

/**
 * Mean over a span of 1 / (bare + held), with held = 1 - (e^-ax + e^-a(W - x)) / (1 + e^-aW) at x from the edge of the
 * held width W, and nothing beyond: how far it gives against a layer that is held wholly (1). The integral is that of
 * one over a quadratic in y = e^-ax.
 */
export function giveOver({ bare, decay, peeled }: Lap, { from, to, length }: Span): number {
  const width = length - 2 * peeled;
  if (width <= 0) return 1 / bare;
  const end = Math.exp(-decay * width);
  const sum = (1 + bare) * (1 + end);
  const greater = (sum + Math.sqrt(sum * sum - 4 * end)) / 2;
  const lesser = end / greater;
  // ln((greater - y) / (y - lesser)) with y taken out of both, so that nothing vanishes far from an edge.
  const whole = (x: number) => {
    const beside = Math.log(greater - Math.exp(-decay * x)) - Math.log1p(-Math.exp(-decay * (width - x)) / greater);
    return ((decay * x + beside) * (1 + end)) / (decay * (greater - lesser));
  };
  const within = (place: number) => Math.min(width, Math.max(0, place - peeled));
  const [low, high] = [within(from), within(to)];
  return ((to - from - (high - low)) / bare + whole(high) - whole(low)) / (to - from);
}

/** From a place within to the outline, ahead and behind in a direction [m]. */
function reachWithin(outline: Polygon, [x, y]: Point, [dx, dy]: Point): [number, number] {
  let ahead = FAR;
  let behind = FAR;
  for (let i = 0; i < outline.length; i++) {
    const a = outline[i];
    const b = outline[i + 1 < outline.length ? i + 1 : 0];
    const ex = b[0] - a[0];
    const ey = b[1] - a[1];
    const det = dx * ey - dy * ex;
    if (det === 0) continue;
    const along = ((a[0] - x) * ey - (a[1] - y) * ex) / det;
    const share = ((a[0] - x) * dy - (a[1] - y) * dx) / det;
    if (share < 0 || share > 1) continue;
    if (along >= 0) ahead = Math.min(ahead, along);
    else behind = Math.min(behind, -along);
  }
  return [ahead, behind];
}

/** Where a line meets no edge, none is near [m]. */
const FAR = 0.5;
/** Sides of a triangle are cut into so many. */
const PARTS = 3;

/** Middles of the like triangles that a triangle is cut into, by their shares of its second and third corner (1). */
const PART_PLACES = Array.from({ length: PARTS }, (_, i) => i).flatMap((i) =>
  Array.from({ length: PARTS - i }, (_, j) => j).flatMap((j) => [
    [(i + 1 / 3) / PARTS, (j + 1 / 3) / PARTS],
    ...(i + j < PARTS - 1 ? [[(i + 2 / 3) / PARTS, (j + 2 / 3) / PARTS]] : []),
  ]),
);

/** Of each part of a triangle in a direction. */
function spansOf(outline: Polygon, [a, b, c]: readonly Point[], way: Point): Span[] {
  const [toB, toC] = [b, c].map(([x, y]) => (x - a[0]) * way[0] + (y - a[1]) * way[1]);
  const extent = (Math.max(0, toB, toC) - Math.min(0, toB, toC)) / PARTS;
  return PART_PLACES.map(([second, third]): Span => {
    const middle: Point = [
      a[0] + second * (b[0] - a[0]) + third * (c[0] - a[0]),
      a[1] + second * (b[1] - a[1]) + third * (c[1] - a[1]),
    ];
    const [ahead, behind] = reachWithin(outline, middle, way);
    return { from: behind - extent / 2, to: behind + extent / 2, length: ahead + behind };
  });
}

/** Patches over the middle of each triangle. */
export function coveringPatches(
  { x, y, triangles }: TriangleMesh,
  { patches = [] }: TopInput,
  angle: number,
): Covering[][] {
  const made = patches.map(({ outline, material, thickness, side, grainAngle }) => ({
    outline,
    covering: {
      material: shellMaterial(material),
      angle: grainAngle ?? angle,
      thickness,
      side: side === 'inner' ? 1 : -1,
    },
  }));
  return Array.from({ length: triangles.length / 3 }, (_, t) => {
    const corners = [0, 1, 2].map((i): Point => [x[triangles[3 * t + i]], y[triangles[3 * t + i]]]);
    const [a, b, c] = corners;
    const middle: Point = [(a[0] + b[0] + c[0]) / 3, (a[1] + b[1] + c[1]) / 3];
    return made
      .filter(({ outline }) => contains(outline, ...middle))
      .map(({ outline, covering }): Covering => {
        const [cos, sin] = [Math.cos(covering.angle), Math.sin(covering.angle)];
        return { ...covering, spans: [spansOf(outline, corners, [cos, sin]), spansOf(outline, corners, [-sin, cos])] };
      });
  });
}
