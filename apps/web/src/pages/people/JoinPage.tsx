import { Link, useNavigate, useParams } from 'react-router';
import { useInvitation } from '../../api/accounts';
import type { OpenInvitationView } from '../../api/contract';
import { useEntering } from '../../api/sign-in';
import { useEntryForm, WrongFields } from '../../forms';
import { Button, TextField } from '../../ui';
import { Loading } from '../../ui/Loading';
import { wrongPassword } from './password';
import { ROLE_WORDS } from './role-words';
import { SharedTablet } from './SharedTablet';

/** An invitation taken up: who one is, and a password. */
export function JoinPage() {
  const { code = '' } = useParams();
  const invitation = useInvitation(code);
  return (
    <main className="mx-auto w-full max-w-md px-5 py-10">
      {invitation.data ? (
        <Join code={code} invitation={invitation.data} />
      ) : invitation.error ? (
        <>
          <h1 className="mb-3 text-head font-bold">This invitation can’t be taken up</h1>
          <p role="alert">{invitation.error.message}</p>
          <Link to="/" className="mt-4 inline-flex min-h-12 items-center underline underline-offset-4">
            To the bench
          </Link>
        </>
      ) : (
        <Loading queries={[invitation]} what="the invitation" />
      )}
    </main>
  );
}

interface Draft {
  name: string;
  password: string;
  again: string;
  shared: boolean;
}

const BLANK: Draft = { name: '', password: '', again: '', shared: false };

function Join({ code, invitation }: { code: string; invitation: OpenInvitationView }) {
  const { workshop, name, role, renews } = invitation;
  const enter = useEntering();
  const navigate = useNavigate();
  const read = ({ name: typed, password, again, shared }: Draft) => {
    const wrong = [
      ...(name === null && typed.trim() === '' ? [{ field: 'name', message: 'Say what you are called' }] : []),
      ...wrongPassword(password, again),
    ];
    if (wrong.length > 0) throw new WrongFields(wrong);
    return { ...(name === null && { name: typed }), password, shared };
  };
  const { draft, set, text, submit, busy } = useEntryForm({
    blank: BLANK,
    read,
    send: (body) => enter(`/invitations/${encodeURIComponent(code)}`, body),
    onDone: () => void navigate('/', { replace: true }),
  });
  return (
    <>
      <h1 className="mb-1 text-head font-bold">{workshop}</h1>
      <p className="mb-6 text-soft">
        {renews
          ? `A new password for ${name}. Wherever the old one was used, it is signed out.`
          : `${name === null ? 'You are' : `${name} is`} invited as ${ROLE_WORDS[role]}.`}
      </p>
      <form className="space-y-4" onSubmit={(event) => void submit(event)}>
        {name === null && <TextField label="Name" autoComplete="username" autoFocus {...text('name')} />}
        <TextField label="New password" type="password" autoComplete="new-password" {...text('password')} />
        <TextField label="The same again" type="password" autoComplete="new-password" {...text('again')} />
        <SharedTablet checked={draft.shared} onChange={(shared) => set({ shared })} />
        <Button kind="main" type="submit" disabled={busy}>
          Come in
        </Button>
      </form>
    </>
  );
}
