export { arcHeight, arcOfRadius, arcOfRise, battenDeviation, bentBatten, type Arc, type BattenShape } from './arc';
export {
  archInSeason, bendingStrain, forceToConform, gapInDish, sagittaTable, type ArchInSeason, type SagittaRow, type Season,
} from './brace-arch'; // prettier-ignore
