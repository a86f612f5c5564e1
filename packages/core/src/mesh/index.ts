/** Triangles over an outline that follow its holes and lines. */
export { triangulate, type TriangleMesh } from './triangulate';
export { type MeshLine } from './line-graph';
