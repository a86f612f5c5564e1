export { symmetricEigenInPlace, type SymmetricEigen } from './symmetric-eigen';
export { solveSymmetricInPlace, type SolveStatus } from './solve-symmetric';
