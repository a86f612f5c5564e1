import type { Remote } from 'comlink';
import type { KnockComputer, KnockPicture, KnockRequest } from './knock-computer';
import { useNewest } from './use-newest';

const start = () => new Worker(new URL('./knock.worker.ts', import.meta.url), { type: 'module' });
const ask = (computer: Remote<KnockComputer>, request: KnockRequest) => computer.picture(request);

export const useKnockPicture = (request: KnockRequest | null) =>
  useNewest<KnockComputer, KnockRequest, KnockPicture>(request, start, ask);
