/** What a knock says, in a maker's words. Pure. */
import {
  centsBetween,
  type HeardOnset,
  type HeardPartial,
  type KnockAnalysis,
  type SoundWarning,
} from '@nimble/core/sound';

const WARNING_WORDS: Record<SoundWarning, string> = {
  clipped: 'It was too loud and clipped: what follows begins after that. Knock softer, or move the microphone away.',
  hum: 'Mains hum is in it; it was kept out of the notes.',
  'dead-channel': 'One channel is dead; the other was used.',
  'opposite-channels': 'The channels are wired against each other; one was turned round.',
  truncated: 'The file breaks off; what it holds was used.',
  silent: 'Nothing was heard: is the right microphone on?',
};

const REASON_WORDS: Record<NonNullable<HeardOnset['reason']>, string> = {
  weak: 'too soft beside the others',
  double: 'hit twice',
  slow: 'no knock: it swells',
  'goes-on': 'no knock: it does not die away',
  'too-short': 'cut off too soon',
  'no-notes': 'no note in it',
};

export const warningWords = (warning: SoundWarning) => WARNING_WORDS[warning];

/** "1 knock used; 1 left out: hit twice." */
export function onsetWords({ onsets, warnings }: Pick<KnockAnalysis, 'onsets' | 'warnings'>): string {
  if (warnings.includes('silent')) return '';
  const used = onsets.filter((onset) => onset.accepted).length;
  const reasons = onsets.flatMap(({ reason }) => (reason ? [REASON_WORDS[reason]] : []));
  if (used === 0 && reasons.length === 0) return 'No knock was heard in it.';
  const left = reasons.length === 0 ? '' : `; ${reasons.length} left out: ${[...new Set(reasons)].join(', ')}`;
  return `${used === 1 ? '1 knock' : `${used} knocks`} used${left}.`;
}

/** Strongest first. */
export function strongest<P extends { level: number }>({ partials }: { partials: readonly P[] }, count: number): P[] {
  return [...partials].sort((a, b) => b.level - a.level).slice(0, count);
}

type Pitched = { frequency: number };

const SAME_CENTS = 60;

/** How far a partial moved since another knock [cents]; null where that had none near. */
export function movedSince(partial: Pitched, before: { partials: readonly Pitched[] } | null): number | null {
  const moved = (before?.partials ?? []).map(({ frequency }) => centsBetween(frequency, partial.frequency));
  const nearest = moved.sort((a, b) => Math.abs(a) - Math.abs(b))[0];
  return nearest !== undefined && Math.abs(nearest) < SAME_CENTS ? nearest : null;
}

/** The strongest partial within so much of a frequency (1), if any. */
export function partialNear({ partials }: KnockAnalysis, frequency: number, within: number): HeardPartial | null {
  const near = partials.filter((p) => Math.abs(p.frequency / frequency - 1) < within);
  return near.length === 0 ? null : near.reduce((a, b) => (b.level > a.level ? b : a));
}
