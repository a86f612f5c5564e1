/** Keys of the page in one register, so that `?` can list exactly what works here and now. */
import { createContext, use, useEffect, useMemo, useRef, useState, type ReactNode } from 'react';

export interface Shortcut {
  /** As in KeyboardEvent.key; a space is ' '. */
  key: string;
  /** How it is shown, if not by its key. */
  shown?: string;
  label: string;
  /** One of several that are told once. */
  unlisted?: boolean;
  run: () => void;
}

interface Register {
  add: (shortcuts: readonly Shortcut[]) => () => void;
  all: readonly Shortcut[];
}

const Context = createContext<Register>({ add: () => () => undefined, all: [] });

export function ShortcutsProvider({ children }: { children: ReactNode }) {
  const [groups, setGroups] = useState<readonly (readonly Shortcut[])[]>([]);
  const register = useMemo(
    () => ({
      add(shortcuts: readonly Shortcut[]) {
        setGroups((before) => [...before, shortcuts]);
        return () => setGroups((before) => before.filter((group) => group !== shortcuts));
      },
      all: groups.flat(),
    }),
    [groups],
  );
  useEffect(() => {
    const onKey = (event: KeyboardEvent) => {
      if (event.ctrlKey || event.metaKey || event.altKey || belongsToField(event)) return;
      const shortcut = groups.flat().findLast(({ key }) => key.toLowerCase() === event.key.toLowerCase());
      if (!shortcut) return;
      event.preventDefault();
      shortcut.run();
    };
    window.addEventListener('keydown', onKey);
    return () => window.removeEventListener('keydown', onKey);
  }, [groups]);
  return <Context value={register}>{children}</Context>;
}

/** Adds keys while the component stands. The newest meaning of a key wins. */
export function useShortcuts(shortcuts: readonly Shortcut[]): void {
  const { add } = use(Context);
  const latest = useRef(shortcuts);
  useEffect(() => {
    latest.current = shortcuts;
  });
  const described = shortcuts.map(({ key, label }) => `${key}\t${label}`).join('\n');
  const addRef = useRef(add);
  useEffect(() => {
    const stable = latest.current.map((shortcut) => ({
      ...shortcut,
      run: () => latest.current.find(({ key }) => key === shortcut.key)?.run(),
    }));
    return addRef.current(stable);
  }, [described]);
}

export function useAllShortcuts(): readonly Shortcut[] {
  return use(Context).all;
}

/** Lists are searched by typing, so that letters are theirs too. */
const OWNS_ITS_KEYS =
  'input, textarea, select, [contenteditable], [role="combobox"], [role="listbox"], [role="option"]';

/** A field keeps its keys, but the empty field of a reading gives them away: no figure starts with a letter. */
function belongsToField(event: KeyboardEvent): boolean {
  const target = event.target as HTMLElement | null;
  if (!target?.matches(OWNS_ITS_KEYS)) {
    const acts = target?.matches('button, a, [role="menuitem"], [role="tab"]') ?? false;
    return acts && (event.key === ' ' || event.key === 'Enter');
  }
  const givesAway = target instanceof HTMLInputElement && target.dataset.keys === 'when-empty' && target.value === '';
  return !givesAway;
}
