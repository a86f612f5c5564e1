/** A build as a whole: its stages, construction, wood and choices, and how thin by every school. */
export { CONSTRUCTIONS, FAMILIES, PLATES, STAGES, type Construction, type PlateRole, type Stage } from './stages';
export { checkBuildWood, enteredWood, woodEstimate, woodOfSet, woodOfSpecies, type BuildWood } from './build-wood';
export {
  howThin,
  learnedCarrying,
  NO_CHOICES,
  ringPoints,
  tensionOf,
  type HowThin,
  type HowThinFacts,
  type ModelPlate,
  type NoteKind,
  type PlateCheck,
  type RuleChoices,
  type RuleOpinion,
} from './how-thin';
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
export { NO_BUILD_CHOICES, type BarGoal, type BuildChoices, type BuildOutcome, type SandwichPlan } from './choices';
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
