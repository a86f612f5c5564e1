/** Files in and out: outlines, readings, the story of a voicing. */
export { questionImport, type DoubtfulLine } from './question-import';
export {
  exportReadings,
  importReadings,
  type ExportedReading,
  type ImportedReading,
  type LineError,
  type ReadingsImport,
} from './readings-csv';
export { importOutline, type ImportedOutline, type OutlineReading } from './outline-file';
export type { BraceLine } from './brace-lines';
export { OUTLINE_UNITS, type OutlineUnit } from './outline-unit';
export { type Story, type StoryPlate, type StorySection } from './story';
export { printable, storyPdf } from './story-pdf';
export { voicingCsv, voicingZip, type BundleSound, type VoicingBundle } from './voicing-bundle';
