import { format } from 'date-fns';
import { useState } from 'react';
import { toast } from 'sonner';
import {
  useAccountChange,
  useAccounts,
  useShopAddress,
  type InvitationView,
  type NewInvitationView,
} from '../../api/accounts';
import { Button, Option, PanelSection, SelectField, TakeBack, TextField } from '../../ui';
import { ROLE_HINTS } from './role-words';
import { Command } from './Command';
import { QrCode } from './ShopAddress';

type Role = InvitationView['role'];

/** Lets somebody in: by a code to scan, a link, or sixteen letters to type. */
export function Invitations() {
  const accounts = useAccounts();
  const change = useAccountChange();
  const [role, setRole] = useState<Role>('helper');
  const [name, setName] = useState('');
  const [made, setMade] = useState<NewInvitationView | null>(null);
  const invite = async () => {
    try {
      const body = { role, ...(name.trim() !== '' && { name }) };
      setMade(await change<NewInvitationView>('POST', '/accounts/invitations', body));
      setName('');
    } catch (failure) {
      toast.error((failure as Error).message);
    }
  };
  const takeBack = (id: string) =>
    change('DELETE', `/accounts/invitations/${id}`).catch((failure: unknown) =>
      toast.error((failure as Error).message),
    );
  const waiting = accounts.data?.invitations ?? [];
  return (
    <PanelSection heading="Invite">
      <form
        className="space-y-3"
        onSubmit={(event) => {
          event.preventDefault();
          void invite();
        }}
      >
        <div className="grid gap-3 sm:grid-cols-2">
          <SelectField label="As" hint={ROLE_HINTS[role]} value={role} onChoose={(chosen) => setRole(chosen as Role)}>
            <Option value="helper">helper</Option>
            <Option value="owner">owner</Option>
          </SelectField>
          <TextField
            label="Whom (may be left empty)"
            hint="For somebody who has an account it sets a new password."
            value={name}
            maxLength={80}
            onChange={(event) => setName(event.target.value)}
          />
        </div>
        <Button type="submit">Make an invitation</Button>
      </form>
      {made && <Made invitation={made} />}
      {waiting.length > 0 && (
        <ul aria-label="Invitations not taken up yet">
          {waiting.map(({ id, role: as, name: whom, expiresAt }) => (
            <li key={id} className="flex items-center justify-between gap-2 border-t border-grain">
              <span>
                {whom ?? 'Whoever has the code'}, {as}
                <span className="block text-note text-soft">
                  waits until {format(new Date(expiresAt), 'd MMM, HH:mm')}
                </span>
              </span>
              <TakeBack what="invitation" retracted={false} onTurn={() => void takeBack(id)} />
            </li>
          ))}
        </ul>
      )}
    </PanelSection>
  );
}

function Made({ invitation: { code, name } }: { invitation: NewInvitationView }) {
  const shop = useShopAddress();
  const from = shop.data?.addresses[0] ?? window.location.origin;
  const link = `${from}/join/${code}`;
  const copy = () =>
    navigator.clipboard.writeText(link).then(
      () => toast.success('The link is copied.'),
      () => toast.error('The browser does not let it be copied: mark it and copy it by hand.'),
    );
  return (
    <div className="flex flex-wrap items-center gap-4 bg-grain/30 p-3" aria-label="The invitation" role="group">
      <QrCode text={link} label="Invitation as a code to scan" />
      <div className="min-w-0 space-y-1">
        <p>{name ? `For ${name}.` : 'For whoever scans it first.'} It works once, for three days, and is shown once.</p>
        <p className="figures text-note break-all select-all">{link}</p>
        <Button kind="quiet" onClick={() => void copy()}>
          Copy the link
        </Button>
        {!shop.data?.addresses.length && (
          <p className="text-note text-soft">
            It opens on this machine only until the bench is started with <Command>--host</Command>.
          </p>
        )}
      </div>
    </div>
  );
}
