/** Notes of tone bars, one after another. Pure. */
import type { Family } from '../outline';
import type { BarGoal, BuildChoices } from '../project';
import { centsBetween } from '../sound';

const USUAL: Partial<Record<Family, readonly string[]>> = {
  'steel-string': ['upper tone bar', 'lower tone bar'],
};
const OTHERS = ['treble bar', 'bass bar'];

/** A knock as it was kept, as far as bars are concerned. */
export interface BarKnock {
  id: string;
  /** ISO 8601. */
  at: string;
  about: string;
  place: { name?: string };
  retracted: boolean;
  analysis: { partials: readonly { frequency: number; level: number }[] };
}

/** The build as far as its bars are concerned. */
export interface BarredBuild {
  family: Family;
  choices: Pick<BuildChoices, 'bars'>;
}

/** The build's own bars, or those that its family usually has. */
export function barsOf({ choices, family }: BarredBuild): BarGoal[] {
  return choices.bars.length > 0 ? choices.bars : (USUAL[family] ?? OTHERS).map((name) => ({ name, goal: null }));
}

export interface BarReading {
  id: string;
  at: string;
  /** Its own note [Hz]: that near where it is known to lie, else its strongest. */
  frequency: number;
  /** To the goal, and since the reading before [cents]. */
  toGoal: number | null;
  since: number | null;
}

/** A bar's own note stays so near to where it was said to lie, however much is planed [cents]. */
const ITS_OWN = 400;

type HeardPartial = BarKnock['analysis']['partials'][number];

function ownNote(partials: readonly HeardPartial[], about: number | null): HeardPartial | null {
  if (about === null) return partials.reduce((a, b) => (b.level > a.level ? b : a));
  const off = ({ frequency }: HeardPartial) => Math.abs(centsBetween(frequency, about));
  const nearest = partials.reduce((a, b) => (off(b) < off(a) ? b : a));
  return off(nearest) <= ITS_OWN ? nearest : null;
}

const knocksOver = (knocks: readonly BarKnock[], bar: string) =>
  knocks.filter(
    ({ about, place, retracted, analysis }) =>
      about === 'bar' && place.name === bar && !retracted && analysis.partials.length > 0,
  );

/** Of one bar, oldest first; a knock in which its own note was not heard is none. */
export function barReadings(knocks: readonly BarKnock[], { name, goal, about }: BarGoal): BarReading[] {
  const own = knocksOver(knocks, name).flatMap(({ id, at, analysis }) => {
    const note = ownNote(analysis.partials, about ?? null);
    return note ? [{ id, at, frequency: note.frequency }] : [];
  });
  return own.map(({ id, at, frequency }, i) => ({
    id,
    at,
    frequency,
    toGoal: goal === null ? null : centsBetween(frequency, goal),
    since: i === 0 ? null : centsBetween(own[i - 1].frequency, frequency),
  }));
}

const CHOICES = 6;

/**
 * The strongest notes of the newest knock over a bar, low to high, and its own among them however faint [Hz]; `own` is
 * null where that knock told nothing of it.
 */
export function notesOver(
  knocks: readonly BarKnock[],
  { name, about }: Pick<BarGoal, 'name' | 'about'>,
): { notes: number[]; own: number | null } {
  const partials = knocksOver(knocks, name).at(-1)?.analysis.partials ?? [];
  const own = (about ?? null) === null || partials.length === 0 ? null : (ownNote(partials, about!)?.frequency ?? null);
  const loudest = [...partials]
    .sort((a, b) => b.level - a.level)
    .slice(0, CHOICES)
    .map(({ frequency }) => frequency);
  return { notes: [...new Set([...loudest, ...(own === null ? [] : [own])])].sort((a, b) => a - b), own };
}

/** Between the newest notes of the first two bars [cents]; null until both are read. */
export function interval(first: readonly BarReading[], second: readonly BarReading[]): number | null {
  const [a, b] = [first.at(-1), second.at(-1)];
  return a && b ? centsBetween(a.frequency, b.frequency) : null;
}
