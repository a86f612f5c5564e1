import type { Remote } from 'comlink';
import type { PictureRequest, PlateComputer } from './plate-computer';
import type { PlatePicture } from '../plate/pictures';
import { useNewest } from './use-newest';

const start = () => new Worker(new URL('./plate.worker.ts', import.meta.url), { type: 'module' });
const ask = (computer: Remote<PlateComputer>, request: PictureRequest) => computer.picture(request);

/** The picture of the plate as it is asked for. */
export function usePlatePicture(request: PictureRequest | null) {
  const { result, ...rest } = useNewest<PlateComputer, PictureRequest, PlatePicture>(request, start, ask);
  return { ...rest, picture: result };
}
