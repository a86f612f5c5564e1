/** Several channels into one, with what is wrong with them: a dead one is left out, a turned one is turned back. */
import type { Sound } from './wav';

export type SoundWarning = 'clipped' | 'hum' | 'dead-channel' | 'opposite-channels' | 'truncated' | 'silent';

export interface OneChannel {
  samples: Float64Array;
  warnings: SoundWarning[];
  /** Parallel to the samples: from and up to, not with, of each stretch that hit the ceiling. */
  clipped: [number, number][];
}

/** Below this of the loudest channel one is dead (power). */
const DEAD_SHARE = 1e-6;
/** Correlation at which channels speak against each other. */
const OPPOSITE = -0.6;
/** Nothing but the converter's own last digits (rms of full scale). */
const SILENCE = 2e-5;

export function toOneChannel(sound: Sound): OneChannel {
  const power = sound.channels.map(meanSquare);
  const loudest = Math.max(...power, 0);
  const warnings: SoundWarning[] = sound.truncated ? ['truncated'] : [];
  const alive = sound.channels.filter((_, c) => power[c] > DEAD_SHARE * loudest);
  if (alive.length > 0 && alive.length < sound.channels.length) warnings.push('dead-channel');
  const first = alive[0] ?? sound.channels[0] ?? new Float64Array(0);
  const turned = alive.slice(1).map((channel) => correlation(first, channel) < OPPOSITE);
  if (turned.some(Boolean)) warnings.push('opposite-channels');
  const samples = first.slice();
  alive.slice(1).forEach((channel, c) => {
    const sign = turned[c] ? -1 : 1;
    for (let i = 0; i < samples.length; i++) samples[i] += sign * channel[i];
  });
  const count = Math.max(1, alive.length);
  const mean = samples.reduce((sum, x) => sum + x, 0) / Math.max(1, samples.length);
  for (let i = 0; i < samples.length; i++) samples[i] = samples[i] / count - mean / count;
  const clipped = alive.flatMap((channel) => clippedStretches(channel, sound.fullScale));
  if (clipped.length > 0) warnings.push('clipped');
  if (!(Math.sqrt(meanSquare(samples)) > SILENCE)) warnings.push('silent');
  return { samples, warnings, clipped };
}

/** Flat tops at the largest value that occurs: full scale, or wherever the chain gave up before it. */
function clippedStretches(channel: Float64Array, fullScale: number | null): [number, number][] {
  let top = 0;
  for (let i = 0; i < channel.length; i++) top = Math.max(top, Math.abs(channel[i]));
  if (top < (fullScale === null ? 0.99 : 0.7)) return [];
  const ceiling = top * (1 - 1e-4);
  const stretches: [number, number][] = [];
  let flat = 0;
  for (let i = 0; i <= channel.length; i++) {
    if (i < channel.length && Math.abs(channel[i]) >= ceiling) flat++;
    else {
      // One sample at the top is a peak; three in a row are a flat top.
      if (flat >= 3) stretches.push([i - flat, i]);
      flat = 0;
    }
  }
  return stretches;
}

function meanSquare(samples: Float64Array): number {
  let sum = 0;
  for (let i = 0; i < samples.length; i++) sum += samples[i] * samples[i];
  return samples.length === 0 ? 0 : sum / samples.length;
}

function correlation(a: Float64Array, b: Float64Array): number {
  let [ab, aa, bb] = [0, 0, 0];
  for (let i = 0; i < a.length; i++) {
    ab += a[i] * b[i];
    aa += a[i] * a[i];
    bb += b[i] * b[i];
  }
  return aa > 0 && bb > 0 ? ab / Math.sqrt(aa * bb) : 0;
}
