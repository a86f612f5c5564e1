/** How thick a plate shall be by each school, and how its zones differ. */
export {
  isMirrored,
  trebleSignOf,
  checkTarget,
  fillTarget,
  middleThickness,
  type ControlPoint,
  type DrawnBase,
  type EvenBase,
  type GradedBase,
  type TargetSpec,
  type ThinRim,
  type TrebleSign,
} from './target';
export { defaultTarget, numberBand } from './number-bands';
export {
  byFlex,
  byNumber,
  byPitch,
  byRigidity,
  byStiffness,
  byWeight,
  pumpingRigidity,
  pumpingStiffness,
  sameStiffness,
  type PumpingArea,
  type RuleResult,
  type StiffnessGoal,
  type ThicknessRule,
} from './thickness-rules';
export { ringCurve, type RingCurve, type RingPoint, type RingState } from './ring-curve';
export { rankSets, type RankedSet } from './rank-sets';
export {
  carryingFactor,
  learnCarrying,
  pumpingArea,
  startCarrying,
  type CarryingPlate,
  type LearnedCarrying,
} from './carrying-factor';
export { bendingEnergy, equivalentThickness, pumpingWeights } from './pumping-level';
