/**
 * The finite elements of any braced plate: shell triangles, braces over their feet, layers, rim; modes, loads,
 * stresses, slopes by wood.
 */
export {
  deflectionOf,
  degreesOfFreedom,
  factorTop,
  solveTop,
  topModes,
  underForces,
  underLoad,
  valueAt,
  type FactoredTop,
  type TopMode,
  type TopSolution,
} from './solve-top';
export { buildTop, defaultMeshSize } from './top-model';
export { type TopModel } from './model';
export { fillPiece, PIECE_SIZE, raised, type BracePiece } from './brace-elements';
export { thicknessField } from './plate-elements';
export { stationsAround } from './brace-sections';
export { nameMode, TOP_MODE_KINDS, type TopModeKind } from './name-modes';
export { strainEnergies, topStress, type EnergyShares, type StrainEnergy, type TopStress } from './strain';
export { otherWood } from './other-wood';
export { freedomsOf, woodSlopes, type SlopePair, type WoodSlopes } from './wood-slopes';
export {
  BRACE_ENDS,
  TOP_GRAINS,
  type BraceCut,
  type BraceEnd,
  type TopBrace,
  type TopEdge,
  type TopGrain,
  type TopRim,
  type TopInput,
  type TopLoad,
  type TopMaterial,
  type TopPatch,
  type TopSandwich,
} from './top-input';
