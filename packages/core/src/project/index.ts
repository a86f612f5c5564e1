/** A build as a whole: its stages, construction, wood, and what its maker decides. */
export { CONSTRUCTIONS, FAMILIES, PLATES, STAGES, type Construction, type PlateRole, type Stage } from './stages';
export {
  checkBuildWood,
  enteredWood,
  woodEstimate,
  woodOfSet,
  woodOfSpecies,
  type BuildWood,
  type WoodEstimate,
} from './build-wood';
export { misfitOf, type Misfit, type SetSize } from './set-fits';
export {
  NO_BUILD_CHOICES,
  NO_CHOICES,
  type BarGoal,
  type BuildChoices,
  type BuildOutcome,
  type NoteKind,
  type PitchNote,
  type RuleChoices,
  type SandwichPlan,
  THICKNESS_RULES,
  type TearMark,
  type ThicknessRule,
} from './choices';
