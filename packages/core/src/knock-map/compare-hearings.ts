/** Two hearings of one plate set against each other: what moved and by how much, what appeared, what died. */
import { CENTS } from '../units';
import { centsBetween, type KnockPartial } from '../sound';

export interface MovedPartial {
  from: number;
  to: number;
  /** Standard deviation of the move from the two hearings' own [cents]. */
  sd: number;
  cents: number;
}

export interface HearingChange {
  moved: MovedPartial[];
  /** Frequencies that only the later has [Hz]. */
  appeared: number[];
  /** Frequencies that only the earlier had [Hz]. */
  died: number[];
}

/** A partial moves at most so far and is still the same one [cents]. */
const FARTHEST = 90;
/** Weaker than this it may hide in the room of either [dB]. */
const AUDIBLE = -26;

export function compareHearings(earlier: readonly KnockPartial[], later: readonly KnockPartial[]): HearingChange {
  // Moved by work on the plate, not by doubt: pairs are nearest neighbours on the musical scale, strongest agreement
  // first.
  const pairs = earlier
    .flatMap((a) => later.map((b) => ({ a, b, cents: centsBetween(a.frequency, b.frequency) })))
    .filter(({ cents }) => Math.abs(cents) <= FARTHEST)
    .sort((p, q) => Math.abs(p.cents) - Math.abs(q.cents));
  const taken = new Set<KnockPartial>();
  const moved = pairs.flatMap(({ a, b, cents }): MovedPartial[] => {
    if (taken.has(a) || taken.has(b)) return [];
    taken.add(a).add(b);
    const sd = CENTS * Math.hypot(a.frequencySd / a.frequency, b.frequencySd / b.frequency);
    return [{ from: a.frequency, to: b.frequency, cents, sd }];
  });
  const lonely = (partials: readonly KnockPartial[]) =>
    partials.filter((partial) => !taken.has(partial) && partial.level >= AUDIBLE).map(({ frequency }) => frequency);
  return { moved: moved.sort((p, q) => p.from - q.from), appeared: lonely(later), died: lonely(earlier) };
}
