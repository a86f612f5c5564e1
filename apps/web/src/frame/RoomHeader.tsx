import { useState, type ReactNode } from 'react';
import { KeysButton, PersonMenu, ThemeMenu, UNIT_SETS, UnitsMenu } from './BenchMenus';
import { KeysDialog } from './KeysDialog';
import { setPreferences, usePreferences } from '../ui/preferences';
import { HomeLink } from './Shell';
import { useShortcuts } from '../ui/shortcuts';

/** The head of pages that belong to no build: units are this device's own. */
export function RoomHeader({ title, children }: { title: string; children?: ReactNode }) {
  const { units } = usePreferences();
  const [keysOpen, setKeysOpen] = useState(false);
  const nextUnits = () => {
    const now = UNIT_SETS.findIndex((set) => set.units.thickness === units.thickness);
    setPreferences({ units: UNIT_SETS[(now + 1) % UNIT_SETS.length]!.units });
  };
  useShortcuts([
    { key: 'u', label: 'Next units', run: nextUnits },
    { key: '?', label: 'All keys', run: () => setKeysOpen(true) },
  ]);
  return (
    <header className="flex flex-wrap items-center gap-x-4 border-b border-line bg-paper px-4 lg:px-6">
      <HomeLink title={title} />
      <div className="no-print ml-auto flex items-center gap-1">
        {children}
        <UnitsMenu units={units} onChange={(next) => setPreferences({ units: next })} />
        <ThemeMenu />
        <KeysButton onOpen={() => setKeysOpen(true)} />
        <PersonMenu />
      </div>
      <KeysDialog open={keysOpen} onClose={() => setKeysOpen(false)} />
    </header>
  );
}
