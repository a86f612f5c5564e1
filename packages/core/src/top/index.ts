/**
 * A build’s top as the finite elements want it, and their answers as a maker wants them: modes, strings, neck, reserve,
 * shaving map, what if.
 */
export { topOfPlan } from './top-of-plan';
export { TOP_HOLDS, type TopHold, type TopPlan } from './top-plan';
export { stringsLoads, TEST_FORCE, testLoad } from './strings-loads';
export { hasNeck } from './neck';
export {
  examineTop,
  risen,
  type ExaminedLoad,
  type ExaminedMode,
  type ExaminedTop,
  type ExamineSettings,
  type OpenedTop,
  type StringsFigures,
} from './examine-top';
export { reserveOf, type Reserve } from './reserve';
export {
  ONE_PASS,
  passOnBrace,
  passOnPlate,
  PLANE_REACH,
  shavingMap,
  SCRAPED,
  WASTED,
  type PassEffect,
  type ShavingMap,
  type Wish,
} from './shaving';
export { TopReanalysis, type QuickChange, type QuickFigures } from './top-reanalysis';
export { gridSampler } from './onto-grid';
export { RIM_PROBE, rimStiffness, type RimPlace } from './rim-stiffness';
export { addReduced, noDifference, polynomialThrough, type ReducedMatrices } from './reduced-polynomial';
export {
  changedPlan,
  changedTop,
  followsHand,
  heightsOf,
  isChanged,
  NO_CHANGE,
  thickerBy,
  type TopChange,
} from './top-change';
export { partOfPlace, TOP_PARTS, type Thicker, type TopPart } from './top-parts';
export { trackModes } from './follow-modes';
export { keptFigures, shapeTracer, sizeUpTop, summaryOf, type KeptFigures, type TopSummary } from './size-up-top';
export { groundOf, plateKnown, topOfBuild, type Ground, type GroundOf, type PlateKnown } from './top-of-build';
