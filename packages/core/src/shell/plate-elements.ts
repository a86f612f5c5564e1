/**
 * Facets of the plate: a membrane and a bending triangle each, with the patches that lie on it, in the plate's axes.
 * SI.
 */

import type { TriangleMesh } from '../mesh';
import { addBending, bendingStrains } from './bending-triangle';
import { layeredPlate, type LayeredPlate, type PlateLayer, type ShellMaterial } from './layered-plate';
import { feetOn, standOn } from './brace-feet';
import { coveringPatches, heldBy } from './patch-edges';
import { addMembrane, membraneStrains } from './membrane-triangle';
import { DOF } from './freedoms';
import { scatteredField, type Field } from './scattered-field';
import { cross, dotOf, minus, scaled, rigidLink, rotate, unit, type Place } from './space';
import { slopedWood } from './sloped-wood';
import { grainOf, shellMaterial, type TopInput } from './top-input';

/** A skin that is thinner is a slip of the caliper [m]. */
const THINNEST_SKIN = 1e-4;

interface Facet {
  /** Corners in its own plane [m]. */
  x: [number, number, number];
  y: [number, number, number];
  area: number;
  /** Rows: its axes in the plate's. */
  axes: Float64Array;
}

/** Stiffness and mass of a facet, 18 x 18. */
interface ElementMatrices {
  K: Float64Array;
  M: Float64Array;
}

export interface PlateElements {
  count: number;
  nodes: Int32Array;
  facets: Facet[];
  /** At the mesh's nodes [m]. */
  nodeThickness: Float64Array;
  /** Layers of a facet where the plate itself is so thick. */
  layers: (t: number, thickness: number) => PlateLayer[];
  /** The plate of a facet as it is. */
  plate: (t: number) => LayeredPlate;
  /** Mean of the corners [m]. */
  thickness: (t: number) => number;
  /** Fills the matrices of a facet of so thick a plate. */
  fill: (t: number, thickness: number, out: ElementMatrices) => LayeredPlate;
  /** One of them alone, of layers as they were found. */
  fillStiffness: (t: number, plate: LayeredPlate, K: Float64Array) => void;
  fillMass: (t: number, plate: LayeredPlate, M: Float64Array) => void;
}

export function plateElements(mesh: TriangleMesh, z: Float64Array, top: TopInput): PlateElements {
  const field = thicknessField(top);
  const nodeThickness = mesh.x.map((x, i) => field(x, mesh.y[i]));
  const nodes = mesh.triangles;
  const count = nodes.length / 3;
  const facets = Array.from({ length: count }, (_, t) =>
    facetOf([0, 1, 2].map((c): Place => [mesh.x[nodes[3 * t + c]], mesh.y[nodes[3 * t + c]], z[nodes[3 * t + c]]])),
  );
  const base = shellMaterial(top.material);
  const angle = top.grainAngle ?? 0;
  const poisson = Math.min(0.45, base.nu_LC * Math.sqrt(base.E_C / base.E_L));
  const woods = facets.map((facet) => woodOf(facet, base, top));
  const bare = woods.map((wood) => bareLayers(top, wood, angle));
  const covering = coveringPatches(mesh, top, angle);
  const layers = (t: number, thickness: number): PlateLayer[] => [
    ...bare[t](thickness),
    ...covering[t].map((patch) => ({
      ...patch,
      at: (patch.side * (thickness + patch.thickness)) / 2,
      held: heldBy(patch, { material: woods[t], angle, thickness }),
    })),
  ];
  const thickness = (t: number) =>
    (nodeThickness[nodes[3 * t]] + nodeThickness[nodes[3 * t + 1]] + nodeThickness[nodes[3 * t + 2]]) / 3;
  const feet = feetOn(mesh, top.braces ?? []);
  const made = (t: number, thick: number): LayeredPlate => {
    const layered = layeredPlate(layers(t, thick));
    standOn(layered, feet[t], { material: woods[t], angle, thickness: thick });
    return layered;
  };
  const asIs: LayeredPlate[] = [];
  const plate = (t: number) => (asIs[t] ??= made(t, thickness(t)));
  const scratch = { local: new Float64Array(324), membrane: new Float64Array(81), bending: new Float64Array(81) };
  const fillStiffness = (t: number, layered: LayeredPlate, K: Float64Array) =>
    fillFacet(facets[t], layered, poisson, scratch, K);
  const ofFacet = (t: number, layered: LayeredPlate, M: Float64Array) => fillMass(facets[t], layered, M);
  return {
    count,
    nodes,
    facets,
    nodeThickness,
    layers,
    plate,
    thickness,
    fill: (t, wanted, { K, M }) => {
      const layered = wanted === thickness(t) ? plate(t) : made(t, wanted);
      fillStiffness(t, layered, K);
      ofFacet(t, layered, M);
      return layered;
    },
    fillStiffness,
    fillMass: ofFacet,
  };
}

/** Along the surface of a facet: as it is where the grain follows the surface, else out of a level grain. */
function woodOf({ axes }: Facet, wood: ShellMaterial, top: TopInput): ShellMaterial {
  if (grainOf(top) === 'follows') return wood;
  const [c, s] = [Math.cos(top.grainAngle ?? 0), Math.sin(top.grainAngle ?? 0)];
  const [nx, ny, nz] = axes.subarray(6, 9);
  return slopedWood(wood, Math.atan((nx * c + ny * s) / nz), Math.atan((ny * c - nx * s) / nz));
}

/** The plate without what is glued to it: one layer of wood, or two skins first and their core. */
function bareLayers(
  { sandwich }: TopInput,
  material: ShellMaterial,
  angle: number,
): (thickness: number) => PlateLayer[] {
  if (!sandwich) return (thickness) => [{ material, angle, thickness, at: 0 }];
  const { core, coreDensity, coreModulus, coreShear, glueMass } = sandwich;
  const inside: ShellMaterial = {
    density: coreDensity + glueMass / core,
    E_L: coreModulus,
    E_C: coreModulus,
    G_LC: coreModulus / 2.6,
    nu_LC: 0.3,
    G_LT: coreShear,
    G_CT: coreShear,
  };
  return (thickness) => {
    const skin = Math.max(THINNEST_SKIN, (thickness - core) / 2);
    const at = (core + skin) / 2;
    return [
      { material, angle, thickness: skin, at: -at },
      { material, angle, thickness: skin, at },
      { material: inside, angle: 0, thickness: core, at: 0, core: true },
    ];
  };
}

/** Beyond the measured places a plane may run on only so far past the thickest and the thinnest of them (1). */
const RUN_ON = 0.1;

export function thicknessField({ thickness }: Pick<TopInput, 'thickness'>): Field {
  if (typeof thickness === 'function') return thickness;
  if (typeof thickness === 'number') return () => thickness;
  const values = thickness.map((p) => p.thickness);
  const [least, most] = [Math.min(...values) * (1 - RUN_ON), Math.max(...values) * (1 + RUN_ON)];
  const field = scatteredField(
    thickness.map((p) => p.x),
    thickness.map((p) => p.y),
    values,
  );
  return (x, y) => Math.min(most, Math.max(least, field(x, y)));
}

/** The facet's x axis lies along the plate's x where it can, so that grain angles stay what they are. */
function facetOf([p, q, r]: readonly Place[]): Facet {
  const e1 = minus(q, p);
  const e2 = minus(r, p);
  const normal = cross(e1, e2);
  const twice = Math.hypot(...normal);
  const n: Place = scaled(normal, 1 / twice);
  const along = unit(minus([1, 0, 0], scaled(n, n[0])));
  const side = cross(n, along);
  const inPlane = (v: Place) => [dotOf(v, along), dotOf(v, side)] as const;
  const [b, c] = [inPlane(e1), inPlane(e2)];
  return { x: [0, b[0], c[0]], y: [0, b[1], c[1]], area: twice / 2, axes: Float64Array.of(...along, ...side, ...n) };
}

export const MEMBRANE_DOF = [DOF.u, DOF.v, DOF.thetaZ] as const;
export const BENDING_DOF = [DOF.w, DOF.thetaY, DOF.thetaX] as const;
/** beta_y = -theta_x. */
export const BENDING_SIGN = [1, 1, -1] as const;

interface Scratch {
  local: Float64Array;
  membrane: Float64Array;
  bending: Float64Array;
}

function fillFacet(
  facet: Facet,
  plate: LayeredPlate,
  poisson: number,
  { local, membrane, bending }: Scratch,
  K: Float64Array,
): void {
  membrane.fill(0);
  bending.fill(0);
  local.fill(0);
  addMembrane(facet, plate.A, poisson, membrane);
  addBending(facet, plate.D, plate.H, bending);
  if (isCoupled(plate)) addCoupling(facet, plate, local);
  for (let a = 0; a < 9; a++)
    for (let b = 0; b < 9; b++) {
      const [i, j] = [6 * Math.floor(a / 3), 6 * Math.floor(b / 3)];
      local[18 * (i + MEMBRANE_DOF[a % 3]) + j + MEMBRANE_DOF[b % 3]] += membrane[9 * a + b];
      local[18 * (i + BENDING_DOF[a % 3]) + j + BENDING_DOF[b % 3]] +=
        BENDING_SIGN[a % 3] * BENDING_SIGN[b % 3] * bending[9 * a + b];
    }
  for (let c = 0; c < 3; c++) rigidLink(local, 18, 6 * c, plate.neutral);
  rotate(local, 18, facet.axes, K);
}

/** Layers of one wood, or alike on either side, don't couple. */
const COUPLED = 1e-9;

function isCoupled({ A, B, D }: LayeredPlate): boolean {
  return B.some((value, i) => i % 4 === 0 && Math.abs(value) > COUPLED * Math.sqrt(A[i] * D[i]));
}

/** Membrane and bending of layers that lie unlike on either side: their mean strain against their mean curvature. */
function addCoupling(facet: Facet, { B, D, H }: LayeredPlate, local: Float64Array): void {
  const strains = columnsOf(membraneStrains(facet));
  const bendingOf = bendingStrains(facet, D, H);
  const curvatures = columnsOf((freedoms) => bendingOf(freedoms).curvature);
  for (let a = 0; a < 9; a++)
    for (let b = 0; b < 9; b++) {
      let sum = 0;
      for (let i = 0; i < 3; i++) for (let j = 0; j < 3; j++) sum += strains[a][i] * B[3 * i + j] * curvatures[b][j];
      const row = 6 * Math.floor(a / 3) + MEMBRANE_DOF[a % 3];
      const column = 6 * Math.floor(b / 3) + BENDING_DOF[b % 3];
      const value = facet.area * BENDING_SIGN[b % 3] * sum;
      local[18 * row + column] += value;
      local[18 * column + row] += value;
    }
}

/** A linear function's values for each of nine freedoms alone. */
const columnsOf = (of: (freedoms: Float64Array) => Float64Array): Float64Array[] =>
  Array.from({ length: 9 }, (_, f) => of(Float64Array.from({ length: 9 }, (_v, i) => (i === f ? 1 : 0))).slice());

const ofNode = new Float64Array(36);
const turned = new Float64Array(36);

/**
 * Of the mass, what is spread evenly and not lumped at the corners: plates that the elements make too stiff then err
 * least.
 */
const EVEN = 0.2;

/** Every pair of corners has the same inertia by its share. */
function fillMass({ axes, area }: Facet, { rhoH, rotary, massAt }: LayeredPlate, M: Float64Array): void {
  const inertia = [rhoH, rhoH, rhoH, rotary, rotary, 0];
  ofNode.fill(0);
  inertia.forEach((value, f) => (ofNode[7 * f] = value * area));
  rigidLink(ofNode, 6, 0, massAt);
  rotate(ofNode, 6, axes, turned);
  for (let a = 0; a < 3; a++)
    for (let b = 0; b < 3; b++) {
      const share = a === b ? 1 / 3 - EVEN / 6 : EVEN / 12;
      for (let i = 0; i < 6; i++)
        for (let j = 0; j < 6; j++) M[18 * (6 * a + i) + 6 * b + j] = share * turned[6 * i + j];
    }
}
