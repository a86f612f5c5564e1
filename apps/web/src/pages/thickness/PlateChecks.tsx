import { formatSag, formatThickness, inWords, parseQuantity, type UnitChoice } from '@nimble/core/units';
import { InvalidInput } from '@nimble/core/base';
import type { KnockAnalysis } from '@nimble/core/sound';
import type { NoteKind } from '@nimble/core/project';
import type { Slip } from '@nimble/core/wood';
import { format } from 'date-fns';
import { useState } from 'react';
import { Link } from 'react-router';
import { toast } from 'sonner';
import { useChecks, useCheckWrite, useJigs, type CheckView } from '../../api/flex';
import type { Build } from '../../api/types';
import { FlexForm } from '../../flex/FlexForm';
import { ClearKnock } from './ClearKnock';
import { FeelCheck } from './FeelCheck';
import { usePreferences } from '../../ui/preferences';
import { KnockEar } from '../../listening/KnockEar';
import { strongest } from '../../words/knock-words';
import { Button, Fold, Option, PanelSection, SelectField, TakeBack, TextField } from '../../ui';
import { AskedBox, readFigure, readHertz, readSeconds, useEntryForm } from '../../forms';

/** Bend, knock and feel the whole plate as it is now; what was done before, newest first. */
export function PlateChecks({ build }: { build: Build }) {
  const checks = useChecks(build.id);
  const write = useCheckWrite(build.id);
  const { person } = usePreferences();
  const [thickness, setThickness] = useState('');
  const unread = (at: (field: string) => string | null) =>
    at('thickness') && (
      <TextField
        label="Mean thickness of the plate"
        suffix={build.units.thickness}
        value={thickness}
        error={at('thickness')}
        onChange={(event) => setThickness(event.target.value)}
      />
    );
  const withThickness = (body: object) => ({
    ...body,
    person,
    ...(thickness.trim() !== '' && {
      thickness: parseQuantity('thickness', thickness, 'length', build.units.thickness).value,
    }),
  });
  const Knock = build.plate === 'back' ? ClearKnock : KnockCheck;
  return (
    <PanelSection label="Checks of the plate" tight>
      <Fold title="Knock on it now" tone="strong">
        <Knock unread={unread} onSend={(body) => write('/knock-checks', withThickness(body))} />
      </Fold>
      <Fold title="Bend it now" tone="strong">
        <FlexForm
          pieceId={build.id}
          units={build.units}
          plain={false}
          onSend={(body) => write('/flex-checks', withThickness(body))}
        >
          {unread}
        </FlexForm>
        <p className="text-small text-soft">
          Small loads: stop where it still springs back whole.{' '}
          <Link to="/feel" className="underline underline-offset-4">
            How well does your feel track the dial?
          </Link>
        </p>
      </Fold>
      <Fold title="Feel it now" tone="strong">
        <FeelCheck unread={unread} onSend={(body) => write('/feel-checks', withThickness(body))} />
      </Fold>
      {checks.data ? <Done build={build} checks={checks.data} /> : <p className="text-soft">Fetching the checks …</p>}
    </PanelSection>
  );
}

const NOTES: readonly [NoteKind, string][] = [
  ['twist', 'Twist'],
  ['across', 'Across'],
  ['along', 'Along'],
];
const RING = [
  ['time', 'Rings, s'],
  ['level', 'Level, dB'],
] as const;
const BLANK = { notes: { twist: '', across: '', along: '' }, ring: { time: '', level: '' } };
type KnockDraft = typeof BLANK;

/** @throws InvalidInput at the field */
function readKnock({ notes, ring }: KnockDraft, meant: Slip | null) {
  const heard = NOTES.filter(([name]) => notes[name].trim() !== '');
  const mended = (name: NoteKind) => (meant?.note === name ? meant.factor : 1);
  const read = heard.map(([name]) => [name, readHertz(`notes.${name}`, notes[name]) * mended(name)]);
  const timed = ring.time.trim() !== '';
  if (heard.length === 0 && !timed) throw new InvalidInput('notes', '', 'Type a note or how long it rings');
  const level = ring.level.trim() === '' ? null : readFigure('ring.level', ring.level, /db$/i, 'decibels, like −20');
  return {
    notes: Object.fromEntries(read) as Record<string, number>,
    ...(timed && { ring: { time: readSeconds('ring.time', ring.time), level } }),
  };
}

function KnockCheck({
  unread,
  onSend,
}: {
  unread: (at: (field: string) => string | null) => React.ReactNode;
  onSend: (body: object) => Promise<unknown>;
}) {
  const [into, setInto] = useState<NoteKind>('across');
  const form = useEntryForm({
    blank: BLANK,
    read: readKnock,
    send: (knock, ask) => onSend({ id: crypto.randomUUID(), ...knock, ask }),
    mends: ['note'],
  });
  const { draft, set, at, asked, busy } = form;
  const hear = (analysis: KnockAnalysis) => {
    const loudest = strongest(analysis, 1)[0];
    if (!loudest) return;
    const time = analysis.ringTime === null ? '' : analysis.ringTime.toFixed(2);
    set({ notes: { ...draft.notes, [into]: loudest.frequency.toFixed(2) }, ring: { ...draft.ring, time } });
  };
  return (
    <form aria-label="Knock on the plate" className="space-y-2 pb-2" onSubmit={form.submit}>
      <KnockEar onHeard={hear} />
      <SelectField
        label="The strongest note heard is its"
        value={into}
        onChoose={(chosen) => setInto(chosen as NoteKind)}
      >
        {NOTES.map(([name, words]) => (
          <Option key={name} value={name}>
            {words.toLowerCase()} note
          </Option>
        ))}
      </SelectField>
      <div className="grid grid-cols-3 gap-2">
        {NOTES.map(([name, words]) => (
          <TextField
            key={name}
            label={`${words}, Hz`}
            placeholder="or G#2 −20"
            value={draft.notes[name]}
            error={at(`notes.${name}`)}
            onChange={(event) => set({ notes: { ...draft.notes, [name]: event.target.value } })}
          />
        ))}
        {RING.map(([name, words]) => (
          <TextField
            key={name}
            label={words}
            inputMode="decimal"
            value={draft.ring[name]}
            error={at(`ring.${name}`)}
            onChange={(event) => set({ ring: { ...draft.ring, [name]: event.target.value } })}
          />
        ))}
      </div>
      {at('notes') && (
        <p role="alert" className="font-medium text-ember-ink">
          {at('notes')}
        </p>
      )}
      {unread(at)}
      {asked && <AskedBox asked={asked} />}
      <Button type="submit" disabled={busy}>
        Keep the knock
      </Button>
    </form>
  );
}

const SHOWN = 6;

function Done({ build, checks }: { build: Build; checks: readonly CheckView[] }) {
  const jigs = useJigs();
  const write = useCheckWrite(build.id);
  const [all, setAll] = useState(false);
  if (checks.length === 0) return <p className="text-soft">Not bent, knocked on or felt yet.</p>;
  const turn = ({ id, retracted }: CheckView) =>
    write(`/checks/${id}/${retracted ? 'restore' : 'retract'}`).catch((failure: Error) => toast.error(failure.message));
  const newest = [...checks].reverse();
  return (
    <>
      <ul>
        {(all ? newest : newest.slice(0, SHOWN)).map((check) => (
          <li key={check.id} className="flex items-start justify-between gap-2 border-t border-grain py-1">
            <div className={`min-w-0 ${check.retracted ? 'text-soft line-through' : ''}`}>
              <span className="figures text-note">
                {checkWords(check, jigs.data?.find(({ id }) => id === check.jigId)?.name, build.units)}
              </span>
              <span className="block text-small text-soft">
                at {inWords(formatThickness(check.thickness.value, build.units))},{' '}
                {format(new Date(check.at), 'd MMM, HH:mm')}
                {check.kind !== 'feel' && check.feel !== null && `, feels ${check.feel} of 9`}
              </span>
              {check.result.warnings.map(({ code, message }) => (
                <span key={code} className="block text-note font-medium text-ember-ink">
                  {message}
                </span>
              ))}
            </div>
            <TakeBack what="check" retracted={check.retracted} onTurn={() => void turn(check)} />
          </li>
        ))}
      </ul>
      {newest.length > SHOWN && !all && (
        <Button kind="quiet" onClick={() => setAll(true)}>
          All {newest.length}
        </Button>
      )}
    </>
  );
}

function checkWords(
  { kind, feel, person, input, result }: CheckView,
  jig: string | undefined,
  units: UnitChoice,
): string {
  if (kind === 'feel') return `Feels ${feel} of 9${person && ` to ${person}`}`;
  if (result.compliance) return `${jig ?? 'A jig put away'}: ${inWords(formatSag(result.compliance.value, units))}`;
  const notes = NOTES.flatMap(([name]) => (input.notes?.[name] ? [`${name} ${input.notes[name].toFixed(1)}`] : []));
  const clear = input.clear && `clear ${input.clear.map((note) => note.toFixed(1)).join(', ')} Hz`;
  return [notes.length > 0 && `${notes.join(', ')} Hz`, clear, input.ring && `rings ${input.ring.time.toFixed(2)} s`]
    .filter(Boolean)
    .join('; ');
}
