import { wrap } from 'comlink';
import { useEffect, useRef, useState } from 'react';
import { usePreferences } from '../ui/preferences';
import type { Listener } from '../compute/sound.worker';
import recorderUrl from './recorder.worklet.ts?worker&url';
import { openPlainMicrophone } from './use-knock-listener';

/** Three minutes are enough for every note of any instrument [s]. */
export const MOST_SECONDS = 180;

type State =
  { kind: 'off' } | { kind: 'recording'; seconds: number; peak: number } | { kind: 'refused' } | { kind: 'none' };

/** Records as it sounds, without loss. @param onRecorded the WAV */
export function useRecorder(onRecorded: (wav: Blob) => void) {
  const { microphone } = usePreferences();
  const [state, setState] = useState<State>({ kind: 'off' });
  const running = useRef<{ close: () => void; pieces: Float32Array[]; rate: number } | null>(null);
  useEffect(() => () => running.current?.close(), []);

  const stop = () => {
    const own = running.current;
    if (!own) return;
    running.current = null;
    own.close();
    setState({ kind: 'off' });
    void toWav(own.pieces, own.rate).then(onRecorded);
  };
  const start = async () => {
    if (!('mediaDevices' in navigator)) return setState({ kind: 'none' });
    try {
      const stream = await openPlainMicrophone(microphone);
      const context = new AudioContext();
      await context.resume();
      await context.audioWorklet.addModule(recorderUrl);
      const node = new AudioWorkletNode(context, 'recorder', { numberOfInputs: 1, numberOfOutputs: 0 });
      const pieces: Float32Array[] = [];
      const rate = context.sampleRate;
      const close = () => {
        stream.getTracks().forEach((track) => track.stop());
        void context.close();
      };
      running.current = { close, pieces, rate };
      node.port.onmessage = ({ data }: MessageEvent<Float32Array>) => {
        pieces.push(data);
        const seconds = pieces.reduce((sum, piece) => sum + piece.length, 0) / rate;
        setState({ kind: 'recording', seconds, peak: data.reduce((most, v) => Math.max(most, Math.abs(v)), 0) });
        if (seconds >= MOST_SECONDS) stop();
      };
      context.createMediaStreamSource(stream).connect(node);
      setState({ kind: 'recording', seconds: 0, peak: 0 });
    } catch (failure) {
      const name = (failure as DOMException).name;
      setState({ kind: name === 'NotAllowedError' || name === 'SecurityError' ? 'refused' : 'none' });
    }
  };
  return { state, start, stop };
}

async function toWav(pieces: Float32Array[], rate: number): Promise<Blob> {
  const worker = new Worker(new URL('../compute/sound.worker.ts', import.meta.url), { type: 'module' });
  const remote = wrap<Listener>(worker);
  try {
    return new Blob([(await remote.record(pieces, rate)) as Uint8Array<ArrayBuffer>], { type: 'audio/wav' });
  } finally {
    worker.terminate();
  }
}
