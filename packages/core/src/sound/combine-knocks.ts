/** Partials of several knocks on one place put together: robust means, and only what repeats is kept. */
import { median } from '../base';

export interface KnockPartial {
  /** [Hz] with its standard error. */
  frequency: number;
  frequencySd: number;
  q: number;
  /** Relative standard error of q (1). */
  qSd: number;
  /** Against the strongest of its knock [dB]. */
  level: number;
  /** Did it start up or down? */
  polarity: 1 | -1;
}

export interface CombinedPartial extends KnockPartial {
  /** In how many of the knocks it was heard. */
  heard: number;
}

/** Knocks of one plate agree in frequency within this (1). */
const SAME_SHARE = 0.006;
const SAME_LEAST_HZ = 0.9;
/** Of three knocks or more, the share that must have it. */
const REPEATS = 0.5;

export function combineKnocks(knocks: readonly (readonly KnockPartial[])[]): CombinedPartial[] {
  const groups = groupPartials(knocks);
  const needed = knocks.length < 2 ? 1 : Math.max(2, Math.ceil(REPEATS * knocks.length));
  return groups
    .filter((group) => group.length >= needed)
    .map(meanPartial)
    .sort((a, b) => a.frequency - b.frequency);
}

/**
 * The same partial found again in other knocks, one-to-one, nearest pairs first; seeds are of the knock with most
 * partials. Groups hold the objects given.
 */
export function groupPartials<P extends KnockPartial>(knocks: readonly (readonly P[])[]): P[][] {
  const order = [...knocks].sort((a, b) => b.length - a.length);
  const groups: P[][] = [];
  for (const partials of order) {
    const pairs = partials.flatMap((partial) =>
      groups.map((group) => ({
        partial,
        group,
        off: Math.abs(median(group.map((p) => p.frequency)) - partial.frequency),
      })),
    );
    const taken = new Set<P | P[]>();
    const near = ({ partial, off }: (typeof pairs)[number]) =>
      off < Math.max(SAME_LEAST_HZ, SAME_SHARE * partial.frequency, 4 * partial.frequencySd);
    for (const pair of pairs.filter(near).sort((a, b) => a.off - b.off)) {
      if (taken.has(pair.partial) || taken.has(pair.group)) continue;
      taken.add(pair.partial).add(pair.group);
      pair.group.push(pair.partial);
    }
    partials.filter((partial) => !taken.has(partial)).forEach((partial) => groups.push([partial]));
  }
  return groups;
}

/** One partial of many hearings: middle of the frequency, losses averaged, what lies far out left out. */
export function meanPartial(group: readonly KnockPartial[]): CombinedPartial {
  const middle = median(group.map((p) => p.frequency));
  const scatter = group.length > 2 ? 1.4826 * median(group.map((p) => Math.abs(p.frequency - middle))) : 0;
  // Outliers are left out by rule: beyond four of their own doubts and of the scatter.
  const kept = group.filter((p) => Math.abs(p.frequency - middle) <= 4 * Math.hypot(p.frequencySd, scatter) + 1e-9);
  const used = kept.length > 0 ? kept : group;
  const weights = used.map((p) => 1 / (p.frequencySd ** 2 + scatter ** 2 + Number.MIN_VALUE));
  const total = weights.reduce((sum, w) => sum + w, 0);
  const mean = (of: (p: KnockPartial) => number, by: readonly number[], whole: number) =>
    used.reduce((sum, p, i) => sum + by[i] * of(p), 0) / whole;
  const qWeights = used.map((p) => 1 / (p.qSd ** 2 + 1e-6));
  const qTotal = qWeights.reduce((sum, w) => sum + w, 0);
  // The loss factor adds up, the quality does not.
  const loss = mean((p) => 1 / p.q, qWeights, qTotal);
  const votes = used.reduce((sum, p) => sum + p.polarity * 10 ** (p.level / 20), 0);
  return {
    frequency: mean((p) => p.frequency, weights, total),
    frequencySd: Math.max(1 / Math.sqrt(total), scatter / Math.sqrt(used.length)),
    q: 1 / loss,
    qSd: 1 / Math.sqrt(qTotal),
    // The middle of the pack: one knock beside a node must not hide a partial.
    level: median(used.map((p) => p.level)),
    polarity: votes >= 0 ? 1 : -1,
    heard: group.length,
  };
}
