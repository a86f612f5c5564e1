/**
 * A top as one finite-element model: facet-shell triangles with transverse shear on a mesh that follows outline, holes,
 * braces and patches; braces as eccentric Timoshenko beams on its nodes. Node freedoms: u, v, w and three rotations, at
 * the middle of the plate. SI; z from the outer face towards the braces.
 */
import { BLOCK, blockAt, blockPattern, dissectionOrder, planCholesky, type CholeskyPlan } from '../linalg';
import { triangulate, type TriangleMesh } from '../mesh';
import { bracePieces, fillPiece, OWN, PIECE_SIZE, type BracePiece } from './brace-elements';
import { applyHeld, holdEdge } from './hold-edge';
import type { TopModel } from './model';
import { plateElements, thicknessField } from './plate-elements';
import { scatteredField } from './scattered-field';
import type { Place } from './space';
import { checkTop, type TopInput, type TopPatch } from './top-input';
import { FACET_SIZE, freedomsOf } from './wood-slopes';

/** Freedoms of a node; of this file's own, as a loop pays for one that is imported. */
const NODE = BLOCK;

/** Steps over the root of the area: first modes then hold to a hundredth. */
const STEPS = 30;
/** Of the plate's: a bridge is narrow, and lets go of the plate towards its edges. */
const PATCH_STEP = 0.5;

export function defaultMeshSize(outline: TopInput['outline']): number {
  let twice = 0;
  outline.forEach(([x, y], i) => {
    const [nx, ny] = outline[(i + 1) % outline.length];
    twice += x * ny - nx * y;
  });
  return Math.sqrt(Math.abs(twice) / 2) / STEPS;
}

/** A patch that bends less than half as hard as the plate hardly changes how that bends (1). */
const STIFFENS = 0.5;

function stiffens({ thickness, material, plain = false }: TopPatch, top: TopInput): boolean {
  if (plain) return false;
  const plate = thicknessField(top)(...top.outline[0]);
  return material.modulusAlong * thickness ** 3 > STIFFENS * top.material.modulusAlong * plate ** 3;
}

/** A sliver's angle [rad], and steps that are tried in turn where one is met: lines then pass each other elsewhere. */
const SLIVER = 0.06;
const OTHER_STEPS = [1, 0.97, 0.94, 1.03];

/** @throws InvalidInput naming `meshSize` where the mesh would be too large */
function meshOf(top: TopInput, wanted: number): TriangleMesh {
  const { outline, holes = [], braces = [], patches = [], anchors } = top;
  let best: TriangleMesh | null = null;
  for (const share of OTHER_STEPS) {
    const step = wanted * share;
    const lines = [
      ...braces.map(({ path }) => ({ points: path, closed: false })),
      ...patches.map((patch) => ({
        points: patch.outline,
        closed: true,
        ...(stiffens(patch, top) && { step: step * PATCH_STEP }),
      })),
    ];
    const made = triangulate(outline, holes, lines, step, anchors);
    if (!best || made.worstAngle > best.worstAngle) best = made;
    if (best.worstAngle > SLIVER) break;
  }
  return { ...best!, lines: best!.lines.slice(0, braces.length) };
}

interface Layout {
  mesh: TriangleMesh;
  position: Int32Array;
  plan: CholeskyPlan;
}

/**
 * The last ones stay at hand: a top is solved again and again with other wood on the same lines. Nothing writes to
 * them.
 */
const layouts = new Map<string, Layout>();
const MOST_LAYOUTS = 4;

function laidOut(top: TopInput): Layout {
  const { outline, holes, braces = [], patches = [], anchors } = top;
  const step = top.meshSize ?? defaultMeshSize(outline);
  const lines = patches.map((patch) => [patch.outline, stiffens(patch, top)]);
  const key = JSON.stringify([outline, holes, braces.map(({ path }) => path), lines, anchors, step]);
  const known = layouts.get(key);
  if (known) return known;
  const mesh = meshOf(top, step);
  const made = { mesh, ...ordered(mesh, mesh.lines) };
  if (layouts.size >= MOST_LAYOUTS) layouts.delete(layouts.keys().next().value!);
  layouts.set(key, made);
  return made;
}

/** @throws InvalidInput naming the field */
export function buildTop(top: TopInput): TopModel {
  checkTop(top);
  const { mesh, position, plan } = laidOut(top);
  const z = nodeHeights(mesh, top);
  const plate = plateElements(mesh, z, top);
  const pieces = piecesOf(mesh, z, plate.nodeThickness, top);
  const blocks = plan.matrix.row.length * BLOCK * BLOCK;
  const model: TopModel = {
    mesh,
    z,
    plate,
    pieces,
    position,
    plan,
    K: new Float64Array(blocks),
    M: new Float64Array(blocks),
    held: new Uint8Array(position.length * BLOCK),
    mass: 0,
  };
  addPlate(model);
  model.pieces.flat().forEach((piece) => addPiece(model, piece));
  for (let i = mesh.x.length; i < position.length; i++)
    for (let f = OWN; f < BLOCK; f++) model.held[BLOCK * position[i] + f] = 1;
  holdEdge(model, top);
  applyHeld(model);
  return model;
}

/** Of each brace, in order along it. Its own nodes come after the mesh's. */
export function piecesOf(
  mesh: TriangleMesh,
  z: Float64Array,
  nodeThickness: Float64Array,
  top: TopInput,
): BracePiece[][] {
  let first = mesh.x.length;
  return (top.braces ?? []).map((brace, i) => {
    const line = mesh.lines[i];
    const places = line.map((n): Place => [mesh.x[n], mesh.y[n], z[n]]);
    first += line.length;
    return bracePieces(top, brace, { line, first: first - line.length, places, nodeThickness });
  });
}

function nodeHeights({ x, y }: TriangleMesh, { height, outline }: TopInput): Float64Array {
  const z = new Float64Array(x.length);
  if (height?.points) {
    const { points } = height;
    const field = scatteredField(
      points.map((p) => p.x),
      points.map((p) => p.y),
      points.map((p) => p.z),
    );
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
      if (i > 0) {
        link(next - 1, next);
        link(line[i - 1], next);
        link(node, next - 1);
      }
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

function addPlate(model: TopModel): void {
  const { plate, position, K, M } = model;
  const out = { K: new Float64Array(FACET_SIZE ** 2), M: new Float64Array(FACET_SIZE ** 2) };
  for (let t = 0; t < plate.count; t++) {
    const { rhoH } = plate.fill(t, plate.thickness(t), out);
    model.mass += rhoH * plate.facets[t].area;
    for (let a = 0; a < 3; a++)
      for (let b = 0; b < 3; b++) {
        const [i, j] = [position[plate.nodes[3 * t + a]], position[plate.nodes[3 * t + b]]];
        if (i < j) continue;
        const at = blockAt(model.plan.matrix, i, j) * NODE * NODE;
        const from = FACET_SIZE * NODE * a + NODE * b;
        addBlock(K, at, out.K, from);
        addBlock(M, at, out.M, from);
      }
  }
}

/** Adds a node's 6 x 6 part of a triangle's matrix, from an entry of that on, to the block that begins at another. */
function addBlock(values: Float64Array, at: number, part: Float64Array, from: number): void {
  for (let r = 0; r < NODE; r++)
    for (let c = 0; c < NODE; c++) values[at + NODE * r + c] += part[from + FACET_SIZE * r + c];
}

function addPiece(model: TopModel, piece: BracePiece): void {
  const {
    position,
    plan: { matrix },
    K,
    M,
  } = model;
  const out = { K: new Float64Array(PIECE_SIZE ** 2), M: new Float64Array(PIECE_SIZE ** 2) };
  const { area } = fillPiece(piece, out);
  model.mass += piece.material.density * area * piece.length;
  const at = freedomsOf(position, piece);
  for (let r = 0; r < PIECE_SIZE; r++)
    for (let c = 0; c < PIECE_SIZE; c++) {
      const [i, j] = [Math.floor(at[r] / NODE), Math.floor(at[c] / NODE)];
      if (i < j) continue;
      const entry = blockAt(matrix, i, j) * NODE * NODE + NODE * (at[r] % NODE) + (at[c] % NODE);
      K[entry] += out.K[PIECE_SIZE * r + c];
      M[entry] += out.M[PIECE_SIZE * r + c];
    }
}
