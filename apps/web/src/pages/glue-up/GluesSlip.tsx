import { GENERIC_GLUES, type Glue } from '@nimble/core/glue';
import { useState } from 'react';
import { toast } from 'sonner';
import { useWorkshopWrites } from '../../api/bracing';
import { Refused } from '../../api/client';
import { Button, TextField } from '../../ui';
import { NameForm, QuantityField } from '../../forms';

/** The workshop's table of glues: generic to begin with, to be edited after the sheets of what stands on the shelf. */
export function GluesSlip({ glues }: { glues: readonly Glue[] }) {
  const writes = useWorkshopWrites();
  const [open, setOpen] = useState<string | null>(null);
  const keep = (next: readonly Glue[]) =>
    writes.keepGlues(next).catch((failure: Error) => {
      toast.error(failure instanceof Refused ? (failure.errors[0]?.message ?? failure.message) : failure.message);
    });
  const change = (id: string, part: Partial<Glue>) =>
    keep(glues.map((glue) => (glue.id === id ? { ...glue, ...part } : glue)));
  return (
    <div className="space-y-3 pt-1">
      <p>Generic figures to begin with. Follow the sheet of the glue you have, and write its figures here.</p>
      <ul>
        {glues.map((glue) => (
          <li key={glue.id} className="border-t border-grain">
            <button
              type="button"
              aria-expanded={open === glue.id}
              className="flex min-h-12 w-full items-center justify-between gap-2 text-left"
              onClick={() => setOpen(open === glue.id ? null : glue.id)}
            >
              <span>{glue.name}</span>
              <span className="figures shrink-0 text-soft">open {glue.openTime / 60} min</span>
            </button>
            {open === glue.id && (
              <GlueFields
                glue={glue}
                onChange={(part) => change(glue.id, part)}
                onRemove={glues.length > 1 ? () => keep(glues.filter(({ id }) => id !== glue.id)) : null}
              />
            )}
          </li>
        ))}
      </ul>
      <NameForm
        label="Another glue"
        taken={glues.map(({ name }) => name)}
        onAdd={(name) => {
          const id = crypto.randomUUID();
          void keep([...glues, { ...GENERIC_GLUES[0]!, id, name, note: '' }]);
          setOpen(id);
        }}
      />
    </div>
  );
}

interface FieldsProps {
  glue: Glue;
  onChange: (part: Partial<Glue>) => void;
  onRemove: (() => void) | null;
}

const upTo = (most: number, words: string) => (value: number) => (value > 0 && value <= most ? null : words);

function GlueFields({ glue, onChange, onRemove }: FieldsProps) {
  const [note, setNote] = useState(glue.note);
  return (
    <div className="space-y-2 pb-2">
      <div className="grid grid-cols-2 gap-2">
        <QuantityField
          label="Open"
          quantity="duration"
          unit="min"
          decimals={1}
          value={glue.openTime}
          check={upTo(14_400, 'Between 0 and 4 hours')}
          onChange={(openTime) => openTime !== null && onChange({ openTime })}
        />
        <QuantityField
          label="Under pressure"
          quantity="duration"
          unit="min"
          decimals={0}
          value={glue.clampTime}
          check={upTo(604_800, 'Between 0 and a week')}
          onChange={(clampTime) => clampTime !== null && onChange({ clampTime })}
        />
        <QuantityField
          label="Cure"
          quantity="duration"
          unit="h"
          decimals={1}
          value={glue.cureTime}
          check={upTo(2_592_000, 'Between 0 and 30 days')}
          onChange={(cureTime) => cureTime !== null && onChange({ cureTime })}
        />
        <QuantityField
          label="Least pressure"
          quantity="pressure"
          unit="kPa"
          decimals={0}
          value={glue.pressureLow}
          check={(value) => (value > 0 && value <= glue.pressureHigh ? null : 'Between 0 and the most')}
          onChange={(pressureLow) => pressureLow !== null && onChange({ pressureLow })}
        />
        <QuantityField
          label="Most of use"
          quantity="pressure"
          unit="kPa"
          decimals={0}
          value={glue.pressureHigh}
          check={(value) => (value >= glue.pressureLow && value <= 5e6 ? null : 'From the least to 5000 kPa')}
          onChange={(pressureHigh) => pressureHigh !== null && onChange({ pressureHigh })}
        />
      </div>
      <TextField
        label="Note"
        value={note}
        maxLength={300}
        onChange={(e) => setNote(e.target.value)}
        onBlur={() => note !== glue.note && onChange({ note })}
      />
      {onRemove && (
        <Button kind="quiet" onClick={onRemove}>
          Take it off the table
        </Button>
      )}
    </div>
  );
}
