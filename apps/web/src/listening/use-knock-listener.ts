import { wrap, type Remote } from 'comlink';
import { useCallback, useEffect, useRef, useState } from 'react';
import { usePreferences } from '../ui/preferences';
import type { Heard, Listener } from '../compute/sound.worker';
import earUrl from './ear.worklet.ts?worker&url';
import type { Meter } from '@nimble/core/sound';

export type EarState = 'off' | 'asking' | 'listening' | 'practising' | 'refused' | 'none';
export type SoundSource = 'microphone' | 'file' | 'simulated';

type EarMessage = ({ kind: 'meter' } & Meter) | { kind: 'knock'; samples: Float32Array; rate: number };

const MOST_BYTES = 110 * 1024 * 1024;
/** A stand-in takes a breath between its knocks [ms]. */
const PRACTICE_PAUSE = 1100;

export type OnHeard = (heard: Heard, source: SoundSource) => void;

/**
 * The microphone (or a file) as an ear for knocks: each knock is analysed in a worker and handed on; then it waits for
 * the next.
 * @param practice fetches a knock of a simulated plate, where there is one
 */
export function useKnockListener(onHeard: OnHeard, practice?: () => Promise<ArrayBuffer>) {
  const { microphone } = usePreferences();
  const [state, setState] = useState<EarState>('off');
  const [meter, setMeter] = useState<Meter | null>(null);
  const [busy, setBusy] = useState(false);
  const [trouble, setTrouble] = useState<string | null>(null);
  const listener = useListener();
  const stop = useRef<() => void>(() => {});
  const take = useRef<() => void>(() => {});
  const latest = useRef({ onHeard, practice });
  useEffect(() => {
    latest.current = { onHeard, practice };
  });
  useEffect(() => () => stop.current(), []);

  const hear = useCallback(
    async (source: SoundSource, work: (listener: Remote<Listener>) => Promise<Heard>) => {
      setBusy(true);
      try {
        const heard = await work(listener());
        setTrouble(null);
        latest.current.onHeard(heard, source);
      } catch (failure) {
        setTrouble((failure as Error).message.replace(/^file: /, 'The file '));
      } finally {
        setBusy(false);
      }
    },
    [listener],
  );

  const listen = async () => {
    if (!('mediaDevices' in navigator)) return setState('none');
    setState('asking');
    try {
      const ear = await openMicrophone(microphone, (message) => {
        if (message.kind === 'meter') setMeter(message);
        else void hear('microphone', (remote) => remote.knock(message.samples, message.rate));
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
      setState(refusal(failure));
    }
  };

  const practiseOnce = () => hear('simulated', async (remote) => remote.file(await latest.current.practice!()));

  /** The stand-in knocks by itself, one knock after another, until it is stopped. */
  const practise = () => {
    let on = true;
    stop.current = () => {
      on = false;
      stop.current = () => {};
      setState('off');
    };
    take.current = () => {};
    setState('practising');
    void knockOn(practiseOnce, () => on);
  };

  const open = (file: File) => {
    if (file.size > MOST_BYTES) return setTrouble('The file is over 110 MB: cut out the knocks and save them alone.');
    void hear('file', async (remote) => remote.file(await file.arrayBuffer()));
  };

  return {
    state,
    meter,
    busy,
    trouble,
    listen,
    open,
    practise: practice ? practise : null,
    stop: () => stop.current(),
    take: () => take.current(),
  };
}

/** One knock after another, with a breath between, until told. */
async function knockOn(once: () => Promise<void>, isOn: () => boolean): Promise<void> {
  while (isOn()) {
    await once();
    await new Promise((go) => setTimeout(go, PRACTICE_PAUSE));
  }
}

/** What is wrong with the microphone. */
const refusal = (failure: unknown): EarState =>
  ['NotAllowedError', 'SecurityError'].includes((failure as DOMException).name) ? 'refused' : 'none';

export type KnockListener = ReturnType<typeof useKnockListener>;

/** @returns the worker's ear, made when it is first asked for */
function useListener(): () => Remote<Listener> {
  const made = useRef<ReturnType<typeof startListener> | null>(null);
  useEffect(
    () => () => {
      made.current?.worker.terminate();
      made.current = null;
    },
    [],
  );
  return useCallback(() => (made.current ??= startListener()).remote, []);
}

/**
 * Made when the first sound comes, since most visits hear none; wrapped once, as letting go of a wrapper ends the
 * worker's ear.
 */
function startListener() {
  const worker = new Worker(new URL('../compute/sound.worker.ts', import.meta.url), { type: 'module' });
  return { worker, remote: wrap<Listener>(worker) };
}

/** Plain sound: nothing between the plate and us that was made for telephoning. */
export function openPlainMicrophone(deviceId: string): Promise<MediaStream> {
  const plain = { echoCancellation: false, noiseSuppression: false, autoGainControl: false };
  return navigator.mediaDevices.getUserMedia({
    audio: { ...plain, ...(deviceId && { deviceId: { ideal: deviceId } }) },
  });
}

async function openMicrophone(deviceId: string, onMessage: (message: EarMessage) => void) {
  const stream = await openPlainMicrophone(deviceId);
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
