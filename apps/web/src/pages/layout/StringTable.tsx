import { STRING_MATERIALS, type PlanString, type StringMaterial } from '@nimble/core/bracing';
import type { StringLoad } from '@nimble/core/strings';
import { MATERIAL_WORDS } from '../../words/bracing-words';
import { usePreferences } from '../../ui/preferences';
import { readPitch } from '@nimble/core/sound';
import { Button, Option, PanelSection, SelectField, TextField } from '../../ui';
import { QuantityField } from '../../forms';
import { useState } from 'react';

interface TableProps {
  strings: readonly PlanString[];
  load: StringLoad | null;
  own: boolean;
  onKeep: (strings: PlanString[] | null) => void;
}

/** The set as a table: each string's note, material, gauge and tension. */
export function StringTable({ strings, load, own, onKeep }: TableProps) {
  const [open, setOpen] = useState<number | null>(null);
  const change = (i: number, part: Partial<PlanString>) =>
    onKeep(strings.map((string, j) => (j === i ? { ...string, ...part } : string)));
  return (
    <PanelSection label="Strings">
      <p>
        {own
          ? 'Your own set, bass to treble'
          : 'A usual set of the family, bass to treble. Touch a string to make it yours.'}
      </p>
      <ul>
        {strings.map((string, i) => (
          <li key={i} className="border-t border-grain">
            <button
              type="button"
              aria-expanded={open === i}
              className="flex min-h-12 w-full items-baseline justify-between gap-2 pt-2 text-left"
              onClick={() => setOpen(open === i ? null : i)}
            >
              <span>
                <span className="font-medium">{string.note}</span>
                {string.count > 1 && ` × ${string.count}`}{' '}
                <span className="text-soft">
                  {MATERIAL_WORDS[string.material]}, {(1000 * string.diameter).toFixed(2)} mm
                </span>
              </span>
              <span className="figures">{load ? `${load.strings[i]!.tension.toFixed(1)} N` : '–'}</span>
            </button>
            {open === i && (
              <StringFields
                string={string}
                onChange={(part) => change(i, part)}
                onRemove={strings.length > 1 ? () => onKeep(strings.filter((_, j) => j !== i)) : null}
              />
            )}
          </li>
        ))}
      </ul>
      <div className="flex flex-wrap gap-2">
        <Button onClick={() => onKeep([...strings, { ...strings.at(-1)! }])}>Add a string</Button>
        {own && (
          <Button kind="quiet" onClick={() => onKeep(null)}>
            Back to the usual set
          </Button>
        )}
      </div>
    </PanelSection>
  );
}

function StringFields({
  string,
  onChange,
  onRemove,
}: {
  string: PlanString;
  onChange: (part: Partial<PlanString>) => void;
  onRemove: (() => void) | null;
}) {
  const { a4 } = usePreferences();
  const [note, setNote] = useState(string.note);
  const [error, setError] = useState<string | null>(null);
  const keepNote = () => {
    if (note.trim() === string.note) return;
    const read = readPitch(note, a4, 2000);
    if (read.kind !== 'pitch') return setError(read.kind === 'wrong' ? read.words : 'Say which note');
    setError(null);
    onChange({ note: note.trim().slice(0, 8), frequency: read.frequency });
  };
  return (
    <div className="grid grid-cols-2 gap-2 pb-2">
      <TextField
        label="Note"
        value={note}
        error={error}
        onChange={(e) => setNote(e.target.value)}
        onBlur={keepNote}
        onKeyDown={(e) => e.key === 'Enter' && keepNote()}
      />
      <SelectField
        label="Material"
        value={string.material}
        onChoose={(chosen) => onChange({ material: chosen as StringMaterial, massPerLength: null })}
      >
        {STRING_MATERIALS.map((material) => (
          <Option key={material} value={material}>
            {MATERIAL_WORDS[material]}
          </Option>
        ))}
      </SelectField>
      <QuantityField
        label="Diameter"
        quantity="length"
        unit="mm"
        decimals={3}
        value={string.diameter}
        check={(value) => (value > 0 && value <= 0.005 ? null : 'Between 0 and 5 mm')}
        onChange={(diameter) => diameter !== null && onChange({ diameter, massPerLength: null })}
      />
      <QuantityField
        label="Weight per metre"
        quantity="line-mass"
        unit="g/m"
        decimals={2}
        value={string.massPerLength}
        optional
        hint="from the packet, if it says"
        check={(value) => (value > 0 && value < 0.1 ? null : 'Between 0 and 100 g/m')}
        onChange={(massPerLength) => onChange({ massPerLength })}
      />
      <SelectField label="Side by side" value={string.count} onChoose={(chosen) => onChange({ count: Number(chosen) })}>
        {[1, 2, 3].map((count) => (
          <Option key={count} value={count}>
            {count}
          </Option>
        ))}
      </SelectField>
      {onRemove && (
        <Button kind="quiet" className="self-end" onClick={onRemove}>
          Take it off
        </Button>
      )}
    </div>
  );
}
