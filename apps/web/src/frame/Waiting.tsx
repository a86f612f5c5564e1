import { CloudOff } from 'lucide-react';
import { outbox, useOutbox } from '../api/bench-outbox';

/** Says when what was entered still waits for the server. Nothing is lost meanwhile. */
export function Waiting() {
  const { writes, reachable } = useOutbox();
  if (reachable || writes.length === 0) return null;
  return (
    <div
      role="status"
      className="no-print flex flex-wrap items-center justify-center gap-x-4 border-b border-brass bg-brass/15 px-4 py-1"
    >
      <CloudOff aria-hidden size={18} />
      <span>
        The server can’t be reached. {writes.length === 1 ? 'One entry is' : `${writes.length} entries are`} kept on
        this device and will be sent.
      </span>
      <button type="button" className="min-h-12 px-2 underline" onClick={() => outbox.retry()}>
        Try now
      </button>
    </div>
  );
}
