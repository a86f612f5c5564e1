/** Notes of equal temperament. */
import { requireWithin } from '../base';

export interface Note {
  /** "G#" or "Ab" by choice. */
  note: string;
  octave: number;
  /** From the note, -50 up to 50. */
  cents: number;
}

const SHARPS = ['C', 'C#', 'D', 'D#', 'E', 'F', 'F#', 'G', 'G#', 'A', 'A#', 'B'] as const;
const FLATS = ['C', 'Db', 'D', 'Eb', 'E', 'F', 'Gb', 'G', 'Ab', 'A', 'Bb', 'B'] as const;
const A4_NUMBER = 69;
export const STANDARD_A4 = 440;

/** @param a4 [Hz], 400 to 480 */
export function noteOf(frequency: number, a4 = STANDARD_A4, spelling: 'sharp' | 'flat' = 'sharp'): Note {
  requireWithin('a4', a4, 400, 480);
  const exact = A4_NUMBER + 12 * Math.log2(frequency / a4);
  const number = Math.round(exact);
  const names = spelling === 'sharp' ? SHARPS : FLATS;
  return { note: names[((number % 12) + 12) % 12], octave: Math.floor(number / 12) - 1, cents: 100 * (exact - number) };
}

/** How far the second lies above the first [cents]. */
export function centsBetween(from: number, to: number): number {
  return 1200 * Math.log2(to / from);
}

/** C is 0, C# 1 … B 11. */
export function pitchClass(frequency: number, a4 = STANDARD_A4): number {
  return ((Math.round(A4_NUMBER + 12 * Math.log2(frequency / a4)) % 12) + 12) % 12;
}
