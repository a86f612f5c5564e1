export { CONSTRUCTIONS, FAMILIES, PLATES, STAGES, type Construction, type PlateRole, type Stage } from './stages';
export { checkBuildWood, enteredWood, woodEstimate, woodOfSet, woodOfSpecies, type BuildWood } from './build-wood';
export { asStiffAs, pumpingArea, type LikePlate, type WantedPlate } from './how-thin';
