/**
 * Two kept knocks that can be compared by ear: the same place in the last two rounds in which it was struck, in an
 * order drawn by lot. Pure but for the lot.
 */
import type { KnockView } from '../../api/knocks';

export interface BlindPair {
  place: string;
  order: readonly [KnockView, KnockView];
  /** Id of the newer one. */
  now: string;
}

/** @param lot uniform in 0..1 */
export function blindPair(knocks: readonly KnockView[], lot: () => number): BlindPair | null {
  const standing = knocks.filter(
    ({ about, retracted, waiting, analysis }) =>
      about !== 'bar' && !retracted && !waiting && analysis.partials.length > 0,
  );
  const placeOf = ({ about, place }: KnockView) => (about === 'plate' ? 'the plate' : (place.name ?? ''));
  const newestFirst = [...standing].sort((a, b) => b.round - a.round);
  const all = newestFirst.flatMap((now) => {
    const then = newestFirst.find((knock) => knock.round < now.round && placeOf(knock) === placeOf(now));
    return then ? [{ now, then }] : [];
  });
  const pairs = all.filter(({ now }) => now.round === all[0]!.now.round);
  const pair = pairs[Math.min(pairs.length - 1, Math.floor(lot() * pairs.length))];
  if (!pair) return null;
  const { now, then } = pair;
  return { place: placeOf(now), order: lot() < 0.5 ? [now, then] : [then, now], now: now.id };
}
