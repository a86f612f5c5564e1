import {
  analyseKnock,
  keptWav,
  knockSpectrum,
  readWav,
  writeWav,
  type KnockAnalysis,
  type Sound,
} from '@nimble/core/sound';
import { expose, transfer } from 'comlink';

/** A half of a top twists as low as this [Hz]. */
const LOWEST = { from: 28 };
const PICTURE = { from: 40, to: 1100 };

/** A knock as the page shows and keeps it. */
export interface Heard {
  analysis: KnockAnalysis;
  /** [Hz, dB] pairs for the picture. */
  spectrum: Float64Array;
  /** The sound as it is kept. */
  wav: Uint8Array;
}

function hear(sound: Sound, wav: () => Uint8Array): Heard {
  const analysis = analyseKnock(sound, LOWEST);
  const used = analysis.onsets.find(({ accepted }) => accepted)?.time ?? 0;
  const spectrum = knockSpectrum(sound, used, PICTURE.from, PICTURE.to);
  const kept = Uint8Array.from(wav());
  return transfer({ analysis, spectrum, wav: kept }, [kept.buffer, spectrum.buffer as ArrayBuffer]);
}

/** Hearing off the page's own thread. */
const listener = {
  knock: (samples: Float32Array, rate: number): Heard =>
    hear({ rate, channels: [Float64Array.from(samples)], truncated: false, fullScale: null }, () =>
      writeWav([samples], rate),
    ),
  file: (buffer: ArrayBuffer): Heard => {
    const bytes = new Uint8Array(buffer);
    return hear(readWav(bytes), () => keptWav(bytes));
  },
  /** Pieces of a recording as one file. */
  record: (pieces: readonly Float32Array[], rate: number): Uint8Array => {
    const whole = new Float32Array(pieces.reduce((sum, piece) => sum + piece.length, 0));
    pieces.reduce((at, piece) => (whole.set(piece, at), at + piece.length), 0);
    const wav = writeWav([whole], rate);
    return transfer(wav, [wav.buffer as ArrayBuffer]);
  },
};

export type Listener = typeof listener;

expose(listener);
