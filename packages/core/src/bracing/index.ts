/**
 * The plan of the braces: what a brace is, patterns, laps, the bridge, cautions, what a brace weighs, sounds and
 * carries on its plate.
 */
export {
  BRACE_STEPS,
  braceSection,
  planFigures,
  bracePlaces,
  LEAST_HEIGHT,
  profileHeights,
  seekInterval,
  seekNote,
  volumeOf,
  type BracePlan,
  type BraceProfile,
  type IntervalSought,
  type PlanFigures,
  type ProfileSizes,
  type Sought,
} from './brace-plan';
export {
  BRACE_ROLES,
  BRIDGE_KINDS,
  CAPS,
  checkBracingPlan,
  crossingsOf,
  END_FITS,
  flipPlan,
  heightAt,
  lapCuts,
  lapOf,
  mirrored,
  MOST_BRACES,
  movedTo,
  newLap,
  PATCH_ROLES,
  STRING_MATERIALS,
  UNDERSIDES,
  usualEndFit,
  type Brace,
  type BraceRole,
  type BracingPlan,
  type BridgeKind,
  type BridgePlan,
  type Cap,
  type Crossing,
  type EndFit,
  type Lap,
  type Patch,
  type PatchRole,
  type PlanString,
  type StringMaterial,
  type Underside,
} from './bracing-plan';
export { nearestOnOutline, reachRim, snapEnd, type Snap, type SnapTarget } from './place';
export {
  drawPattern,
  PATTERNS,
  RIM_INSET,
  scaleOf,
  USUAL_STOCK,
  usualBrace,
  usualSettings,
  type DrawnPattern,
  type Pattern,
  type PatternGround,
  type PatternSettings,
} from './patterns';
export { bridgeAt, bridgeLine, fretToSaddle, usualBridge } from './bridge-line';
export {
  gluedAlong,
  crowdedPlaces,
  gluedRigidity,
  heightOfSameGluedRigidity,
  rigidityAcrossLine,
  workingWidth,
  type GluedPlace,
  type GluedPlate,
} from './on-the-plate';
export { freeCuts, gluedCuts, type BraceCutout } from './brace-cuts';
export { keptHeight, lapStiffness, type LapFigures } from './lap-stiffness';
export { planCautions, widestOpen } from './plan-cautions';
export { CAUTION_CODES, type CautionCode, type CautionGround, type PlanCaution } from './caution';
export { openingOf } from './practice';
export { EXPERIENCES, type Experience } from './experience';
export { moveX, xOf, type XShape } from './x-handles';
export { cutList, notchesOf, patchVolume, type CutEnd, type CutNotch, type CutPiece } from './cut-list';
export { blankOf, forecastShaping, settleShaping, type ShapingForecast, type ShapingOutcome } from './shaping';
export { emptyPlan } from './empty-plan';
export { isSamePlan, planDifferences, type PlanDifferences } from './plan-differences';
