/**
 * A plate that is not flat: rise and radius, battens, dishes, what a season does to an arch, the glue face of a brace
 * on it.
 */
export { arcHeight, arcOfRadius, arcOfRise, battenDeviation, bentBatten, type Arc, type BattenShape } from './arc';
export {
  archInSeason,
  bendingStrain,
  forceToConform,
  gapInDish,
  sagittaTable,
  type ArchInSeason,
  type SagittaRow,
  type Season,
} from './brace-arch';
