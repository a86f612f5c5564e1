export { symmetricEigenInPlace, type SymmetricEigen } from './symmetric-eigen';
