export { symmetricEigenInPlace, type SymmetricEigen } from './symmetric-eigen';
export {
  factorSymmetricInPlace,
  solveFactoredInPlace,
  solveSymmetricInPlace,
  type SolveStatus,
} from './solve-symmetric';
