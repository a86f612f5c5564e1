import { useState } from 'react';
import { Link, useNavigate } from 'react-router';
import { toast } from 'sonner';
import { Refused, type FieldError } from '../api/client';
import { useRackWrite } from '../api/wood';
import { usePreferences } from '../shell/preferences';
import { RackHeader } from './RackHeader';
import { Button } from '../ui';
import { SetFields } from './SetFields';
import { FIRST_DRAFT, readDraft, type SetDraft } from './set-draft';

/** A set laid into the rack: what it is and its sizes; the tests come after. */
export function NewSetPage() {
  const [draft, setDraft] = useState<SetDraft>(FIRST_DRAFT);
  const [errors, setErrors] = useState<readonly FieldError[]>([]);
  const [id] = useState(() => crypto.randomUUID());
  const { units } = usePreferences();
  const write = useRackWrite();
  const navigate = useNavigate();
  const submit = async () => {
    const { body, wrong } = readDraft(draft, units);
    if (wrong.length > 0) return setErrors(wrong);
    try {
      await write('POST', '', { id, ...body });
      void navigate(`/rack/${id}`);
    } catch (failure) {
      if (failure instanceof Refused && failure.errors.length > 0) setErrors(failure.errors);
      else toast.error((failure as Error).message);
    }
  };
  return (
    <div className="flex min-h-full flex-col">
      <RackHeader title="A new set" />
      <form
        className="mx-auto w-full max-w-3xl space-y-4 px-5 py-4"
        onSubmit={(event) => {
          event.preventDefault();
          void submit();
        }}
      >
        <SetFields
          draft={draft}
          units={units}
          at={(field) => errors.find((error) => error.field === field)?.message ?? null}
          onChange={(change) => {
            setDraft({ ...draft, ...change });
            setErrors(errors.filter((error) => !(error.field in change)));
          }}
        />
        <div className="flex gap-2">
          <Button kind="main" type="submit">
            Put it in the rack
          </Button>
          <Link to="/rack" className="inline-flex min-h-12 items-center px-4">
            Cancel
          </Link>
        </div>
      </form>
    </div>
  );
}
