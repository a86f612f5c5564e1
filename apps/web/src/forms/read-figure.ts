import { InvalidInput } from '@nimble/core/base';
import { readPitch } from '@nimble/core/sound';
import { preferencesNow } from '../ui/preferences';

/** A plain figure with an optional unit word behind it: "43.9", "43,9 Hz". @throws InvalidInput at the field */
export function readFigure(field: string, text: string, unit: RegExp, example: string): number {
  const plain = text.trim().replace(unit, '').trim().replace(',', '.');
  const value = Number(plain);
  if (plain === '' || !Number.isFinite(value)) throw new InvalidInput(field, text, `Type ${example}`);
  return value;
}

/** "43.9", "43,9 Hz", or a note with its cents, "G#2 −20". @throws InvalidInput at the field */
export function readHertz(field: string, text: string): number {
  const named = /^[a-g]/i.test(text.trim()) ? readPitch(text, preferencesNow().a4) : null;
  if (named?.kind === 'wrong') throw new InvalidInput(field, text, named.words);
  if (named?.kind === 'pitch') return named.frequency;
  return readFigure(field, text, /hz$/i, 'the frequency, like 43.9, or a note, like G#2 −20');
}

/** As many as anybody hears. */
const MOST_NOTES = 8;

/**
 * Several notes one after the other: `98.5; 142`, `G2, D3 +15`, or bare figures with spaces between.
 * @throws InvalidInput naming the one that is none
 */
export function readClearNotes(field: string, text: string): number[] {
  const parts = text
    .split(/[;/]|,\s/)
    .flatMap((part) => (/^[\d.,\s]+$/.test(part) ? part.trim().split(/\s+/) : [part.trim()]))
    .filter((part) => part !== '');
  if (parts.length === 0) throw new InvalidInput(field, text, 'Type the notes that ring clear, or how long it rings');
  if (parts.length > MOST_NOTES)
    throw new InvalidInput(field, text, `Keep those that ring clear: no more than ${MOST_NOTES}`);
  return parts.map((part) => readHertz(field, part));
}

export const readSeconds = (field: string, text: string) =>
  readFigure(field, text, /s(ec(onds?)?)?$/i, 'seconds, like 1.8');
