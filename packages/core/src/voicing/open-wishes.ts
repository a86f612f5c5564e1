/**
 * Wishes without a figure, as lines that follow the top: notes that shall all differ, and a ring that shall grow until
 * its peak. Logarithms.
 */
import type { GoalLine } from './goal';
import type { Standing } from './current-estimate';
import type { QuantityKey } from './voicing-model';

/** The most that one stroke parts two notes by, and brings them together [log]. */
export interface Reach {
  parts: number;
  closes: number;
}

const CENT = Math.LN2 / 1200;
const OCTAVE = Math.LN2;
/**
 * Two notes differ to the ear when they lie a half step apart, octaves aside; this near counts as reached; nearer than
 * that to a double they are watched, so that no stroke makes one [log].
 */
const DIFFERENT = 100 * CENT;
const NEARLY = 25 * CENT;
const WATCHED = 250 * CENT;
const NO_REACH = 1e-9;

/**
 * One line for each pair of notes that are doubles, or nearly: it is met where they are apart. Octaves are doubles too.
 * @param reach of the strokes that may be made, for a lower and a higher note
 */
export function distinctLines(standing: Standing, reach: (low: QuantityKey, high: QuantityKey) => Reach): GoalLine[] {
  const notes = (Object.keys(standing) as QuantityKey[])
    .filter((key) => key.startsWith('mode'))
    .map((key) => ({ key, log: Math.log(standing[key]!.value) }))
    .sort((a, b) => a.log - b.log);
  return notes.flatMap((low, i) => notes.slice(i + 1).flatMap((high) => pairLine(low, high, reach) ?? []));
}

interface Note {
  key: QuantityKey;
  log: number;
}

function pairLine(low: Note, high: Note, reach: (low: QuantityKey, high: QuantityKey) => Reach): GoalLine | null {
  const octaves = OCTAVE * Math.round((high.log - low.log) / OCTAVE);
  const off = high.log - low.log - octaves;
  if (Math.abs(off) > WATCHED) return null;
  const { parts, closes } = reach(low.key, high.key);
  // Whichever side of the double takes less planing; two notes next to each other can only be parted.
  const up = octaves === 0 || far(DIFFERENT - off, parts) <= far(DIFFERENT + off, closes);
  const [first, second] = up ? [low, high] : [high, low];
  return {
    of: 'distinct',
    kind: 'at-most',
    tolerance: NEARLY,
    terms: [
      { key: first.key, share: 1 },
      { key: second.key, share: -1 },
    ],
    target: up ? -(octaves + DIFFERENT) : octaves - DIFFERENT,
  };
}

const far = (way: number, stroke: number) => Math.max(0, way) / Math.max(NO_REACH, stroke);

/** Longer by so much is the next wish of a ring that still grows; this near counts [log]. */
const LONGER = Math.log(1.15);
const RING_NEAR = 0.05;

export const ringLine = (ring: number): GoalLine => ({
  of: 'ring',
  kind: 'at-most',
  tolerance: RING_NEAR,
  terms: [{ key: 'ring', share: -1 }],
  target: -(Math.log(ring) + LONGER),
});
