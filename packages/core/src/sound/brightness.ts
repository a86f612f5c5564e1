/** How bright a knock sounds: the centre of its power, the room's taken off. */
import { createFftPlan, powerOfTwoAbove } from './fft';

/** What is listened to after the first touch [s], and the range that counts [Hz]. */
const WINDOW = 0.08;
const FROM_HZ = 40;
const TO_HZ = 8000;

/** @param samples from the first touch on @param quiet of the room before it, may be empty @returns [Hz] */
export function brightnessOf(samples: Float64Array, rate: number, quiet: Float64Array): number {
  const count = Math.min(samples.length, Math.round(WINDOW * rate));
  const plan = createFftPlan(powerOfTwoAbove(count));
  const loud = powers(plan, samples, count);
  const room = quiet.length >= count / 2 ? powers(plan, quiet.subarray(-count), count) : new Float64Array(loud.length);
  let sum = 0;
  let moment = 0;
  for (let k = 0; k < loud.length; k++) {
    const frequency = (k * rate) / plan.size;
    if (frequency < FROM_HZ || frequency > TO_HZ) continue;
    const power = Math.max(0, loud[k] - room[k]);
    sum += power;
    moment += power * frequency;
  }
  return sum > 0 ? moment / sum : 0;
}

function powers(plan: ReturnType<typeof createFftPlan>, samples: Float64Array, count: number): Float64Array {
  plan.run(samples, 0, count);
  return Float64Array.from(
    { length: plan.size / 2 },
    (_, k) => plan.spectrum[2 * k] ** 2 + plan.spectrum[2 * k + 1] ** 2,
  );
}
