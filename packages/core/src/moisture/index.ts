export { equilibriumMoisture, movementAcross, stiffnessRatio, TYPICAL_RADIAL_SHRINKAGE } from './equilibrium-moisture';
