export { parseQuantity, unitOf, type ParsedQuantity } from './parse-quantity';
export {
  formatMass, formatPlanLength, formatQuantity, formatThickness, formatThicknessChange, inWords, METRIC,
  type FormattedQuantity, type UnitChoice,
} from './format-quantity'; // prettier-ignore
export { UNITS, type Quantity, type Unit } from './unit-table';
