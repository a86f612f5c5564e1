/** Which note that was heard belongs to which mode of the model: by its shape where places were struck, else by where it lies among the others. */
import { modalAssurance } from '../knock-map';
import type { Estimate } from '../estimate';
import type { Point } from '../outline';
import type { VoicedMode } from './voicing-model';

export interface HeardMode {
  /** [Hz] */
  frequency: Estimate;
  /** Signed amplitudes at the struck places, if it was knocked at enough of them. */
  shape?: { places: readonly Point[]; amplitudes: ArrayLike<number> };
}

export interface MatchedMode {
  key: VoicedMode['key'];
  frequency: Estimate;
  /** Modal assurance of the two shapes; null where none was heard (0..1). */
  alike: number | null;
}

/** Shapes less alike are not the same mode; a note may lie this far from the model's [natural log], less far where no shape speaks for it. */
const ALIKE = 0.6;
const FAR = 0.45;
const FAR_BY_NOTE = 0.2;
/** Fewer places tell no shape. */
const PLACES = 5;

/** Surest pairs first; each mode and each note is used once. In the order of the modes. */
export function matchModes(modes: readonly VoicedMode[], heard: readonly HeardMode[]): MatchedMode[] {
  const pairs = modes.flatMap((mode, m) =>
    heard.flatMap((note, n) => {
      const apart = Math.abs(Math.log(note.frequency.value / mode.frequency));
      const alike = alikeOf(mode, note);
      if (alike !== null ? alike < ALIKE || apart > FAR : apart > FAR_BY_NOTE) return [];
      // Even a perfect shape yields to a nearer note with a good one.
      return [{ m, n, alike, score: (alike ?? ALIKE) * (1 - apart) }];
    }),
  );
  const [modesTaken, notesTaken] = [new Set<number>(), new Set<number>()];
  const matched = pairs
    .sort((a, b) => b.score - a.score)
    .filter(({ m, n }) => {
      if (modesTaken.has(m) || notesTaken.has(n)) return false;
      modesTaken.add(m);
      notesTaken.add(n);
      return true;
    });
  return matched
    .sort((a, b) => a.m - b.m)
    .map(({ m, n, alike }) => ({ key: modes[m].key, frequency: heard[n].frequency, alike }));
}

function alikeOf({ shapeAt }: VoicedMode, { shape }: HeardMode): number | null {
  if (!shape || shape.places.length < PLACES) return null;
  return modalAssurance(shape.amplitudes, shape.places.map(shapeAt));
}
