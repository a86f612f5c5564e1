/** The one verdict on a thickness, the plan of passes, and their forecast. */
export {
  assessThickness,
  forecastRemoval,
  plateContext,
  type Assessment,
  type PlateContext,
  type SurveyInput,
} from './assess-thickness';
export { ENOUGH_READ, takesWoodOff, type ThicknessVerdict, type VerdictKind, type VerdictRule } from './judge';
export { followLead, type FollowedLine, type Lead } from './lead';
export { DEFAULT_DEPTH, planPasses, type PassPlan, type PassTool, type PlanInput, type PlanStep } from './pass-plan';
export {
  FIRST_REMOVAL_SPREAD,
  forecastPasses,
  type FlexForecast,
  type KeptPassForecast,
  type PassForecast,
} from './pass-forecast';
export { takenRemoval, type PassTaken, type Taken } from './taken';
export { judgeTearOut, tearStates, type TearOut, type TearState } from './tear-out';
export { divideIntoZones, sideOfPlace, zoneOfPlace, zoneWords, type Region, type Zone, type ZoneMap } from './zones';
export { densityOf, summarizeAssessment, type AssessmentSummary, type StepSummary } from './summary';
export {
  evidence,
  flexChangeWords,
  followedSentence,
  followedWords,
  headline,
  overUnderWords,
  ruleWords,
  stepWords,
  takenWords,
  THICKNESS_RULE_WORDS,
} from './words';
export { leadFor, leadOf, modelPlates, notJudgedWords, type OtherBuild } from './lead-of';
export {
  afterPass,
  judgeSurvey,
  rulesFor,
  stationsOf,
  type ExpectedState,
  type JudgedBuild,
  type JudgedSurvey,
  type SurveyFacts,
} from './judge-survey';
