import { SPECIES_PRIORS } from '@nimble/core/wood';
import type { UnitChoice } from '@nimble/core/units';
import { SelectField, TextField, Option } from '../../ui';
import type { SetDraft } from './set-draft';

interface Props {
  draft: SetDraft;
  units: UnitChoice;
  at: (field: string) => string | null;
  onChange: (change: Partial<SetDraft>) => void;
  /** One begins with its name. */
  isNew?: boolean;
  narrow?: boolean;
}

const ENDS = [
  ['', 'not looked for'],
  ['neck', 'the neck end'],
  ['tail', 'the tail end'],
] as const;

const PIECES = [
  ['1', 'one piece'],
  ['2', 'two halves'],
  ['4', 'four pieces'],
] as const;
const ONE_OF: Readonly<Record<string, string>> = { 1: 'The piece', 2: 'One half', 4: 'One piece' };

/** What a set is: for a new one and for one that is changed. */
export function SetFields({ draft, units, at, onChange, isNew = false, narrow = false }: Props) {
  const field = (name: keyof SetDraft, label: string, suffix?: string, hint?: string) => (
    <TextField
      label={label}
      suffix={suffix}
      hint={hint}
      value={draft[name]}
      error={at(name)}
      onChange={(event) => onChange({ [name]: event.target.value })}
    />
  );
  const choice = (name: keyof SetDraft, label: string, options: readonly (readonly [string, string])[]) => (
    <SelectField label={label} value={draft[name]} error={at(name)} onChoose={(chosen) => onChange({ [name]: chosen })}>
      {options.map(([value, words]) => (
        <Option key={value} value={value}>
          {words}
        </Option>
      ))}
    </SelectField>
  );
  const two = narrow ? 'grid grid-cols-1 gap-3' : 'grid gap-3 sm:grid-cols-2';
  const three = narrow ? 'grid grid-cols-2 gap-3' : 'grid gap-3 sm:grid-cols-3';
  const isPlate = draft.use !== 'brace';
  return (
    <>
      <div className={two}>
        <TextField
          label="Name"
          autoFocus={isNew}
          value={draft.name}
          error={at('name')}
          onChange={(event) => onChange({ name: event.target.value })}
        />
        {choice(
          'species',
          'Species',
          SPECIES_PRIORS.map(({ key, name }) => [key, name] as const),
        )}
        {choice('use', 'For', [
          ['top', 'tops'],
          ['back', 'backs'],
          ['brace', 'braces'],
        ])}
        {isPlate && choice('pieces', 'Joined of', PIECES)}
      </div>
      <fieldset>
        <legend className="text-lead font-bold">{isPlate ? ONE_OF[draft.pieces] : 'The billet'}</legend>
        <div className={three}>
          {field('length', 'Length', units.length)}
          {field('width', 'Width', units.length)}
          {field('thickness', 'Thickness', units.length)}
          {field('runout', 'Runout', '°', 'Or 1 in 28, or 5 mm over 140; empty: not looked at')}
          {field('offQuarter', 'Rings from square', '°')}
        </div>
        {isPlate && (
          <div className={`mt-3 ${two}`}>
            {choice('risesBass', 'Outer face, bass half: fibres rise toward', ENDS)}
            {choice('risesTreble', 'Outer face, treble half: fibres rise toward', ENDS)}
          </div>
        )}
      </fieldset>
      <div className={two}>
        {choice('cut', 'Cut', [
          ['quartered', 'quartered'],
          ['rift', 'rift'],
          ['flat', 'flat'],
        ])}
        {choice('worked', 'Worked', [
          ['split', 'split'],
          ['sawn', 'sawn'],
        ])}
        {field('grainLinesPerCm', 'Grain lines per cm')}
        {field('figure', 'Figure')}
        {field('colour', 'Colour')}
        {field('place', 'Where it lies')}
        {field('price', 'Price')}
      </div>
      {field('note', 'Note')}
    </>
  );
}
