/** One sound: touch, partials, ring, rattle, hum, notes; a played instrument; WAV files. */
export {
  analyseKnock,
  USUAL_OPTIONS,
  type HeardOnset,
  type HeardPartial,
  type KnockAnalysis,
  type KnockOptions,
} from './analyse-knock';
export { combineKnocks, groupPartials, meanPartial, type CombinedPartial, type KnockPartial } from './combine-knocks';
export { createFftPlan, type FftPlan } from './fft';
export { findModes, BAND, type FindOptions, type FoundModes } from './find-modes';
export { type FittedMode, type Mode } from './fit-modes';
export { findOnsets, type Onset, type OnsetReason } from './onsets';
export { centsBetween, noteOf, pitchClass, STANDARD_A4, type Note } from './notes';
export { ringTimeOf } from './ring';
export {
  isKeptAsItIs,
  keptWav,
  readWav,
  repackedWav,
  sourceOf,
  wavLayout,
  writeWav,
  type ByteSource,
  type Sound,
  type WavLayout,
} from './wav';
export { hearFile, toOneChannel, type OneChannel, type SoundWarning } from './mixdown';
export {
  analysePlayed,
  checkPlayedLength,
  type PlayedAnalysis,
  type PlayedOptions,
  type PlayedPeak,
  type PlayedValley,
} from './played';
export { knockSpectrum } from './knock-spectrum';
export { keptAnalysis, type KeptAnalysis } from './stored-analysis';
export { KnockTrigger, type Meter } from './knock-trigger';
export { readPitch, type ReadPitch } from './read-pitch';
