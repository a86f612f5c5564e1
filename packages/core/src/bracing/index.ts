export {
  BRACE_STEPS, planFigures, bracePlaces, LEAST_HEIGHT, profileHeights, seekNote,
  type PlanFigures, type BracePlan, type BraceProfile, type ProfileSizes, type Sought,
} from './brace-plan'; // prettier-ignore
