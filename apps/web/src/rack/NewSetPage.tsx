import { InvalidInput, parseQuantity, SPECIES_PRIORS } from '@nimble/core';
import { useState } from 'react';
import { Link, useNavigate } from 'react-router';
import { toast } from 'sonner';
import { Refused, type FieldError } from '../api/client';
import { useRackWrite } from '../api/wood';
import { ThemeMenu } from '../shell/BenchMenus';
import { HomeLink } from '../shell/Shell';
import { Button, SelectField, TextField } from '../ui';

const FIRST = {
  name: '', use: 'top', species: 'european-spruce', cut: 'quartered', worked: 'split', length: '', width: '', thickness: '', runout: '0', offQuarter: '0',
  grainLinesPerCm: '', figure: '', colour: '', place: '', price: '', note: '',
}; // prettier-ignore
type Draft = typeof FIRST;

const RADIANS_PER_DEGREE = Math.PI / 180;

/** A set laid into the rack: what it is and its sizes; the tests come after. */
export function NewSetPage() {
  const [draft, setDraft] = useState<Draft>(FIRST);
  const [errors, setErrors] = useState<readonly FieldError[]>([]);
  const [id] = useState(() => crypto.randomUUID());
  const write = useRackWrite();
  const navigate = useNavigate();
  const at = (field: keyof Draft) => errors.find((error) => error.field === field)?.message ?? null;
  const field = (name: keyof Draft, label: string, suffix?: string) => (
    <TextField
      label={label}
      suffix={suffix}
      value={draft[name]}
      error={at(name)}
      onChange={(event) => {
        setDraft({ ...draft, [name]: event.target.value });
        setErrors(errors.filter((error) => error.field !== name));
      }}
    />
  );
  const submit = async () => {
    const { body, wrong } = readDraft(draft);
    if (wrong.length > 0) return setErrors(wrong);
    try {
      await write('POST', '', { id, ...body });
      void navigate(`/rack/${id}`);
    } catch (failure) {
      if (failure instanceof Refused && failure.errors.length > 0) setErrors(failure.errors);
      else toast.error((failure as Error).message);
    }
  };
  return (
    <div className="flex min-h-full flex-col">
      <header className="flex items-center border-b border-line bg-paper px-4 lg:px-6">
        <HomeLink title="A new set" />
        <div className="ml-auto">
          <ThemeMenu />
        </div>
      </header>
      <form
        className="mx-auto w-full max-w-3xl space-y-4 px-5 py-4"
        onSubmit={(event) => {
          event.preventDefault();
          void submit();
        }}
      >
        <div className="grid gap-3 sm:grid-cols-2">
          {field('name', 'Name')}
          <SelectField
            label="Species"
            value={draft.species}
            onChange={(e) => setDraft({ ...draft, species: e.target.value })}
          >
            {SPECIES_PRIORS.map(({ key, name }) => (
              <option key={key} value={key}>
                {name}
              </option>
            ))}
          </SelectField>
          <SelectField label="For" value={draft.use} onChange={(e) => setDraft({ ...draft, use: e.target.value })}>
            <option value="top">tops</option>
            <option value="back">backs</option>
            <option value="brace">braces</option>
          </SelectField>
          <SelectField label="Cut" value={draft.cut} onChange={(e) => setDraft({ ...draft, cut: e.target.value })}>
            <option value="quartered">quartered</option>
            <option value="rift">rift</option>
            <option value="flat">flat</option>
          </SelectField>
          <SelectField
            label="Worked"
            value={draft.worked}
            onChange={(e) => setDraft({ ...draft, worked: e.target.value })}
          >
            <option value="split">split</option>
            <option value="sawn">sawn</option>
          </SelectField>
          {field('grainLinesPerCm', 'Grain lines per cm')}
        </div>
        <fieldset>
          <legend className="text-[1.15rem] font-bold">One half</legend>
          <div className="grid gap-3 sm:grid-cols-3">
            {field('length', 'Length', 'mm')}
            {field('width', 'Width', 'mm')}
            {field('thickness', 'Thickness', 'mm')}
            {field('runout', 'Runout', '°')}
            {field('offQuarter', 'Rings from square', '°')}
          </div>
        </fieldset>
        <div className="grid gap-3 sm:grid-cols-2">
          {field('figure', 'Figure')}
          {field('colour', 'Colour')}
          {field('place', 'Where it lies')}
          {field('price', 'Price')}
        </div>
        {field('note', 'Note')}
        <div className="flex gap-2">
          <Button kind="main" type="submit">
            Put it in the rack
          </Button>
          <Link to="/rack" className="inline-flex min-h-12 items-center px-4">
            Cancel
          </Link>
        </div>
      </form>
    </div>
  );
}

/** Reads every field, so that all that is wrong is told at once. */
function readDraft(draft: Draft): { body: Record<string, unknown>; wrong: FieldError[] } {
  const wrong: FieldError[] = [];
  const attempt = <T,>(field: keyof Draft, read: () => T): T | undefined => {
    try {
      return read();
    } catch (failure) {
      if (!(failure instanceof InvalidInput)) throw failure;
      wrong.push({ field, message: failure.reason[0]!.toUpperCase() + failure.reason.slice(1) });
      return undefined;
    }
  };
  const length = (field: keyof Draft) => attempt(field, () => parseQuantity(field, draft[field], 'length', 'mm').value);
  const figure = (field: keyof Draft) => {
    const value = Number(draft[field].trim().replace(',', '.').replace('°', ''));
    if (!Number.isFinite(value)) throw new InvalidInput(field, draft[field], 'is not a figure');
    return value;
  };
  const angle = (field: keyof Draft) => attempt(field, () => figure(field) * RADIANS_PER_DEGREE);
  if (draft.name.trim() === '') wrong.push({ field: 'name', message: 'Give it a name' });
  const lines =
    draft.grainLinesPerCm.trim() === '' ? null : attempt('grainLinesPerCm', () => figure('grainLinesPerCm'));
  const { use, species, cut, worked, figure: figured, colour, place, price, note } = draft;
  const sizes = { length: length('length'), width: length('width'), thickness: length('thickness') };
  const angles = { runout: angle('runout'), offQuarter: angle('offQuarter') };
  return {
    body: {
      name: draft.name.trim(),
      use,
      species,
      cut,
      worked,
      ...sizes,
      ...angles,
      grainLinesPerCm: lines,
      figure: figured,
      colour,
      place,
      price,
      note,
    },
    wrong,
  };
}
