/**
 * Notes of a round as the model takes them: with their shapes where the plate was walked round, bare where it was
 * knocked once.
 */
import type { Estimate } from '../base';
import { knockMap, type PlacedKnock } from '../knock-map';
import type { Point } from '../outline';
import type { HeardMode } from './match-modes';

export interface HeardNote {
  /** [Hz] */
  frequency: number;
  sd: number;
}

/** Fewer places tell no shapes. */
export const WALKED = 5;
/** What a note may be off for another hand, place or shop air, as a share. */
const NOTE_DOUBT = 0.002;

const doubted = ({ frequency, sd }: HeardNote): Estimate => ({
  value: frequency,
  sd: Math.hypot(sd, NOTE_DOUBT * frequency),
});

/** @param notes of a single knock, used where there is no walk */
export function heardModes(walk: readonly PlacedKnock[], notes: readonly HeardNote[]): HeardMode[] {
  if (walk.length < WALKED) return notes.map((note) => ({ frequency: doubted(note) }));
  const { stations, partials } = knockMap(walk);
  const places = stations.map(({ x, y }): Point => [x, y]);
  return partials.map(({ frequency, frequencySd, amplitudes }) => ({
    frequency: doubted({ frequency, sd: frequencySd }),
    shape: { places, amplitudes },
  }));
}
