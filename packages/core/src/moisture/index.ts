/** Air and wood: equilibrium moisture, and whether a board has come to rest. */
export { equilibriumMoisture, movementAcross, stiffnessRatio, TYPICAL_RADIAL_SHRINKAGE } from './equilibrium-moisture';
export { dryingCurve, type DryingCurve, type DryingPoint, type DryingState } from './drying-curve';
