/** Several channels into one, with what is wrong with them: a dead one is left out, a turned one is turned back. */
import { wavBlocks, wavLayout, type ByteSource, type Sound } from './wav';

export type SoundWarning = 'clipped' | 'hum' | 'dead-channel' | 'opposite-channels' | 'truncated' | 'silent';

/** Of a long recording single precision, which holds 24 bits, at half the memory. */
export type Samples = Float32Array | Float64Array;

export interface OneChannel {
  rate: number;
  samples: Samples;
  warnings: SoundWarning[];
  /** Parallel to the samples: from and up to, not with, of each stretch that hit the ceiling. */
  clipped: [number, number][];
}

/** A sound that can be gone through again and again, block by block. */
interface Blocks {
  rate: number;
  channels: number;
  length: number;
  truncated: boolean;
  fullScale: number | null;
  /** Arrays of one length, one a channel. */
  again: () => Iterable<readonly Samples[]>;
}

/** Below this of the loudest channel one is dead (power). */
const DEAD_SHARE = 1e-6;
/** Correlation at which channels speak against each other. */
const OPPOSITE = -0.6;
/** Nothing but the converter's own last digits (rms of full scale). */
const SILENCE = 2e-5;

export function toOneChannel({ rate, channels, truncated, fullScale }: Sound): OneChannel {
  const length = channels[0]?.length ?? 0;
  const again = () => (length > 0 ? [channels] : []);
  return merged({ rate, channels: channels.length, length, truncated, fullScale, again }, new Float64Array(length));
}

/**
 * A file into one channel without ever standing in memory as a whole.
 * @throws InvalidInput (field `file`) for what is no such sound
 */
export function hearFile(source: ByteSource): OneChannel {
  const layout = wavLayout(source);
  return merged({ ...layout, again: () => wavBlocks(source, layout) }, new Float32Array(layout.length));
}

function merged(sound: Blocks, samples: Samples): OneChannel {
  const warnings: SoundWarning[] = sound.truncated ? ['truncated'] : [];
  const heard = powerAndPeak(sound);
  const loudest = Math.max(...heard.map(({ power }) => power), 0);
  const alive = heard.flatMap(({ power }, c) => (power > DEAD_SHARE * loudest ? [c] : []));
  if (alive.length > 0 && alive.length < sound.channels) warnings.push('dead-channel');
  const { products, clipped } = compared(
    sound,
    alive,
    heard.map(({ peak }) => peak),
  );
  const [first] = alive;
  const isTurned = alive.map((c, i) => i > 0 && products[i] / Math.sqrt(heard[first].sum * heard[c].sum) < OPPOSITE);
  if (isTurned.some(Boolean)) warnings.push('opposite-channels');
  mix(sound, { channels: alive.length > 0 ? alive : [0], isTurned }, samples);
  if (clipped.length > 0) warnings.push('clipped');
  if (!(Math.sqrt(meanSquare(samples)) > SILENCE)) warnings.push('silent');
  return { rate: sound.rate, samples, warnings, clipped };
}

interface Heard {
  /** Sum of squares, its mean, and the largest value. */
  sum: number;
  power: number;
  peak: number;
}

function powerAndPeak({ channels, length, again }: Blocks): Heard[] {
  const sums = new Float64Array(channels);
  const peaks = new Float64Array(channels);
  for (const block of again())
    block.forEach((samples, c) => {
      let [sum, peak] = [sums[c], peaks[c]];
      for (let i = 0; i < samples.length; i++) {
        sum += samples[i] * samples[i];
        peak = Math.max(peak, Math.abs(samples[i]));
      }
      [sums[c], peaks[c]] = [sum, peak];
    });
  return Array.from(sums, (sum, c) => ({ sum, power: length === 0 ? 0 : sum / length, peak: peaks[c] }));
}

/**
 * Each channel's product with the first, and where it is cut off flat at the largest value that occurs: full scale, or
 * wherever the chain gave up before it.
 */
function compared({ fullScale, length, again }: Blocks, alive: readonly number[], peaks: readonly number[]) {
  const products = alive.map(() => 0);
  const stretches = alive.map((): [number, number][] => []);
  const ceilings = alive.map((c) => (peaks[c] < (fullScale === null ? 0.99 : 0.7) ? Infinity : peaks[c] * (1 - 1e-4)));
  const flat = alive.map(() => 0);
  // One sample at the top is a peak; three in a row are a flat top.
  const end = (k: number, at: number) => {
    if (flat[k] >= 3) stretches[k].push([at - flat[k], at]);
    flat[k] = 0;
  };
  let from = 0;
  for (const block of again()) {
    const first = block[alive[0] ?? 0];
    alive.forEach((c, k) => {
      const samples = block[c];
      for (let i = 0; i < samples.length; i++) {
        products[k] += first[i] * samples[i];
        if (Math.abs(samples[i]) >= ceilings[k]) flat[k]++;
        else if (flat[k] > 0) end(k, from + i);
      }
    });
    from += first.length;
  }
  alive.forEach((_, k) => end(k, length));
  return { products, clipped: stretches.flat() };
}

/** Their mean, without what it stands off zero. */
function mix(
  { length, again }: Blocks,
  { channels, isTurned }: { channels: readonly number[]; isTurned: readonly boolean[] },
  out: Samples,
): void {
  let [from, sum] = [0, 0];
  for (const block of again()) {
    const { length: count } = block[0];
    for (let i = 0; i < count; i++) {
      let value = 0;
      for (let k = 0; k < channels.length; k++) value += isTurned[k] ? -block[channels[k]][i] : block[channels[k]][i];
      out[from + i] = value / channels.length;
      sum += value / channels.length;
    }
    from += count;
  }
  const mean = sum / Math.max(1, length);
  for (let i = 0; i < length; i++) out[i] -= mean;
}

function meanSquare(samples: Samples): number {
  let sum = 0;
  for (let i = 0; i < samples.length; i++) sum += samples[i] * samples[i];
  return samples.length === 0 ? 0 : sum / samples.length;
}
