/** A form whose server may ask back: nothing is kept before it is answered, and nothing typed is lost. */
import type { Slip } from '@nimble/core/wood';
import { useState } from 'react';
import { Refused, type Doubt } from '../api/client';
import { usePreferences } from '../ui/preferences';
import { say } from '../ui/speech';
import type { Asked } from './AskedBox';
import { useSending, WAITS, type Tell } from './use-sending';

/**
 * Sends what was typed: asked about where it can hardly be, and mended as it was probably meant where a slip is given.
 */
export type AskedWrite = (how: { ask: boolean; slip: Slip | null }) => Promise<unknown>;

/** @param mends slips that this form can mend in what it sends @param tell of what is refused, field by field */
export function useAsking(mends: readonly Slip['of'][], onDone: () => void, tell: Tell) {
  const [open, setOpen] = useState<{ doubt: Doubt; write: AskedWrite; typed: string } | null>(null);
  const { speech } = usePreferences();
  const { send, busy } = useSending(() => {
    setOpen(null);
    onDone();
  }, tell);
  /** @param body what would be sent: offered again unchanged, Enter does what the main button says */
  const offer = async (write: AskedWrite, body: unknown) => {
    const text = JSON.stringify(body);
    if (open?.typed === text) return setOpen(null);
    setOpen(null);
    await send(async () => {
      try {
        return await write({ ask: true, slip: null });
      } catch (failure) {
        if (!(failure instanceof Refused) || !failure.doubt) throw failure;
        setOpen({ doubt: failure.doubt, write, typed: text });
        if (speech) say(failure.doubt.message);
        return WAITS;
      }
    });
  };
  const answer = (meant: Slip | null) => void (open && send(() => open.write({ ask: false, slip: meant })));
  const slip = open?.doubt.slip;
  const mend = slip && mends.includes(slip.of) ? { words: `Yes: ${slip.words}`, run: () => answer(slip) } : null;
  const asked: Asked | null = open && {
    message: open.doubt.message,
    keep: () => answer(null),
    mend,
    drop: () => setOpen(null),
  };
  return { offer, busy, asked };
}
