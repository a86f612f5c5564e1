/** The picture of a knock: levels along a musical axis by plain FFT. It only draws; notes are told by the fit. */
import { createFftPlan, powerOfTwoAbove } from './fft';
import { toOneChannel } from './mixdown';
import type { Sound } from './wav';

const STEPS_PER_OCTAVE = 48;
const FLOOR_DB = -70;
const SECONDS = 1.36;

/** @param at first touch of the knock [s] @returns [Hz, dB] pairs, the highest 0 dB, flat */
export function knockSpectrum(sound: Sound, at: number, from: number, to: number): Float64Array {
  const { rate } = sound;
  const { samples } = toOneChannel(sound);
  const start = Math.min(samples.length, Math.max(0, Math.round(at * rate)));
  const count = Math.min(samples.length - start, Math.round(SECONDS * rate));
  const plan = createFftPlan(powerOfTwoAbove(Math.max(2, count)));
  plan.run(samples, start, count);
  const steps = Math.max(2, Math.ceil(STEPS_PER_OCTAVE * Math.log2(to / from)) + 1);
  const spacing = rate / plan.size;
  const out = new Float64Array(2 * steps);
  let most = 0;
  for (let i = 0; i < steps; i++) {
    const frequency = from * (to / from) ** (i / (steps - 1));
    const reach = 2 ** (0.5 / STEPS_PER_OCTAVE);
    const [low, high] = [Math.round(frequency / reach / spacing), Math.round((frequency * reach) / spacing)];
    let power = 0;
    for (let k = Math.max(1, low); k <= Math.min(plan.size / 2, high); k++)
      power = Math.max(power, plan.spectrum[2 * k] ** 2 + plan.spectrum[2 * k + 1] ** 2);
    most = Math.max(most, power);
    out[2 * i] = frequency;
    out[2 * i + 1] = power;
  }
  for (let i = 0; i < steps; i++)
    out[2 * i + 1] = most > 0 ? Math.max(FLOOR_DB, 10 * Math.log10(out[2 * i + 1] / most)) : FLOOR_DB;
  return out;
}
