/** Files as they come from broken sticks, foreign programs and bored hands, the same for each seed. */
import type { RandomSource } from '../src/simulate';

const MOST_CHANGES = 4;
/** What parsers stumble over. */
const SCRAPS = ['-', '1e308', 'NaN', '\0', '2', '20', '\n', '<', '&', ',', ';', '"', '0x', 'z', '\ud800', '999999999'];

/** One to four changes: bytes turned, a stretch left out, doubled or moved, a scrap put in, the end cut off. */
export function mutated(bytes: Uint8Array, random: RandomSource): Uint8Array {
  let now = bytes;
  const times = 1 + Math.floor(random.uniform() * MOST_CHANGES);
  for (let i = 0; i < times; i++) now = changed(now, random);
  return now;
}

function changed(bytes: Uint8Array, random: RandomSource): Uint8Array {
  const below = (n: number) => Math.floor(random.uniform() * n);
  const at = below(bytes.length + 1);
  const count = 1 + below(Math.max(1, bytes.length / 8));
  const stretch = bytes.subarray(at, at + count);
  const without = joined(bytes.subarray(0, at), bytes.subarray(at + count));
  const moved = below(without.length + 1);
  switch (below(6)) {
    case 0: {
      const turned = bytes.slice();
      for (let k = 0; k < 3; k++) turned[below(Math.max(1, turned.length))] = below(256);
      return turned;
    }
    case 1:
      return without;
    case 2:
      return joined(bytes.subarray(0, at), stretch, stretch, bytes.subarray(at));
    case 3:
      return joined(without.subarray(0, moved), stretch, without.subarray(moved));
    case 4: {
      const scrap = new TextEncoder().encode(SCRAPS[below(SCRAPS.length)]);
      return joined(bytes.subarray(0, at), scrap, bytes.subarray(at + below(4)));
    }
    default:
      return bytes.subarray(0, at);
  }
}

function joined(...pieces: readonly Uint8Array[]): Uint8Array {
  const out = new Uint8Array(pieces.reduce((sum, { length }) => sum + length, 0));
  let at = 0;
  for (const piece of pieces) {
    out.set(piece, at);
    at += piece.length;
  }
  return out;
}
