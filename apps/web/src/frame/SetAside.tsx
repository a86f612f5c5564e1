/** What the server would not take, one by one: sent again, mended or thrown away, on the person's word alone. */
import { format } from 'date-fns';
import { useState } from 'react';
import { outbox } from '../api/bench-outbox';
import type { Write } from '../api/outbox';
import { Button, Dialog, TextField } from '../ui';
import { mendable, mended, type Mendable } from '../words/refused-words';

export function SetAside({ writes, open, onClose }: { writes: readonly Write[]; open: boolean; onClose: () => void }) {
  return (
    <Dialog
      title="Not taken by the server"
      description="It is all kept here until you say what becomes of it. The rest goes on."
      open={open}
      onClose={onClose}
    >
      <ul className="space-y-4">
        {writes.map((write) => (
          <Refused key={write.id} write={write} />
        ))}
      </ul>
    </Dialog>
  );
}

function Refused({ write }: { write: Write }) {
  const { label, aside, place = '' } = write;
  const [mending, setMending] = useState(false);
  const fields = mendable(write);
  const at = Number(place.split('-')[0]);
  return (
    <li className="space-y-1 border-t border-grain pt-2">
      <p>
        <b>{label[0]!.toUpperCase() + label.slice(1)}</b>
        {at > 0 && <span className="text-soft">, {format(new Date(at), 'd MMM, HH:mm')}</span>}
      </p>
      {!mending && <p className="text-ember-ink">{aside?.errors[0]?.message ?? aside?.words}</p>}
      {mending ? (
        <MendForm write={write} fields={fields} />
      ) : (
        <div className="flex flex-wrap gap-2">
          <Button kind="main" onClick={() => outbox.sendAgain(write)}>
            Try again
          </Button>
          {fields.length > 0 && <Button onClick={() => setMending(true)}>Mend it</Button>}
          <Button kind="quiet" onClick={() => outbox.throwAway(write)}>
            Throw it away
          </Button>
        </div>
      )}
    </li>
  );
}

/** The fields that were refused, as they were sent. */
function MendForm({ write, fields }: { write: Write; fields: readonly Mendable[] }) {
  const [text, setText] = useState<Record<string, string>>({});
  const [wrong, setWrong] = useState<string | null>(null);
  const send = () => {
    const result = mended(write, fields, text);
    if (typeof result === 'string') return setWrong(result);
    outbox.sendAgain(write, result);
  };
  return (
    <form className="space-y-2" onSubmit={(event) => (event.preventDefault(), send())}>
      {fields.map(({ field, label, unit, value, message }) => (
        <TextField
          key={field}
          label={label}
          suffix={unit}
          value={text[field] ?? value}
          error={wrong === field ? 'Type a figure' : message}
          onChange={(event) => setText({ ...text, [field]: event.target.value })}
        />
      ))}
      <Button kind="main" type="submit">
        Send it so
      </Button>
    </form>
  );
}
