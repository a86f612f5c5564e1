import { formatMass, inWords, parseQuantity, type UnitChoice } from '@nimble/core/units';
import type { KnockAnalysis } from '@nimble/core/sound';
import type { NoteKind } from '@nimble/core/project';
import { format } from 'date-fns';
import { useState } from 'react';
import { toast } from 'sonner';
import { request } from '../../api/client';
import { useLines } from '../../api/use-lines';
import { useRackWrite, type WoodSet } from '../../api/wood';
import { usePreferences } from '../../ui/preferences';
import { KnockEar } from '../../listening/KnockEar';
import { partialNear } from '../../words/knock-words';
import { Button, TakeBack, TextField } from '../../ui';
import { AskedBox, readHertz, readSeconds, useAsking } from '../../forms';

const BLANK_WEIGHT = { mass: '', humidity: '', temperature: '' };

export function WeighForm({ set, units }: { set: WoodSet; units: UnitChoice }) {
  const write = useRackWrite();
  const { person } = usePreferences();
  const [text, setText] = useState(BLANK_WEIGHT);
  const { offer, busy, at, asked } = useAsking(['weight'], () => setText(BLANK_WEIGHT));
  const optional = (field: string, typed: string, quantity: 'ratio' | 'temperature', unit: string) =>
    typed.trim() === '' ? null : parseQuantity(field, typed, quantity, unit).value;
  const submit = () =>
    offer(
      async ({ ask, slip }) =>
        write('POST', `/${set.id}/weighings`, {
          id: crypto.randomUUID(),
          person,
          mass: parseQuantity('mass', text.mass, 'mass', units.mass).value * (slip?.factor ?? 1),
          relativeHumidity: optional('relativeHumidity', text.humidity, 'ratio', '%'),
          temperatureC: optional('temperatureC', text.temperature, 'temperature', units.temperature),
          ask,
        }),
      text,
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
        label={set.use === 'brace' ? 'Weight of the billet' : 'Weight of one half'}
        suffix={units.mass}
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
          suffix={units.temperature}
          inputMode="decimal"
          value={text.temperature}
          error={at('temperatureC')}
          onChange={(e) => setText({ ...text, temperature: e.target.value })}
        />
      </div>
      {asked && <AskedBox asked={asked} />}
      <div className="flex flex-wrap gap-2">
        <Button type="submit" disabled={busy}>
          Keep the weight
        </Button>
        <SimulatedScale pieceId={set.id} onWeight={(mass) => setText((old) => ({ ...old, mass }))} />
      </div>
    </form>
  );
}

/** Practice without a scale: a simulated one on a cable, with this board on it. */
function SimulatedScale({ pieceId, onWeight }: { pieceId: string; onWeight: (line: string) => void }) {
  const [on, setOn] = useState(false);
  const state = useLines<{ device: string; line: string }>(
    `/devices/bench/${pieceId}/stream`,
    on,
    ({ device, line }) => {
      if (device === 'scale') onWeight(line);
    },
  );
  const put = () =>
    request('POST', `/devices/bench/${pieceId}/weigh`).catch((failure: Error) => toast.error(failure.message));
  if (!on)
    return (
      <Button kind="quiet" onClick={() => setOn(true)}>
        Simulated scale
      </Button>
    );
  return (
    <Button kind="quiet" disabled={state !== 'on'} onClick={() => void put()}>
      {state === 'on' ? 'Put it on the simulated scale' : 'Connecting the scale …'}
    </Button>
  );
}

export function Weighings({ set, units }: { set: WoodSet; units: UnitChoice }) {
  const write = useRackWrite();
  if (set.weighings.length === 0) return <p className="text-soft">Not weighed yet.</p>;
  const turn = (id: string, retracted: boolean) =>
    write('POST', `/${set.id}/weighings/${id}/${retracted ? 'restore' : 'retract'}`).catch((failure: Error) =>
      toast.error(failure.message),
    );
  return (
    <ul className="mb-2">
      {set.weighings.map(({ id, at, mass, moisture, relativeHumidity, retracted }) => (
        <li key={id} className="flex items-center justify-between gap-2 border-b border-grain">
          <span
            className={`flex flex-1 flex-wrap justify-between gap-x-3 ${retracted ? 'text-soft line-through' : ''}`}
          >
            <span className="text-soft">
              {format(new Date(at), 'd MMM yyyy')}
              {relativeHumidity !== null && `, ${Math.round(100 * relativeHumidity)} % RH`}
            </span>
            <span className="figures">
              {inWords(formatMass(mass, units))}
              {moisture !== null && <span className="text-soft"> · {(100 * moisture).toFixed(1)} % moist at rest</span>}
            </span>
          </span>
          <TakeBack what="weight" retracted={retracted} onTurn={() => void turn(id, retracted)} />
        </li>
      ))}
    </ul>
  );
}

const NOTES = [
  ['twist', 'Twist'],
  ['across', 'Across'],
  ['along', 'Along'],
] as const;
const BLANK_NOTES: Record<NoteKind, string> = { twist: '', across: '', along: '' };

/** How far a heard note may lie from the one foretold and still be that note (1). */
const NEAR = 0.25;

export function KnockForm({
  set,
  note,
  foretold,
  onNote,
}: {
  set: WoodSet;
  /** The note that the drawing shows, and where it should come [Hz]. */
  note: NoteKind;
  foretold: number;
  onNote: (note: NoteKind) => void;
}) {
  const write = useRackWrite();
  const { person } = usePreferences();
  const [text, setText] = useState(BLANK_NOTES);
  const [rings, setRings] = useState(BLANK_NOTES);
  const { offer, busy, at, asked } = useAsking([], () => {
    setText(BLANK_NOTES);
    setRings(BLANK_NOTES);
  });
  const submit = () =>
    offer(
      async ({ ask }) => {
        const partials = Object.fromEntries(NOTES.map(([name]) => [name, readHertz(`partials.${name}`, text[name])]));
        const timed = NOTES.filter(([name]) => rings[name].trim() !== '');
        const ring = Object.fromEntries(timed.map(([name]) => [name, readSeconds(`ring.${name}`, rings[name])]));
        return write('POST', `/${set.id}/knock-tests`, { id: crypto.randomUUID(), person, partials, ring, ask });
      },
      [text, rings],
    );
  const hear = (analysis: KnockAnalysis) => {
    const partial = partialNear(analysis, foretold, NEAR);
    if (!partial) return toast(`No note near the ${note} one: hold and knock as drawn, or choose another note.`);
    setText((old) => ({ ...old, [note]: partial.frequency.toFixed(2) }));
    setRings((old) => ({ ...old, [note]: partial.ring.toFixed(2) }));
  };
  return (
    <form
      aria-label="Knock on it"
      className="space-y-2"
      onSubmit={(event) => {
        event.preventDefault();
        void submit();
      }}
    >
      <p className="text-soft">
        Hold and knock as drawn, note by note. How long each rings, down to a thousandth, tells its damping; leave it
        empty where you did not time it.
      </p>
      <KnockEar onHeard={hear} />
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
        {NOTES.map(([name]) => (
          <TextField
            key={name}
            label="rings, s"
            aria-label={`Ring of ${name}, s`}
            inputMode="decimal"
            value={rings[name]}
            error={at(`ring.${name}`)}
            onFocus={() => onNote(name)}
            onChange={(e) => setRings({ ...rings, [name]: e.target.value })}
          />
        ))}
      </div>
      {at('mass') && (
        <p role="alert" className="font-medium text-ember-ink">
          The weight {at('mass')}
        </p>
      )}
      {asked && <AskedBox asked={asked} />}
      <Button type="submit" disabled={busy}>
        Keep the notes
      </Button>
    </form>
  );
}
