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
export {
  bandTable,
  checkBands,
  defaultTarget,
  isSameBand,
  numberBand,
  type NumberBand,
  type ThicknessBand,
} from './number-bands';
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
} from './thickness-rules';
export { ringAt, ringCurve, type RingCurve, type RingPoint, type RingState } from './ring-curve';
export { rankSets, type RankedSet } from './rank-sets';
export {
  stiffnessCoefficient,
  learnCarrying,
  effectiveEllipse,
  startCarrying,
  type CarryingPlate,
  type LearnedCarrying,
} from './carrying-factor';
export { bendingEnergy, equivalentThickness, pumpingWeights } from './pumping-level';
export {
  howThin,
  isOrdinaryTarget,
  learnedCarrying,
  ringPoints,
  tensionOf,
  type HowThin,
  type HowThinFacts,
  NEW_SHOP,
  type ModelPlate,
  type ShopFacts,
} from './how-thin';
export type { PlateCheck } from './plate-check';
export type { RuleOpinion } from './rule-opinion';
export { byFeel, marksOf, worthOf, type FeelWorth, type HandRecord, type Mark } from './feel-rule';
export {
  followedBy,
  forecastCheck,
  passTable,
  type CheckForecast,
  type FollowedChecks,
  type PassRow,
  type PassTable,
  type PassTableFacts,
} from './pass-table';
export { targetInOtherWood, type TargetInOtherWood } from './other-wood-target';
