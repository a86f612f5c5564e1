export { positiveBelow, QuantityField } from './QuantityField';
export { readFigure, readClearNotes, readHertz, readSeconds } from './read-figure';
export { useEntryForm, WrongFields, type ChoiceEntry, type TextEntry } from './use-entry-form';
export { useSending, WAITS } from './use-sending';
export { FamilyField } from './FamilyField';
export { NameForm } from './NameForm';
export { AskedBox, AskedLayout } from './AskedBox';
