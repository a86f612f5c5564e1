import { useQueryClient } from '@tanstack/react-query';
import { format } from 'date-fns';
import { CloudOff } from 'lucide-react';
import { useEffect, useState } from 'react';
import { useAway } from '../api/away';
import { outbox, useOutbox } from '../api/bench-outbox';
import { SetAside } from './SetAside';

/** A write is usually kept before one looks: only what waits longer is worth a word. */
const WORTH_A_WORD_MS = 4000;

/** Says when what was entered waits, and why; and what the server would not take. Nothing is lost meanwhile. */
export function Waiting() {
  const { writes, trouble, aside } = useOutbox();
  const shownOf = useAway();
  const [open, setOpen] = useState(false);
  const client = useQueryClient();
  const waitsLong = useLasting(writes.length > 0, WORTH_A_WORD_MS);
  const isTold = writes.length > 0 && (waitsLong || trouble?.kind === 'unreachable');
  return (
    <>
      {(isTold || shownOf !== null || aside.length > 0) && (
        <div
          role="status"
          className="no-print flex flex-wrap items-center justify-center gap-x-8 border-b border-brass bg-brass/15 px-4"
        >
          {isTold && (
            <Bar button="Try now" onPress={() => outbox.retry()}>
              {trouble?.words ?? 'The server takes its time.'} {counted(writes.length)} kept on this device and will be
              sent.
            </Bar>
          )}
          {shownOf !== null && (
            <Bar button="Look again" onPress={() => void client.invalidateQueries()}>
              You see what this device saw last, {format(new Date(shownOf), 'd MMM, HH:mm')}. What you enter is kept
              here; verdicts and forecasts are this device’s own meanwhile.
            </Bar>
          )}
          {aside.length > 0 && (
            <Bar button="Look at it" onPress={() => setOpen(true)}>
              The server did not take {aside.length === 1 ? 'one entry: it is' : `${aside.length} entries: they are`}{' '}
              kept here.
            </Bar>
          )}
        </div>
      )}
      <SetAside writes={aside} open={open && aside.length > 0} onClose={() => setOpen(false)} />
    </>
  );
}

const counted = (count: number) => (count === 1 ? 'One entry is' : `${count} entries are`);

interface BarProps {
  children: React.ReactNode;
  button: string;
  onPress: () => void;
}

function Bar({ children, button, onPress }: BarProps) {
  return (
    <div className="flex flex-wrap items-center justify-center gap-x-4">
      <CloudOff aria-hidden size={18} />
      <span>{children}</span>
      <button type="button" className="min-h-12 px-2 underline" onClick={onPress}>
        {button}
      </button>
    </div>
  );
}

/** True once it has held for so long. */
function useLasting(holds: boolean, ms: number): boolean {
  const [lasts, setLasts] = useState(false);
  useEffect(() => {
    if (!holds) return;
    const timer = setTimeout(() => setLasts(true), ms);
    return () => {
      clearTimeout(timer);
      setLasts(false);
    };
  }, [holds, ms]);
  return holds && lasts;
}
