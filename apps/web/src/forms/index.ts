export { positiveBelow, QuantityField } from './QuantityField';
export { readFigure, readHertz, readSeconds } from './read-figure';
export { useSending } from './use-sending';
export { NameForm } from './NameForm';
export { AskedBox, AskedLayout } from './AskedBox';
export { useAsking } from './use-asking';
