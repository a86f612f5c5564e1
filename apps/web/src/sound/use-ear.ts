import type { KnockAnalysis } from '@nimble/core';
import { wrap, type Remote } from 'comlink';
import { useCallback, useEffect, useRef, useState } from 'react';
import type { Listener } from '../workers/sound.worker';
import earUrl from './ear.worklet.ts?worker&url';
import type { Meter } from './knock-trigger';

export type EarState = 'off' | 'asking' | 'listening' | 'refused' | 'none';

type EarMessage = ({ kind: 'meter' } & Meter) | { kind: 'knock'; samples: Float32Array; rate: number };

const MOST_BYTES = 110 * 1024 * 1024;

/** The microphone (or a file) as an ear for knocks: each knock is analysed in a worker and handed on; then it waits for the next. */
export function useEar(onHeard: (analysis: KnockAnalysis) => void) {
  const [state, setState] = useState<EarState>('off');
  const [meter, setMeter] = useState<Meter | null>(null);
  const [busy, setBusy] = useState(false);
  const [trouble, setTrouble] = useState<string | null>(null);
  const listener = useRef<{ worker: Worker; remote: Remote<Listener> } | null>(null);
  const stop = useRef<() => void>(() => {});
  const take = useRef<() => void>(() => {});
  const latest = useRef(onHeard);
  useEffect(() => {
    latest.current = onHeard;
  });
  useEffect(
    () => () => {
      stop.current();
      listener.current?.worker.terminate();
      listener.current = null;
    },
    [],
  );

  const hear = useCallback(async (work: (listener: Remote<Listener>) => Promise<KnockAnalysis>) => {
    listener.current ??= startListener();
    setBusy(true);
    try {
      const analysis = await work(listener.current.remote);
      setTrouble(null);
      latest.current(analysis);
    } catch (failure) {
      setTrouble((failure as Error).message.replace(/^file: /, 'The file '));
    } finally {
      setBusy(false);
    }
  }, []);

  const listen = async () => {
    if (!('mediaDevices' in navigator)) return setState('none');
    setState('asking');
    try {
      const ear = await openMicrophone((message) => {
        if (message.kind === 'meter') setMeter(message);
        else void hear((remote) => remote.knock(message.samples, message.rate));
      });
      stop.current = () => {
        ear.close();
        stop.current = () => {};
        setState('off');
        setMeter(null);
      };
      take.current = ear.take;
      setState('listening');
    } catch (failure) {
      const name = (failure as DOMException).name;
      setState(name === 'NotAllowedError' || name === 'SecurityError' ? 'refused' : 'none');
    }
  };

  const open = (file: File) => {
    if (file.size > MOST_BYTES) return setTrouble('The file is over 110 MB: cut out the knocks and save them alone.');
    void hear(async (remote) => remote.file(await file.arrayBuffer()));
  };

  return { state, meter, busy, trouble, listen, open, stop: () => stop.current(), take: () => take.current() };
}

/** Made when the first sound comes, since most visits hear none; wrapped once, as letting go of a wrapper ends the worker's ear. */
function startListener() {
  const worker = new Worker(new URL('../workers/sound.worker.ts', import.meta.url), { type: 'module' });
  return { worker, remote: wrap<Listener>(worker) };
}

/** Plain sound: nothing between the plate and us that was made for telephoning. */
async function openMicrophone(onMessage: (message: EarMessage) => void) {
  const stream = await navigator.mediaDevices.getUserMedia({
    audio: { echoCancellation: false, noiseSuppression: false, autoGainControl: false },
  });
  const context = new AudioContext();
  await context.resume();
  await context.audioWorklet.addModule(earUrl);
  const ear = new AudioWorkletNode(context, 'knock-ear', { numberOfInputs: 1, numberOfOutputs: 0 });
  ear.port.onmessage = ({ data }: MessageEvent<EarMessage>) => onMessage(data);
  context.createMediaStreamSource(stream).connect(ear);
  return {
    take: () => ear.port.postMessage('take'),
    close: () => {
      stream.getTracks().forEach((track) => track.stop());
      void context.close();
    },
  };
}
