import type { KnockAnalysis } from '@nimble/core/sound';
import { AskedBox, readClearNotes, readSeconds, useEntryForm } from '../../forms';
import { KnockEar } from '../../listening/KnockEar';
import { Button, TextField } from '../../ui';
import { strongest } from '../../words/knock-words';

const BLANK = { clear: '', time: '' };
/** Heard of one knock; what does not ring clear is taken out by hand. */
const OFFERED = 4;

/** @throws InvalidInput at the field */
function readKnock({ clear, time }: typeof BLANK) {
  const timed = time.trim() !== '';
  return {
    ...(clear.trim() !== '' || !timed ? { clear: readClearNotes('clear', clear) } : {}),
    ...(timed && { ring: { time: readSeconds('ring.time', time), level: null } }),
  };
}

interface Props {
  unread: (at: (field: string) => string | null) => React.ReactNode;
  onSend: (body: object) => Promise<unknown>;
}

/** A back is bookmatched, and braced when it is tapped: its notes have no names, a few of them ring clear. */
export function ClearKnock({ unread, onSend }: Props) {
  const form = useEntryForm({
    blank: BLANK,
    read: readKnock,
    send: (knock, ask) => onSend({ id: crypto.randomUUID(), ...knock, ask }),
  });
  const hear = (analysis: KnockAnalysis) => {
    const loud = strongest(analysis, OFFERED).sort((a, b) => a.frequency - b.frequency);
    if (loud.length === 0) return;
    const time = analysis.ringTime === null ? '' : analysis.ringTime.toFixed(2);
    form.set({ clear: loud.map(({ frequency }) => frequency.toFixed(1)).join('; '), time });
  };
  return (
    <form aria-label="Knock on the plate" className="space-y-2 pb-2" onSubmit={form.submit}>
      <KnockEar onHeard={hear} />
      <TextField
        label="Notes that ring clear, Hz"
        placeholder="98.5; 142 or G2; D3 +15"
        hint="A few are enough; one after the other, with a semicolon between."
        {...form.text('clear')}
      />
      <TextField
        label="Rings, s"
        inputMode="decimal"
        value={form.draft.time}
        error={form.at('ring.time')}
        onChange={({ target }) => form.set({ time: target.value })}
      />
      {unread(form.at)}
      {form.asked && <AskedBox asked={form.asked} />}
      <Button type="submit" disabled={form.busy}>
        Keep the knock
      </Button>
    </form>
  );
}
