/** Quantities as people write them, into SI and back. The only place that knows other units. */
export { CENTS, DEGREE, STANDARD_GRAVITY } from './factors';
export { LOAD_UNITS, parseLoad, type LoadUnit } from './parse-load';
export { parseQuantity, unitOf, type ParsedQuantity } from './parse-quantity';
export {
  formatArea,
  formatMass,
  formatMassRemoved,
  formatPlanLength,
  formatQuantity,
  formatRadius,
  formatSag,
  formatThickness,
  formatThicknessChange,
  formatVolume,
  inWords,
  METRIC,
  type FormattedQuantity,
  type UnitChoice,
} from './format-quantity';
export { POINTS_PER_METRE, UNITS, type Quantity, type Unit } from './unit-table';
