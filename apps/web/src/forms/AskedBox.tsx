import { useEffect, useRef } from 'react';
import { useShortcuts } from '../ui/shortcuts';
import { Button } from '../ui';

/** A question about what was just typed or heard: nothing is kept before it is answered. */
export interface Asked {
  message: string;
  keep: () => void;
  /** What was probably meant. */
  mend: { words: string; run: () => void } | null;
  drop: () => void;
}

interface Props {
  asked: Asked;
  /** What the main button says. */
  again?: string;
}

/** Typing anew replaces it; Enter does what the main button says, K keeps what was doubted. */
export function AskedBox({ asked, again = 'Read again' }: Props) {
  const { message, keep, mend, drop } = asked;
  useShortcuts([
    { key: 'Enter', label: again, run: drop },
    { key: 'Escape', shown: 'Esc', label: again, run: drop },
    { key: 'k', shown: 'K', label: 'What is doubted is right: keep it', run: keep },
  ]);
  return <AskedLayout {...{ message: `${message} Nothing is kept yet.`, keep, mend, drop, again }} />;
}

/** Its looks alone, where the page has the keys. */
export function AskedLayout({ message, keep, mend, drop, again }: Asked & { again: string }) {
  const box = useRef<HTMLDivElement>(null);
  // What was typed may stand far from it.
  useEffect(() => {
    void box.current?.scrollIntoView?.({ block: 'nearest' });
  }, []);
  return (
    <div ref={box} role="alertdialog" aria-label="Is it right?" className="border-l-4 border-brass bg-brass/10 p-3">
      <p className="mb-2 text-lead">{message}</p>
      <div className="grid grid-cols-2 gap-2">
        <Button kind="main" onClick={drop}>
          {again} <Key>↵</Key>
        </Button>
        <Button onClick={keep}>
          It is right <Key>K</Key>
        </Button>
        {mend && (
          <Button className="col-span-2" onClick={mend.run}>
            {mend.words}
          </Button>
        )}
      </div>
    </div>
  );
}

const Key = ({ children }: { children: string }) => (
  <kbd className="figures rounded border border-current/40 px-1 text-small font-normal">{children}</kbd>
);
