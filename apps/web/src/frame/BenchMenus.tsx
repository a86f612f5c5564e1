import type { UnitChoice } from '@nimble/core/units';
import { useQueryClient } from '@tanstack/react-query';
import { CircleHelp, Moon, Ruler, UserRound } from 'lucide-react';
import { useState } from 'react';
import { useNavigate } from 'react-router';
import { toast } from 'sonner';
import { request } from '../api/client';
import { useWorkshop } from '../api/hooks';
import { keys } from '../api/keys';
import { leave, useSignIn } from '../api/sign-in';
import { Button, Dialog, Menu, MenuHeading, MenuItem, TextField } from '../ui';
import { setPreferences, usePreferences } from '../ui/preferences';

const THEMES = [
  ['auto', 'As the device'],
  ['light', 'Paper'],
  ['dark', 'Dim shop'],
] as const;

export function ThemeMenu() {
  const { theme } = usePreferences();
  return (
    <Menu label="Light or dark" trigger={<Moon aria-hidden size={20} />} className="min-w-12 justify-center">
      {THEMES.map(([key, words]) => (
        <MenuItem key={key} marked={theme === key} onSelect={() => setPreferences({ theme: key })}>
          {words}
        </MenuItem>
      ))}
    </Menu>
  );
}

/** The ways a maker reads calipers, in the order that the U key walks them. */
export const UNIT_SETS: readonly { words: string; units: UnitChoice }[] = [
  { words: 'mm, g', units: { thickness: 'mm', length: 'mm', mass: 'g', temperature: '°C' } },
  { words: 'inch decimal, oz', units: { thickness: 'in', length: 'in', mass: 'oz', temperature: '°F' } },
  { words: 'inch fraction, oz', units: { thickness: 'in-fraction', length: 'in', mass: 'oz', temperature: '°F' } },
  { words: 'thou, g', units: { thickness: 'thou', length: 'in', mass: 'g', temperature: '°F' } },
];

export function UnitsMenu({ units, onChange }: { units: UnitChoice; onChange: (units: UnitChoice) => void }) {
  return (
    <Menu
      label="Units"
      trigger={
        <>
          <Ruler aria-hidden size={20} />
          <span className="max-sm:sr-only">{units.thickness === 'in-fraction' ? 'in ⅟' : units.thickness}</span>
        </>
      }
      className="min-w-12 justify-center"
    >
      {UNIT_SETS.map((set) => (
        <MenuItem key={set.words} marked={set.units.thickness === units.thickness} onSelect={() => onChange(set.units)}>
          {set.words}
        </MenuItem>
      ))}
    </Menu>
  );
}

export function KeysButton({ onOpen }: { onOpen: () => void }) {
  return (
    <button
      type="button"
      aria-label="Keys"
      onClick={onOpen}
      className="grid min-h-12 min-w-12 place-items-center rounded-md hover:bg-grain/50 max-sm:hidden"
    >
      <CircleHelp aria-hidden size={20} />
    </button>
  );
}

/** Who stands at the bench; every reading carries the name. Who is signed in is that person, but on the shop's tablet. */
export function PersonMenu() {
  const { person } = usePreferences();
  const signedIn = useSignIn().data?.signedIn ?? null;
  const [adding, setAdding] = useState(false);
  const navigate = useNavigate();
  return (
    <>
      <Menu
        label="Who is at the bench"
        trigger={
          <>
            <UserRound aria-hidden size={20} />
            <span className="max-sm:sr-only">{person.split(' ')[0] || 'Who?'}</span>
          </>
        }
        className="min-w-12 justify-center"
      >
        {signedIn && !signedIn.shared ? (
          <MenuHeading>Signed in as {signedIn.name}</MenuHeading>
        ) : (
          <PersonItems person={person} onAdd={() => setAdding(true)} />
        )}
        <MenuItem onSelect={() => void navigate('/people')}>People and devices</MenuItem>
        {signedIn && <SignOutItem />}
      </Menu>
      <AddPerson open={adding} onClose={() => setAdding(false)} />
    </>
  );
}

function PersonItems({ person, onAdd }: { person: string; onAdd: () => void }) {
  const workshop = useWorkshop();
  return (
    <>
      <MenuHeading>Readings are kept under</MenuHeading>
      {workshop.data?.people.map(({ id, name, role }) => (
        <MenuItem key={id} marked={name === person} onSelect={() => setPreferences({ person: name })}>
          {name}
          {role && <span className="text-soft">{role}</span>}
        </MenuItem>
      ))}
      <MenuItem marked={person === ''} onSelect={() => setPreferences({ person: '' })}>
        No name
      </MenuItem>
      <MenuItem marked={false} onSelect={onAdd}>
        Someone else …
      </MenuItem>
    </>
  );
}

function SignOutItem() {
  return (
    <MenuItem
      onSelect={() =>
        void leave().then(
          () => {
            setPreferences({ person: '' });
            // Nothing that was shown stays in the page either.
            window.location.assign('/');
          },
          (failure: unknown) => toast.error((failure as Error).message),
        )
      }
    >
      Sign out here
    </MenuItem>
  );
}

function AddPerson({ open, onClose }: { open: boolean; onClose: () => void }) {
  const client = useQueryClient();
  const [name, setName] = useState('');
  const [error, setError] = useState<string | null>(null);
  const add = async () => {
    const trimmed = name.trim();
    if (trimmed === '') return setError('Type a name');
    try {
      const workshop = await request('POST', '/workshop/people', { id: crypto.randomUUID(), name: trimmed });
      client.setQueryData(keys.workshop, workshop);
      setPreferences({ person: trimmed });
      setName('');
      onClose();
    } catch (failure) {
      toast.error((failure as Error).message);
    }
  };
  return (
    <Dialog title="Who is at the bench?" open={open} onClose={onClose}>
      <form
        className="space-y-4"
        onSubmit={(event) => {
          event.preventDefault();
          void add();
        }}
      >
        <TextField label="Name" value={name} error={error} onChange={(e) => setName(e.target.value)} autoFocus />
        <Button kind="main" type="submit">
          Add
        </Button>
      </form>
    </Dialog>
  );
}
