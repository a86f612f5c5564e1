import { toast } from 'sonner';
import { useAccountChange } from '../../api/accounts';
import { useEntryForm, WrongFields } from '../../forms';
import { Button, Fold, TextField } from '../../ui';
import { wrongPassword } from './password';

interface Draft {
  password: string;
  next: string;
  again: string;
}

function read({ password, next, again }: Draft) {
  const wrong = [
    ...(password === '' ? [{ field: 'password', message: 'Type the password so far' }] : []),
    ...wrongPassword(next, again).map((error) => (error.field === 'password' ? { ...error, field: 'next' } : error)),
  ];
  if (wrong.length > 0) throw new WrongFields(wrong);
  return { password, next };
}

export function OwnPassword() {
  const change = useAccountChange();
  const { text, submit, busy } = useEntryForm<Draft, { password: string; next: string }>({
    blank: { password: '', next: '', again: '' },
    read,
    send: (body) => change('POST', '/accounts/password', body),
    onDone: () => void toast.success('Your new password holds.'),
  });
  return (
    <Fold title="Another password for me">
      <form className="space-y-4 pt-2" onSubmit={(event) => void submit(event)}>
        <TextField label="Password so far" type="password" autoComplete="current-password" {...text('password')} />
        <TextField label="New password" type="password" autoComplete="new-password" {...text('next')} />
        <TextField label="The same again" type="password" autoComplete="new-password" {...text('again')} />
        <Button type="submit" disabled={busy}>
          Change it
        </Button>
      </form>
    </Fold>
  );
}
