import { formatDistanceToNow } from 'date-fns';
import { useState } from 'react';
import { toast } from 'sonner';
import { useAccountChange, useAccounts, type AccountView } from '../../api/accounts';
import type { SignInView } from '../../api/sign-in';
import { Button, Dialog, PanelSection } from '../../ui';
import { Loading } from '../../ui/Loading';

type SignedIn = NonNullable<SignInView['signedIn']>;

/** Each account and where it is signed in. */
export function AccountsList({ own }: { own: SignedIn }) {
  const accounts = useAccounts();
  const change = useAccountChange();
  const [leaving, setLeaving] = useState<AccountView | null>(null);
  if (!accounts.data) return <Loading queries={[accounts]} what="the accounts" />;
  const ask = (path: string, said: string) =>
    change('DELETE', path).then(
      () => toast.success(said),
      (failure: unknown) => toast.error((failure as Error).message),
    );
  return (
    <div className="space-y-6">
      <h2 className="text-lead font-bold">Who may come in</h2>
      {accounts.data.accounts.map((account) => (
        <PanelSection
          key={account.id}
          label={account.name}
          heading={
            <>
              {account.name} <span className="font-normal text-soft">{account.role}</span>
            </>
          }
        >
          <Devices
            account={account}
            own={own}
            onSignOut={(id) => void ask(`/accounts/devices/${id}`, 'Signed out there.')}
          />
          <div className="flex flex-wrap gap-2">
            <Button
              onClick={() =>
                void ask(`/accounts/${account.id}/devices`, `${account.name} is signed out everywhere else.`)
              }
            >
              Sign out everywhere{account.id === own.account && ' but here'}
            </Button>
            {own.role === 'owner' && account.id !== own.account && (
              <Button kind="quiet" onClick={() => setLeaving(account)}>
                Take the account away …
              </Button>
            )}
          </div>
        </PanelSection>
      ))}
      <Dialog
        title={`Take ${leaving?.name ?? ''}’s account away?`}
        description="All that was done under this name stays. The person can be invited again."
        open={leaving !== null}
        onClose={() => setLeaving(null)}
      >
        <div className="flex gap-3">
          <Button
            kind="main"
            onClick={() => {
              void ask(`/accounts/${leaving!.id}`, `${leaving!.name} can’t come in any more.`);
              setLeaving(null);
            }}
          >
            Take it away
          </Button>
          <Button onClick={() => setLeaving(null)}>Keep it</Button>
        </div>
      </Dialog>
    </div>
  );
}

interface DevicesProps {
  account: AccountView;
  own: SignedIn;
  onSignOut: (id: string) => void;
}

function Devices({ account: { devices }, own, onSignOut }: DevicesProps) {
  if (devices.length === 0) return <p className="text-soft">Signed in nowhere.</p>;
  return (
    <ul>
      {devices.map(({ id, device, shared, seenAt }) => (
        <li key={id} className="flex min-h-12 items-center justify-between gap-2 border-t border-grain">
          <span>
            {device}
            {shared && <span className="text-soft">, the shop’s own</span>}
            <span className="block text-note text-soft">
              {id === own.session
                ? 'this device'
                : `last used ${formatDistanceToNow(new Date(seenAt), { addSuffix: true })}`}
            </span>
          </span>
          {id !== own.session && (
            <Button kind="quiet" onClick={() => onSignOut(id)}>
              Sign out
            </Button>
          )}
        </li>
      ))}
    </ul>
  );
}
