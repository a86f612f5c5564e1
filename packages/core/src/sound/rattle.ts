/**
 * Is something loose? A loose brace answers a blow with small blows of its own: short bright bursts that go on after
 * the blow's own brightness has died. A likelihood (0..1), not a yes or no: plain damping gives none, a steady room
 * noise gives none either.
 */
import { mean, median } from '../base';

/** Where the bursts are looked for, after the first touch [s]. */
const FROM = 0.012;
const TO = 0.16;
const CORNER_HZ = 5000;
const PIECE = 4e-4;

/** @param samples from the first touch on @param quiet samples of the room before it, may be short */
export function rattleOf(samples: Float64Array, rate: number, quiet: Float64Array): number {
  const corner = Math.min(CORNER_HZ, rate / 4);
  const piece = Math.max(2, Math.round(PIECE * rate));
  const bright = powerOf(highPass(samples, rate, corner), piece);
  const blow = Math.max(...bright.subarray(0, Math.round(0.01 / PIECE)), Number.MIN_VALUE);
  const after = bright.subarray(Math.round(FROM / PIECE), Math.round(TO / PIECE));
  if (after.length < 40) return 0;
  const room = quiet.length > 20 * piece ? median(powerOf(highPass(quiet, rate, corner), piece)) : 0;
  const usual = Math.max(median(tail(bright)), room, blow * 1e-9);
  // A ringing plate's brightness falls smoothly; bursts stand up out of their own neighbourhood and out of the room.
  let bursts = 0;
  for (let i = 4; i < after.length - 4; i++) {
    const around = median(after.subarray(Math.max(0, i - 12), i + 13));
    if (after[i] > 5 * around && after[i] > 12 * usual && after[i] >= after[i - 1] && after[i] >= after[i + 1])
      bursts++;
  }
  const energy = mean(after) / usual;
  const many = 1 - Math.exp(-bursts / 3);
  const loud = energy / (energy + 3);
  return many * loud;
}

/** Two first-order high passes in a row. */
function highPass(samples: Float64Array, rate: number, corner: number): Float64Array {
  const keep = Math.exp((-2 * Math.PI * corner) / rate);
  let out = samples;
  for (let pass = 0; pass < 3; pass++) {
    const next = new Float64Array(out.length);
    let last = 0;
    for (let i = 1; i < out.length; i++) {
      last = keep * (last + out[i] - out[i - 1]);
      next[i] = last;
    }
    out = next;
  }
  return out;
}

function powerOf(samples: Float64Array, piece: number): Float64Array {
  return Float64Array.from({ length: Math.floor(samples.length / piece) }, (_, p) => {
    let sum = 0;
    for (let i = p * piece; i < (p + 1) * piece; i++) sum += samples[i] * samples[i];
    return sum / piece;
  });
}

function tail(power: Float64Array): Float64Array {
  return power.subarray(Math.floor(0.6 * power.length));
}
