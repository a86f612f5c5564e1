/** A heard knock as it is kept. */
import type { KnockAnalysis } from './analyse-knock';
import type { CombinedPartial } from './combine-knocks';

/** What is kept of a heard knock: note names follow from frequencies, and a maker's A4 may change. */
export interface KeptAnalysis extends Omit<KnockAnalysis, 'partials'> {
  partials: CombinedPartial[];
}

/** Digits beyond these say nothing of a plate and would fill the database. */
const DIGITS = 7;
const short = (value: number) => Number(value.toPrecision(DIGITS));

export function keptAnalysis({
  partials,
  ringTime,
  rattle,
  loudness,
  brightness,
  ...rest
}: KnockAnalysis): KeptAnalysis {
  const orNull = (value: number | null) => (value === null ? null : short(value));
  return {
    ...rest,
    partials: partials.map(({ frequency, frequencySd, q, qSd, level, polarity, heard }) => ({
      frequency: short(frequency),
      frequencySd: short(frequencySd),
      q: short(q),
      qSd: short(qSd),
      level: short(level),
      polarity,
      heard,
    })),
    ringTime: orNull(ringTime),
    rattle: short(rattle),
    loudness: orNull(loudness),
    brightness: orNull(brightness),
  };
}
