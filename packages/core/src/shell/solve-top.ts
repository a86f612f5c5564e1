/** Modes of a top and what loads do to it, from one factorisation. SI. */
import { InvalidInput } from '../base';
import { BLOCK, factorBlocks, lowestModes, multiplyBlocks, solveBlocks } from '../linalg';
import type { Point } from '../outline';
import { nameLesser, nameMode, netMoved, type TopModeKind } from './name-modes';
import { DOF } from './freedoms';
import type { TopModel } from './model';
import { buildTop } from './top-model';
import type { TopInput, TopLoad } from './top-input';

/** Freedoms of a node. */
const NODE = BLOCK;

export interface TopMode {
  /** [Hz] */
  frequency: number;
  kind: TopModeKind;
  /** With the largest deflection as one [kg]. */
  modalMass: number;
  /** Deflection w at each mesh node, largest 1. */
  shape: Float64Array;
  /** All freedoms in the model's order, x' M x = 1; and the eigenvalue [1/s2]. */
  vector: Float64Array;
  lambda: number;
}

export interface TopSolution {
  status: 'converged' | 'stopped';
  modes: TopMode[];
  /** One per load case: w at the probes [m]. */
  deflections: number[][];
  /** w at each mesh node, one per load case. */
  fields: Float64Array[];
  /** Work of each load [J]: half of force times way; equals the strain energy. */
  work: number[];
  mass: number;
  degreesOfFreedom: number;
  model: TopModel;
}

/** A top whose stiffness is factored: loads and modes cost a solve each from here on. */
export interface FactoredTop {
  top: TopInput;
  model: TopModel;
  L: Float64Array;
  /** Of the mass, added to the stiffness of a top that floats [1/s2]. */
  shift: number;
}

const USUAL_MODES = 6;
/** A free top floats: its six rigid modes and whatever is slower than this are no modes of sound [Hz]. */
const SLOWEST = 0.5;
const FLOATING_SHIFT = (2 * Math.PI * 30) ** 2;

/** @throws InvalidInput naming the field */
export function factorTop(top: TopInput): FactoredTop {
  const model = buildTop(top);
  const { plan, K, M } = model;
  const shift = top.edge === 'free' ? FLOATING_SHIFT : 0;
  const shifted = shift === 0 ? K : K.map((value, i) => value + shift * M[i]);
  const L = new Float64Array(plan.factor.row.length * NODE * BLOCK);
  if (factorBlocks(plan, shifted, L).status !== 'factored')
    throw new InvalidInput('edge', top.edge, 'does not hold the plate: it could move without bending');
  return { top, model, L, shift };
}

/** @throws InvalidInput naming the field */
export function solveTop(top: TopInput): TopSolution {
  const factored = factorTop(top);
  const { model } = factored;
  const { modes, status } = topModes(factored, top.modeCount ?? USUAL_MODES);
  const fields: Float64Array[] = [];
  const work: number[] = [];
  const deflections = (top.loads ?? []).map((load) => {
    const { force, x } = underLoad(factored, load);
    work.push(0.5 * x.reduce((sum, value, i) => sum + value * force[i], 0));
    const field = deflectionOf(model, x);
    fields.push(field);
    return (top.probes ?? []).map((place) => valueAt(model, field, place));
  });
  return {
    status,
    modes,
    deflections,
    fields,
    work,
    mass: model.mass,
    degreesOfFreedom: degreesOfFreedom(model),
    model,
  };
}

export function degreesOfFreedom({ position, held }: TopModel): number {
  return position.length * BLOCK - held.reduce((sum, one) => sum + one, 0);
}

/** What a load does: all freedoms in the model's order, and the forces that stand for it. Not for a free top. */
export function underLoad({ model, L }: FactoredTop, load: TopLoad): { force: Float64Array; x: Float64Array } {
  const force = loadVector(model, load);
  force.forEach((_, i) => model.held[i] && (force[i] = 0));
  const x = force.slice();
  solveBlocks(model.plan, L, x);
  return { force, x };
}

/**
 * Solves that take the shift of a floating top out again: each leaves (shift / (lambda + shift)) of what was left, a
 * quarter for the slowest tops.
 */
const UNSHIFTED_IN = 9;

/**
 * Forces that hold each other in balance, on a top that floats or one that is held: the plate bent over rests.
 * @param forces across the plate [N]; on a floating top their sum and moments must vanish
 */
export function underForces(
  { model, L, shift }: FactoredTop,
  forces: readonly { at: Point; force: number }[],
): { force: Float64Array; x: Float64Array } {
  const { plan, M, held } = model;
  const force = new Float64Array(model.position.length * BLOCK);
  for (const { at, force: size } of forces)
    loadVector(model, { kind: 'force', at, force: size }).forEach((value, i) => (force[i] += value));
  force.forEach((_, i) => held[i] && (force[i] = 0));
  const x = force.slice();
  solveBlocks(plan, L, x);
  const image = new Float64Array(x.length);
  for (let pass = 0; shift > 0 && pass < UNSHIFTED_IN; pass++) {
    multiplyBlocks(plan.matrix, M, x, image);
    x.forEach((_, i) => (x[i] = force[i] + shift * image[i]));
    solveBlocks(plan, L, x);
  }
  return { force, x };
}

/**
 * A rim that is softer in its plane may let a top shake there among its first modes [N/m2]: a third of a kilogram on a
 * metre and a half of it, at 700 Hz.
 */
const SOFT_IN_PLANE = 1e7;

/** Rigid modes, and those of a top that slides in its plane, come before the wanted ones. */
function spareModes({ edge, edgeInPlane, rim }: TopInput): number {
  if (edge === 'free') return 6;
  const slides = rim?.inPlane === undefined ? edgeInPlane === 'free' : rim.inPlane < SOFT_IN_PLANE;
  return slides ? 3 : 1;
}

/** Symmetric plates have modes in pairs. */
const BLOCK_WIDTH = 2;
/** Of the shapes; frequencies err by its square. */
const MODE_TOLERANCE = 1e-6;

export function topModes({ top, model, L, shift }: FactoredTop, wanted: number): Pick<TopSolution, 'modes' | 'status'> {
  if (wanted === 0) return { modes: [], status: 'converged' };
  const { plan, M, held } = model;
  const spare = spareModes(top);
  const { lambda, vectors, status } = lowestModes(
    {
      size: model.position.length * BLOCK,
      shift,
      blockWidth: BLOCK_WIDTH,
      tolerance: MODE_TOLERANCE,
      solve: (x) => solveBlocks(plan, L, x),
      multiplyMass: (x, out) => multiplyBlocks(plan.matrix, M, x, out),
    },
    wanted + spare,
    (i, column) =>
      held[i] ? 0 : Math.sin(12.9898 * (i + 1) + 78.233 * (column + 1)) * (i % NODE === DOF.w ? 1 : 1e-3),
  );
  const modes = vectors.flatMap((vector, m): TopMode[] => {
    const frequency = Math.sqrt(Math.max(0, lambda[m])) / (2 * Math.PI);
    const shape = deflectionOf(model, vector);
    const largest = shape.reduce((most, value) => (Math.abs(value) > Math.abs(most) ? value : most), 0);
    if (frequency < SLOWEST || Math.abs(largest) < inPlaneOf(model, vector)) return [];
    const scaled = shape.map((value) => value / largest);
    return [
      {
        frequency,
        shape: scaled,
        modalMass: 1 / largest ** 2,
        kind: nameMode(model.mesh, scaled),
        vector,
        lambda: lambda[m],
      },
    ];
  });
  return { modes: withOneMonopole(model, modes).slice(0, wanted), status };
}

/**
 * Only one mode pumps as one piece: the one that moves most air for its weight. What else moves air one way does so in
 * a part of the plate, as the upper bout.
 */
function withOneMonopole({ mesh }: TopModel, modes: readonly TopMode[]): TopMode[] {
  const pumping = modes.map(({ shape, modalMass, kind }) =>
    kind === 'monopole' ? netMoved(mesh, shape) ** 2 / modalMass : 0,
  );
  const most = pumping.indexOf(Math.max(...pumping));
  return modes.map((mode, i) =>
    mode.kind === 'monopole' && i !== most ? { ...mode, kind: nameLesser(mesh, mode.shape) } : mode,
  );
}

/** Largest way in the plane of the plate: a mode that hardly moves out of it makes no sound. */
function inPlaneOf({ position, mesh }: TopModel, x: Float64Array): number {
  let most = 0;
  for (let i = 0; i < mesh.x.length; i++)
    most = Math.max(most, Math.abs(x[NODE * position[i] + DOF.u]), Math.abs(x[NODE * position[i] + DOF.v]));
  return most;
}

export function deflectionOf({ position, mesh }: TopModel, x: Float64Array): Float64Array {
  return mesh.x.map((_, i) => x[NODE * position[i] + DOF.w]);
}

interface Inside {
  nodes: [number, number, number];
  shares: [number, number, number];
}

/** The triangle a place lies in, else the nearest one, with the shares of its corners. */
function locate({ mesh: { x, y, triangles } }: TopModel, [px, py]: Point): Inside {
  let best: Inside = { nodes: [0, 0, 0], shares: [1, 0, 0] };
  let inmost = -Infinity;
  for (let t = 0; t < triangles.length; t += 3) {
    const [a, b, c] = [triangles[t], triangles[t + 1], triangles[t + 2]];
    const twice = (x[b] - x[a]) * (y[c] - y[a]) - (x[c] - x[a]) * (y[b] - y[a]);
    const sb = ((px - x[a]) * (y[c] - y[a]) - (x[c] - x[a]) * (py - y[a])) / twice;
    const sc = ((x[b] - x[a]) * (py - y[a]) - (px - x[a]) * (y[b] - y[a])) / twice;
    const least = Math.min(1 - sb - sc, sb, sc);
    if (least <= inmost) continue;
    [best, inmost] = [{ nodes: [a, b, c], shares: [1 - sb - sc, sb, sc] }, least];
    if (least >= 0) break;
  }
  return best;
}

export function valueAt(model: TopModel, field: Float64Array, place: Point): number {
  const { nodes, shares } = locate(model, place);
  return shares[0] * field[nodes[0]] + shares[1] * field[nodes[1]] + shares[2] * field[nodes[2]];
}

const TORQUE_POINTS = 24;

function loadVector(model: TopModel, load: TopLoad): Float64Array {
  const force = new Float64Array(model.position.length * BLOCK);
  const add = (place: Point, freedom: number, value: number) => {
    const { nodes, shares } = locate(model, place);
    nodes.forEach((node, i) => (force[NODE * model.position[node] + freedom] += shares[i] * value));
  };
  if (load.kind === 'force') {
    add(load.at, DOF.w, load.force);
    return force;
  }
  const [[ax, ay], [bx, by]] = load.line;
  const length = Math.hypot(bx - ax, by - ay);
  for (let i = 0; i < TORQUE_POINTS; i++) {
    const share = (i + 0.5) / TORQUE_POINTS;
    const place: Point = [ax + share * (bx - ax), ay + share * (by - ay)];
    add(place, DOF.thetaX, (load.torque * (bx - ax)) / length / TORQUE_POINTS);
    add(place, DOF.thetaY, (load.torque * (by - ay)) / length / TORQUE_POINTS);
  }
  return force;
}
