import { useEntering } from '../../api/sign-in';
import { useEntryForm, WrongFields } from '../../forms';
import { Button, TextField } from '../../ui';
import { SharedTablet } from './SharedTablet';

interface Draft {
  name: string;
  password: string;
  shared: boolean;
}

const BLANK: Draft = { name: '', password: '', shared: false };

function read({ name, password, shared }: Draft) {
  const wrong = [
    ...(name.trim() === '' ? [{ field: 'name', message: 'Type your name' }] : []),
    ...(password === '' ? [{ field: 'password', message: 'Type your password' }] : []),
  ];
  if (wrong.length > 0) throw new WrongFields(wrong);
  return { name, password, shared };
}

export function SignInForm() {
  const enter = useEntering();
  const { draft, set, text, submit, busy } = useEntryForm({
    blank: BLANK,
    read,
    send: (body) => enter('/sign-in', body),
  });
  return (
    <form className="space-y-4" onSubmit={(event) => void submit(event)}>
      <TextField label="Name" autoComplete="username" autoFocus {...text('name')} />
      <TextField label="Password" type="password" autoComplete="current-password" {...text('password')} />
      <SharedTablet checked={draft.shared} onChange={(shared) => set({ shared })} />
      <Button kind="main" type="submit" disabled={busy}>
        Sign in
      </Button>
    </form>
  );
}
