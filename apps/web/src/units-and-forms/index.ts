export { positiveBelow, QuantityField } from './QuantityField';
