import { InvalidInput } from '@nimble/core/base';
import { LOAD_UNITS, parseLoad, parseQuantity, type LoadUnit, type UnitChoice } from '@nimble/core/units';
import type { FlexPoint } from '@nimble/core/wood';
import { useState, type ReactNode } from 'react';
import { useJigs } from '../api/flex';
import { setPreferences, usePreferences } from '../ui/preferences';
import { Button, SelectField, TextField, Option } from '../ui';
import { AskedBox, useAsking } from '../forms';
import { jigWords } from '../words/jig-words';
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

const FIRST_ROWS = 4;
const blank = (): Row[] => Array.from({ length: FIRST_ROWS }, () => ({ load: '', dial: '' }));

/** Loads and dial readings on a jig, typed or told by the instruments. */
export function FlexForm({ pieceId, units, plain, onJig, children, onSend }: Props) {
  const jigs = useJigs();
  const usable = (jigs.data ?? []).filter(({ body }) => !plain || body.kind !== 'ring');
  const [chosen, setChosen] = useState<string | null>(null);
  const jigId = chosen ?? (plain ? '' : (usable[0]?.id ?? ''));
  const jig = usable.find(({ id }) => id === jigId);
  const [making, setMaking] = useState(false);
  const [rows, setRows] = useState(blank);
  const [span, setSpan] = useState('');
  const [direction, setDirection] = useState<'along' | 'across'>('along');
  const [feel, setFeel] = useState('');
  const { loadUnit } = usePreferences();
  const { offer, busy, at, asked } = useAsking(['loads', 'dial'], () => {
    setRows(blank());
    setFeel('');
  });
  const choose = (id: string) => {
    setChosen(id);
    onJig?.(id);
  };
  const place = () =>
    jigId ? { jigId } : { span: parseQuantity('span', span, 'length', units.length).value, direction };
  const submit = () =>
    offer(
      async ({ ask, slip }) => {
        if (!plain && !jigId) throw new InvalidInput('jigId', '', 'Describe your jig first');
        const points = scaled(readRows(rows, units, loadUnit), slip);
        await onSend({ id: crypto.randomUUID(), ...place(), points, feel: feel === '' ? null : Number(feel), ask });
      },
      [rows, loadUnit, jigId, span, direction],
    );
  /** What the instruments tell goes into the first empty row. */
  const take = (load: string, dial: string) =>
    setRows((old) => {
      const free = old.findIndex((row) => row.load === '' && row.dial === '');
      return free < 0 ? [...old, { load, dial }] : old.map((row, i) => (i === free ? { load, dial } : row));
    });
  return (
    <form
      aria-label="Flex it"
      className="space-y-2"
      onSubmit={(event) => {
        event.preventDefault();
        void submit();
      }}
    >
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
          <SelectField label="Bent" value={direction} onChoose={(chosen) => setDirection(chosen as typeof direction)}>
            <Option value="along">along the grain</Option>
            <Option value="across">across it</Option>
          </SelectField>
          <TextField
            label="Supports apart"
            suffix={units.length}
            inputMode="decimal"
            value={span}
            error={at('span')}
            onChange={(e) => setSpan(e.target.value)}
          />
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
      <LoadRows rows={rows} units={units} loadUnit={loadUnit} at={at} onChange={setRows} />
      {at('points') && (
        <p role="alert" className="font-medium text-ember-ink">
          The test {at('points')}
        </p>
      )}
      <div className="flex items-end gap-2">
        <Button kind="quiet" onClick={() => setRows([...rows, { load: '', dial: '' }])}>
          One more load
        </Button>
        <FeelField value={feel} error={at('feel')} onValue={setFeel} />
      </div>
      {children?.(at)}
      {asked && <AskedBox asked={asked} />}
      <StandIns pieceId={pieceId} place={place} onReading={take} />
      <Button type="submit" disabled={busy}>
        Keep the flex
      </Button>
      <NewJigDialog units={units} open={making} onClose={() => setMaking(false)} onMade={choose} />
    </form>
  );
}

interface FeelProps {
  value: string;
  error: string | null;
  onValue: (value: string) => void;
}

function FeelField({ value, error, onValue }: FeelProps) {
  return (
    <SelectField label="How it feels" value={value} error={error} onChoose={onValue}>
      <Option value="">no score</Option>
      {Array.from({ length: 9 }, (_, i) => (
        <Option key={i} value={i + 1}>
          {i + 1}
          {i === 0 ? ' soft' : i === 8 ? ' stiff' : ''}
        </Option>
      ))}
    </SelectField>
  );
}

const LOAD_WORDS: Record<LoadUnit, string> = { kg: 'kilograms', g: 'grams', N: 'newtons', lb: 'pounds', oz: 'ounces' };

interface Row {
  load: string;
  dial: string;
}

/** Empty rows are passed over. @throws InvalidInput at the row */
function readRows(rows: readonly Row[], units: UnitChoice, loadUnit: LoadUnit): FlexPoint[] {
  const used = rows.filter(({ load, dial }) => load.trim() !== '' || dial.trim() !== '');
  const points = used.map(({ load, dial }, i) => ({
    load: parseLoad(`points[${i}].load`, load, loadUnit).value,
    deflection: parseQuantity(`points[${i}].deflection`, dial, 'length', units.length).value,
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
        value={row.dial}
        error={at(`points[${i}].deflection`)}
        onChange={(e) => change(i, { dial: e.target.value })}
      />
    </div>
  ));
}
