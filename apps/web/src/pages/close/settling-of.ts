/** How a strung top settles, with words for what it moves by. Pure. */
import { settlingOfRecord, type RecordedSettling } from '@nimble/core/closing';
import type { UnitChoice } from '@nimble/core/units';
import type { VoicingEvent } from '@nimble/core/voicing';
import { degreeWords, sinkWords } from '../../words/figure-words';

export interface SettlingPicture extends RecordedSettling {
  words: (moved: number) => string;
}

export function settlingOf(
  events: readonly VoicingEvent[],
  model: Parameters<typeof settlingOfRecord>[1],
  units: UnitChoice,
): SettlingPicture | null {
  const record = settlingOfRecord(events, model);
  return record && { ...record, words: (moved) => (record.turns ? degreeWords(moved) : sinkWords(moved, units)) };
}
