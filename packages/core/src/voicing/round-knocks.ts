/** Knocks of the record as the rounds of a voicing take them. */
import type { HeardKnock, PlacedKnock } from '../knock-map';
import type { KeptAnalysis } from '../sound';
import type { RoundKnock } from './record';

export interface KeptKnock {
  id: string;
  round: number;
  about: RoundKnock['about'];
  place: { name?: string; x?: number; y?: number };
  analysis: KeptAnalysis;
}

/** Null of one that told nothing. */
export function heardKnock({ id, analysis }: Pick<KeptKnock, 'id' | 'analysis'>): HeardKnock | null {
  const { partials, loudness, brightness, ringTime, rattle } = analysis;
  if (partials.length === 0 || loudness === null || brightness === null) return null;
  return { id, partials, loudness, brightness, ringTime, rattle };
}

/** At its station; null of one that was struck elsewhere or told nothing. */
export function placedKnock(knock: KeptKnock): PlacedKnock | null {
  const heard = heardKnock(knock);
  const { name, x, y } = knock.place;
  if (!heard || knock.about !== 'station' || name === undefined || x === undefined || y === undefined) return null;
  return { ...heard, place: { name, x, y } };
}

export function roundKnock(knock: KeptKnock): RoundKnock {
  const { round, about, analysis } = knock;
  const notes = analysis.partials.map(({ frequency, frequencySd }) => ({ frequency, sd: frequencySd }));
  return { round, about, placed: placedKnock(knock), notes, ring: analysis.ringTime };
}
