import { useState } from 'react';
import { Link, useNavigate } from 'react-router';
import { useRackWrite } from '../../api/wood';
import { usePreferences } from '../../ui/preferences';
import { Button } from '../../ui';
import { RoomHeader } from '../../frame/RoomHeader';
import { SetFields } from './SetFields';
import { FIRST_DRAFT } from './set-draft';
import { useSetForm } from './use-set-form';

/** A set laid into the rack: what it is and its sizes; the tests come after. */
export function NewSetPage() {
  const [id] = useState(() => crypto.randomUUID());
  const { units } = usePreferences();
  const write = useRackWrite();
  const navigate = useNavigate();
  const { fields, submit, busy } = useSetForm({
    before: null,
    first: FIRST_DRAFT,
    units,
    send: (body) => write('POST', '', { id, ...body }),
    onDone: () => void navigate(`/rack/${id}`),
  });
  return (
    <div className="flex min-h-full flex-col">
      <RoomHeader title="A new set" />
      <form className="mx-auto w-full max-w-3xl space-y-4 px-5 py-4" onSubmit={submit}>
        <SetFields isNew {...fields} />
        <div className="flex gap-2">
          <Button kind="main" type="submit" disabled={busy}>
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
