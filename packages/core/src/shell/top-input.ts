/**
 * What a top is made of, as it is asked for, and what is refused. SI; axes of the plate, z from the outer face towards
 * the braces.
 */
import { InvalidInput, requirePositive, requireWithin } from '../base';
import { contains, findSelfCrossing, type Point, type Polygon } from '../outline';
import { checkSection, type SectionShape } from '../section';
import { checkConstants } from '../wood';
import type { ShellMaterial } from './layered-plate';

export interface TopMaterial {
  density: number;
  modulusAlong: number;
  modulusAcross: number;
  shearModulus: number;
  poisson: number;
  /** Transverse shear moduli [Pa]; spruce's shares of the modulus where they are not given. */
  shearAlongThickness?: number;
  shearAcrossThickness?: number;
}

export interface TopBrace {
  path: readonly Point[];
  section: SectionShape;
  stations: readonly { s: number; width: number; height: number; topWidth?: number }[];
  material?: TopMaterial;
  /** Cut from above where another passes over it. */
  lap?: 'full' | 'open';
  /** Where less of it is left: notches as drawn, holes. */
  cuts?: readonly BraceCut[];
  /** At its first and its last point; free where they are not said. */
  ends?: readonly [BraceEnd, BraceEnd];
  /** How deep its let-in ends reach into the lining [m]; 3 mm where it is not said. */
  pocket?: number;
}

export interface BraceCut {
  /** Middle, along the path, and length [m]. */
  at: number;
  length: number;
  /** Height of a whole section that is as stiff, of the section's own (1). */
  keeps: number;
}

/**
 * Free: its face touches nothing, feathered or not. Stopped: likewise, short of the rim, where its path ends. Let in:
 * its face is glued into a pocket of the lining. Butted: against the side of a block or another brace.
 */
export const BRACE_ENDS = ['free', 'stopped', 'letIn', 'butted'] as const;
export type BraceEnd = (typeof BRACE_ENDS)[number];

/**
 * Springs of what a rim is glued to, by length of rim: against moving in the plate's plane [N/m2], and against turning
 * about itself [N m/rad per m].
 */
export interface TopRim {
  inPlane?: number;
  rotational?: number;
}

export interface TopPatch {
  outline: Polygon;
  thickness: number;
  side: 'outer' | 'inner';
  material: TopMaterial;
  grainAngle?: number;
  /** Its own bending is of no interest: no finer mesh in it. */
  plain?: boolean;
}

/** Two equal skins of the plate's wood on a core; `thickness` is then that of all three. */
export interface TopSandwich {
  core: number;
  coreDensity: number;
  coreModulus: number;
  /** Through its thickness [Pa]. */
  coreShear: number;
  /** Of both glue lines together [kg/m2]. */
  glueMass: number;
}

export const TOP_GRAINS = ['follows', 'level'] as const;
export type TopGrain = (typeof TOP_GRAINS)[number];

export function grainOf({ grain, height }: Pick<TopInput, 'grain' | 'height'>): TopGrain {
  return grain ?? (height?.points ? 'level' : 'follows');
}

export type TopEdge = 'free' | 'supported' | 'clamped' | { rotationalStiffness: number };

export type TopLoad =
  { kind: 'force'; at: Point; force: number } | { kind: 'torque'; line: readonly [Point, Point]; torque: number };

export interface TopInput {
  outline: Polygon;
  holes?: readonly Polygon[];
  height?: { radius?: number; points?: readonly { x: number; y: number; z: number }[] };
  /** One for all, measured places, or from a place to its thickness [m]. */
  thickness: number | readonly { x: number; y: number; thickness: number }[] | ((x: number, y: number) => number);
  material: TopMaterial;
  sandwich?: TopSandwich;
  grainAngle?: number;
  /**
   * A carved plate's stays level while its surface slopes, a bent one's follows it. Level by default where the height
   * is given by points, else it follows.
   */
  grain?: TopGrain;
  braces?: readonly TopBrace[];
  patches?: readonly TopPatch[];
  edge: TopEdge;
  edgeInPlane?: 'held' | 'free';
  /** Beside the edge: in its plane instead of held or free, about itself where the edge does not hold that. */
  rim?: TopRim;
  loads?: readonly TopLoad[];
  probes?: readonly Point[];
  modeCount?: number;
  meshSize?: number;
  /** Places that the mesh has nodes at: where something pushes at a point and is read. */
  anchors?: readonly Point[];
}

const SIZES = { least: 0.02, most: 2 };
const OFF_PLATE = 2e-3;

/** @throws InvalidInput naming the field */
export function checkTop(top: TopInput): void {
  checkShape(top);
  checkMaterial(top.material, 'material');
  checkThicknesses(top);
  if (top.sandwich) checkSandwich(top.sandwich);
  if (top.height?.radius !== undefined) requireWithin('height.radius', top.height.radius, 0.2, 1e4);
  top.braces?.forEach((brace, i) => checkBrace(brace, i, top));
  top.patches?.forEach((patch, i) => checkPatch(patch, `patches[${i}]`));
  checkEdge(top);
  if (top.edge === 'free' && (top.loads?.length ?? 0) > 0)
    throw new InvalidInput('edge', 'free', 'holds nothing: a load needs a supported, clamped or glued edge');
  top.loads?.forEach((load, i) => checkLoad(load, i, top));
  top.probes?.forEach((place, i) => requireOn(top, place, `probes[${i}]`));
  if (top.modeCount !== undefined) requireWithin('modeCount', top.modeCount, 0, 40);
  if (top.meshSize !== undefined) requireWithin('meshSize', top.meshSize, 1e-3, 0.2);
}

function checkThicknesses({ thickness, outline }: TopInput): void {
  const thicknesses =
    typeof thickness === 'number'
      ? [thickness]
      : typeof thickness === 'function'
        ? outline.map((corner) => thickness(...corner))
        : thickness.map((place) => place.thickness);
  if (thicknesses.length === 0) throw new InvalidInput('thickness', [], 'has no points');
  thicknesses.forEach((value, i) => {
    const field = typeof thickness !== 'object' ? 'thickness' : `thickness[${i}].thickness`;
    requirePositive(field, value);
    if (value > 0.03) throw new InvalidInput(field, value, 'is over 30 mm: check the unit');
  });
}

function checkPatch({ thickness, material, outline }: TopPatch, path: string): void {
  requirePositive(`${path}.thickness`, thickness);
  checkMaterial(material, `${path}.material`);
  if (outline.length < 3) throw new InvalidInput(`${path}.outline`, outline.length, 'needs three corners');
}

function checkEdge(top: TopInput): void {
  if (typeof top.edge === 'object' && !(top.edge.rotationalStiffness >= 0))
    throw new InvalidInput('edge.rotationalStiffness', top.edge.rotationalStiffness, 'must be zero or more');
  for (const field of ['inPlane', 'rotational'] as const)
    if (top.rim?.[field] !== undefined && !(top.rim[field] >= 0 && Number.isFinite(top.rim[field])))
      throw new InvalidInput(`rim.${field}`, top.rim[field], 'must be zero or more');
}

function checkShape({ outline, holes = [] }: TopInput): void {
  if (outline.length < 3) throw new InvalidInput('outline', outline.length, 'needs at least three corners');
  if (!outline.every(([x, y]) => Number.isFinite(x) && Number.isFinite(y)))
    throw new InvalidInput('outline', 'corner', 'has a corner that is not a pair of numbers');
  if (findSelfCrossing(outline)) throw new InvalidInput('outline', outline.length, 'crosses itself');
  for (const axis of [0, 1] as const) {
    const values = outline.map((corner) => corner[axis]);
    const size = Math.max(...values) - Math.min(...values);
    if (!(size >= SIZES.least && size <= SIZES.most))
      throw new InvalidInput('outline', size, 'is smaller than 20 mm or larger than 2 m: check the unit');
  }
  holes.forEach((hole, i) => {
    if (hole.length < 3) throw new InvalidInput(`holes[${i}]`, hole.length, 'needs at least three corners');
    if (!hole.every(([x, y]) => contains(outline, x, y)))
      throw new InvalidInput(`holes[${i}]`, i, 'lies outside the plate');
    if (findSelfCrossing(hole)) throw new InvalidInput(`holes[${i}]`, i, 'crosses itself');
  });
}

function checkMaterial(material: TopMaterial, path: string): void {
  const names = {
    rho: 'density',
    E_L: 'modulusAlong',
    E_C: 'modulusAcross',
    G_LC: 'shearModulus',
    nu_LC: 'poisson',
  } as const;
  try {
    checkConstants({
      rho: material.density,
      E_L: material.modulusAlong,
      E_C: material.modulusAcross,
      G_LC: material.shearModulus,
      nu_LC: material.poisson,
    });
  } catch (failure) {
    if (!(failure instanceof InvalidInput)) throw failure;
    const field = names[failure.field as keyof typeof names] ?? failure.field;
    throw new InvalidInput(`${path}.${field}`, failure.received, failure.reason);
  }
  for (const field of ['shearAlongThickness', 'shearAcrossThickness'] as const)
    if (material[field] !== undefined) requirePositive(`${path}.${field}`, material[field]);
}

function checkSandwich(sandwich: TopSandwich): void {
  for (const field of ['core', 'coreDensity', 'coreModulus', 'coreShear'] as const)
    requirePositive(`sandwich.${field}`, sandwich[field]);
  if (!(sandwich.glueMass >= 0)) throw new InvalidInput('sandwich.glueMass', sandwich.glueMass, 'must be zero or more');
}

function checkBrace(
  { path, stations, section, material, pocket, cuts = [] }: TopBrace,
  i: number,
  top: TopInput,
): void {
  if (path.length < 2) throw new InvalidInput(`braces[${i}].path`, path.length, 'needs two points');
  path.forEach((point) => requireOn(top, point, `braces[${i}].path`));
  if (stations.length === 0) throw new InvalidInput(`braces[${i}].stations`, 0, 'has none');
  stations.forEach(({ s: _s, ...sizes }, j) => {
    try {
      checkSection({ shape: section, ...sizes });
    } catch (failure) {
      throw failure instanceof InvalidInput ? failure.under(`braces[${i}].stations[${j}]`) : failure;
    }
  });
  if (material) checkMaterial(material, `braces[${i}].material`);
  cuts.forEach(({ keeps, length }, j) => {
    requireWithin(`braces[${i}].cuts[${j}].keeps`, keeps, 0.01, 1);
    if (!(length >= 0)) throw new InvalidInput(`braces[${i}].cuts[${j}].length`, length, 'must be zero or more');
  });
  if (pocket !== undefined) requireWithin(`braces[${i}].pocket`, pocket, 0, 0.03);
}

function checkLoad(load: TopLoad, i: number, top: TopInput): void {
  if (load.kind === 'force') return requireOn(top, load.at, `loads[${i}].at`);
  load.line.forEach((point) => requireOn(top, point, `loads[${i}].line`));
  if (Math.hypot(load.line[1][0] - load.line[0][0], load.line[1][1] - load.line[0][1]) < 1e-4)
    throw new InvalidInput(`loads[${i}].line`, 0, 'has no length');
}

/** On wood, or within a hair of its edge. */
function requireOn({ outline, holes = [] }: TopInput, [x, y]: Point, field: string): void {
  const near = [
    [0, 0],
    [OFF_PLATE, 0],
    [-OFF_PLATE, 0],
    [0, OFF_PLATE],
    [0, -OFF_PLATE],
  ].some(([dx, dy]) => contains(outline, x + dx, y + dy));
  if (!near) throw new InvalidInput(field, [x, y], 'lies off the plate');
  if (holes.some((hole) => contains(hole, x, y))) throw new InvalidInput(field, [x, y], 'lies in a hole');
}

/**
 * Transverse shear moduli of spruce over its modulus along the grain. Source: USDA Wood Handbook, table 5-1; solid
 * models of tops.
 */
const TYPICAL = { along: 0.063, across: 0.0045 } as const;

export function shellMaterial(material: TopMaterial): ShellMaterial {
  const { density, modulusAlong, modulusAcross, shearModulus, poisson, shearAlongThickness, shearAcrossThickness } =
    material;
  // A wood that is as stiff across as along has no soft rolling shear.
  const isotropic = modulusAcross > 0.5 * modulusAlong;
  return {
    density,
    E_L: modulusAlong,
    E_C: modulusAcross,
    G_LC: shearModulus,
    nu_LC: poisson,
    G_LT: shearAlongThickness ?? (isotropic ? shearModulus : Math.min(shearModulus, TYPICAL.along * modulusAlong)),
    G_CT: shearAcrossThickness ?? (isotropic ? shearModulus : Math.min(shearModulus, TYPICAL.across * modulusAlong)),
  };
}
