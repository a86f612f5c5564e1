/** Voicing in rounds: record, the model fitted to a top, next shaving, what to measure, when to stop. */
export { FLEX_PLACES, flexSetups, forcesOf, type FlexPlace, type FlexSetup } from './flex-place';
export { applyShavings, checkShaving, strokeShape, type ShavedPlace, type Shaving } from './shaving';
export { AS_TAKEN, priorSpread, withFactors, WOOD_FACTORS, type WoodFactor, type WoodFactors } from './wood-factors';
export {
  effectOf,
  figuresOnBench,
  openVoicingModel,
  type QuantityKey,
  type VoicedMode,
  type VoicedQuantity,
  type VoicingModel,
  type VoicingSettings,
} from './voicing-model';
export { matchModes, type HeardMode, type MatchedMode } from './match-modes';
export {
  fitModel,
  leftOpen,
  quantityOf,
  informativeReadings,
  type Calibration,
  type FittedReading,
  type VoicingReading,
  type WorthReading,
} from './fit-model';
export {
  checkGoal,
  goalLines,
  NO_GOAL,
  type BarInterval,
  type FlexWish,
  type GoalLine,
  type ModeWish,
  type VoicingGoal,
} from './goal';
export {
  goalStanding,
  currentEstimate,
  withModel,
  type Forecasts,
  type GoalStanding,
  type Standing,
} from './current-estimate';
export { mirrorOf, candidateStrokes, type Stroke } from './strokes';
export { forecastChange, safetyMarginOf, type SafetyMargin } from './forecast-change';
export { fullerPlan, suggestShavings } from './suggest-shavings';
export { goalLimits, type Besides, type GoalLimit } from './goal-limits';
export type { RoundsLeft, FullerPlan, PlannedStep, Proposal, ShavingCandidate, SuggestInput } from './proposal';
export {
  braceKey,
  kindsOf,
  PLACE_KINDS,
  PLACE_WISHES,
  usualWish,
  wishOf,
  type PlaceKind,
  type PlaceWish,
  type PlaceWishes,
} from './place-kinds';
export { distinctLines, ringLine, type Reach } from './open-wishes';
export { ringIsOver, ringTrend, withRing, type RingRound, type RingTrend } from './ring';
export { BAD_FIT, stopOrGo, type StopInput, type StopRule, type Verdict } from './stop';
export { barEffects, type BarEffects } from './bar-effects';
export { tuneBars, type BarNow, type BarsInput, type BarStrokes } from './tune-bars';
export { nextReadings, readingError, type NextReading, type WantedReading } from './next-readings';
export { checkVoicedReading, type ReadingQuestion } from './question';
export { safeReductions, type SafeReduction } from './safe-reductions';
export { alongGrain, evidenceFor, voicingFindings, type OnBrace, type VoicingFinding } from './findings';
export {
  assessVoicing,
  type RoundStanding,
  type VoicingAssessment,
  type VoicingInput,
  type VoicingRound,
} from './assess-voicing';
export { bendByHand, ENOUGH_MARKS, markedBends, type MarkedBend } from './hand-marks';
export { heardModes, WALKED, type HeardNote } from './heard-modes';
export {
  goalOf,
  closedSince,
  letInOf,
  REPAIRS,
  standingEvents,
  VOICING_KINDS,
  type EventOf,
  type RepairKind,
  type VoicingBodies,
  type VoicingEvent,
  type VoicingKind,
} from './events';
export {
  isOf,
  outcomesKept,
  readIn,
  readingOf,
  readingsOfRound,
  roundNow,
  roundsOf,
  shavedTop,
  type RoundKnock,
  type RoundNow,
} from './record';
export { asPlaned, benchFigures, planedByHand, otherWood, readBalance, readDial, soundingModes } from './synthetic-top';
export { questionKnock, type KnockQuestion } from './question-knock';
export { forecastShaving, voicingInput, type ShavingForecast, type VoicingFacts } from './forecast-shaving';
export { heardKnock, placedKnock, roundKnock, type KeptKnock } from './round-knocks';
export { barPairs, barStrokes, type BarAdvice, type BarPair } from './bar-pairs';
export {
  barReadings,
  barsOf,
  interval,
  notesOver,
  type BarKnock,
  type BarReading,
  type BarredBuild,
} from './bar-readings';
