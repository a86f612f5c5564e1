import { InvalidInput, METRIC, parseLoad, parseQuantity, type UnitChoice } from '@nimble/core';
import { useState } from 'react';
import { toast } from 'sonner';
import { Refused, type FieldError } from '../api/client';
import { useRackWrite, type WoodSet } from '../api/wood';
import { usePreferences } from '../shell/preferences';
import { Button, SelectField, TextField } from '../ui';

const UNITS: UnitChoice = METRIC;

/** Runs a write; what is refused is shown at its field. */
function useSending(onDone: () => void) {
  const [errors, setErrors] = useState<readonly FieldError[]>([]);
  const [busy, setBusy] = useState(false);
  const send = async (write: () => Promise<WoodSet>) => {
    setBusy(true);
    try {
      await write();
      setErrors([]);
      onDone();
    } catch (failure) {
      if (failure instanceof InvalidInput) setErrors([{ field: failure.field, message: failure.reason }]);
      else if (failure instanceof Refused && failure.errors.length > 0) setErrors(failure.errors);
      else toast.error((failure as Error).message);
    } finally {
      setBusy(false);
    }
  };
  return { send, busy, at: (field: string) => errors.find((error) => error.field === field)?.message ?? null };
}

export function WeighForm({ set }: { set: WoodSet }) {
  const write = useRackWrite();
  const { person } = usePreferences();
  const [text, setText] = useState({ mass: '', humidity: '', temperature: '' });
  const { send, busy, at } = useSending(() => setText({ mass: '', humidity: '', temperature: '' }));
  const optional = (field: string, typed: string, quantity: 'ratio' | 'temperature', unit: string) =>
    typed.trim() === '' ? null : parseQuantity(field, typed, quantity, unit).value;
  const submit = () =>
    send(async () =>
      write('POST', `/${set.id}/weighings`, {
        id: crypto.randomUUID(),
        person,
        mass: parseQuantity('mass', text.mass, 'mass', UNITS.mass).value,
        relativeHumidity: optional('relativeHumidity', text.humidity, 'ratio', '%'),
        temperatureC: optional('temperatureC', text.temperature, 'temperature', UNITS.temperature),
      }),
    );
  return (
    <form
      aria-label="Weigh it"
      className="space-y-2"
      onSubmit={(event) => {
        event.preventDefault();
        void submit();
      }}
    >
      <TextField
        label="Weight of one half"
        suffix="g"
        inputMode="decimal"
        value={text.mass}
        error={at('mass')}
        onChange={(e) => setText({ ...text, mass: e.target.value })}
      />
      <div className="grid grid-cols-2 gap-3">
        <TextField
          label="Humidity"
          suffix="%"
          inputMode="decimal"
          value={text.humidity}
          error={at('relativeHumidity')}
          onChange={(e) => setText({ ...text, humidity: e.target.value })}
        />
        <TextField
          label="Temperature"
          suffix="°C"
          inputMode="decimal"
          value={text.temperature}
          error={at('temperatureC')}
          onChange={(e) => setText({ ...text, temperature: e.target.value })}
        />
      </div>
      <Button type="submit" disabled={busy}>
        Keep the weight
      </Button>
    </form>
  );
}

const NOTES = [
  ['twist', 'Twist'],
  ['across', 'Across'],
  ['along', 'Along'],
] as const;

export function KnockForm({ set, onNote }: { set: WoodSet; onNote: (note: 'twist' | 'across' | 'along') => void }) {
  const write = useRackWrite();
  const { person } = usePreferences();
  const [text, setText] = useState({ twist: '', across: '', along: '' });
  const { send, busy, at } = useSending(() => setText({ twist: '', across: '', along: '' }));
  const submit = () =>
    send(async () => {
      const partials = Object.fromEntries(NOTES.map(([name]) => [name, readHertz(name, text[name])]));
      return write('POST', `/${set.id}/knock-tests`, { id: crypto.randomUUID(), person, partials });
    });
  return (
    <form
      aria-label="Knock on it"
      className="space-y-2"
      onSubmit={(event) => {
        event.preventDefault();
        void submit();
      }}
    >
      <div className="grid grid-cols-3 gap-3">
        {NOTES.map(([name, words]) => (
          <TextField
            key={name}
            label={`${words}, Hz`}
            inputMode="decimal"
            value={text[name]}
            error={at(`partials.${name}`)}
            onFocus={() => onNote(name)}
            onChange={(e) => setText({ ...text, [name]: e.target.value })}
          />
        ))}
      </div>
      {at('mass') && (
        <p role="alert" className="font-medium text-ember-ink">
          The weight {at('mass')}
        </p>
      )}
      <Button type="submit" disabled={busy}>
        Keep the notes
      </Button>
    </form>
  );
}

function readHertz(name: string, text: string): number {
  const value = Number(
    text
      .trim()
      .replace(',', '.')
      .replace(/\s*hz$/i, ''),
  );
  if (text.trim() === '' || !Number.isFinite(value))
    throw new InvalidInput(`partials.${name}`, text, 'Type the frequency, like 43.9');
  return value;
}

const FIRST_ROWS = 4;

export function FlexForm({ set }: { set: WoodSet }) {
  const write = useRackWrite();
  const { person } = usePreferences();
  const blank = () => Array.from({ length: FIRST_ROWS }, () => ({ load: '', dial: '' }));
  const [rows, setRows] = useState(blank);
  const [span, setSpan] = useState('');
  const [direction, setDirection] = useState<'along' | 'across'>('along');
  const [feel, setFeel] = useState('');
  const { send, busy, at } = useSending(() => setRows(blank()));
  const submit = () =>
    send(async () => {
      const used = rows.filter(({ load, dial }) => load.trim() !== '' || dial.trim() !== '');
      const points = used.map(({ load, dial }, i) => ({
        load: parseLoad(`points[${i}].load`, load).value,
        deflection: parseQuantity(`points[${i}].deflection`, dial, 'length', 'mm').value,
      }));
      if (points.length < 2) throw new InvalidInput('points', points.length, 'needs two loads or more');
      const body = {
        id: crypto.randomUUID(),
        person,
        span: parseQuantity('span', span, 'length', UNITS.length).value,
        direction,
        points,
        feel: feel === '' ? null : Number(feel),
      };
      return write('POST', `/${set.id}/flex-tests`, body);
    });
  const change = (index: number, part: Partial<{ load: string; dial: string }>) =>
    setRows(rows.map((row, i) => (i === index ? { ...row, ...part } : row)));
  return (
    <form
      aria-label="Flex it"
      className="space-y-2"
      onSubmit={(event) => {
        event.preventDefault();
        void submit();
      }}
    >
      <div className="grid grid-cols-2 gap-3">
        <SelectField label="Bent" value={direction} onChange={(e) => setDirection(e.target.value as typeof direction)}>
          <option value="along">along the grain</option>
          <option value="across">across it</option>
        </SelectField>
        <TextField
          label="Supports apart"
          suffix="mm"
          inputMode="decimal"
          value={span}
          error={at('span')}
          onChange={(e) => setSpan(e.target.value)}
        />
      </div>
      {rows.map((row, i) => (
        <div key={i} className="grid grid-cols-2 gap-3">
          <TextField
            label={i === 0 ? 'Load (kg, g, N, lb)' : ''}
            aria-label={`Load ${i + 1}`}
            value={row.load}
            error={at(`points[${i}].load`)}
            onChange={(e) => change(i, { load: e.target.value })}
          />
          <TextField
            label={i === 0 ? 'Dial' : ''}
            aria-label={`Dial ${i + 1}`}
            suffix="mm"
            inputMode="decimal"
            value={row.dial}
            error={at(`points[${i}].deflection`)}
            onChange={(e) => change(i, { dial: e.target.value })}
          />
        </div>
      ))}
      {at('points') && (
        <p role="alert" className="font-medium text-ember-ink">
          The test {at('points')}
        </p>
      )}
      <div className="flex items-end gap-2">
        <Button kind="quiet" onClick={() => setRows([...rows, { load: '', dial: '' }])}>
          One more load
        </Button>
        <SelectField label="How it feels" value={feel} onChange={(e) => setFeel(e.target.value)}>
          <option value="">no score</option>
          {Array.from({ length: 9 }, (_, i) => (
            <option key={i} value={i + 1}>
              {i + 1}
              {i === 0 ? ' soft' : i === 8 ? ' stiff' : ''}
            </option>
          ))}
        </SelectField>
      </div>
      <Button type="submit" disabled={busy}>
        Keep the flex
      </Button>
    </form>
  );
}
