import { useQueryClient } from '@tanstack/react-query';
import { useState, type FormEvent } from 'react';
import { toast } from 'sonner';
import { request } from '../../api/client';
import { useWorkshop } from '../../api/hooks';
import { keys } from '../../api/keys';
import { Button, PanelSection, TextField } from '../../ui';

const MOST_LETTERS = 80;

/** What stands at the top of every page, and at the door. */
export function BenchName() {
  const client = useQueryClient();
  const workshop = useWorkshop();
  const [typed, setTyped] = useState<string | null>(null);
  const [error, setError] = useState<string | null>(null);
  const name = typed ?? workshop.data?.name ?? '';
  const keep = async (event: FormEvent) => {
    event.preventDefault();
    if (name.trim() === '') return setError('Give it a name');
    setError(null);
    try {
      client.setQueryData(keys.workshop, await request('PATCH', '/workshop', { name: name.trim() }));
      setTyped(null);
      toast.success('The bench has its new name.');
    } catch (failure) {
      toast.error((failure as Error).message);
    }
  };
  return (
    <PanelSection label="The name of the bench">
      <form className="flex items-end gap-2" onSubmit={(event) => void keep(event)}>
        <div className="min-w-0 flex-1">
          <TextField
            label="The bench is called"
            value={name}
            error={error}
            maxLength={MOST_LETTERS}
            onChange={(event) => setTyped(event.target.value)}
          />
        </div>
        <Button type="submit" disabled={typed === null || typed.trim() === workshop.data?.name}>
          Call it so
        </Button>
      </form>
    </PanelSection>
  );
}
