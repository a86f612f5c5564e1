/** Plain plates by Rayleigh and Ritz: a free one that is knocked, one that lies on a ring. */
export {
  freePlateMode,
  freePlateModes,
  freePlateModesNamed,
  modeDisplacement,
  type FreePlate,
  type FreePlateMode,
  type ModeName,
  type RitzBlock,
} from './free-plate';
export { ringCompliance, type PlateRigidity } from './ring-plate';
