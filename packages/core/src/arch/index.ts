export { arcHeight, arcOfRadius, arcOfRise, battenDeviation, bentBatten, type Arc, type BattenShape } from './arc';
