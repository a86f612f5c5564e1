/**
 * Beam elements of varying section, two nodes with deflection and rotation each. Shape functions that meet a uniform
 * element's equilibrium with shear exactly (interdependent interpolation); without shear they are Hermite's cubics.
 * Integrated with three Gauss points, so that section and height may vary within.
 * Source: Reddy, On locking-free shear deformable beam finite elements, 1997; Przemieniecki for the mass.
 */
import { plainFigures, slopesByHeight, type Section, type SectionShape } from '../section';

export interface BarMaterial {
  density: number;
  modulus: number;
  /** For bending in the height direction [Pa]; null leaves shear and rotary inertia out (thin bar). */
  shearModulus: number | null;
}

/** Width, height and top width at a place of the bar [m]. */
export interface BarShape {
  section: SectionShape;
  widthAt: (x: number) => number;
  heightAt: (x: number) => number;
  topWidthAt?: (x: number) => number;
  /** At a notch: height of a whole bar that is as stiff, and of one that is as heavy, of its own (1). */
  stiffAt?: (x: number) => number;
  heavyAt?: (x: number) => number;
}

/** Per element: stiffness and mass 4 x 4 row by row, and what its Gauss points hold for the sensitivities. */
export interface BarElements {
  count: number;
  length: number;
  stiffness: Float64Array;
  mass: Float64Array;
  points: GaussPoint[];
}

/** By an element's unknowns. */
export type Four = readonly [number, number, number, number];

interface GaussPoint {
  element: number;
  x: number;
  /** Weight of the point [m]. */
  weight: number;
  /** By height: rigidity [N m], mass per length [kg/m2], rotary inertia per length [kg], shear rigidity [N/m]. */
  slope: { rigidity: number; mass: number; rotary: number; shear: number };
  /** Deflection, rotation, curvature and shear strain by the element's four unknowns. */
  w: Four;
  theta: Four;
  kappa: Four;
  gamma: Four;
}

/** Shear correction of a rectangle; other sections differ by less than wood does. */
const SHEAR_FACTOR = 5 / 6;
const GAUSS: readonly (readonly [number, number])[] = [
  [0.5 - Math.sqrt(0.15), 5 / 18],
  [0.5, 8 / 18],
  [0.5 + Math.sqrt(0.15), 5 / 18],
];

/** @param nodes places of the nodes, rising [m] @param foundation stiffness per length under the bar [N/m2] */
export function barElements(
  nodes: ArrayLike<number>,
  shape: BarShape,
  material: BarMaterial,
  foundation: number,
): BarElements {
  const count = nodes.length - 1;
  const elements: BarElements = {
    count,
    length: nodes[count] - nodes[0],
    stiffness: new Float64Array(16 * count),
    mass: new Float64Array(16 * count),
    points: [],
  };
  for (let e = 0; e < count; e++)
    addElement(elements, e, { from: nodes[e], to: nodes[e + 1] }, { shape, material, foundation });
  return elements;
}

interface Stuff {
  shape: BarShape;
  material: BarMaterial;
  foundation: number;
}

function addElement(out: BarElements, e: number, { from, to }: { from: number; to: number }, stuff: Stuff): void {
  const { shape, material, foundation } = stuff;
  const { density, modulus, shearModulus } = material;
  const L = to - from;
  const shear = shearModulus === null ? null : SHEAR_FACTOR * shearModulus;
  const phi = shear === null ? 0 : shearShare(plainFigures(sectionAt(shape, (from + to) / 2)), modulus / shear, L);
  for (const [xi, share] of GAUSS) {
    const x = from + xi * L;
    const section = sectionAt(shape, x);
    const here = plainFigures(section);
    const { w, theta, kappa, gamma } = shapeFunctions(xi, L, phi);
    const weight = share * L;
    const [stiff, heavy] = [shape.stiffAt?.(x) ?? 1, shape.heavyAt?.(x) ?? 1];
    const [bends, shears, weighs] = [modulus * stiff ** 3, shear === null ? 0 : shear * stiff, density * heavy];
    const turns = shear === null ? 0 : weighs;
    const rigidity = bends * here.secondMoment;
    const rotary = turns * here.secondMoment;
    const shearing = shears * here.area;
    const perLength = weighs * here.area;
    for (let i = 0; i < 4; i++) {
      const [k, g, f, m, r] = [
        weight * rigidity * kappa[i],
        weight * shearing * gamma[i],
        weight * foundation * w[i],
        weight * perLength * w[i],
        weight * rotary * theta[i],
      ];
      for (let j = 0; j < 4; j++) {
        const at = 16 * e + 4 * i + j;
        out.stiffness[at] += k * kappa[j] + g * gamma[j] + f * w[j];
        out.mass[at] += m * w[j] + r * theta[j];
      }
    }
    const slopes = slopesByHeight(section, here);
    const slope = {
      rigidity: bends * slopes.secondMoment,
      mass: weighs * slopes.area,
      rotary: turns * slopes.secondMoment,
      shear: shears * slopes.area,
    };
    out.points.push({ element: e, x, weight, slope, w, theta, kappa, gamma });
  }
}

/** How much an element gives by shear against bending (1). */
function shearShare({ secondMoment, area }: { secondMoment: number; area: number }, ratio: number, L: number): number {
  return (12 * ratio * secondMoment) / (area * L * L);
}

function sectionAt({ section, widthAt, heightAt, topWidthAt }: BarShape, x: number): Section {
  return { shape: section, width: widthAt(x), height: heightAt(x), topWidth: topWidthAt?.(x) };
}

/** By deflection and rotation of the left end, then of the right one. */
function shapeFunctions(xi: number, L: number, phi: number): Record<'w' | 'theta' | 'kappa' | 'gamma', Four> {
  const mu = 1 / (1 + phi);
  const [x2, x3] = [xi * xi, xi ** 3];
  const w: Four = [
    mu * (1 - 3 * x2 + 2 * x3 + phi * (1 - xi)),
    mu * L * (xi - 2 * x2 + x3 + (phi / 2) * (xi - x2)),
    mu * (3 * x2 - 2 * x3 + phi * xi),
    mu * L * (x3 - x2 + (phi / 2) * (x2 - xi)),
  ];
  const turn = (6 * mu * (x2 - xi)) / L;
  const theta: Four = [turn, mu * (1 - 4 * xi + 3 * x2 + phi * (1 - xi)), -turn, mu * (3 * x2 - 2 * xi + phi * xi)];
  const bend = (6 * mu * (2 * xi - 1)) / (L * L);
  const kappa: Four = [bend, (mu * (6 * xi - 4 - phi)) / L, -bend, (mu * (6 * xi - 2 + phi)) / L];
  const slip = mu * phi;
  const gamma: Four = [-slip / L, -slip / 2, slip / L, -slip / 2];
  return { w, theta, kappa, gamma };
}
