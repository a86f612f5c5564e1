/**
 * Modes of a free plate of any outline with braces, for practice and the demo: Rayleigh and Ritz with products of
 * Legendre polynomials over the plate's bounding box, integrated over the cells that are wood; braces add the rigidity
 * and mass that they bring along their lines. Thin plate, no transverse shear; on purpose another way than the
 * whole-top model, so that what is made here can test it.
 */
import { generalisedEigen, type GeneralisedEigen } from '../linalg';
import type { PlateShape } from '../outline';
import { gluedSection } from '../section';
import { createMapGrid, gridX, gridY } from '../survey';
import { minorPoisson, offAxisModulus, type OrthotropicConstants } from '../wood';

export interface SimulatedBrace {
  name: string;
  /** Straight, from its first to its last end, plate axes [m]. */
  from: readonly [number, number];
  to: readonly [number, number];
  width: number;
  height: number;
  modulus: number;
  density: number;
}

export interface BracedPlate {
  shape: PlateShape;
  thickness: number;
  wood: OrthotropicConstants;
  braces: readonly SimulatedBrace[];
}

export interface BracedMode {
  /** [Hz] */
  frequency: number;
  /** Displacement at a place for unit modal mass [1/sqrt(kg)]. */
  at: (x: number, y: number) => number;
}

/** Sum of the degrees along and across at most. */
const DEGREE = 9;
const CELLS_ALONG = 48;
const BRACE_STEPS = 40;
/** Width of plate that works with a brace, in brace widths. */
const WORKING_WIDTHS = 4;
/** Rigid motions, left by round-off, lie under this [Hz]. */
const RIGID_HZ = 2;

interface Terms {
  along: number[];
  across: number[];
}

/** Elastic modes, lowest first, at most `count`. */
export function bracedPlateModes(plate: BracedPlate, count: number): BracedMode[] {
  const terms = termsUpTo(DEGREE);
  const n = terms.along.length;
  const K = new Float64Array(n * n);
  const M = new Float64Array(n * n);
  const frame = frameOf(plate.shape);
  addPlate(plate, { K, M, terms, frame });
  for (const brace of plate.braces) addBrace(plate, brace, { K, M, terms, frame });
  const { lambda, vectors } = solved(K, M, n);
  const modes: BracedMode[] = [];
  for (let k = 0; k < n && modes.length < count; k++) {
    const frequency = Math.sqrt(Math.max(0, lambda[k])) / (2 * Math.PI);
    if (frequency < RIGID_HZ) continue;
    const coefficients = vectors[k];
    modes.push({ frequency, at: (x, y) => displacement(coefficients, terms, frame, [x, y]) });
  }
  return modes;
}

function solved(K: Float64Array, M: Float64Array, n: number): GeneralisedEigen {
  try {
    return generalisedEigen(K, M, n);
  } catch (error) {
    throw new RangeError('the outline is too thin for these shapes', { cause: error });
  }
}

interface Frame {
  x: number;
  y: number;
  halfLength: number;
  halfWidth: number;
}

interface System {
  K: Float64Array;
  M: Float64Array;
  terms: Terms;
  frame: Frame;
}

function frameOf({ bounds: { xMin, xMax, yMin, yMax } }: PlateShape): Frame {
  return { x: (xMin + xMax) / 2, y: (yMin + yMax) / 2, halfLength: (xMax - xMin) / 2, halfWidth: (yMax - yMin) / 2 };
}

function termsUpTo(degree: number): Terms {
  const terms: Terms = { along: [], across: [] };
  for (let i = 0; i <= degree; i++)
    for (let j = 0; i + j <= degree; j++) {
      terms.along.push(i);
      terms.across.push(j);
    }
  return terms;
}

function addPlate({ shape, thickness, wood }: BracedPlate, system: System): void {
  const grid = createMapGrid(shape, shape.length / CELLS_ALONG);
  const perWidth = thickness ** 3 / (12 * (1 - wood.nu_LC * minorPoisson(wood)));
  const [D_L, D_C, D_k] = [wood.E_L * perWidth, wood.E_C * perWidth, (wood.G_LC * thickness ** 3) / 12];
  const D_1 = wood.nu_LC * D_C;
  for (let cell = 0; cell < grid.wood.length; cell++) {
    if (!(grid.wood[cell] > 0)) continue;
    const area = grid.wood[cell] * grid.pitch ** 2;
    const { w, xx, yy, xy } = shapesAt(system, gridX(grid, cell), gridY(grid, cell));
    addProducts(system.M, [[w, w, area * wood.rho * thickness]]);
    addProducts(system.K, [
      [xx, xx, area * D_L],
      [yy, yy, area * D_C],
      [xx, yy, area * D_1],
      [yy, xx, area * D_1],
      [xy, xy, 4 * area * D_k],
    ]);
  }
}

function addBrace(plate: BracedPlate, brace: SimulatedBrace, system: System): void {
  const { from, to, width, height, modulus, density } = brace;
  const [dx, dy] = [to[0] - from[0], to[1] - from[1]];
  const length = Math.hypot(dx, dy);
  const [c, s] = [dx / length, dy / length];
  const { rigidity, plateRigidity } = gluedSection({
    plateModulus: offAxisModulus(plate.wood, Math.atan2(dy, dx)),
    plateThickness: plate.thickness,
    plateWidth: WORKING_WIDTHS * width,
    braceModulus: modulus,
    area: width * height,
    centroidHeight: height / 2,
    secondMoment: (width * height ** 3) / 12,
  });
  const step = length / BRACE_STEPS;
  for (let i = 0; i < BRACE_STEPS; i++) {
    const t = (i + 0.5) / BRACE_STEPS;
    const { w, xx, yy, xy } = shapesAt(system, from[0] + t * dx, from[1] + t * dy);
    const bend = xx.map((value, k) => c * c * value + 2 * c * s * xy[k] + s * s * yy[k]);
    addProducts(system.M, [[w, w, step * density * width * height]]);
    addProducts(system.K, [[bend, bend, step * (rigidity - plateRigidity)]]);
  }
}

/** A += weight a b^T, for each. */
function addProducts(A: Float64Array, products: readonly [Float64Array, Float64Array, number][]): void {
  for (const [a, b, weight] of products) {
    const n = a.length;
    for (let i = 0; i < n; i++) for (let j = 0; j < n; j++) A[i * n + j] += weight * a[i] * b[j];
  }
}

/** Values and second derivatives of all terms at a place. */
function shapesAt({ terms, frame }: System, x: number, y: number) {
  const X = legendre((x - frame.x) / frame.halfLength, DEGREE);
  const Y = legendre((y - frame.y) / frame.halfWidth, DEGREE);
  const { halfLength: a, halfWidth: b } = frame;
  const of = (p: (i: number, j: number) => number) => Float64Array.from(terms.along, (i, k) => p(i, terms.across[k]));
  return {
    w: of((i, j) => X.value[i] * Y.value[j]),
    xx: of((i, j) => (X.second[i] * Y.value[j]) / (a * a)),
    yy: of((i, j) => (X.value[i] * Y.second[j]) / (b * b)),
    xy: of((i, j) => (X.first[i] * Y.first[j]) / (a * b)),
  };
}

/** P_0 … P_n and their first two derivatives at t. */
function legendre(t: number, n: number) {
  const value = new Float64Array(n + 1);
  const first = new Float64Array(n + 1);
  const second = new Float64Array(n + 1);
  [value[0], value[1], first[1]] = [1, t, 1];
  for (let k = 1; k < n; k++) {
    value[k + 1] = ((2 * k + 1) * t * value[k] - k * value[k - 1]) / (k + 1);
    first[k + 1] = first[k - 1] + (2 * k + 1) * value[k];
    second[k + 1] = second[k - 1] + (2 * k + 1) * first[k];
  }
  return { value, first, second };
}

function displacement(
  coefficients: Float64Array,
  { along, across }: Terms,
  frame: Frame,
  [x, y]: readonly [number, number],
) {
  const X = legendre((x - frame.x) / frame.halfLength, DEGREE).value;
  const Y = legendre((y - frame.y) / frame.halfWidth, DEGREE).value;
  return coefficients.reduce((sum, c, k) => sum + c * X[along[k]] * Y[across[k]], 0);
}
