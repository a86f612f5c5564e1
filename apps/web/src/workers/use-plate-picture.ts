import { wrap, type Remote } from 'comlink';
import { useEffect, useRef, useState } from 'react';
import type { PictureRequest, PlateComputer, PlatePicture } from './plate-computer';

export interface PictureState {
  picture: PlatePicture | null;
  /** What could not be computed, in words. */
  error: string | null;
  computer: Remote<PlateComputer> | null;
}

/**
 * The picture of the newest request. While one is being computed later ones wait, and of those only the last is done:
 * so a target can be dragged at the screen's pace however long a picture takes.
 */
export function usePlatePicture(request: PictureRequest | null): PictureState {
  const [state, setState] = useState<PictureState>({ picture: null, error: null, computer: null });
  const pump = useRef<{ computer: Remote<PlateComputer>; next: PictureRequest | null; busy: boolean } | null>(null);

  useEffect(() => {
    const worker = new Worker(new URL('./plate.worker.ts', import.meta.url), { type: 'module' });
    const computer = wrap<PlateComputer>(worker);
    const mine = { computer, next: null, busy: false };
    pump.current = mine;
    return () => {
      worker.terminate();
      if (pump.current === mine) pump.current = null;
    };
  }, []);

  useEffect(() => {
    const own = pump.current;
    if (!own || !request) return;
    own.next = request;
    if (own.busy) return;
    own.busy = true;
    void (async () => {
      while (own.next && pump.current === own) {
        const wanted = own.next;
        own.next = null;
        try {
          const picture = await own.computer.picture(wanted);
          if (pump.current === own) setState({ picture, error: null, computer: own.computer });
        } catch (failure) {
          if (pump.current === own)
            setState((before) => ({ ...before, error: (failure as Error).message, computer: own.computer }));
        }
      }
      own.busy = false;
    })();
  }, [request]);

  return state;
}
