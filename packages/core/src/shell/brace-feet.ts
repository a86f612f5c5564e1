/**
 * What the foot of a brace does to the plate. The mesh knows a foot as a line, on which its shear arrives in the middle
 * of the plate; in truth it arrives over the foot's width, on its face. From there it has to run through the thickness,
 * which lets the foot slip; and under a foot the plate can neither shear in its plane nor bend across, but for what it
 * gives within its thickness, which makes the triangles so covered stiffer. SI.
 */
import type { TriangleMesh } from '../mesh';
import type { Point } from '../outline';
import { planeStress, type ShellMaterial } from './layered-plate';
import type { TopBrace } from './top-input';

export interface FootHold {
  /** Slip by shear of the foot [m2/N]. */
  slip: number;
  /** Of its width that the plate can't shear under (1). */
  rigid: number;
}

const TERMS = 40;
/** Of the slip so found: the plate leans a little under the foot as well. Own solids of panels ask for 1.2 to 1.8. */
const LEANS = 1.5;

/**
 * Mean way of a foot by the shear that it sends into a plate, evenly over its width, against that of a plate sheared in
 * its plane alone from a line. The shear spreads through the thickness as a potential does in a slab, scaled by the two
 * moduli; its decaying terms, averaged over the width, are summed.
 * Source: Carslaw and Jaeger, Conduction of Heat in Solids, ch. 14 (line source on a slab); own solids of bars at 0 to
 * 90 degrees.
 * @param angle of the brace from the plate's grain [rad]
 */
export function footHold(material: ShellMaterial, angle: number, width: number, thickness: number): FootHold {
  const [c, s] = [Math.cos(angle), Math.sin(angle)];
  const through = 1 / ((c * c) / material.G_LT + (s * s) / material.G_CT);
  const inPlane = shearBeside(planeStress(material, -angle));
  const reach = ((Math.PI * width) / thickness) * Math.sqrt(through / inPlane);
  let sum = 0;
  for (let n = 1; n <= TERMS; n++) sum += (2 * (n * reach - 1 + Math.exp(-n * reach))) / (n ** 3 * reach * reach);
  const way = sum / (Math.PI * Math.sqrt(through * inPlane)) - width / (6 * inPlane * thickness);
  return way > 0 ? { slip: LEANS * way, rigid: 0 } : { slip: 0, rigid: (-way * 4 * inPlane * thickness) / width };
}

/** In-plane shear that is free to stretch across, first axis along the brace. */
const shearBeside = (Q: Float64Array) => Q[8] - (Q[5] * Q[5]) / Q[4];

export interface Foot {
  /** Of the brace from the x axis [rad]. */
  angle: number;
  width: number;
  /** Of the triangle that it covers (1). */
  share: number;
}

/** A triangle that a foot covers wholly still shears a little beside it. */
const MOST = 0.85;

/** Of each triangle. */
export function feetOn({ x, y, triangles }: TriangleMesh, braces: readonly TopBrace[]): Foot[][] {
  const prints = braces.flatMap(footprints);
  return Array.from({ length: triangles.length / 3 }, (_, t) => {
    const corners = [0, 1, 2].map((c): Point => [x[triangles[3 * t + c]], y[triangles[3 * t + c]]]);
    const area = areaOf(corners);
    return prints
      .filter((print) => mayTouch(corners, print))
      .map((print) => ({
        angle: print.angle,
        width: print.width,
        share: Math.min(MOST, areaOf(within(corners, print)) / area),
      }))
      .filter(({ share }) => share > 0);
  });
}

interface Footprint {
  from: Point;
  to: Point;
  angle: number;
  width: number;
}

function footprints({ path, stations }: TopBrace): Footprint[] {
  const width = meanWidth(stations);
  return path.slice(1).map((to, i) => {
    const from = path[i];
    return { from, to, width, angle: Math.atan2(to[1] - from[1], to[0] - from[0]) };
  });
}

const meanWidth = (stations: TopBrace['stations']) =>
  stations.reduce((sum, { width }) => sum + width, 0) / stations.length;

/** Not wholly beyond one of its sides or ends. */
function mayTouch(corners: readonly Point[], { from, to, width, angle }: Footprint): boolean {
  const [c, s] = [Math.cos(angle), Math.sin(angle)];
  const length = (to[0] - from[0]) * c + (to[1] - from[1]) * s;
  let [left, right, before, after] = [0, 0, 0, 0];
  for (const [x, y] of corners) {
    const along = (x - from[0]) * c + (y - from[1]) * s;
    const beside = (y - from[1]) * c - (x - from[0]) * s;
    if (beside > width / 2) left++;
    if (beside < -width / 2) right++;
    if (along < 0) before++;
    if (along > length) after++;
  }
  const all = corners.length;
  return left < all && right < all && before < all && after < all;
}

/** The part of a triangle that lies on a foot. Source: Sutherland and Hodgman, Reentrant Polygon Clipping. */
function within(corners: Point[], { from, to, width, angle }: Footprint): Point[] {
  const [c, s] = [Math.cos(angle), Math.sin(angle)];
  const along = ([x, y]: Point) => (x - from[0]) * c + (y - from[1]) * s;
  const beside = ([x, y]: Point) => (y - from[1]) * c - (x - from[0]) * s;
  const length = along(to);
  const sides = [
    along,
    (point: Point) => length - along(point),
    (point: Point) => width / 2 - beside(point),
    (point: Point) => width / 2 + beside(point),
  ];
  return sides.reduce(cutOff, corners);
}

function cutOff(polygon: Point[], inside: (point: Point) => number): Point[] {
  return polygon.flatMap((point, i) => {
    const next = polygon[(i + 1) % polygon.length];
    const [here, there] = [inside(point), inside(next)];
    const kept = here >= 0 ? [point] : [];
    if (here >= 0 === there >= 0) return kept;
    const share = here / (here - there);
    return [...kept, [point[0] + share * (next[0] - point[0]), point[1] + share * (next[1] - point[1])] as Point];
  });
}

function areaOf(polygon: readonly Point[]): number {
  let twice = 0;
  polygon.forEach(([x, y], i) => {
    const [nx, ny] = polygon[(i + 1) % polygon.length];
    twice += x * ny - nx * y;
  });
  return Math.abs(twice) / 2;
}

/**
 * Of the modulus across the grain: that through a plate of quartered wood. Source: USDA Wood Handbook, table 5-1 (0.5
 * to 0.8).
 */
const THROUGH = 0.6;
/**
 * So far, in thicknesses, the plate still bends under a foot that is glued to its face. Source: own plane solids, 2.7
 * and 4 mm, feet of 7 and 10 mm.
 */
const GIVES = { times: 0.74, power: 0.4 } as const;

/** Of a foot's width that the plate can't bend across (1). */
export function stiffWidth(material: ShellMaterial, across: number, width: number, thickness: number): number {
  const reach = GIVES.times * thickness * (across / (THROUGH * material.E_C)) ** GIVES.power;
  const half = width / 2 / reach;
  return 1 - Math.tanh(half) / half;
}

/**
 * Adds to a plate's membrane stiffness [N/m] and rigidity [N m] what feet on a share of it do: in series with the plate
 * beside them. In place.
 */
export function standOn(
  { A, D }: { A: Float64Array; D: Float64Array },
  feet: readonly Foot[],
  plate: { material: ShellMaterial; angle: number; thickness: number },
): void {
  const { material, thickness } = plate;
  for (const { angle, width, share } of feet) {
    const Q = planeStress(material, plate.angle - angle);
    const [c, s] = [Math.cos(angle), Math.sin(angle)];
    const sheared = share * footHold(material, angle - plate.angle, width, thickness).rigid;
    addSquare(A, [-2 * c * s, 2 * c * s, c * c - s * s], shearBeside(Q) * thickness * inSeries(sheared));
    const bent = share * stiffWidth(material, Q[4], width, thickness);
    addSquare(D, [s * s, c * c, -c * s], ((Q[4] * thickness ** 3) / 12) * inSeries(bent));
  }
}

/** What a share that holds adds to the stiffness of all (1). */
const inSeries = (held: number) => 1 / (1 - held) - 1;

function addSquare(C: Float64Array, strain: readonly number[], stiffness: number): void {
  for (let i = 0; i < 3; i++) for (let j = 0; j < 3; j++) C[3 * i + j] += stiffness * strain[i] * strain[j];
}
