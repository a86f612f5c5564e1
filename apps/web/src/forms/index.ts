export { positiveBelow, QuantityField } from './QuantityField';
export { readFigure, readHertz, readSeconds } from './read-figure';
export { useSending } from './use-sending';
export { NameForm } from './NameForm';
export { AskedBox, AskedLayout, type Asked } from './AskedBox';
export { useAsking, type AskedWrite } from './use-asking';
