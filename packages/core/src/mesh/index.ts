export { triangulate, type TriangleMesh } from './triangulate';
export { type MeshLine } from './line-graph';
