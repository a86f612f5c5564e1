/** Algebra without names of the trade: sparse block Cholesky, Krylov spaces, small dense problems. */
export { symmetricEigen, type SymmetricEigen } from './symmetric-eigen';
export {
  factorSymmetricInPlace,
  solveFactoredInPlace,
  solveSymmetricInPlace,
  type SolveStatus,
} from './solve-symmetric';
export { dissectionOrder } from './nested-dissection';
export {
  BLOCK,
  blockAt,
  blockPattern,
  factorBlocks,
  multiplyBlocks,
  planCholesky,
  solveBlocks,
  type BlockPattern,
  type BlockValues,
  type CholeskyPlan,
  type FactorStatus,
} from './block-cholesky';
export { lowestModes, type LowestModes, type Operator } from './block-krylov';
export { dot } from './dot';
export {
  addToBanded,
  createBanded,
  decoupleBanded,
  factorBanded,
  multiplyBanded,
  solveBanded,
  type Banded,
} from './banded';
export { generalisedEigen, type GeneralisedEigen } from './generalised-eigen';
