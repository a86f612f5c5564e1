/** Notes of tone bars, one after another. Pure. */
import { centsBetween, type BarGoal, type Family } from '@nimble/core';
import type { KnockView } from '../../api/knocks';
import type { Build } from '../../api/types';

const USUAL: Partial<Record<Family, readonly string[]>> = {
  'steel-string': ['upper tone bar', 'lower tone bar'],
};
const OTHERS = ['treble bar', 'bass bar'];

/** The build's own bars, or those that its family usually has. */
export function barsOf({ choices, family }: Pick<Build, 'choices' | 'family'>): BarGoal[] {
  return choices.bars.length > 0 ? choices.bars : (USUAL[family] ?? OTHERS).map((name) => ({ name, goal: null }));
}

export interface BarReading {
  id: string;
  at: string;
  /** Its strongest note [Hz]. */
  frequency: number;
  /** To the goal, and since the reading before [cents]. */
  toGoal: number | null;
  since: number | null;
}

/** Of one bar, oldest first. */
export function barReadings(knocks: readonly KnockView[], { name, goal }: BarGoal): BarReading[] {
  const own = knocks.filter(
    ({ about, place, retracted, analysis }) =>
      about === 'bar' && place.name === name && !retracted && analysis.partials.length > 0,
  );
  const notes = own.map(({ analysis }) => analysis.partials.reduce((a, b) => (b.level > a.level ? b : a)).frequency);
  return own.map(({ id, at }, i) => ({
    id,
    at,
    frequency: notes[i]!,
    toGoal: goal === null ? null : centsBetween(notes[i]!, goal),
    since: i === 0 ? null : centsBetween(notes[i - 1]!, notes[i]!),
  }));
}

/** Between the newest notes of the first two bars [cents]; null until both are read. */
export function interval(first: readonly BarReading[], second: readonly BarReading[]): number | null {
  const [a, b] = [first.at(-1), second.at(-1)];
  return a && b ? centsBetween(a.frequency, b.frequency) : null;
}
