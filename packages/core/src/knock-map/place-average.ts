/**
 * Several knocks on one place become one hearing: robust means with their spread; a knock unlike the others is left out
 * by rule and named.
 */
import { median } from '../base';
import { centsBetween, combineKnocks, groupPartials, type CombinedPartial, type KnockPartial } from '../sound';

/** What was heard of one knock, whoever heard it. */
export interface HeardKnock {
  id: string;
  partials: readonly KnockPartial[];
  /** Strongest partial against full scale [dB]. */
  loudness: number;
  /** [Hz] */
  brightness: number;
  /** [s] */
  ringTime: number | null;
  rattle: number;
}

/** `unlike`: most of its sound has no match in the others; `damped`: rings less than half as long as they do. */
export type LeftOutReason = 'unlike' | 'damped';

export interface AveragedPartial extends CombinedPartial {
  /** Standard deviation among the knocks [cents]; null of one knock. */
  spread: number | null;
}

export interface PlaceAverage {
  partials: AveragedPartial[];
  used: string[];
  leftOut: { id: string; reason: LeftOutReason }[];
  loudness: number;
  brightness: number;
  ringTime: number | null;
  rattle: number;
}

/** Fewer than this can't outvote one of them. */
const ENOUGH_TO_JUDGE = 3;
/** A knock with less than this share of its power matched by another is unlike them. */
const MATCHED_SHARE = 0.4;
const DAMPED_SHARE = 0.5;

/** @param knocks at least one, all on one place */
export function averagePlace(knocks: readonly HeardKnock[]): PlaceAverage {
  const leftOut = knocks.length < ENOUGH_TO_JUDGE ? [] : outliers(knocks);
  const out = new Set(leftOut.map(({ id }) => id));
  const used = knocks.filter(({ id }) => !out.has(id));
  const combined = combineKnocks(used.map(({ partials }) => partials));
  return {
    partials: combined.map((partial) => ({ ...partial, spread: spreadOf(partial, used) })),
    used: used.map(({ id }) => id),
    leftOut,
    loudness: median(used.map((knock) => knock.loudness)),
    brightness: median(used.map((knock) => knock.brightness)),
    ringTime: used.some((knock) => knock.ringTime !== null)
      ? median(used.flatMap((knock) => knock.ringTime ?? []))
      : null,
    rattle: median(used.map((knock) => knock.rattle)),
  };
}

function outliers(knocks: readonly HeardKnock[]): PlaceAverage['leftOut'] {
  const groups = groupPartials(knocks.map(({ partials }) => partials));
  const shared = new Set(groups.filter((group) => group.length > 1).flat());
  const ring = median(knocks.flatMap(({ ringTime }) => ringTime ?? []));
  const found = knocks.flatMap(({ id, partials, ringTime }): PlaceAverage['leftOut'] => {
    const power = (of: readonly KnockPartial[]) => of.reduce((sum, { level }) => sum + 10 ** (level / 10), 0);
    const matched = power(partials.filter((partial) => shared.has(partial))) / power(partials);
    if (!(matched >= MATCHED_SHARE)) return [{ id, reason: 'unlike' }];
    return ringTime !== null && ringTime < DAMPED_SHARE * ring ? [{ id, reason: 'damped' }] : [];
  });
  // Where most disagree there is nothing to be left out of: all stay, and the spread tells.
  return 2 * found.length < knocks.length ? found : [];
}

function spreadOf({ frequency }: CombinedPartial, knocks: readonly HeardKnock[]): number | null {
  const off = knocks.flatMap(({ partials }) => {
    const cents = partials.map((partial) => centsBetween(frequency, partial.frequency));
    const nearest = cents.sort((a, b) => Math.abs(a) - Math.abs(b))[0];
    return nearest !== undefined && Math.abs(nearest) < 30 ? [nearest] : [];
  });
  if (off.length < 2) return null;
  const mean = off.reduce((sum, c) => sum + c, 0) / off.length;
  return Math.sqrt(off.reduce((sum, c) => sum + (c - mean) ** 2, 0) / (off.length - 1));
}
