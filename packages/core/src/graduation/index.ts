export {
  checkTarget, fillTarget, middleThickness, type ControlPoint, type DrawnBase, type EvenBase, type GradedBase, type TargetSpec, type ThinRim, type TrebleSign,
} from './target'; // prettier-ignore
export { defaultTarget } from './number-bands';
export {
  byFlex, byNumber, byPitch, byStiffness, pumpingStiffness, ringCurve, sameStiffness,
  type PumpingArea, type RingCurve, type RingPoint, type RingState, type RuleResult, type StiffnessGoal, type ThicknessRule,
} from './thickness-rules'; // prettier-ignore
export { rankSets, type RankedSet } from './rank-sets';
