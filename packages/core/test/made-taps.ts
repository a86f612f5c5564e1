/**
 * Recordings made up for tests, apart from the code that hears them: resonators struck by a half-sine pulse, pink
 * noise, hum, a room, speech-like and scraping sounds. Everything is known of them.
 */
import { seededRandom, type RandomSource } from '../src/simulate';

export const RATE = 48_000;

export interface MadeMode {
  frequency: number;
  q: number;
  /** Signed; of the sine that the blow starts. */
  amplitude: number;
}

export interface Tap {
  at: number;
  strength?: number;
  contact?: number;
}

/**
 * A resonator that rings on below this is reckoned with numbers that a processor is slow with: five times the time for
 * eleven seconds of a plate.
 */
const SILENT = 1e-60;

/** Modes struck at moments: each resonator is driven by the pulse itself. */
export function taps(modes: readonly MadeMode[], at: readonly Tap[], seconds: number): Float64Array {
  const out = new Float64Array(Math.round(seconds * RATE));
  const pulse = new Float64Array(out.length);
  for (const { at: time, strength = 1, contact = 8e-4 } of at) {
    const count = Math.round(contact * RATE);
    const area = (2 * count) / Math.PI;
    for (let n = 0; n <= count; n++) {
      const index = Math.round(time * RATE) + n;
      if (index < pulse.length) pulse[index] += (strength * Math.sin((Math.PI * n) / count)) / area;
    }
  }
  for (const { frequency, q, amplitude } of modes) {
    const theta = (2 * Math.PI * frequency) / RATE;
    const r = Math.exp(-theta / (2 * q));
    const [c1, c2, b] = [2 * r * Math.cos(theta), r * r, r * Math.sin(theta)];
    let [y1, y2] = [0, 0];
    for (let n = 1; n < out.length; n++) {
      let y = c1 * y1 - c2 * y2 + b * pulse[n - 1];
      if (Math.abs(y) < SILENT) y = 0;
      y2 = y1;
      y1 = y;
      out[n] += amplitude * y;
    }
  }
  return out;
}

/** Kellet's filter: pink within half a decibel from 10 Hz up. */
export function pink(seconds: number, random: RandomSource): Float64Array {
  const b = new Float64Array(7);
  const out = new Float64Array(Math.round(seconds * RATE));
  for (let n = 0; n < out.length; n++) {
    const white = random.normal();
    b[0] = 0.99886 * b[0] + white * 0.0555179;
    b[1] = 0.99332 * b[1] + white * 0.0750759;
    b[2] = 0.969 * b[2] + white * 0.153852;
    b[3] = 0.8665 * b[3] + white * 0.3104856;
    b[4] = 0.55 * b[4] + white * 0.5329522;
    b[5] = -0.7616 * b[5] - white * 0.016898;
    const sum = b[0] + b[1] + b[2] + b[3] + b[4] + b[5] + b[6] + white * 0.5362;
    b[6] = white * 0.115926;
    out[n] = sum;
  }
  return out;
}

export const power = (x: Float64Array, from = 0, to = x.length) =>
  x.subarray(from, to).reduce((sum, v) => sum + v * v, 0) / Math.max(1, to - from);

/** Adds noise so that the first quarter second after the first tap stands so many decibels over it. */
export function inNoise(sound: Float64Array, tap: number, snrDb: number, random: RandomSource): Float64Array {
  const noise = pink(sound.length / RATE, random);
  const from = Math.round(tap * RATE);
  const wanted = power(sound, from, from + RATE / 4) / 10 ** (snrDb / 10);
  const scale = Math.sqrt(wanted / power(noise));
  return sound.map((x, n) => x + scale * noise[n]);
}

/**
 * A small shop: scattered echoes, dying by 60 dB in so many seconds, together as loud as `share` of the direct sound.
 */
export function inRoom(sound: Float64Array, t60: number, share: number, random: RandomSource): Float64Array {
  const echoes = Array.from({ length: 300 }, () => {
    const delay = 0.006 + 0.5 * random.uniform() ** 1.5;
    return { delay: Math.round(delay * RATE), gain: Math.sign(random.normal()) * 10 ** ((-3 * delay) / t60) };
  });
  const norm = share / Math.sqrt(echoes.reduce((sum, { gain }) => sum + gain * gain, 0));
  const out = sound.slice();
  for (const { delay, gain } of echoes)
    for (let n = delay; n < out.length; n++) out[n] += norm * gain * sound[n - delay];
  return out;
}

/** Glottal pulses through three resonances, swelling and fading like a syllable. */
export function syllable(
  sound: Float64Array,
  at: number,
  seconds: number,
  loudness: number,
  random: RandomSource,
): void {
  const pitch = 95 + 90 * random.uniform();
  const formants = [500 + 300 * random.uniform(), 1100 + 700 * random.uniform(), 2500];
  const state = formants.map(() => [0, 0]);
  const count = Math.round(seconds * RATE);
  const swell = Math.min(0.4, 0.045 / seconds);
  const raw = Float64Array.from({ length: count }, (_, n) => {
    const drive = n % Math.round(RATE / pitch) === 0 ? 1 : 0.02 * random.normal();
    return formants.reduce((sum, f, i) => {
      const r = Math.exp((-Math.PI * 90) / RATE);
      const y = 2 * r * Math.cos((2 * Math.PI * f) / RATE) * state[i][0] - r * r * state[i][1] + drive;
      state[i] = [y, state[i][0]];
      return sum + y / (i + 1);
    }, 0);
  });
  const top = Math.max(...raw.map(Math.abs));
  raw.forEach((x, n) => {
    const share = n / count;
    const envelope = Math.min(1, share / swell) * Math.min(1, (1 - share) / 0.3);
    sound[Math.round(at * RATE) + n] += (loudness * envelope * x) / top;
  });
}

/** A nail drawn over the grain: bright noise that swells and wavers. */
export function scrape(sound: Float64Array, at: number, seconds: number, loudness: number, random: RandomSource): void {
  const count = Math.round(seconds * RATE);
  let last = 0;
  for (let n = 0; n < count; n++) {
    const white = random.normal();
    const bright = white - 0.6 * last;
    last = white;
    const envelope = Math.sin((Math.PI * n) / count) * (1 + 0.4 * Math.sin((2 * Math.PI * 23 * n) / RATE));
    sound[Math.round(at * RATE) + n] += 0.35 * loudness * envelope * bright;
  }
}

export function hum(sound: Float64Array, base: number, loudness: number): Float64Array {
  return sound.map((x, n) => {
    const phase = (2 * Math.PI * base * n) / RATE;
    return x + loudness * (Math.sin(phase + 0.4) + 0.6 * Math.sin(2 * phase + 1.1) + 0.4 * Math.sin(3 * phase));
  });
}

/** A plate of its own: four to seven notes between 70 and 750 Hz, no two within 12 Hz, and a crowd above. */
export function randomPlate(seed: number): { modes: MadeMode[]; above: MadeMode[]; random: RandomSource } {
  const random = seededRandom(seed);
  const modes: MadeMode[] = [];
  const wanted = 4 + Math.floor(4 * random.uniform());
  while (modes.length < wanted) {
    const frequency = 70 * (750 / 70) ** random.uniform();
    if (modes.some((mode) => Math.abs(mode.frequency - frequency) < 12)) continue;
    const sign = random.uniform() < 0.5 ? -1 : 1;
    modes.push({ frequency, q: 20 + 80 * random.uniform(), amplitude: sign * 10 ** (-0.5 * random.uniform()) });
  }
  const above = Array.from({ length: 12 }, () => ({
    frequency: 1250 + 4500 * random.uniform(),
    q: 20 + 30 * random.uniform(),
    amplitude: 0.25 * random.normal(),
  }));
  return { modes: modes.sort((a, b) => a.frequency - b.frequency), above, random };
}

export const asSound = (samples: Float64Array) => ({
  rate: RATE,
  channels: [samples],
  truncated: false,
  fullScale: null,
});
