/** What the rim does to the model, and how held freedoms leave it. SI. */
import { BLOCK, blockAt } from '../linalg';
import { DOF } from './freedoms';
import type { TopModel } from './model';
import type { TopInput } from './top-input';

/** So little that it only keeps a top that may slide from sliding away, as a share of its stiffest freedom. */
const HARDLY = 1e-10;

export function holdEdge(model: TopModel, { edge, edgeInPlane }: TopInput): void {
  if (edge === 'free') return;
  const { mesh, position, K, plan } = model;
  const inPlane = edgeInPlane ?? 'held';
  const spring = typeof edge === 'object' ? edge.rotationalStiffness : 0;
  const largest = K.reduce((most, value) => Math.max(most, Math.abs(value)), 0);
  mesh.rim.forEach((node, i) => {
    const free = BLOCK * position[node];
    model.held[free + DOF.w] = 1;
    if (edge === 'clamped') for (const f of [DOF.thetaX, DOF.thetaY, DOF.thetaZ]) model.held[free + f] = 1;
    if (inPlane === 'held') for (const f of [DOF.u, DOF.v]) model.held[free + f] = 1;
    const block = blockAt(plan.matrix, position[node], position[node]) * BLOCK * BLOCK;
    if (inPlane === 'free') for (const f of [DOF.u, DOF.v]) K[block + (BLOCK + 1) * f] += HARDLY * largest;
    if (spring > 0) addEdgeSpring(model, block, i, spring);
  });
}

/** About the edge's own direction, for the stretch of rim that belongs to the node [N m/rad per m]. */
function addEdgeSpring({ mesh: { rim, x, y }, K }: TopModel, block: number, i: number, perLength: number): void {
  const [before, here, after] = [rim[(i + rim.length - 1) % rim.length], rim[i], rim[(i + 1) % rim.length]];
  const [dx, dy] = [x[after] - x[before], y[after] - y[before]];
  const length = (Math.hypot(x[here] - x[before], y[here] - y[before]) + Math.hypot(x[after] - x[here], y[after] - y[here])) / 2; // prettier-ignore
  const [c, s] = [dx / Math.hypot(dx, dy), dy / Math.hypot(dx, dy)];
  const k = perLength * length;
  K[block + BLOCK * DOF.thetaX + DOF.thetaX] += k * c * c;
  K[block + BLOCK * DOF.thetaY + DOF.thetaY] += k * s * s;
  K[block + BLOCK * DOF.thetaX + DOF.thetaY] += k * c * s;
  K[block + BLOCK * DOF.thetaY + DOF.thetaX] += k * c * s;
}

/** Held freedoms leave the matrices: their rows and columns are emptied, with a number on the diagonal of K. */
export function applyHeld({ plan: { matrix }, K, M, held }: TopModel): void {
  const { count, start, row } = matrix;
  const n = BLOCK;
  for (let j = 0; j < count; j++)
    for (let p = start[j]; p < start[j + 1]; p++)
      for (let r = 0; r < n; r++)
        for (let c = 0; c < n; c++) {
          if (!held[n * row[p] + r] && !held[n * j + c]) continue;
          const at = p * n * n + n * r + c;
          const diagonal = row[p] === j && r === c;
          K[at] = diagonal ? Math.abs(K[at]) || 1 : 0;
          M[at] = 0;
        }
}
