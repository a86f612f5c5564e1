import type { TopPlan } from '@nimble/core/top';
import type { Remote } from 'comlink';
import type { BoxAnswer, BoxComputer, BoxRequest, StrungAnswer } from './box-computer';
import { useNewest } from './use-newest';

const start = () => new Worker(new URL('./box.worker.ts', import.meta.url), { type: 'module' });
const notes = (computer: Remote<BoxComputer>, request: BoxRequest): Promise<BoxAnswer> => computer.notes(request);
const strung = (computer: Remote<BoxComputer>, top: TopPlan): Promise<StrungAnswer> => computer.strung(top);

/** @param request must keep its identity while it asks the same */
export const useBoxNotes = (request: BoxRequest | null) => useNewest(request, start, notes);
export const useStrungFigures = (top: TopPlan | null) => useNewest(top, start, strung);
