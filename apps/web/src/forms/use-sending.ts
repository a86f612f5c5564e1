import { InvalidInput } from '@nimble/core/base';
import { useState } from 'react';
import { toast } from 'sonner';
import { Refused, type FieldError } from '../api/client';

/** Of a write that waits for an answer of the person: the form is not done. */
export const WAITS = Symbol('waits');

/** Runs a form's write: what is refused, here or by the server, is shown at its field and loses nothing typed. */
export function useSending(onDone: () => void) {
  const [errors, setErrors] = useState<readonly FieldError[]>([]);
  const [busy, setBusy] = useState(false);
  const send = async (write: () => Promise<unknown>) => {
    setBusy(true);
    try {
      const answer = await write();
      setErrors([]);
      if (answer !== WAITS) onDone();
    } catch (failure) {
      if (failure instanceof InvalidInput) setErrors([{ field: failure.field, message: failure.reason }]);
      else if (failure instanceof Refused && failure.errors.length > 0) setErrors(failure.errors);
      else toast.error((failure as Error).message);
    } finally {
      setBusy(false);
    }
  };
  return { send, busy, at: (field: string) => errors.find((error) => error.field === field)?.message ?? null };
}
