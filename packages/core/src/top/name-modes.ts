/** Modes named by what they do, not by their order: does the top pump as one piece, rock across its grain, rock along it? */
import type { TriangleMesh } from '../mesh';

export type TopModeKind = 'monopole' | 'cross-dipole' | 'long-dipole' | 'other';

/** Share of the moved air that must go one way, or one way on each side, to bear the name. */
const SURE = 0.5;
const SPLITS = 24;

/** @param shape deflection at each mesh node */
export function nameMode(mesh: TriangleMesh, shape: Float64Array): TopModeKind {
  const parts = partsOf(mesh, shape);
  const total = parts.reduce((sum, { moved }) => sum + Math.abs(moved), 0);
  if (total === 0) return 'other';
  const onePiece = Math.abs(parts.reduce((sum, { moved }) => sum + moved, 0)) / total;
  const across = bestSplit(parts, 'y') / total;
  const along = bestSplit(parts, 'x') / total;
  const best = Math.max(onePiece, across, along);
  if (best < SURE) return 'other';
  if (onePiece === best) return 'monopole';
  return across >= along ? 'cross-dipole' : 'long-dipole';
}

/** Air that a shape moves one way less what it moves the other [m2 times its unit]. */
export function netMoved(mesh: TriangleMesh, shape: Float64Array): number {
  return partsOf(mesh, shape).reduce((sum, { moved }) => sum + moved, 0);
}

interface Part {
  x: number;
  y: number;
  /** Deflection times area. */
  moved: number;
}

function partsOf({ x, y, triangles }: TriangleMesh, shape: Float64Array): Part[] {
  const parts: Part[] = [];
  for (let t = 0; t < triangles.length; t += 3) {
    const [a, b, c] = [triangles[t], triangles[t + 1], triangles[t + 2]];
    const area = ((x[b] - x[a]) * (y[c] - y[a]) - (x[c] - x[a]) * (y[b] - y[a])) / 2;
    parts.push({ x: (x[a] + x[b] + x[c]) / 3, y: (y[a] + y[b] + y[c]) / 3, moved: (area * (shape[a] + shape[b] + shape[c])) / 3 }); // prettier-ignore
  }
  return parts;
}

/** The most that one side can move against as much on the other, over some places of the line between them. */
function bestSplit(parts: readonly Part[], axis: 'x' | 'y'): number {
  const values = parts.map((part) => part[axis]);
  const low = values.reduce((least, value) => Math.min(least, value), Infinity);
  const high = values.reduce((most, value) => Math.max(most, value), -Infinity);
  const slices = new Float64Array(SPLITS);
  for (const part of parts) slices[Math.min(SPLITS - 1, Math.floor((SPLITS * (part[axis] - low)) / (high - low)))] += part.moved; // prettier-ignore
  const whole = slices.reduce((sum, value) => sum + value, 0);
  let [below, best] = [0, 0];
  for (const slice of slices) {
    below += slice;
    const above = whole - below;
    if (below * above < 0) best = Math.max(best, 2 * Math.min(Math.abs(below), Math.abs(above)));
  }
  return best;
}
