import { RotateCcw, X } from 'lucide-react';
import { Button } from './Button';

interface Props {
  /** "test", "weight", "check". */
  what: string;
  retracted: boolean;
  onTurn: () => void;
}

/** Takes a wrong record back, or counts it again; it stays in the list either way. */
export function TakeBack({ what, retracted, onTurn }: Props) {
  const Icon = retracted ? RotateCcw : X;
  return (
    <Button
      kind="quiet"
      className="no-print min-w-12 shrink-0 px-2"
      aria-label={retracted ? `Count this ${what} again` : `Take this ${what} back`}
      title={retracted ? 'Count it again' : 'Take it back'}
      onClick={onTurn}
    >
      <Icon aria-hidden size={20} />
    </Button>
  );
}
