import { InvalidInput } from '@nimble/core/base';
import { useState } from 'react';
import { toast } from 'sonner';
import { Refused, type FieldError } from '../api/client';

/** Of a write that waits for an answer of the person: the form is not done. */
export const WAITS = Symbol('waits');

export type Tell = (errors: readonly FieldError[]) => void;

/** Runs a form's write: what is refused, here or by the server, is shown at its field and loses nothing typed. */
export function useSending(onDone: () => void, tell?: Tell) {
  const [errors, setErrors] = useState<readonly FieldError[]>([]);
  const [busy, setBusy] = useState(false);
  const send = async (write: () => Promise<unknown>) => {
    setBusy(true);
    try {
      const answer = await write();
      setErrors([]);
      if (answer !== WAITS) onDone();
    } catch (failure) {
      const refused = refusedFields(failure);
      if (refused.length > 0) (tell ?? setErrors)(refused);
      else toast.error((failure as Error).message);
    } finally {
      setBusy(false);
    }
  };
  return { send, busy, at: (field: string) => errors.find((error) => error.field === field)?.message ?? null };
}

function refusedFields(failure: unknown): readonly FieldError[] {
  if (failure instanceof InvalidInput) return [{ field: failure.field, message: failure.reason }];
  return failure instanceof Refused ? failure.errors : [];
}
