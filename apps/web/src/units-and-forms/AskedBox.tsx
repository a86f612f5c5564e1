import { useEffect } from 'react';
import { usePreferences } from '../shell/preferences';
import { useShortcuts } from '../shell/shortcuts';
import { say } from '../stages/thickness/speech';
import { Button } from '../ui';
import type { Asked } from './use-asking';

/** The question about what was just typed. Typing anew replaces it; Enter does what the main button says, K keeps it. */
export function AskedBox({ asked }: { asked: Asked }) {
  const { speech } = usePreferences();
  const { message, slip, keep, mend, drop } = asked;
  useShortcuts([
    { key: 'k', shown: 'K', label: 'The doubted figure is right: keep it', run: keep },
    { key: 'Escape', shown: 'Esc', label: 'Read it again', run: drop },
  ]);
  useEffect(() => {
    if (speech) say(message);
  }, [speech, message]);
  return (
    <div role="alertdialog" aria-label="Is it right?" className="border-l-4 border-brass bg-brass/10 p-3">
      <p className="mb-2 text-[1.05rem]">{message} Nothing was kept yet.</p>
      <div className="grid grid-cols-2 gap-2">
        <Button kind="main" onClick={drop}>
          Read again
        </Button>
        <Button onClick={keep}>It is right (K)</Button>
        {mend && slip && (
          <Button className="col-span-2" onClick={mend}>
            Yes: {slip.words}
          </Button>
        )}
      </div>
    </div>
  );
}
