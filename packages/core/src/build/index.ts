export { CONSTRUCTIONS, FAMILIES, PLATES, STAGES, type Construction, type PlateRole, type Stage } from './stages';
export { checkBuildWood, enteredWood, woodEstimate, woodOfSpecies, type BuildWood } from './build-wood';
