import type { UnitChoice } from '@nimble/core/units';
import { useEntryForm } from '../../forms';
import { readDraft, type SetDraft } from './set-draft';

interface SetForm {
  first: SetDraft;
  units: UnitChoice;
  send: (body: Record<string, unknown>) => Promise<unknown>;
  onDone: () => void;
}

/** What is typed of a set, new or changed. */
export function useSetForm({ first, units, send, onDone }: SetForm) {
  const after = (draft: SetDraft) => draft;
  const form = useEntryForm({ blank: first, read: (draft) => readDraft(draft, units), send, after, onDone });
  const { draft, at, set, submit, busy } = form;
  return { fields: { draft, units, at, onChange: set }, submit, busy };
}
