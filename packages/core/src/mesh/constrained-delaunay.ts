// @ts-expect-error: the package ships no types; they are written below
import cdt2d from 'cdt2d';
import type { Point } from '../outline';

type Triangulate = (points: readonly Point[], edges: readonly (readonly [number, number])[], options: { exterior: boolean }) => [number, number, number][]; // prettier-ignore

/** Corners of the triangles of a constrained Delaunay triangulation, those outside the lines included. */
export function constrainedDelaunay(
  points: readonly Point[],
  edges: readonly (readonly [number, number])[],
): [number, number, number][] {
  // prettier-ignore
  return (cdt2d as Triangulate)(points, edges, { exterior: true });
}
