export {
  stringsLoads, TEST_FORCE, testLoad, TOP_HOLDS, topOfPlan, type TopHold, type TopPlan,
} from './top-of-plan'; // prettier-ignore
export {
  examineTop, risen, type ExaminedLoad, type ExaminedMode, type ExaminedTop, type ExamineSettings, type OpenedTop, type StringsFigures,
} from './examine-top'; // prettier-ignore
export { reserveOf, type Reserve } from './reserve';
export {
  ONE_PASS, passOnBrace, passOnPlate, PLANE_REACH, shavingMap, SCRAPED, WASTED, type PassEffect, type ShavingMap, type Wish,
} from './shaving'; // prettier-ignore
export { QuickTop, type QuickChange, type QuickFigures } from './quick-top';
export { gridSampler } from './onto-grid';
export { RIM_PROBE, rimStiffness, type RimPlace } from './rim-stiffness';
export { addReduced, noDifference, polynomialThrough, type Reduced } from './reduced-polynomial';
export {
  changedPlan, changedTop, followsHand, heightsOf, isChanged, NO_CHANGE, thickerBy, type TopChange,
} from './top-change'; // prettier-ignore
export { partOfPlace, TOP_PARTS, type Thicker, type TopPart } from './top-parts';
export { followModes } from './follow-modes';
export { keptFigures, shapeTracer, sizeUpTop, summaryOf, type KeptFigures, type TopSummary } from './size-up-top';
export { groundOf, plateKnown, topOfBuild, type Ground, type GroundOf, type PlateKnown } from './top-of-build';
