/** What a piece of wood is: constants by flex and knock, priors by species, strength, the rack. */
export { checkConstants, minorPoisson, type OrthotropicConstants } from './orthotropic-constants';
export { SPECIES_PRIORS, speciesPrior, type SpeciesPrior } from './species-priors';
export { acousticFigures, qualityFromRing, ringTime, type AcousticFigures } from './acoustic-figures';
export {
  testFlex,
  USUAL_DOUBT,
  type FlexDoubt,
  type FlexPoint,
  type FlexResult,
  type FlexTest,
  type FlexWarning,
  type FlexWarningCode,
} from './flex-test';
export { offAxisModulus, strengthAtSlope } from './off-axis';
export {
  DEFAULT_POISSON,
  identifyPlate,
  USUAL_KNOCK_DOUBT,
  type IdentifiedPlate,
  type IdentifyWarning,
  type IdentifyWarningCode,
  type KnockDoubt,
  type KnockTest,
  type NamedPartial,
  type PlateModel,
} from './identify-plate';
export { GENERIC_CORES, sandwichFigures, type Sandwich, type SandwichFigures } from './sandwich';
export {
  objections,
  qualities,
  setProperties,
  type Objection,
  type SetFacts,
  type Clash,
  type SetProperties,
  type WoodFinding,
} from './rack';
export { PIECE_MARKS, type PieceMark } from './piece-mark';
export {
  bestOrder,
  betterPairs,
  joinedProperties,
  mismatch,
  pieceDifferences,
  thinnerToBendAlike,
  type PieceDifference,
  type PieceOrder,
  type Trade,
} from './pieces';
export type { MeasuredBy, MeasuredQuantity } from './measured';
export {
  checkJig,
  jigFactor,
  middleOfSpan,
  type BeamJig,
  type CantileverJig,
  type Jig,
  type RingJig,
  type SpanJig,
} from './jig';
export { feelRecord, type FeelRecord, type FeltFlex } from './feel';
export { parseRunout, runoutInWords } from './runout';
export { braceFigures, REFERENCE_BRACE, type BraceFigures } from './brace-stock';
export {
  bookMatched,
  localStroke,
  planingAdvice,
  strokeAt,
  type End,
  type Face,
  type FibreRise,
  type Half,
  type LocalStroke,
  type Stroke,
  type PlaningAdvice,
} from './planing-direction';
export { testRing, type RingTest, type RingTestResult } from './ring-test';
export { durationFactor, softwoodStrength, type WoodStrength } from './strength';
export {
  newDoubts,
  questionBend,
  questionNote,
  woodDoubts,
  type DoubtedQuantity,
  type Slip,
  type WoodDoubt,
} from './doubts';
