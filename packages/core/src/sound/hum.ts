/** Mains hum: steady tones at multiples of 50 or 60 Hz, looked for where nothing was knocked. */
import { createFftPlan, powerOfTwoAbove } from './fft';

const BASES = [50, 60];
const MULTIPLES = 12;
/** Power of a tone over its surroundings that makes it hum (1). */
const STANDS_OUT = 25;
/** Shorter than this tells no hum from a low note [s]. */
const LEAST_SECONDS = 0.12;

/** Frequencies of the hum's tones [Hz]; empty where there is none or the quiet is too short to tell. */
export function humTones(quiet: Float64Array, rate: number, highest: number): number[] {
  if (quiet.length < LEAST_SECONDS * rate) return [];
  const power = periodogram(quiet);
  const spacing = rate / (2 * (power.length - 1));
  const tones = BASES.map((base) =>
    Array.from({ length: MULTIPLES }, (_, i) => base * (i + 1)).filter(
      (frequency) => frequency < highest && standsOut(power, frequency / spacing, rate / quiet.length / spacing),
    ),
  );
  const best = tones[0].length >= tones[1].length ? tones[0] : tones[1];
  // One lone multiple may be anything; the base or its double must be among them.
  return best.some((f) => BASES.includes(f) || BASES.includes(f / 2)) ? best : [];
}

/** Hann-windowed power spectrum, up to and with the Nyquist bin. */
function periodogram(samples: Float64Array): Float64Array {
  const plan = createFftPlan(2 * powerOfTwoAbove(samples.length));
  const windowed = samples.map((x, n) => x * (0.5 - 0.5 * Math.cos((2 * Math.PI * n) / samples.length)));
  plan.run(windowed, 0, windowed.length);
  return Float64Array.from(
    { length: plan.size / 2 + 1 },
    (_, k) => plan.spectrum[2 * k] ** 2 + plan.spectrum[2 * k + 1] ** 2,
  );
}

/** @param resolution width of one independent cell [bins] */
function standsOut(power: Float64Array, bin: number, resolution: number): boolean {
  const near = Math.round(1.2 * resolution);
  const centre = Math.round(bin);
  let top = 0;
  let peak = centre;
  for (let k = Math.max(1, centre - near); k <= Math.min(power.length - 1, centre + near); k++) {
    if (power[k] > top) [top, peak] = [power[k], k];
  }
  const around: number[] = [];
  for (let k = Math.max(1, peak - 9 * near); k <= Math.min(power.length - 1, peak + 9 * near); k++)
    if (Math.abs(k - peak) > 3 * near) around.push(power[k]);
  around.sort((a, b) => a - b);
  const usual = around[around.length >> 1] ?? 0;
  // A tone of the mains sits on its multiple; a note that happens to lie near does not.
  return top > STANDS_OUT * usual && Math.abs(peak - bin) <= 0.6 * near + 1;
}
