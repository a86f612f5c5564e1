/**
 * A top as one finite-element model: facet-shell triangles with transverse shear on a mesh that follows outline, holes, braces and patches; braces as eccentric Timoshenko
 * beams on its nodes. Node freedoms: u, v, w and three rotations, at the middle of the plate. SI; z from the outer face towards the braces.
 */
import {
  BLOCK,
  blockAt,
  blockPattern,
  dissectionOrder,
  planCholesky,
  type BlockPattern,
  type CholeskyPlan,
} from '../linalg';
import { triangulate, type TriangleMesh } from '../mesh';
import { contains, type Point } from '../outline';
import { addBending } from './bending-triangle';
import { fillBeam, slipStiffness } from './brace-beam';
import { notchesOf, sectionAlong, stationOf } from './brace-sections';
import { DOF, type TopModel } from './model';
import { applyHeld, holdEdge } from './hold-edge';
import { layeredPlate, type LayeredPlate, type PlateLayer } from './layered-plate';
import { addMembrane } from './membrane-triangle';
import { scatteredField, type Field } from './scattered-field';
import { checkTop, shellMaterial, type TopBrace, type TopInput } from './top-input';

/** Steps over the root of the area: first modes then hold to a hundredth. */
const STEPS = 30;

export function defaultMeshSize(outline: TopInput['outline']): number {
  let twice = 0;
  outline.forEach(([x, y], i) => {
    const [nx, ny] = outline[(i + 1) % outline.length];
    twice += x * ny - nx * y;
  });
  return Math.sqrt(Math.abs(twice) / 2) / STEPS;
}

/** @throws InvalidInput naming the field */
export function buildTop(top: TopInput): TopModel {
  checkTop(top);
  const { braces = [], patches = [] } = top;
  const step = top.meshSize ?? defaultMeshSize(top.outline);
  const lines = [
    ...braces.map(({ path }) => ({ points: path, closed: false })),
    ...patches.map(({ outline }) => ({ points: outline, closed: true })),
  ];
  const mesh = triangulate(top.outline, top.holes ?? [], lines, step);
  const z = nodeHeights(mesh, top);
  const braceLines = mesh.lines.slice(0, braces.length);
  const firstOf = braceLines.map((_, i) => braceLines.slice(0, i).reduce((sum, line) => sum + line.length, mesh.x.length)); // prettier-ignore
  const { position, plan } = ordered(mesh, braceLines);
  const blocks = plan.matrix.row.length * BLOCK * BLOCK;
  const model: TopModel = { mesh, z, position, plan, K: new Float64Array(blocks), M: new Float64Array(blocks), held: new Uint8Array(position.length * BLOCK), mass: 0 }; // prettier-ignore
  addPlate(model, top);
  braces.forEach((brace, i) => addBrace(model, top, brace, mesh.lines[i], firstOf[i]));
  for (let i = mesh.x.length; i < position.length; i++) for (let f = 1; f < BLOCK; f++) model.held[BLOCK * position[i] + f] = 1; // prettier-ignore
  holdEdge(model, top);
  applyHeld(model);
  return model;
}

function nodeHeights({ x, y }: TriangleMesh, { height, outline }: TopInput): Float64Array {
  const z = new Float64Array(x.length);
  if (height?.points) {
    const { points } = height;
    const field = scatteredField(points.map((p) => p.x), points.map((p) => p.y), points.map((p) => p.z)); // prettier-ignore
    return z.map((_, i) => field(x[i], y[i]));
  }
  if (height?.radius === undefined) return z;
  const xs = outline.map((corner) => corner[0]);
  const ys = outline.map((corner) => corner[1]);
  const [cx, cy] = [(Math.min(...xs) + Math.max(...xs)) / 2, (Math.min(...ys) + Math.max(...ys)) / 2];
  const R = height.radius;
  // The outer face is the hump: its middle lies lowest, the braces above it.
  return z.map((_, i) => {
    const d2 = (x[i] - cx) ** 2 + (y[i] - cy) ** 2;
    return d2 / (R + Math.sqrt(Math.max(0, R * R - d2)));
  });
}

function ordered(mesh: TriangleMesh, braceLines: readonly number[][]): { position: Int32Array; plan: CholeskyPlan } {
  const own = braceLines.flat();
  const sets = Array.from({ length: mesh.x.length + own.length }, () => new Set<number>());
  const link = (a: number, b: number) => {
    sets[a].add(b);
    sets[b].add(a);
  };
  const { triangles } = mesh;
  for (let t = 0; t < triangles.length; t += 3)
    for (let i = 0; i < 3; i++) link(triangles[t + i], triangles[t + ((i + 1) % 3)]);
  let next = mesh.x.length;
  for (const line of braceLines)
    line.forEach((node, i) => {
      link(node, next);
      if (i > 0) link(next - 1, next);
      next++;
    });
  const neighbours = sets.map((set) => [...set]);
  const along = (of: Float64Array) => Float64Array.of(...of, ...own.map((node) => of[node]));
  const order = dissectionOrder(along(mesh.x), along(mesh.y), neighbours);
  const position = new Int32Array(order.length);
  order.forEach((node, at) => (position[node] = at));
  const renumbered: number[][] = neighbours.map(() => []);
  neighbours.forEach((list, node) => (renumbered[position[node]] = list.map((other) => position[other])));
  return { position, plan: planCholesky(blockPattern(renumbered)) };
}

/** Adds a 6 x 6 part of an element's matrix to the block of two nodes, in the lower half only. */
function addBlock(
  pattern: BlockPattern,
  values: Float64Array,
  i: number,
  j: number,
  part: Float64Array,
  size: number,
  a: number,
  b: number,
): void {
  // prettier-ignore
  if (i < j) return;
  const n = BLOCK;
  const at = blockAt(pattern, i, j) * n * n;
  for (let r = 0; r < n; r++)
    for (let c = 0; c < n; c++) values[at + n * r + c] += part[size * (n * a + r) + n * b + c];
}

function addPlate(model: TopModel, top: TopInput): void {
  const { mesh, z, position, plan } = model;
  const thickness = thicknessField(top);
  const base = shellMaterial(top.material);
  const angle = top.grainAngle ?? 0;
  const patches = (top.patches ?? []).map((patch) => ({ ...patch, shell: shellMaterial(patch.material) }));
  const at = mesh.x.map((x, i) => thickness(x, mesh.y[i]));
  const isotropicPoisson = Math.min(0.45, base.nu_LC * Math.sqrt(base.E_C / base.E_L));
  const scratch = elementScratch();
  const { triangles } = mesh;
  for (let t = 0; t < triangles.length; t += 3) {
    const nodes = [triangles[t], triangles[t + 1], triangles[t + 2]];
    const h = (at[nodes[0]] + at[nodes[1]] + at[nodes[2]]) / 3;
    const middle: Point = [(mesh.x[nodes[0]] + mesh.x[nodes[1]] + mesh.x[nodes[2]]) / 3, (mesh.y[nodes[0]] + mesh.y[nodes[1]] + mesh.y[nodes[2]]) / 3]; // prettier-ignore
    const layers: PlateLayer[] = [{ material: base, angle, thickness: h, at: 0 }];
    for (const patch of patches)
      if (contains(patch.outline, ...middle))
        layers.push({ material: patch.shell, angle: patch.grainAngle ?? angle, thickness: patch.thickness, at: ((patch.side === 'inner' ? 1 : -1) * (h + patch.thickness)) / 2 }); // prettier-ignore
    const frame = frameOf(nodes.map((n) => [mesh.x[n], mesh.y[n], z[n]] as const));
    const plate = layeredPlate(layers.map((layer) => ({ ...layer, angle: layer.angle - frame.turn })));
    shellElement(frame, plate, isotropicPoisson, scratch);
    model.mass += plate.rhoH * frame.area;
    for (let a = 0; a < 3; a++)
      for (let b = 0; b < 3; b++) {
        addBlock(plan.matrix, model.K, position[nodes[a]], position[nodes[b]], scratch.K, 18, a, b);
        addBlock(plan.matrix, model.M, position[nodes[a]], position[nodes[b]], scratch.M, 18, a, b);
      }
  }
}

function thicknessField({ thickness }: TopInput): Field {
  if (typeof thickness === 'number') return () => thickness;
  return scatteredField(thickness.map((p) => p.x), thickness.map((p) => p.y), thickness.map((p) => p.thickness)); // prettier-ignore
}

interface Frame {
  /** Corners in the plane of the facet [m]. */
  x: [number, number, number];
  y: [number, number, number];
  area: number;
  /** Rows: the facet's axes in the plate's. */
  axes: Float64Array;
  /** Of the facet's x axis from the plate's, in the plane [rad]. */
  turn: number;
}

type Place = readonly [number, number, number];

/** The facet's x axis lies along the plate's x where it can, so that grain angles stay what they are. */
function frameOf([p, q, r]: readonly Place[]): Frame {
  const e1 = minus(q, p);
  const e2 = minus(r, p);
  const normal = cross(e1, e2);
  const twice = Math.hypot(...normal);
  const n: Place = [normal[0] / twice, normal[1] / twice, normal[2] / twice];
  const along = unit(minus([1, 0, 0], scaled(n, n[0])));
  const side = cross(n, along);
  const inPlane = (v: Place) => [dotOf(v, along), dotOf(v, side)] as const;
  const [b, c] = [inPlane(e1), inPlane(e2)];
  return { x: [0, b[0], c[0]], y: [0, b[1], c[1]], area: twice / 2, axes: Float64Array.of(...along, ...side, ...n), turn: 0 }; // prettier-ignore
}

const minus = (a: Place, b: Place): Place => [a[0] - b[0], a[1] - b[1], a[2] - b[2]];
const scaled = (a: Place, by: number): Place => [a[0] * by, a[1] * by, a[2] * by];
const dotOf = (a: Place, b: Place) => a[0] * b[0] + a[1] * b[1] + a[2] * b[2];
const cross = (a: Place, b: Place): Place => [a[1] * b[2] - a[2] * b[1], a[2] * b[0] - a[0] * b[2], a[0] * b[1] - a[1] * b[0]]; // prettier-ignore
const unit = (a: Place): Place => scaled(a, 1 / Math.hypot(...a));

interface Scratch {
  K: Float64Array;
  M: Float64Array;
  local: Float64Array;
  membrane: Float64Array;
  bending: Float64Array;
}

function elementScratch(): Scratch {
  return { K: new Float64Array(324), M: new Float64Array(324), local: new Float64Array(324), membrane: new Float64Array(81), bending: new Float64Array(81) }; // prettier-ignore
}

const MEMBRANE_DOF = [DOF.u, DOF.v, DOF.thetaZ] as const;
const BENDING_DOF = [DOF.w, DOF.thetaY, DOF.thetaX] as const;
/** beta_y = -theta_x. */
const BENDING_SIGN = [1, 1, -1] as const;

/** Fills the element's stiffness and mass in the plate's axes. */
function shellElement(frame: Frame, plate: LayeredPlate, poisson: number, scratch: Scratch): void {
  const { K, M, local, membrane, bending } = scratch;
  membrane.fill(0);
  bending.fill(0);
  local.fill(0);
  addMembrane(frame, plate.A, poisson, membrane);
  addBending(frame, plate.D, plate.H, bending);
  for (let a = 0; a < 9; a++)
    for (let b = 0; b < 9; b++) {
      const [i, j] = [6 * Math.floor(a / 3), 6 * Math.floor(b / 3)];
      local[18 * (i + MEMBRANE_DOF[a % 3]) + j + MEMBRANE_DOF[b % 3]] += membrane[9 * a + b];
      local[18 * (i + BENDING_DOF[a % 3]) + j + BENDING_DOF[b % 3]] += BENDING_SIGN[a % 3] * BENDING_SIGN[b % 3] * bending[9 * a + b]; // prettier-ignore
    }
  for (let c = 0; c < 3; c++) carry(local, 18, 6 * c, plate.neutral);
  turn(local, 18, frame.axes, K);
  local.fill(0);
  const { rhoH, rotary } = plate;
  const inertia = [rhoH, rhoH, rhoH, rotary, rotary, 0];
  for (let a = 0; a < 3; a++)
    for (let b = 0; b < 3; b++)
      inertia.forEach((value, f) => {
        // Half lumped, half even.
        local[18 * (6 * a + f) + 6 * b + f] = value * frame.area * (a === b ? 1 / 12 + 1 / 6 : 1 / 24);
      });
  for (let c = 0; c < 3; c++) carry(local, 18, 6 * c, plate.massAt);
  turn(local, 18, frame.axes, M);
}

/** Moves what acts at a height over the node down to it: u at the height is u + e theta_y, v is v - e theta_x. In place, rows and columns. */
function carry(A: Float64Array, size: number, at: number, e: number): void {
  if (e === 0) return;
  for (let r = 0; r < size; r++) {
    A[size * r + at + DOF.thetaY] += e * A[size * r + at + DOF.u];
    A[size * r + at + DOF.thetaX] -= e * A[size * r + at + DOF.v];
  }
  for (let c = 0; c < size; c++) {
    A[size * (at + DOF.thetaY) + c] += e * A[size * (at + DOF.u) + c];
    A[size * (at + DOF.thetaX) + c] -= e * A[size * (at + DOF.v) + c];
  }
}

/** out = T^T A T with the axes for every three freedoms. */
function turn(A: Float64Array, size: number, axes: Float64Array, out: Float64Array): void {
  const groups = size / 3;
  for (let I = 0; I < groups; I++)
    for (let J = 0; J < groups; J++)
      for (let r = 0; r < 3; r++)
        for (let c = 0; c < 3; c++) {
          let sum = 0;
          for (let a = 0; a < 3; a++) for (let b = 0; b < 3; b++) sum += axes[3 * a + r] * A[size * (3 * I + a) + 3 * J + b] * axes[3 * b + c]; // prettier-ignore
          out[size * (3 * I + r) + 3 * J + c] = sum;
        }
}

/** @param first of its own nodes */
function addBrace(model: TopModel, top: TopInput, brace: TopBrace, line: readonly number[], first: number): void {
  const { mesh, z, position, plan } = model;
  const material = shellMaterial(brace.material ?? top.material);
  const plate = shellMaterial(top.material);
  const thickness = thicknessField(top);
  const beam = { E: material.E_L, G: material.G_LT, density: material.density };
  const sections = sectionAlong(brace, notchesOf(brace, top));
  const [K, M, K2, M2] = Array.from({ length: 4 }, () => new Float64Array(144));
  for (let i = 1; i < line.length; i++) {
    const [a, b] = [line[i - 1], line[i]];
    const [p, q] = [a, b].map((n): Place => [mesh.x[n], mesh.y[n], z[n]]);
    const length = Math.hypot(...minus(q, p));
    const from = stationOf(brace.path, [p[0], p[1]]);
    const to = stationOf(brace.path, [q[0], q[1]]);
    const section = sections(Math.min(from, to), Math.max(from, to));
    const h = (thickness(p[0], p[1]) + thickness(q[0], q[1])) / 2;
    const arm = h / 2 + section.centroid;
    fillBeam(section, beam, length, K, M);
    for (const end of [0, 6]) {
      carry(K, 12, end, arm);
      carry(M, 12, end, arm);
    }
    const axes = beamAxes(p, q);
    turn(K, 12, axes, K2);
    turn(M, 12, axes, M2);
    model.mass += beam.density * section.area * length;
    [a, b].forEach((i1, r) =>
      [a, b].forEach((j1, c) => {
        addBlock(plan.matrix, model.K, position[i1], position[j1], K2, 12, r, c);
        addBlock(plan.matrix, model.M, position[i1], position[j1], M2, 12, r, c);
      }),
    );
    const own = [position[first + i - 1], position[first + i]];
    addStretch(model, own, (beam.E * section.area) / length);
    const G = shearAlong(plate, Math.atan2(axes[1], axes[0]) - (top.grainAngle ?? 0));
    const slip = (slipStiffness({ width: section.area / section.height, height: section.height, G: beam.G }, { thickness: h, G }) * length) / 2; // prettier-ignore
    [a, b].forEach((node, end) => addSlip(model, position[node], own[end], axes, arm, slip));
  }
}

/** Transverse shear modulus of the plate for slipping along a direction at an angle to its grain. */
function shearAlong({ G_LT, G_CT }: { G_LT: number; G_CT: number }, angle: number): number {
  return Math.cos(angle) ** 2 * G_LT + Math.sin(angle) ** 2 * G_CT;
}

function addStretch({ plan: { matrix }, K }: TopModel, [i, j]: readonly number[], k: number): void {
  K[blockAt(matrix, i, i) * BLOCK * BLOCK] += k;
  K[blockAt(matrix, j, j) * BLOCK * BLOCK] += k;
  K[blockAt(matrix, Math.max(i, j), Math.min(i, j)) * BLOCK * BLOCK] -= k;
}

/** A spring between the brace's own way along itself and that of the plate at the brace's centroid, were it stiff. */
function addSlip({ plan: { matrix }, K }: TopModel, node: number, own: number, axes: Float64Array, arm: number, k: number): void {
  const [tx, ty, tz] = axes;
  const [nx, ny, nz] = [axes[6], axes[7], axes[8]];
  // t . (u + theta x n arm)
  const way = [tx, ty, tz, arm * (ny * tz - nz * ty), arm * (nz * tx - nx * tz), arm * (nx * ty - ny * tx)];
  const [diagonal, ownDiagonal] = [blockAt(matrix, node, node), blockAt(matrix, own, own)].map((at) => at * BLOCK * BLOCK);
  for (let r = 0; r < BLOCK; r++) for (let c = 0; c < BLOCK; c++) K[diagonal + BLOCK * r + c] += k * way[r] * way[c];
  K[ownDiagonal] += k;
  const between = blockAt(matrix, Math.max(node, own), Math.min(node, own)) * BLOCK * BLOCK;
  for (let f = 0; f < BLOCK; f++) K[between + (own > node ? f : BLOCK * f)] -= k * way[f];
} // prettier-ignore

function beamAxes(p: Place, q: Place): Float64Array {
  const along = unit(minus(q, p));
  const up = unit(minus([0, 0, 1], scaled(along, along[2])));
  return Float64Array.of(...along, ...cross(up, along), ...up);
}
