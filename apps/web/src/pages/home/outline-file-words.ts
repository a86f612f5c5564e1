import type { ImportedOutline } from '@nimble/core/formats';
import type { HoleSpec } from '@nimble/core/outline';

/** No instrument's plate is shorter or longer [m]. */
const SHORTEST = 0.15;
const LONGEST = 1.2;

export function sizeDoubt({ length, unit }: Pick<ImportedOutline, 'length' | 'unit'>): string | null {
  if (length >= SHORTEST && length <= LONGEST) return null;
  const far = length < SHORTEST ? 'smaller' : 'larger';
  return `That is ${far} than any plate: ${unit.told ? 'the file may say the wrong unit' : 'say what its figures are'}.`;
}

/** As wide as soundholes are [m]. */
const SOUNDHOLE = { least: 0.05, most: 0.15 };

/** A pair of slots, else the smallest ring that can be a soundhole: those outside it are its rosette. */
export function chosenAtFirst(holes: readonly HoleSpec[]): number[] {
  const isSoundhole = (hole: HoleSpec) =>
    hole.kind === 'f-holes' || (hole.y === 0 && hole.diameter >= SOUNDHOLE.least && hole.diameter <= SOUNDHOLE.most);
  const first = holes.findIndex(isSoundhole);
  return first < 0 ? [] : [first];
}
