import type { UnitChoice } from '@nimble/core/units';
import type { WoodSet } from '../../api/wood';
import { useEntryForm } from '../../forms';
import { readDraft, type SetDraft } from './set-draft';

interface SetForm {
  /** What is changed, null for a new one. */
  before: WoodSet | null;
  first: SetDraft;
  units: UnitChoice;
  send: (body: Record<string, unknown>) => Promise<unknown>;
  onDone: () => void;
}

/** What is typed of a set, new or changed. */
export function useSetForm({ before, first, units, send, onDone }: SetForm) {
  const after = (draft: SetDraft) => draft;
  const form = useEntryForm({ blank: first, read: (draft) => readDraft(draft, units, before), send, after, onDone });
  const { draft, at, set, submit, busy } = form;
  return { fields: { draft, units, at, onChange: set }, submit, busy };
}
