/** One voicing, worked out anew whenever its record changes; the picture before stays meanwhile. */
import type { Remote } from 'comlink';
import { useSolver, type Solver } from './use-solver';
import type { VoicingComputer, VoicingPicture, VoicingRequest } from './voicing-computer';

export type Voicing = Solver<VoicingComputer, VoicingRequest, VoicingPicture>;

const start = () => new Worker(new URL('./voicing.worker.ts', import.meta.url), { type: 'module' });
const ask = (
  computer: Remote<VoicingComputer>,
  request: VoicingRequest,
  onProgress: (share: number) => void,
): Promise<VoicingPicture> => computer.assess(request, onProgress);

export const useVoicing = (request: VoicingRequest | null) => useSolver(request, start, ask, true);
