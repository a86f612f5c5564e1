import { Refused } from '../../api/client';
import { useState } from 'react';
import { toast } from 'sonner';
import { FeelKeys } from '../../flex/FeelMarks';

interface Props {
  unread: (at: (field: string) => string | null) => React.ReactNode;
  onSend: (body: object) => Promise<unknown>;
}

/** Bent by hand alone: one tap keeps the mark. */
export function FeelCheck({ unread, onSend }: Props) {
  const [busy, setBusy] = useState(false);
  const [missing, setMissing] = useState<string | null>(null);
  const mark = async (score: number) => {
    setBusy(true);
    try {
      await onSend({ id: crypto.randomUUID(), score });
      setMissing(null);
    } catch (failure) {
      const wanted = failure instanceof Refused ? failure.at('thickness') : undefined;
      if (wanted) setMissing(wanted);
      else toast.error((failure as Error).message);
    } finally {
      setBusy(false);
    }
  };
  return (
    <div className="space-y-2 pb-2">
      <p className="text-soft">From 1, soft, to 9, stiff. One tap keeps it; no loads are needed.</p>
      {unread((field) => (field === 'thickness' ? missing : null))}
      <FeelKeys busy={busy} onMark={(score) => void mark(score)} />
    </div>
  );
}
