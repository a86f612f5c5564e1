import { InvalidInput } from '@nimble/core/base';
import { LOAD_UNITS, parseLoad, parseQuantity, type LoadUnit, type UnitChoice } from '@nimble/core/units';
import type { FlexPoint } from '@nimble/core/wood';
import { useState, type ReactNode } from 'react';
import { useJigs } from '../api/flex';
import { setPreferences, usePreferences } from '../ui/preferences';
import { Button, SelectField, TextField, Option } from '../ui';
import { AskedBox, useEntryForm } from '../forms';
import { jigWords } from '../words/jig-words';
import { FeelField } from './FeelMarks';
import { NewJigDialog } from './NewJigDialog';
import { scaled } from './scaled';
import { StandIns } from './StandIns';

interface Props {
  /** Board or build that lies on the jig. */
  pieceId: string;
  units: UnitChoice;
  /** May two plain supports be used that are no jig of the workshop? A ring then can't: it takes whole plates only. */
  plain: boolean;
  onJig?: (id: string) => void;
  /** Further fields of the same form. */
  children?: (at: (field: string) => string | null) => ReactNode;
  /** Sends what was read; a refusal is shown at its field. */
  onSend: (body: Record<string, unknown>) => Promise<unknown>;
}

const NO_LOAD = { load: '', deflection: '' };
const BLANK = {
  jigId: '',
  span: '',
  direction: 'along' as 'along' | 'across',
  points: [NO_LOAD, NO_LOAD, NO_LOAD, NO_LOAD],
  feel: '',
};
type Draft = typeof BLANK;
type Row = Draft['points'][number];

/** Loads and dial readings on a jig, typed or told by the instruments. */
export function FlexForm({ pieceId, units, plain, onJig, children, onSend }: Props) {
  const jigs = useJigs();
  const usable = (jigs.data ?? []).filter(({ body }) => !plain || body.kind !== 'ring');
  const [making, setMaking] = useState(false);
  const { loadUnit } = usePreferences();
  const first = plain ? '' : (usable[0]?.id ?? '');
  const placeOf = ({ jigId, span, direction }: Pick<Draft, 'jigId' | 'span' | 'direction'>) =>
    jigId || first
      ? { jigId: jigId || first }
      : { span: parseQuantity('span', span, 'length', units.length).value, direction };
  const form = useEntryForm({
    blank: BLANK,
    read: (draft, meant) => {
      if (!plain && !draft.jigId && !first) throw new InvalidInput('jigId', '', 'Describe your jig first');
      const points = scaled(readRows(draft.points, units, loadUnit), meant);
      return { ...placeOf(draft), points, feel: draft.feel === '' ? null : Number(draft.feel) };
    },
    send: (body, ask) => onSend({ id: crypto.randomUUID(), ...body, ask }),
    mends: ['loads', 'dial'],
    // The jig stays for the next plate.
    after: (draft) => ({ ...draft, points: BLANK.points, feel: '' }),
  });
  const { draft, set, at, asked, busy } = form;
  const jigId = draft.jigId || first;
  const jig = usable.find(({ id }) => id === jigId);
  const choose = (id: string) => {
    set({ jigId: id });
    onJig?.(id);
  };
  /** What the instruments tell goes into the first empty row. */
  const take = (load: string, deflection: string) => {
    const free = draft.points.findIndex((row) => row.load === '' && row.deflection === '');
    const told = { load, deflection };
    set({ points: free < 0 ? [...draft.points, told] : draft.points.with(free, told) });
  };
  return (
    <form aria-label="Flex it" className="space-y-2" onSubmit={form.submit}>
      <div className="flex items-end gap-2">
        <div className="min-w-0 flex-1">
          <SelectField label="On" value={jigId} error={at('jigId')} onChoose={choose}>
            {plain && <Option value="">two plain supports</Option>}
            {!plain && usable.length === 0 && <Option value="">no jig yet</Option>}
            {usable.map(({ id, name }) => (
              <Option key={id} value={id}>
                {name}
              </Option>
            ))}
          </SelectField>
        </div>
        <Button kind="quiet" onClick={() => setMaking(true)}>
          New jig
        </Button>
      </div>
      {jig && <p className="text-note text-soft">{jigWords(jig.body, units)}</p>}
      {plain && !jig && (
        <div className="grid grid-cols-2 gap-3">
          <SelectField label="Bent" {...form.choice('direction')}>
            <Option value="along">along the grain</Option>
            <Option value="across">across it</Option>
          </SelectField>
          <TextField label="Supports apart" suffix={units.length} inputMode="decimal" {...form.text('span')} />
        </div>
      )}
      <SelectField
        label="Loads without a unit are"
        value={loadUnit}
        onChoose={(chosen) => setPreferences({ loadUnit: chosen as LoadUnit })}
      >
        {LOAD_UNITS.map((unit) => (
          <Option key={unit} value={unit}>
            {LOAD_WORDS[unit]}
          </Option>
        ))}
      </SelectField>
      <LoadRows {...{ units, loadUnit, at }} rows={draft.points} onChange={(points) => set({ points })} />
      {at('points') && (
        <p role="alert" className="font-medium text-ember-ink">
          The test {at('points')}
        </p>
      )}
      <div className="flex items-end gap-2">
        <Button kind="quiet" onClick={() => set({ points: [...draft.points, NO_LOAD] })}>
          One more load
        </Button>
        <FeelField label="How it feels" none="no score" {...form.choice('feel')} />
      </div>
      {children?.(at)}
      {asked && <AskedBox asked={asked} />}
      <StandIns pieceId={pieceId} place={() => placeOf(draft)} onReading={take} />
      <Button type="submit" disabled={busy}>
        Keep the flex
      </Button>
      <NewJigDialog units={units} open={making} onClose={() => setMaking(false)} onMade={choose} />
    </form>
  );
}

const LOAD_WORDS: Record<LoadUnit, string> = { kg: 'kilograms', g: 'grams', N: 'newtons', lb: 'pounds', oz: 'ounces' };

/** Empty rows are passed over. @throws InvalidInput at the row */
function readRows(rows: readonly Row[], units: UnitChoice, loadUnit: LoadUnit): FlexPoint[] {
  const used = rows.filter(({ load, deflection }) => load.trim() !== '' || deflection.trim() !== '');
  const points = used.map(({ load, deflection }, i) => ({
    load: parseLoad(`points[${i}].load`, load, loadUnit).value,
    deflection: parseQuantity(`points[${i}].deflection`, deflection, 'length', units.length).value,
  }));
  if (points.length < 2) throw new InvalidInput('points', points.length, 'needs two loads or more');
  return points;
}

function LoadRows({
  rows,
  units,
  loadUnit,
  at,
  onChange,
}: {
  rows: readonly Row[];
  units: UnitChoice;
  loadUnit: LoadUnit;
  at: (field: string) => string | null;
  onChange: (rows: Row[]) => void;
}) {
  const change = (index: number, part: Partial<Row>) =>
    onChange(rows.map((row, i) => (i === index ? { ...row, ...part } : row)));
  return rows.map((row, i) => (
    <div key={i} className="grid grid-cols-2 gap-3">
      <TextField
        label={i === 0 ? 'Load' : ''}
        suffix={loadUnit}
        aria-label={`Load ${i + 1}`}
        value={row.load}
        error={at(`points[${i}].load`)}
        onChange={(e) => change(i, { load: e.target.value })}
      />
      <TextField
        label={i === 0 ? 'Dial' : ''}
        aria-label={`Dial ${i + 1}`}
        suffix={units.length}
        inputMode="decimal"
        value={row.deflection}
        error={at(`points[${i}].deflection`)}
        onChange={(e) => change(i, { deflection: e.target.value })}
      />
    </div>
  ));
}
