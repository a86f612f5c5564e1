import { useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { useForm } from 'react-hook-form';
import { useNavigate } from 'react-router';
import { Refused, request } from '../../api/client';
import { keys } from '../../api/keys';
import type { Build, BuildSummary } from '../../api/types';
import { Button, Dialog, TextField } from '../../ui';

interface Entry {
  number: string;
  name: string;
}

/** The plan of one build for another piece of wood: outline, stations, target and tool, without readings. */
export function DuplicateDialog({ build, open, onClose }: { build: BuildSummary; open: boolean; onClose: () => void }) {
  const client = useQueryClient();
  const navigate = useNavigate();
  const [id] = useState(() => crypto.randomUUID());
  const form = useForm<Entry>({ defaultValues: { number: '', name: '' } });
  const { errors, isSubmitting } = form.formState;
  const submit = form.handleSubmit(async ({ number, name }) => {
    try {
      const copy = await request<Build>('POST', `/builds/${build.id}/duplicate`, {
        id,
        number: Number(number),
        name: name.trim(),
      });
      await client.invalidateQueries({ queryKey: keys.builds });
      void navigate(`/builds/${copy.id}/edit`);
    } catch (failure) {
      const refused = failure instanceof Refused ? failure : null;
      for (const field of ['number', 'name'] as const) {
        const message = refused?.at(field);
        if (message) form.setError(field, { message });
      }
      if (!refused || refused.errors.length === 0) form.setError('root', { message: (failure as Error).message });
    }
  });
  return (
    <Dialog
      title={`Repeat No. ${build.number} ${build.name}`}
      description="Outline, stations, target and tool come along; readings don’t. Choose the new wood next."
      open={open}
      onClose={onClose}
    >
      <form className="space-y-4" onSubmit={(event) => void submit(event)}>
        <TextField
          label="Number"
          inputMode="numeric"
          error={errors.number?.message}
          {...form.register('number', {
            pattern: { value: /^[1-9]\d*$/, message: 'A whole number, 1 or more' },
            required: 'Type a number',
          })}
        />
        <TextField label="Name" error={errors.name?.message} {...form.register('name', { required: 'Type a name' })} />
        {errors.root && <p role="alert">{errors.root.message}</p>}
        <Button kind="main" type="submit" disabled={isSubmitting}>
          Lay it down
        </Button>
      </form>
    </Dialog>
  );
}
