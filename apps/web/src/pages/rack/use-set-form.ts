import type { UnitChoice } from '@nimble/core/units';
import { useState } from 'react';
import { toast } from 'sonner';
import { Refused, type FieldError } from '../../api/client';
import { readDraft, type SetDraft } from './set-draft';

/** What is typed of a set, with what is wrong at its fields; nothing typed is lost by a refusal. */
export function useSetForm(first: SetDraft, units: UnitChoice) {
  const [draft, setDraft] = useState(first);
  const [errors, setErrors] = useState<readonly FieldError[]>([]);
  const change = (part: Partial<SetDraft>) => {
    setDraft({ ...draft, ...part });
    setErrors(errors.filter((error) => !(error.field in part)));
  };
  const send = async (write: (body: Record<string, unknown>) => Promise<unknown>, done: () => void) => {
    const { body, wrong } = readDraft(draft, units);
    if (wrong.length > 0) return setErrors(wrong);
    try {
      await write(body);
      done();
    } catch (failure) {
      if (failure instanceof Refused && failure.errors.length > 0) setErrors(failure.errors);
      else toast.error((failure as Error).message);
    }
  };
  const at = (field: keyof SetDraft) => errors.find((error) => error.field === field)?.message ?? null;
  return { fields: { draft, units, at, onChange: change }, send };
}
