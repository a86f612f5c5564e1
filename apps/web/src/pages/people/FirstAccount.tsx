import { useEntering } from '../../api/sign-in';
import { useEntryForm, WrongFields } from '../../forms';
import { Button, TextField } from '../../ui';
import { wrongPassword } from './password';

interface Draft {
  name: string;
  password: string;
  again: string;
}

function read({ name, password, again }: Draft) {
  const wrong = [
    ...(name.trim() === '' ? [{ field: 'name', message: 'Type your name' }] : []),
    ...wrongPassword(password, again),
  ];
  if (wrong.length > 0) throw new WrongFields(wrong);
  return { name, password };
}

/** The first owner lets all others in. */
export function FirstAccount() {
  const enter = useEntering();
  const { text, submit, busy } = useEntryForm<Draft, { name: string; password: string }>({
    blank: { name: '', password: '', again: '' },
    read,
    send: (body) => enter('/accounts/first', body),
  });
  return (
    <section aria-label="The first account" className="max-w-md">
      <h2 className="text-lead font-bold">The first account</h2>
      <p className="mt-1 mb-4 text-soft">
        So far the bench is open on its own machine, and to nothing else. With an owner, tablets and other people of the
        shop can be let in; whoever sits at this machine signs in then, too.
      </p>
      <form className="space-y-4" onSubmit={(event) => void submit(event)}>
        <TextField label="Your name" autoComplete="username" {...text('name')} />
        <TextField label="Password" type="password" autoComplete="new-password" {...text('password')} />
        <TextField label="The same again" type="password" autoComplete="new-password" {...text('again')} />
        <Button kind="main" type="submit" disabled={busy}>
          Make me the owner
        </Button>
      </form>
    </section>
  );
}
