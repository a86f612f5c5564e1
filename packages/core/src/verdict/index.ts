export {
  assessThickness, plateContext,
  type Assessment, type PlateContext, type SurveyInput, type ThicknessVerdict, type VerdictKind, type VerdictRule,
} from './assess-thickness'; // prettier-ignore
export { DEFAULT_DEPTH, planPasses, type PassPlan, type PassTool, type PlanInput, type PlanStep } from './pass-plan';
export {
  FIRST_REMOVAL_SPREAD,
  forecastPasses,
  type FlexForecast,
  type PassForecast,
  type WoodEstimate,
} from './pass-forecast';
export { judgeTearOut, type TearOut } from './tear-out';
export { divideIntoZones, zoneOfPlace, type Region, type Zone, type ZoneMap } from './zones';
export { summarizeAssessment, type AssessmentSummary, type StepSummary } from './summary';
export { evidence, flexChangeWords, headline, overUnderWords, ruleWords, stepWords, zoneWords } from './words';
