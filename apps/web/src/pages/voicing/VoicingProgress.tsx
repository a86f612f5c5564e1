import { Button, Progress } from '../../ui';
import type { Voicing } from '../../compute/use-voicing';

interface Props {
  voicing: Voicing;
  onStop: () => void;
  onAgain: () => void;
}

/** How far the fitting is, or why it stands. */
export function VoicingProgress({ voicing, onStop, onAgain }: Props) {
  const { working, problem, stopped } = voicing;
  if (problem) return <RetryNotice words={`The voicing can’t be worked out: ${problem}`} onAgain={onAgain} />;
  if (stopped) return <RetryNotice words="Stopped. Figures may be of an earlier reading." onAgain={onAgain} />;
  if (working === null) return null;
  return (
    <div role="status" className="flex items-center gap-3 border-b border-grain py-1">
      <span className="shrink-0 text-soft">Working it out</span>
      <Progress share={working} label="How far it is" />
      <Button kind="quiet" onClick={onStop}>
        Stop
      </Button>
    </div>
  );
}

function RetryNotice({ words, onAgain }: { words: string; onAgain: () => void }) {
  return (
    <div role="alert" className="flex items-center justify-between gap-2 border-b border-grain py-1">
      <span className="font-medium text-ember-ink">{words}</span>
      <Button kind="quiet" onClick={onAgain}>
        Try again
      </Button>
    </div>
  );
}
