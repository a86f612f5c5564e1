import { formatMass, inWords, parseQuantity, type UnitChoice } from '@nimble/core/units';
import type { KnockAnalysis } from '@nimble/core/sound';
import type { NoteKind } from '@nimble/core/project';
import type { Slip } from '@nimble/core/wood';
import { format } from 'date-fns';
import { useState } from 'react';
import { toast } from 'sonner';
import { request } from '../../api/client';
import { useLines } from '../../api/use-lines';
import { useRackWrite, type WoodPiece, type WoodSet } from '../../api/wood';
import { usePreferences } from '../../ui/preferences';
import { KnockEar } from '../../listening/KnockEar';
import { partialNear } from '../../words/knock-words';
import { pieceNoun } from '../../words/piece-words';
import { Button, TakeBack, TextField } from '../../ui';
import { AskedBox, readHertz, readSeconds, useEntryForm } from '../../forms';

const BLANK_WEIGHT = { mass: '', relativeHumidity: '', temperatureC: '' };

/** @throws InvalidInput at the field */
function readWeight(draft: typeof BLANK_WEIGHT, units: UnitChoice, meant: Slip | null) {
  const optional = (field: keyof typeof BLANK_WEIGHT, quantity: 'ratio' | 'temperature', unit: string) =>
    draft[field].trim() === '' ? null : parseQuantity(field, draft[field], quantity, unit).value;
  return {
    mass: parseQuantity('mass', draft.mass, 'mass', units.mass).value * (meant?.factor ?? 1),
    relativeHumidity: optional('relativeHumidity', 'ratio', '%'),
    temperatureC: optional('temperatureC', 'temperature', units.temperature),
  };
}

export function WeighForm({ set, piece, units }: { set: WoodSet; piece: WoodPiece; units: UnitChoice }) {
  const write = useRackWrite();
  const { person } = usePreferences();
  const form = useEntryForm({
    blank: BLANK_WEIGHT,
    read: (draft, meant) => readWeight(draft, units, meant),
    send: (weight, ask) =>
      write('POST', `/${set.id}/weighings`, {
        id: crypto.randomUUID(),
        piece: piece.mark,
        person,
        ...weight,
        ask,
      }),
    mends: ['weight'],
  });
  const { asked, busy } = form;
  return (
    <form aria-label="Weigh it" className="space-y-2" onSubmit={form.submit}>
      <TextField label={weightLabel(set, piece)} suffix={units.mass} inputMode="decimal" {...form.text('mass')} />
      <div className="grid grid-cols-2 gap-3">
        <TextField label="Humidity" suffix="%" inputMode="decimal" {...form.text('relativeHumidity')} />
        <TextField label="Temperature" suffix={units.temperature} inputMode="decimal" {...form.text('temperatureC')} />
      </div>
      {asked && <AskedBox asked={asked} />}
      <div className="flex flex-wrap gap-2">
        <Button type="submit" disabled={busy}>
          Keep the weight
        </Button>
        <SimulatedScale pieceId={set.id} onWeight={(mass) => form.set({ mass })} />
      </div>
    </form>
  );
}

const weightLabel = (set: WoodSet, { mark }: WoodPiece) =>
  set.use === 'brace'
    ? 'Weight of the billet'
    : set.pieces.length === 1
      ? 'Weight of the piece'
      : `Weight of ${pieceNoun(set)} ${mark}`;

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

export function Weighings({ set, piece, units }: { set: WoodSet; piece: WoodPiece; units: UnitChoice }) {
  const write = useRackWrite();
  const weighings = set.weighings.filter((weighing) => weighing.piece === piece.mark);
  if (weighings.length === 0) return <p className="text-soft">Not weighed yet.</p>;
  const turn = (id: string, retracted: boolean) =>
    write('POST', `/${set.id}/weighings/${id}/${retracted ? 'restore' : 'retract'}`).catch((failure: Error) =>
      toast.error(failure.message),
    );
  return (
    <ul className="mb-2">
      {weighings.map(({ id, at, mass, moisture, relativeHumidity, retracted }) => (
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
const NONE: Record<NoteKind, string> = { twist: '', across: '', along: '' };
const BLANK_NOTES = { partials: NONE, ring: NONE };

/** @throws InvalidInput at the field */
function readNotes({ partials, ring }: typeof BLANK_NOTES) {
  const timed = NOTES.filter(([name]) => ring[name].trim() !== '');
  return {
    partials: Object.fromEntries(NOTES.map(([name]) => [name, readHertz(`partials.${name}`, partials[name])])),
    ring: Object.fromEntries(timed.map(([name]) => [name, readSeconds(`ring.${name}`, ring[name])])),
  };
}

/** How far a heard note may lie from the one expected and still be that note (1). */
const NEAR = 0.25;

export function KnockForm({
  set,
  piece,
  note,
  expected,
  onNote,
}: {
  set: WoodSet;
  piece: WoodPiece;
  /** The note that the drawing shows, and where it should come [Hz]. */
  note: NoteKind;
  expected: number;
  onNote: (note: NoteKind) => void;
}) {
  const write = useRackWrite();
  const { person } = usePreferences();
  const form = useEntryForm({
    blank: BLANK_NOTES,
    read: readNotes,
    send: (notes, ask) =>
      write('POST', `/${set.id}/knock-tests`, {
        id: crypto.randomUUID(),
        piece: piece.mark,
        person,
        ...notes,
        ask,
      }),
  });
  const { draft, at, asked, busy } = form;
  const typed = (part: keyof typeof BLANK_NOTES, name: NoteKind, value: string) =>
    form.set({ [part]: { ...draft[part], [name]: value } });
  const hear = (analysis: KnockAnalysis) => {
    const partial = partialNear(analysis, expected, NEAR);
    if (!partial) return toast(`No note near the ${note} one: hold and knock as drawn, or choose another note.`);
    form.set({
      partials: { ...draft.partials, [note]: partial.frequency.toFixed(2) },
      ring: { ...draft.ring, [note]: partial.ring.toFixed(2) },
    });
  };
  return (
    <form aria-label="Knock on it" className="space-y-2" onSubmit={form.submit}>
      <p className="text-soft">
        Hold and knock as drawn, note by note, in hertz or by name with cents (G#2 −20). How long each rings, down to a
        thousandth, tells its damping; leave it empty where you did not time it.
      </p>
      <KnockEar onHeard={hear} />
      <div className="grid grid-cols-3 gap-3">
        {NOTES.map(([name, words]) => (
          <TextField
            key={name}
            label={`${words}, Hz`}
            value={draft.partials[name]}
            error={at(`partials.${name}`)}
            onFocus={() => onNote(name)}
            onChange={(e) => typed('partials', name, e.target.value)}
          />
        ))}
        {NOTES.map(([name]) => (
          <TextField
            key={name}
            label="rings, s"
            aria-label={`Ring of ${name}, s`}
            inputMode="decimal"
            value={draft.ring[name]}
            error={at(`ring.${name}`)}
            onFocus={() => onNote(name)}
            onChange={(e) => typed('ring', name, e.target.value)}
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
