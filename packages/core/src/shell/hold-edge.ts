/** What the rim does to the model, and how held freedoms leave it. SI. */
import { BLOCK, blockAt } from '../linalg';
import { DOF } from './freedoms';
import type { TopModel } from './model';
import type { TopInput } from './top-input';

/** So little that it only keeps a top that may slide from sliding away, as a share of its stiffest freedom. */
const HARDLY = 1e-10;

export function holdEdge(model: TopModel, { edge, edgeInPlane, rim = {} }: TopInput): void {
  if (edge === 'free' && rim.inPlane === undefined && rim.rotational === undefined) return;
  const { mesh, position, K, plan } = model;
  const held = edge !== 'free' && rim.inPlane === undefined && edgeInPlane !== 'free';
  const turning = (typeof edge === 'object' ? edge.rotationalStiffness : 0) + (rim.rotational ?? 0);
  const least = edge === 'free' ? 0 : HARDLY * K.reduce((most, value) => Math.max(most, Math.abs(value)), 0);
  mesh.rim.forEach((node, i) => {
    const free = BLOCK * position[node];
    if (edge !== 'free') model.held[free + DOF.w] = 1;
    if (edge === 'clamped') for (const f of [DOF.thetaX, DOF.thetaY, DOF.thetaZ]) model.held[free + f] = 1;
    if (held) for (const f of [DOF.u, DOF.v]) model.held[free + f] = 1;
    const block = blockAt(plan.matrix, position[node], position[node]) * BLOCK * BLOCK;
    const stretch = stretchOf(mesh, i);
    const sliding = least + (rim.inPlane ?? 0) * stretch.length;
    if (!held) for (const f of [DOF.u, DOF.v]) K[block + (BLOCK + 1) * f] += sliding;
    if (turning > 0) addTurning(K, block, stretch, turning * stretch.length);
  });
}

interface Stretch {
  length: number;
  /** Direction cosines. */
  c: number;
  s: number;
}

/** Of rim that belongs to a node. */
function stretchOf({ rim, x, y }: TopModel['mesh'], i: number): Stretch {
  const [before, here, after] = [rim[(i + rim.length - 1) % rim.length], rim[i], rim[(i + 1) % rim.length]];
  const [dx, dy] = [x[after] - x[before], y[after] - y[before]];
  const length =
    (Math.hypot(x[here] - x[before], y[here] - y[before]) + Math.hypot(x[after] - x[here], y[after] - y[here])) / 2;
  return { length, c: dx / Math.hypot(dx, dy), s: dy / Math.hypot(dx, dy) };
}

/** About the edge's own direction. @param k [N m/rad] */
function addTurning(K: Float64Array, block: number, { c, s }: Stretch, k: number): void {
  K[block + BLOCK * DOF.thetaX + DOF.thetaX] += k * c * c;
  K[block + BLOCK * DOF.thetaY + DOF.thetaY] += k * s * s;
  K[block + BLOCK * DOF.thetaX + DOF.thetaY] += k * c * s;
  K[block + BLOCK * DOF.thetaY + DOF.thetaX] += k * c * s;
}

/** Held freedoms leave the matrices: their rows and columns are emptied, with a number on the diagonal of K. */
export function applyHeld(model: TopModel): void {
  const { count, start, row } = model.plan.matrix;
  for (let j = 0; j < count; j++) for (let p = start[j]; p < start[j + 1]; p++) emptyHeld(model, p, row[p], j);
}

function emptyHeld({ K, M, held }: TopModel, block: number, i: number, j: number): void {
  const n = BLOCK;
  for (let r = 0; r < n; r++)
    for (let c = 0; c < n; c++) {
      if (!held[n * i + r] && !held[n * j + c]) continue;
      const at = block * n * n + n * r + c;
      K[at] = i === j && r === c ? Math.abs(K[at]) || 1 : 0;
      M[at] = 0;
    }
}
