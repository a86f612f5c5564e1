import { useShortcuts } from '../shell/shortcuts';
import { Button } from '../ui';
import { KNOCK_QUESTIONS, type DoubtedKnock } from './use-doubted-knock';

/** Nothing is kept before it is answered; Enter does what the main button says, K keeps the knock. */
export function KnockDoubt({ doubt }: { doubt: DoubtedKnock }) {
  useShortcuts([
    { key: 'Enter', label: 'Knock again', run: doubt.drop },
    { key: 'Escape', shown: 'Esc', label: 'Knock again', run: doubt.drop },
    { key: 'k', shown: 'K', label: 'The doubted knock is right: keep it', run: doubt.keep },
  ]);
  if (!doubt.doubted) return null;
  return (
    <div role="alertdialog" aria-label="Is this knock right?" className="border-l-4 border-brass bg-brass/10 p-3">
      <p className="mb-2 text-[1.05rem]">{KNOCK_QUESTIONS[doubt.doubted.question]} It is not kept yet.</p>
      <div className="grid grid-cols-2 gap-2">
        <Button kind="main" onClick={doubt.drop}>
          Knock again
        </Button>
        <Button onClick={doubt.keep}>It is right (K)</Button>
      </div>
    </div>
  );
}
