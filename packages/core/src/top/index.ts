export { solveTop, type TopMode, type TopSolution } from './solve-top';
export { defaultMeshSize } from './top-model';
export { type TopModel } from './model';
export { type TopModeKind } from './name-modes';
export {
  type TopBrace, type TopEdge, type TopInput, type TopLoad, type TopMaterial, type TopPatch,
} from './top-input'; // prettier-ignore
