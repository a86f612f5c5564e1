import { Button, Progress } from '../../ui';
import type { Voicing } from '../../compute/use-voicing';

interface Props {
  voicing: Voicing;
  onStop: () => void;
  onAgain: () => void;
}

/** How far the fitting is, or why it stands. */
export function Reckoning({ voicing, onStop, onAgain }: Props) {
  const { working, problem, stopped } = voicing;
  if (problem) return <Told words={`The voicing can’t be reckoned: ${problem}`} onAgain={onAgain} />;
  if (stopped) return <Told words="Stopped. Figures may be of an earlier reading." onAgain={onAgain} />;
  if (working === null) return null;
  return (
    <div role="status" className="flex items-center gap-3 border-b border-grain py-1">
      <span className="shrink-0 text-soft">Reckoning</span>
      <Progress share={working} label="How far it is" />
      <Button kind="quiet" onClick={onStop}>
        Stop
      </Button>
    </div>
  );
}

function Told({ words, onAgain }: { words: string; onAgain: () => void }) {
  return (
    <div role="alert" className="flex items-center justify-between gap-2 border-b border-grain py-1">
      <span className="font-medium text-ember-ink">{words}</span>
      <Button kind="quiet" onClick={onAgain}>
        Try again
      </Button>
    </div>
  );
}
