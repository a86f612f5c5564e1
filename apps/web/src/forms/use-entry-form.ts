/** The one way of forms of more than two fields. */
import { InvalidInput } from '@nimble/core/base';
import type { Slip } from '@nimble/core/wood';
import type { FormEvent } from 'react';
import {
  get,
  set as putAt,
  useForm,
  useWatch,
  type DefaultValues,
  type FieldErrors,
  type FieldValues,
  type Path,
  type Resolver,
} from 'react-hook-form';
import type { FieldError } from '../api/client';
import { useAsking } from './use-asking';

/** All that is wrong with what was typed, where a form reads every field before it says so. */
export class WrongFields extends Error {
  constructor(readonly errors: readonly FieldError[]) {
    super(errors.map(({ field, message }) => `${field}: ${message}`).join('; '));
  }
}

/** What a text field takes of the form. */
export interface TextEntry {
  value: string;
  error: string | null;
  onChange: (event: { target: { value: string } }) => void;
}

/** What a list to choose from takes of it. */
export interface ChoiceEntry {
  value: string;
  error: string | null;
  onChoose: (chosen: string) => void;
}

interface Entry<Draft, Body> {
  blank: Draft;
  /**
   * What is typed as it is sent, by the core's own checks. @param meant a slip of the hand that is to be mended
   * @throws InvalidInput or WrongFields
   */
  read: (draft: Draft, meant: Slip | null) => Body;
  /** @param ask whether the server may ask back where it can hardly be */
  send: (body: Body, ask: boolean) => unknown;
  /** Slips that `read` can mend. */
  mends?: readonly Slip['of'][];
  /** What stands in the form once it was sent: blank where nothing is said. */
  after?: (draft: Draft) => Draft;
  onDone?: () => void;
}

/**
 * Holds what is typed; whatever is refused, by the core or by the server, stands at its field until that is typed
 * anew, and nothing else is lost. Names of fields are those of what is sent.
 */
export function useEntryForm<Draft extends FieldValues, Body>({
  blank,
  read,
  send,
  mends = [],
  after = () => blank,
  onDone,
}: Entry<Draft, Body>) {
  const form = useForm<Draft, unknown, Body>({
    defaultValues: blank as DefaultValues<Draft>,
    resolver: resolverOf(read),
    reValidateMode: 'onSubmit',
    shouldFocusError: false,
  });
  const draft = useWatch({ control: form.control }) as Draft;
  const tell = (errors: readonly FieldError[]) => {
    for (const { field, message } of errors) form.setError(field as Path<Draft>, { message });
  };
  const { offer, busy, asked } = useAsking(
    mends,
    () => {
      form.reset(after(form.getValues()));
      onDone?.();
    },
    tell,
  );
  const set = (change: Partial<Draft>) => {
    for (const [name, value] of Object.entries(change)) {
      form.setValue(name as Path<Draft>, value as never);
      form.clearErrors(name as Path<Draft>);
    }
  };
  // Read here, not when asked: only what is read while it renders is told of.
  const { errors } = form.formState;
  const at = (field: string) => get<FieldErrors, { message?: string } | undefined>(errors, field)?.message ?? null;
  const submit = form.handleSubmit((body) => {
    const typed = form.getValues();
    return offer(({ ask, slip }) => Promise.resolve(send(slip ? read(typed, slip) : body, ask)), body);
  });
  return {
    draft,
    set,
    at,
    text: (name: keyof Draft & string): TextEntry => ({
      value: draft[name],
      error: at(name),
      onChange: ({ target }) => set({ [name]: target.value } as Partial<Draft>),
    }),
    choice: (name: keyof Draft & string): ChoiceEntry => ({
      value: draft[name],
      error: at(name),
      onChoose: (chosen) => set({ [name]: chosen } as Partial<Draft>),
    }),
    submit: async (event?: FormEvent): Promise<void> => {
      event?.preventDefault();
      event?.stopPropagation();
      await submit();
    },
    busy,
    asked,
  };
}

const resolverOf =
  <Draft extends FieldValues, Body>(read: Entry<Draft, Body>['read']): Resolver<Draft, unknown, Body> =>
  (draft) => {
    try {
      return { values: read(draft, null), errors: {} };
    } catch (failure) {
      const errors: FieldErrors<Draft> = {};
      for (const { field, message } of wrongOf(failure)) putAt(errors, field, { type: 'core', message });
      return { values: {}, errors };
    }
  };

function wrongOf(failure: unknown): readonly FieldError[] {
  if (failure instanceof WrongFields) return failure.errors;
  if (failure instanceof InvalidInput) return [{ field: failure.field, message: failure.reason }];
  throw failure;
}
