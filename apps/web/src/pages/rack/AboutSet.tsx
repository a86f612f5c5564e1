import type { UnitChoice } from '@nimble/core/units';
import { format } from 'date-fns';
import { useRef, useState } from 'react';
import { useNavigate } from 'react-router';
import { toast } from 'sonner';
import { Refused } from '../../api/client';
import { usePhotoWrite, useRackWrite, type WoodSet } from '../../api/wood';
import { usePreferences } from '../../ui/preferences';
import { Button, TextField } from '../../ui';
import { SetFields } from './SetFields';
import { draftOf } from './set-draft';
import { useSetForm } from './use-set-form';

/** The set's facts, to be changed; and put away or taken back. */
export function AboutSet({ set, units }: { set: WoodSet; units: UnitChoice }) {
  const write = useRackWrite();
  const { fields, submit, busy } = useSetForm({
    before: set,
    first: draftOf(set, units),
    units,
    send: (body) => write('PATCH', `/${set.id}`, body),
    onDone: () => toast('Kept'),
  });
  const navigate = useNavigate();
  const putAway = async () => {
    try {
      await write('POST', `/${set.id}/archive`);
      void navigate('/rack');
      toast(`${set.name} is put away`, {
        action: { label: 'Undo', onClick: () => void write('POST', `/${set.id}/restore`) },
      });
    } catch (failure) {
      toast.error((failure as Error).message);
    }
  };
  return (
    <form aria-label="About this set" className="space-y-3" onSubmit={submit}>
      <SetFields narrow {...fields} />
      <div className="flex flex-wrap gap-2">
        <Button kind="main" type="submit" disabled={busy}>
          Keep the changes
        </Button>
        <Button kind="quiet" onClick={() => void putAway()}>
          Put it away
        </Button>
      </div>
    </form>
  );
}

/** Pictures of the set in the middle of the page, with a place to add one. */
export function Photos({ set }: { set: WoodSet }) {
  const add = usePhotoWrite(set.id);
  const write = useRackWrite();
  const { person } = usePreferences();
  const file = useRef<HTMLInputElement>(null);
  const [caption, setCaption] = useState('');
  const [busy, setBusy] = useState(false);
  const send = async (chosen: File | undefined) => {
    if (!chosen) return;
    setBusy(true);
    try {
      await add(chosen, person, caption);
      setCaption('');
    } catch (failure) {
      toast.error(photoTrouble(failure));
    } finally {
      setBusy(false);
      if (file.current) file.current.value = '';
    }
  };
  const remove = (id: string) =>
    write('POST', `/${set.id}/photos/${id}/retract`)
      .then(() =>
        toast('The photo is taken away', {
          action: { label: 'Undo', onClick: () => void write('POST', `/${set.id}/photos/${id}/restore`) },
        }),
      )
      .catch((failure: Error) => toast.error(failure.message));
  return (
    <section aria-label="Photos" className="relative space-y-3 pb-4">
      <div className="flex flex-wrap items-end gap-3">
        <div className="w-72">
          <TextField label="Words for the next photo" value={caption} onChange={(e) => setCaption(e.target.value)} />
        </div>
        <Button disabled={busy} onClick={() => file.current?.click()}>
          {busy ? 'Sending the photo …' : 'Add a photo'}
        </Button>
        <input
          ref={file}
          type="file"
          accept="image/jpeg,image/png,image/webp"
          aria-label="Photo file"
          className="sr-only"
          onChange={(event) => void send(event.target.files?.[0])}
        />
      </div>
      {set.photos.length === 0 && <p className="text-soft">No photos yet: JPEG, PNG or WebP, up to 12 MB each.</p>}
      <ul className="flex flex-wrap gap-4">
        {set.photos.map(({ id, at, caption: words }) => (
          <li key={id} className="w-64">
            <img
              src={`/api/v1/wood-photos/${id}`}
              alt={words || `${set.name}, ${format(new Date(at), 'd MMM yyyy')}`}
              className="h-44 w-64 border border-line object-cover"
            />
            <div className="flex items-center justify-between gap-2">
              <span className="text-note text-soft">{words || format(new Date(at), 'd MMM yyyy')}</span>
              <Button kind="quiet" className="px-2" onClick={() => void remove(id)}>
                Take away
              </Button>
            </div>
          </li>
        ))}
      </ul>
    </section>
  );
}

function photoTrouble(failure: unknown): string {
  if (failure instanceof Refused && failure.status === 413) return 'The photo is over 12 MB: send a smaller one.';
  if (failure instanceof Refused && failure.at('file')) return `The photo ${failure.at('file')}.`;
  return (failure as Error).message;
}
