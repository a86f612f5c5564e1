/**
 * Modes named by what they do, not by their order: does the top pump as one piece, rock across its grain, rock along
 * it?
 */
import type { TriangleMesh } from '../mesh';

export const TOP_MODE_KINDS = ['monopole', 'cross-dipole', 'long-dipole', 'upper', 'other'] as const;
/**
 * The last but one swings in the upper part alone: what rings there when the hole's edge or the upper bout is tapped.
 */
export type TopModeKind = (typeof TOP_MODE_KINDS)[number];

/** Share of the moved air that must go one way, or one way on each side, to bear the name. */
const SURE = 0.5;
/** The same for what pumps, but less than another does. */
const LESS_SURE = 0.3;
/**
 * So far from the neck end the upper part goes, of the length, and so much of the square of the motion is there (1).
 */
const UPPER = { part: 0.45, share: 0.65 };
const SPLITS = 24;

/** @param shape deflection at each mesh node */
export function nameMode(mesh: TriangleMesh, shape: Float64Array): TopModeKind {
  const parts = partsOf(mesh, shape);
  const total = parts.reduce((sum, { moved }) => sum + Math.abs(moved), 0);
  if (total === 0) return 'other';
  if (upperShare(parts) > UPPER.share) return 'upper';
  const onePiece = Math.abs(parts.reduce((sum, { moved }) => sum + moved, 0)) / total;
  const across = bestSplit(parts, 'y') / total;
  const along = bestSplit(parts, 'x') / total;
  const best = Math.max(onePiece, across, along);
  if (best < SURE) return 'other';
  if (onePiece === best) return 'monopole';
  return across >= along ? 'cross-dipole' : 'long-dipole';
}

/** What a mode does that pumps, but less than another does, which bears that name. */
export function nameLesser(mesh: TriangleMesh, shape: Float64Array): TopModeKind {
  const parts = partsOf(mesh, shape);
  const total = parts.reduce((sum, { moved }) => sum + Math.abs(moved), 0);
  const [across, along] = (['y', 'x'] as const).map((axis) => bestSplit(parts, axis) / total);
  if (Math.max(across, along) < LESS_SURE) return 'other';
  return across >= along ? 'cross-dipole' : 'long-dipole';
}

function upperShare(parts: readonly Part[]): number {
  const low = parts.reduce((least, { x }) => Math.min(least, x), Infinity);
  const high = parts.reduce((most, { x }) => Math.max(most, x), -Infinity);
  const square = (some: readonly Part[]) => some.reduce((sum, { moved, area }) => sum + moved ** 2 / area, 0);
  return square(parts.filter(({ x }) => x < low + UPPER.part * (high - low))) / square(parts);
}

/** Air that a shape moves one way less what it moves the other [m2 times its unit]. */
export function netMoved(mesh: TriangleMesh, shape: Float64Array): number {
  return partsOf(mesh, shape).reduce((sum, { moved }) => sum + moved, 0);
}

interface Part {
  x: number;
  y: number;
  area: number;
  /** Deflection times area. */
  moved: number;
}

function partsOf({ x, y, triangles }: TriangleMesh, shape: Float64Array): Part[] {
  const parts: Part[] = [];
  for (let t = 0; t < triangles.length; t += 3) {
    const [a, b, c] = [triangles[t], triangles[t + 1], triangles[t + 2]];
    const area = ((x[b] - x[a]) * (y[c] - y[a]) - (x[c] - x[a]) * (y[b] - y[a])) / 2;
    parts.push({
      x: (x[a] + x[b] + x[c]) / 3,
      y: (y[a] + y[b] + y[c]) / 3,
      area,
      moved: (area * (shape[a] + shape[b] + shape[c])) / 3,
    });
  }
  return parts;
}

/** The most that one side can move against as much on the other, over some places of the line between them. */
function bestSplit(parts: readonly Part[], axis: 'x' | 'y'): number {
  const values = parts.map((part) => part[axis]);
  const low = values.reduce((least, value) => Math.min(least, value), Infinity);
  const high = values.reduce((most, value) => Math.max(most, value), -Infinity);
  const slices = new Float64Array(SPLITS);
  for (const part of parts)
    slices[Math.min(SPLITS - 1, Math.floor((SPLITS * (part[axis] - low)) / (high - low)))] += part.moved;
  const whole = slices.reduce((sum, value) => sum + value, 0);
  let [below, best] = [0, 0];
  for (const slice of slices) {
    below += slice;
    const above = whole - below;
    if (below * above < 0) best = Math.max(best, 2 * Math.min(Math.abs(below), Math.abs(above)));
  }
  return best;
}
