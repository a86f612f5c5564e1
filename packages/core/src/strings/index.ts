/** Strings: tension, generic sets, and what they do to a bridge. */
export { NYLON_DENSITY, plainMassPerLength, STEEL_DENSITY, stringTension } from './tension';
export { genericStringSet, totalTension, type SetString, type StringSet } from './generic-sets';
export { STRING_DENSITIES, stringLoad, usualStrings, type LoadedString, type StringLoad } from './string-load';
export { sinkUnderForce, turnUnderTorque } from './bridge-on-beam';
