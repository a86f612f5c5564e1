/**
 * A note that may be either of two modes: where one more knock tells, and what such a knock told. A mode struck where
 * it stands still is not heard.
 */
import type { KnockPlace } from '../knock-map';
import type { Point } from '../outline';
import type { VoicedMode } from './voicing-model';

/** A knock at a known place, its notes with their level under the loudest [Hz, dB]. */
export interface ToldKnock {
  place: Point;
  notes: readonly { frequency: number; level: number }[];
}

/** Of its largest motion: a place this lively sounds a mode, one this still does not (1). */
const LIVELY = 0.45;
const STILL = 0.15;
/**
 * The same note heard again lies this near (1). So near the loudest of its knock it sounds, so far under it (or not
 * heard) it stands still; between the two it tells nothing [dB].
 */
const SAME = 0.006;
const SOUNDS_DB = -10;
const STILL_DB = -26;

type Shape = Pick<VoicedMode, 'shapeAt' | 'trace'>;

/** How lively a mode is at a place, of its largest motion (0 to about 1). */
export function livelinessAt({ shapeAt, trace }: Shape, place: Point): number {
  const most = trace.reduce((top, value) => Math.max(top, Math.abs(value)), 0);
  return most > 0 ? Math.abs(shapeAt(place)) / most : 0;
}

/** The place where one of the two is liveliest while the other stands still; null where none parts them. */
export function tellingPlace(a: Shape, b: Shape, places: readonly KnockPlace[]): KnockPlace | null {
  let best: { place: KnockPlace; apart: number } | null = null;
  for (const place of places) {
    const at: Point = [place.x, place.y];
    const [one, other] = [livelinessAt(a, at), livelinessAt(b, at)];
    const parts = Math.max(one, other) >= LIVELY && Math.min(one, other) <= STILL;
    if (parts && (!best || Math.abs(one - other) > best.apart)) best = { place, apart: Math.abs(one - other) };
  }
  return best?.place ?? null;
}

/**
 * Which of the two a note is, by knocks at places that part them; null while none was struck, or they contradict each
 * other.
 */
export function toldApart(a: Shape, b: Shape, frequency: number, knocks: readonly ToldKnock[]): 'a' | 'b' | null {
  const votes = knocks.flatMap(({ place, notes }): ('a' | 'b')[] => {
    const [one, other] = [livelinessAt(a, place), livelinessAt(b, place)];
    if (Math.max(one, other) < LIVELY || Math.min(one, other) > STILL || notes.length === 0) return [];
    const same = notes.filter((note) => Math.abs(Math.log(note.frequency / frequency)) < SAME);
    const level = Math.max(-Infinity, ...same.map((note) => note.level));
    if (level < SOUNDS_DB && level > STILL_DB) return [];
    const sounds = level >= SOUNDS_DB;
    return [one > other === sounds ? 'a' : 'b'];
  });
  return new Set(votes).size === 1 ? votes[0] : null;
}
