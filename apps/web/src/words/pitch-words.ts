/** Pitches as this maker says them: note and cents, hertz, or not at all. Pure. */
import { noteOf } from '@nimble/core/sound';
import type { Preferences } from '../ui/preferences';

export type PitchChoice = Pick<Preferences, 'a4' | 'spelling' | 'pitch'>;

/** "G3", or "196 Hz", or nothing. */
export function shortPitch(frequency: number, { a4, spelling, pitch }: PitchChoice): string {
  if (pitch === 'none') return '';
  if (pitch === 'hertz') return frequency.toFixed(0);
  const { note, octave } = noteOf(frequency, a4, spelling);
  return `${prettyNote(note)}${octave}`;
}

/** "G3 +12", or "196.0 Hz". */
export function longPitch(frequency: number, choice: PitchChoice): string {
  if (choice.pitch === 'none') return '';
  if (choice.pitch === 'hertz') return `${frequency.toFixed(1)} Hz`;
  const { cents } = noteOf(frequency, choice.a4, choice.spelling);
  return `${shortPitch(frequency, choice)} ${signed(cents)}`;
}

/** Cents with a true minus. */
export function signed(cents: number): string {
  const whole = Math.round(cents) || 0;
  return `${whole >= 0 ? '+' : '−'}${Math.abs(whole)}`;
}

/** Name of a pitch class (0 = C). */
export function className(pitchClass: number, { a4, spelling }: Pick<PitchChoice, 'a4' | 'spelling'>): string {
  return prettyNote(noteOf(a4 * 2 ** ((pitchClass - 9) / 12), a4, spelling).note);
}

const prettyNote = (note: string) => note.replace('#', '♯').replace(/b$/, '♭');
