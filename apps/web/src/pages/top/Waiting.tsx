import { Button, Progress } from '../../ui';
import type { WholeTop } from '../../compute/use-whole-top';

/** How far solving is, or why it ended without an answer. */
export function Waiting({ top, onStop, onAgain }: { top: WholeTop; onStop: () => void; onAgain: () => void }) {
  if (top.state === 'failed')
    return <Ended words={`The top can’t be worked out: ${top.words}`} action="Try again" onAction={onAgain} />;
  if (top.state === 'stopped') return <Ended words="Stopped." action="Start again" onAction={onAgain} />;
  const share = top.state === 'working' ? top.share : 0;
  return (
    <div role="status" className="space-y-3 pt-3">
      <p>Solving the whole top: mesh, braces, modes, strings and what each place does.</p>
      <Progress share={share} label="How far it is" />
      <Button onClick={onStop}>Stop</Button>
    </div>
  );
}

function Ended({ words, action, onAction }: { words: string; action: string; onAction: () => void }) {
  return (
    <div role="alert" className="space-y-3 pt-3">
      <p>{words}</p>
      <Button onClick={onAction}>{action}</Button>
    </div>
  );
}
