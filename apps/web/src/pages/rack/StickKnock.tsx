import { formatPlanLength, inWords } from '@nimble/core/units';
import type { KnockAnalysis } from '@nimble/core/sound';
import { toast } from 'sonner';
import { useRackWrite, type WoodSet } from '../../api/wood';
import { AskedBox, readHertz, readSeconds, useEntryForm } from '../../forms';
import { KnockEar } from '../../listening/KnockEar';
import { Button, Option, SelectField, TextField } from '../../ui';
import { usePreferences } from '../../ui/preferences';
import { partialNear } from '../../words/knock-words';
import { BoardDrawing } from './BoardDrawing';
import { stickGuide, type Over } from './stick-guide';

const BLANK = { note: '', ring: '' };
/** How far a heard note may lie from the one expected and still be that note (1). */
const NEAR = 0.3;

/** @throws InvalidInput at the field */
const readStick = ({ note, ring }: typeof BLANK) => ({
  note: readHertz('note', note),
  ...(ring.trim() !== '' && { ring: readSeconds('ring', ring) }),
});

interface Props {
  set: WoodSet;
  over: Over;
  onOver: (over: Over) => void;
}

/** The first note of a billet, held at its nodes: what its modulus along the grain is. */
export function StickKnockForm({ set, over, onOver }: Props) {
  const write = useRackWrite();
  const { person } = usePreferences();
  const { frequency } = stickGuide(set, over).guide;
  const form = useEntryForm({
    blank: BLANK,
    read: readStick,
    send: (stick, ask) =>
      write('POST', `/${set.id}/stick-knocks`, { id: crypto.randomUUID(), person, over, ...stick, ask }),
  });
  const hear = (analysis: KnockAnalysis) => {
    const partial = partialNear(analysis, frequency, NEAR);
    if (!partial) return toast('No note near the one expected: hold it at the dashed lines and knock in the middle.');
    form.set({ note: partial.frequency.toFixed(2), ring: partial.ring.toFixed(2) });
  };
  return (
    <form aria-label="Knock on it" className="space-y-2" onSubmit={form.submit}>
      <p className="text-soft">
        Its lowest note, in hertz or by name with cents (D5 +15). How long it rings tells its damping; leave it empty
        where you did not time it.
      </p>
      <KnockEar onHeard={hear} />
      <SelectField label="Knocked on" value={over} onChoose={(chosen) => onOver(chosen as Over)}>
        <Option value="thickness">its flat side</Option>
        <Option value="width">its edge</Option>
      </SelectField>
      <div className="grid grid-cols-2 gap-3">
        <TextField label="Note, Hz" {...form.text('note')} />
        <TextField label="Rings, s" inputMode="decimal" {...form.text('ring')} />
      </div>
      {(['mass', 'length'] as const).map(
        (field) =>
          form.at(field) && (
            <p key={field} role="alert" className="font-medium text-ember-ink">
              The {field === 'mass' ? 'weight' : 'length'} {form.at(field)}
            </p>
          ),
      )}
      {form.asked && <AskedBox asked={form.asked} />}
      <Button type="submit" disabled={form.busy}>
        Keep the note
      </Button>
    </form>
  );
}

/** Where the stick stands still, where to hold and where to knock. */
export function StickShown({ set, over }: Pick<Props, 'set' | 'over'>) {
  const { units } = usePreferences();
  const { guide, plate } = stickGuide(set, over);
  return (
    <>
      <BoardDrawing
        plate={plate}
        guide={guide}
        label={`${set.name} from above, with the two places where its first note stands still`}
      />
      <p className="pb-3 text-soft">
        Hold it lightly between two fingers, or lay it on two narrow foams,{' '}
        <span className="figures">{inWords(formatPlanLength(guide.hold.x, units))}</span> from its ends, and knock in
        the middle. From what is known so far its note should come near{' '}
        <span className="figures">{guide.frequency.toFixed(0)} Hz</span>.
      </p>
    </>
  );
}
