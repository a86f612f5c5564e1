/** The one door to the fast Fourier transform: plans are made once per size and kept by whoever runs them. */
import FFT from 'fft.js';

export interface FftPlan {
  /** A power of two. */
  readonly size: number;
  /**
   * Spectrum of `input` as re0, im0, re1, im1 … up to and with the Nyquist bin; length size + 2. Overwritten by the
   * next run.
   */
  readonly spectrum: Float64Array;
  /** Fills `spectrum`; samples beyond the input's end count as zero. Allocates nothing. */
  run: (input: ArrayLike<number>, start: number, length: number) => void;
}

interface Engine {
  realTransform: (out: Float64Array, data: Float64Array) => void;
}

/** Their tables of angles, by size: they take longer to make than a transform does. Nothing of a run stays in them. */
const engines = new Map<number, Engine>();

function engineOf(size: number): Engine {
  const known = engines.get(size);
  if (known) return known;
  const made = new (FFT as unknown as new (size: number) => Engine)(size);
  engines.set(size, made);
  return made;
}

/** @param size a power of two */
export function createFftPlan(size: number): FftPlan {
  const engine = engineOf(size);
  const data = new Float64Array(size);
  const whole = new Float64Array(2 * size);
  const spectrum = whole.subarray(0, size + 2);
  return {
    size,
    spectrum,
    run(input, start, length) {
      copyInto(data, input, start, Math.min(length, size));
      engine.realTransform(whole, data);
    },
  };
}

function copyInto(data: Float64Array, input: ArrayLike<number>, start: number, count: number): void {
  for (let i = 0; i < count; i++) data[i] = input[start + i];
  data.fill(0, count);
}

export function powerOfTwoAbove(n: number): number {
  return 2 ** Math.ceil(Math.log2(Math.max(2, n)));
}
