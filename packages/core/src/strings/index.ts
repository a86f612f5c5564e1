export { NYLON_DENSITY, plainMassPerLength, STEEL_DENSITY, stringTension } from './tension';
export { genericStringSet, totalTension, type SetString, type StringSet } from './generic-sets';
