import { useState } from 'react';
import { Button, TextField } from '../ui';

interface Props {
  label: string;
  taken: readonly string[];
  onAdd: (name: string) => void;
}

const MOST_LETTERS = 40;

/** Adds something by its name, each name once. */
export function NameForm({ label, taken, onAdd }: Props) {
  const [name, setName] = useState('');
  const [error, setError] = useState<string | null>(null);
  const add = () => {
    const wanted = name.trim();
    if (wanted === '' || wanted.length > MOST_LETTERS)
      return setError(`Give it a name of up to ${MOST_LETTERS} letters`);
    if (taken.includes(wanted)) return setError('There is one of that name');
    onAdd(wanted);
    setName('');
    setError(null);
  };
  return (
    <form
      className="flex items-end gap-2 border-t border-grain pt-2"
      onSubmit={(event) => {
        event.preventDefault();
        add();
      }}
    >
      <div className="min-w-0 flex-1">
        <TextField label={label} value={name} error={error} onChange={(event) => setName(event.target.value)} />
      </div>
      <Button type="submit">Add</Button>
    </form>
  );
}
