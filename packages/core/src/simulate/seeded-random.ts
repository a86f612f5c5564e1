/** Repeatable chance: the same seed gives the same numbers on every machine. */

export interface RandomSource {
  /** Even between 0 and 1. */
  uniform: () => number;
  /** Normal with mean 0 and standard deviation 1. */
  normal: () => number;
}

/** Mulberry32 (32 bits of state), which is plenty for wood. */
export function seededRandom(seed: number): RandomSource {
  let state = seed >>> 0;
  const uniform = () => {
    state = (state + 0x6d2b79f5) >>> 0;
    let t = Math.imul(state ^ (state >>> 15), state | 1);
    t ^= t + Math.imul(t ^ (t >>> 7), t | 61);
    return ((t ^ (t >>> 14)) >>> 0) / 4294967296;
  };
  const normal = () => Math.sqrt(-2 * Math.log(1 - uniform())) * Math.cos(2 * Math.PI * uniform());
  return { uniform, normal };
}

/** A seed from any text, so that a build always gets the same wood (FNV-1a). */
export function seedOf(text: string): number {
  let hash = 0x811c9dc5;
  for (let i = 0; i < text.length; i++) hash = Math.imul(hash ^ text.charCodeAt(i), 0x01000193);
  return hash >>> 0;
}

/** Of what the program makes itself the first eight characters of an id are the bench's own: they change no seed. */
const HEAD = '6f1d7a10';

/** A seed from the id of a record. @param what else it is of, where a record has several */
export const seedOfId = (id: string, what = ''): number => seedOf(`${what}${HEAD}${id.slice(HEAD.length)}`);
