import { checkJig, type Jig } from '@nimble/core/wood';
import { InvalidInput } from '@nimble/core/base';
import { parseQuantity, type UnitChoice } from '@nimble/core/units';
import { useState } from 'react';
import { useJigWrite } from '../api/flex';
import { Button, Dialog, SelectField, TextField, Option } from '../ui';
import { useEntryForm } from '../forms';
import { JigDrawing } from './JigDrawing';

interface Props {
  units: UnitChoice;
  open: boolean;
  onClose: () => void;
  onMade: (id: string) => void;
}

const BLANK = {
  name: '',
  kind: 'three-point',
  direction: 'along',
  span: '',
  loadAt: '',
  dialAt: '',
  supportWidth: '0',
};

/** Describes a jig once; every later flex names it and needs only loads and dial. */
export function NewJigDialog({ units, open, onClose, onMade }: Props) {
  const write = useJigWrite();
  const [id, setId] = useState(() => crypto.randomUUID());
  const form = useEntryForm({
    blank: BLANK,
    read: (draft) => {
      if (draft.name.trim() === '') throw new InvalidInput('name', '', 'Give it a name');
      const body = readJig(draft, units);
      checkJig(body);
      return { name: draft.name.trim(), body };
    },
    send: (jig) => write('', { id, ...jig }),
    onDone: () => {
      onMade(id);
      setId(crypto.randomUUID());
      onClose();
    },
  });
  const { draft, at, busy } = form;
  const field = (name: keyof typeof BLANK, label: string, hint?: string) => (
    <TextField
      label={label}
      suffix={name === 'name' ? undefined : units.length}
      hint={hint}
      {...form.text(name)}
      error={at(name) ?? at(`body.${name}`)}
    />
  );
  const isRing = draft.kind === 'ring';
  const shown = tryRead(draft, units);
  return (
    <Dialog
      title="A new jig"
      description="Measure it once, from the middle of one support to the middle of the other. Every flex on it can then be compared."
      open={open}
      onClose={onClose}
    >
      <form className="space-y-3" onSubmit={form.submit}>
        {field('name', 'Name')}
        <div className="grid grid-cols-2 gap-3">
          <SelectField label="It holds the plate" {...form.choice('kind')}>
            <Option value="three-point">on two supports</Option>
            <Option value="cantilever">clamped at one end</Option>
            <Option value="ring">on a ring</Option>
          </SelectField>
          {!isRing && (
            <SelectField label="Bent" {...form.choice('direction')}>
              <Option value="along">along the grain</Option>
              <Option value="across">across it</Option>
            </SelectField>
          )}
          {field(
            'span',
            isRing ? 'Ring, inner diameter' : draft.kind === 'cantilever' ? 'Free length' : 'From support to support',
          )}
          {field('supportWidth', 'Breadth of each support', 'The plate may touch anywhere on it.')}
          {!isRing &&
            field(
              'loadAt',
              draft.kind === 'cantilever' ? 'Weight from the clamp' : 'Weight from the first support',
              draft.kind === 'cantilever' ? 'Empty: at the free end.' : 'Empty: in the middle.',
            )}
          {!isRing &&
            field(
              'dialAt',
              draft.kind === 'cantilever' ? 'Dial from the clamp' : 'Dial from the first support',
              'Empty: under the weight.',
            )}
        </div>
        {shown && (
          <div className="mx-auto max-w-[320px]">
            <JigDrawing jig={shown} units={units} label="The jig from the side" />
          </div>
        )}
        <Button kind="main" type="submit" disabled={busy}>
          Keep the jig
        </Button>
      </form>
    </Dialog>
  );
}

/** Whatever can be drawn already. */
function tryRead(draft: typeof BLANK, units: UnitChoice): Jig | null {
  try {
    const jig = readJig(draft, units);
    checkJig(jig);
    return jig;
  } catch {
    return null; // not yet all typed: nothing to draw
  }
}

function readJig(draft: typeof BLANK, units: UnitChoice): Jig {
  const length = (field: keyof typeof BLANK) => parseQuantity(field, draft[field], 'length', units.length).value;
  const kind = draft.kind as Jig['kind'];
  const span = length('span');
  const supportWidth = draft.supportWidth.trim() === '' ? 0 : length('supportWidth');
  if (kind === 'ring') return { kind, diameter: span, supportWidth };
  const usual = kind === 'cantilever' ? span : span / 2;
  const loadAt = draft.loadAt.trim() === '' ? usual : length('loadAt');
  const dialAt = draft.dialAt.trim() === '' ? loadAt : length('dialAt');
  return { kind, direction: draft.direction as 'along' | 'across', span, loadAt, dialAt, supportWidth };
}
