import { analyseKnock, readWav, type KnockAnalysis } from '@nimble/core';
import { expose } from 'comlink';

/** A half of a top twists as low as this [Hz]. */
const LOWEST = { from: 28 };

/** Hearing off the page's own thread. */
const listener = {
  knock: (samples: Float32Array, rate: number): KnockAnalysis =>
    analyseKnock({ rate, channels: [Float64Array.from(samples)], truncated: false, fullScale: null }, LOWEST),
  file: (bytes: ArrayBuffer): KnockAnalysis => analyseKnock(readWav(new Uint8Array(bytes)), LOWEST),
};

export type Listener = typeof listener;

expose(listener);
