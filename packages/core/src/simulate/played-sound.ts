/**
 * A finished instrument played note by note up its range, as a microphone in a quiet room hears it: strings through the
 * resonances of a body.
 */
import { SIMULATED_RATE } from './knock-sound';
import type { RandomSource } from './seeded-random';

export interface BodyResonance {
  frequency: number;
  q: number;
  /** Share in the sound; signed. */
  strength: number;
}

export interface PlayedScale {
  body: readonly BodyResonance[];
  /** Fretted range [Hz]. */
  lowest: number;
  highest: number;
}

const NOTE_SECONDS = 0.34;
const LEAD_SECONDS = 0.8;
const HARMONICS = 8;
const LOUDEST = 0.5;
const ROOM = 2.5e-4;

/** Samples [-1..1] at `SIMULATED_RATE`: a moment of the room, then every half step once. */
export function playedSound({ body, lowest, highest }: PlayedScale, random: RandomSource): Float64Array {
  const notes = Math.floor(12 * Math.log2(highest / lowest) + 1e-9) + 1;
  const out = new Float64Array(Math.round((LEAD_SECONDS + (notes + 1.5) * NOTE_SECONDS) * SIMULATED_RATE));
  for (let note = 0; note < notes; note++) {
    const f = lowest * 2 ** (note / 12) * (1 + 4e-4 * random.normal());
    const touch = Math.exp(0.12 * random.normal());
    const start = Math.round((LEAD_SECONDS + note * NOTE_SECONDS) * SIMULATED_RATE);
    for (let h = 1; h <= HARMONICS; h++) {
      // A string plucked a seventh of its length from the bridge.
      const plucked = (touch * Math.sin((Math.PI * h) / 7)) / h;
      addTone(out, start, { frequency: h * f, amplitude: plucked * response(body, h * f), decay: 2.2 + 0.004 * h * f });
    }
  }
  const peak = out.reduce((most, v) => Math.max(most, Math.abs(v)), 1e-9);
  return out.map((v) => (LOUDEST * v) / peak + ROOM * random.normal());
}

/** Size of the body's answer at a frequency: a row of resonators side by side. */
function response(body: readonly BodyResonance[], f: number): number {
  let [re, im] = [0, 0];
  for (const { frequency, q, strength } of body) {
    const real = frequency ** 2 - f ** 2;
    const imaginary = (f * frequency) / q;
    const size = (strength * f * f) / (real ** 2 + imaginary ** 2);
    re += size * real;
    im -= size * imaginary;
  }
  return Math.hypot(re, im);
}

function addTone(
  out: Float64Array,
  start: number,
  { frequency, amplitude, decay }: { frequency: number; amplitude: number; decay: number },
): void {
  if (frequency > SIMULATED_RATE / 2.2) return;
  const step = (2 * Math.PI * frequency) / SIMULATED_RATE;
  const until = Math.min(out.length, start + Math.round(2.5 * NOTE_SECONDS * SIMULATED_RATE));
  for (let n = start; n < until; n++) {
    const t = (n - start) / SIMULATED_RATE;
    out[n] += amplitude * Math.min(1, t / 0.004) * Math.exp(-decay * t) * Math.sin(step * (n - start));
  }
}
