/** A pitch as someone types it: "G3", "Bb2 +10", "196", "196,5 Hz". Pure. */

export type ReadPitch = { kind: 'none' } | { kind: 'pitch'; frequency: number } | { kind: 'wrong'; words: string };

const STEPS: Record<string, number> = { C: 0, D: 2, E: 4, F: 5, G: 7, A: 9, B: 11 };
const NOTE = /^([A-Ga-g])([#♯b♭]?)(-?\d)\s*(?:([+\-−]\s*\d{1,2})(?:\s*(?:¢|cents?|c))?)?$/;
const HERTZ = /^(\d{1,4}(?:[.,]\d+)?)\s*(?:hz)?$/i;
const LOWEST = 20;
const HIGHEST = 2000;

/** @param highest that makes sense here [Hz] */
export function readPitch(text: string, a4: number, highest = HIGHEST): ReadPitch {
  const typed = text.trim();
  if (typed === '') return { kind: 'none' };
  const hertz = HERTZ.exec(typed);
  if (hertz) return within(Number(hertz[1].replace(',', '.')), highest);
  const note = NOTE.exec(typed);
  if (!note) return { kind: 'wrong', words: 'Type a note with its octave, such as G3, or a frequency in Hz' };
  const [, letter, sign, octave, off] = note;
  const step = STEPS[letter.toUpperCase()] + (sign === '#' || sign === '♯' ? 1 : sign ? -1 : 0);
  const cents = off ? Number(off.replace('−', '-').replace(/\s/g, '')) : 0;
  return within(a4 * 2 ** ((step - 9) / 12 + Number(octave) - 4 + cents / 1200), highest);
}

function within(frequency: number, highest: number): ReadPitch {
  if (frequency >= LOWEST && frequency <= highest) return { kind: 'pitch', frequency };
  return { kind: 'wrong', words: `It must lie between ${LOWEST} and ${highest} Hz` };
}
