export {
  exportReadings, importReadings, type ExportedReading, type ImportedReading, type LineError, type ReadingsImport,
} from './readings-csv'; // prettier-ignore
export { importOutline, type ImportedOutline } from './outline-file';
