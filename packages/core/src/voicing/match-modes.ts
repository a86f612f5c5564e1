/**
 * Which note that was heard belongs to which mode of the model, all together: by its shape where places were struck,
 * else by order and nearness, and by how loud it should be at the struck place. A mode may go unheard, and a note may
 * be of none of them.
 */
import { modalAssurance } from '../knock-map';
import type { Estimate } from '../base';
import type { Point } from '../outline';
import { toldApart, type ToldKnock } from './telling-knock';
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
  /** Named by its shape, by a knock that tells, or by a pitch that fits no other mode nearly as well. */
  sure: boolean;
  /** The mode that the note may be as well. */
  rival?: VoicedMode['key'];
}

/**
 * Shapes less alike are not the same mode; a note may lie this far from the model's [natural log], far less where no
 * shape speaks for it.
 */
const ALIKE = 0.6;
const FAR = 0.45;
const FAR_BY_NOTE = 0.07;
/** Fewer places tell no shape. */
const PLACES = 5;
/** What leaving a note or a mode without its other is worth, against a match at the very edge of its reach. */
const EDGE = 0.05;
/** Another mode this much nearer than twice as far makes a name unsure. */
const RIVAL = 2;

interface Pair {
  m: number;
  n: number;
  apart: number;
  alike: number | null;
  worth: number;
}

/**
 * The naming of most worth in all; each mode and each note is used once, and names by pitch alone never cross. In the
 * order of the modes.
 */
export function matchModes(
  modes: readonly VoicedMode[],
  heard: readonly HeardMode[],
  told: readonly ToldKnock[] = [],
): MatchedMode[] {
  const pairs = modes.flatMap((mode, m) => heard.flatMap((note, n) => pairOf(mode, note, { m, n }) ?? []));
  const byShape = takeBest(pairs.filter(({ alike }) => alike !== null));
  const modesTaken = new Set(byShape.map(({ m }) => m));
  const notesTaken = new Set(byShape.map(({ n }) => n));
  const open = pairs.filter(({ m, n, alike }) => alike === null && !modesTaken.has(m) && !notesTaken.has(n));
  const byPitch = inOrder(open, { modes, heard });
  const taken = new Set([...byShape, ...byPitch].map(({ m }) => m));
  return [...byShape, ...byPitch]
    .map((pair): MatchedMode & { m: number } => {
      const { m, n, alike } = pair;
      const named = { m, key: modes[m].key, frequency: heard[n].frequency, alike };
      if (alike !== null || !hasRival(pair, open)) return { ...named, sure: true };
      const rival = rivalOf(pair, open);
      if (!rival) return { ...named, sure: false };
      const is = toldApart(modes[m], modes[rival.m], heard[n].frequency.value, told);
      if (is === 'a') return { ...named, sure: true };
      if (is === null || taken.has(rival.m)) return { ...named, sure: false, rival: modes[rival.m].key };
      // It is the other one, which has no note of its own.
      taken.add(rival.m);
      return { ...named, m: rival.m, key: modes[rival.m].key, sure: true };
    })
    .sort((a, b) => a.m - b.m)
    .map(({ m: _, ...matched }) => matched);
}

function pairOf(mode: VoicedMode, note: HeardMode, at: { m: number; n: number }): Pair | null {
  const apart = Math.abs(Math.log(note.frequency.value / mode.frequency));
  const alike = alikeOf(mode, note);
  if (alike !== null) return alike < ALIKE || apart > FAR ? null : { ...at, apart, alike, worth: alike * (1 - apart) };
  return apart > FAR_BY_NOTE ? null : { ...at, apart, alike, worth: 1 - apart / FAR_BY_NOTE + EDGE };
}

/** Surest pairs first: even a perfect shape yields to a nearer note with a good one. */
function takeBest(pairs: readonly Pair[]): Pair[] {
  const [modesTaken, notesTaken] = [new Set<number>(), new Set<number>()];
  return [...pairs]
    .sort((a, b) => b.worth - a.worth)
    .filter(({ m, n }) => {
      if (modesTaken.has(m) || notesTaken.has(n)) return false;
      modesTaken.add(m);
      notesTaken.add(n);
      return true;
    });
}

/** Both lists by pitch; the best sum of worths of pairs that do not cross, by dynamic programming. */
function inOrder(
  pairs: readonly Pair[],
  { modes, heard }: { modes: readonly VoicedMode[]; heard: readonly HeardMode[] },
): Pair[] {
  const rankOf = (values: number[]) => {
    const sorted = values.map((value, i) => ({ value, i })).sort((a, b) => a.value - b.value);
    return new Map(sorted.map(({ i }, rank) => [i, rank]));
  };
  const modeRank = rankOf(modes.map(({ frequency }) => frequency));
  const noteRank = rankOf(heard.map(({ frequency }) => frequency.value));
  const sorted = [...pairs].sort(
    (a, b) => modeRank.get(a.m)! - modeRank.get(b.m)! || noteRank.get(a.n)! - noteRank.get(b.n)!,
  );
  const best: { sum: number; before: number }[] = [];
  sorted.forEach((pair, i) => {
    let [sum, before] = [0, -1];
    for (let j = 0; j < i; j++) {
      const other = sorted[j];
      const follows = modeRank.get(other.m)! < modeRank.get(pair.m)! && noteRank.get(other.n)! < noteRank.get(pair.n)!;
      if (follows && best[j].sum > sum) [sum, before] = [best[j].sum, j];
    }
    best.push({ sum: sum + pair.worth, before });
  });
  let at = best.reduce((top, { sum }, i) => (top < 0 || sum > best[top].sum ? i : top), -1);
  const chain: Pair[] = [];
  for (; at >= 0; at = best[at].before) chain.push(sorted[at]);
  return chain;
}

/** Another mode for the same note, or another note for the same mode, nearly as near. */
function hasRival(pair: Pair, open: readonly Pair[]): boolean {
  return open.some(
    (other) =>
      other !== pair && (other.m === pair.m) !== (other.n === pair.n) && other.apart < RIVAL * pair.apart + 0.01,
  );
}

/** The nearest other mode that the same note may be. */
const rivalOf = (pair: Pair, open: readonly Pair[]): Pair | undefined =>
  open
    .filter((other) => other.n === pair.n && other.m !== pair.m && other.apart < RIVAL * pair.apart + 0.01)
    .sort((a, b) => a.apart - b.apart)[0];

function alikeOf({ shapeAt }: VoicedMode, { shape }: HeardMode): number | null {
  if (!shape || shape.places.length < PLACES) return null;
  return modalAssurance(shape.amplitudes, shape.places.map(shapeAt));
}
