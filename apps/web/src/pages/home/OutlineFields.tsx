import { defaultHoles, defaultOutline, type Family, type HoleSpec, type OutlineSpec } from '@nimble/core/outline';
import { InvalidInput } from '@nimble/core/base';
import type { ImportedOutline, OutlineReading } from '@nimble/core/formats';
import type { UnitChoice } from '@nimble/core/units';
import { useRef, useState } from 'react';
import { Button, SelectField, Option } from '../../ui';
import { readOutline } from '../../compute/read-outline';
import { positiveBelow, QuantityField } from '../../forms';
import { OutlineDialog } from './OutlineDialog';

interface Props {
  family: Family;
  outline: OutlineSpec;
  holes: HoleSpec[];
  units: UnitChoice;
  onOutline: (outline: OutlineSpec) => void;
  onHoles: (holes: HoleSpec[]) => void;
  /** What the server or the core says of a field. */
  errorAt: (field: string) => string | null;
}

const LENGTHS: Record<string, readonly (readonly [field: string, label: string])[]> = {
  waisted: [
    ['bodyLength', 'Length'],
    ['upperBout', 'Upper bout'],
    ['waist', 'Waist'],
    ['lowerBout', 'Lower bout'],
    ['upperBoutAt', 'Upper bout at'],
    ['waistAt', 'Waist at'],
    ['lowerBoutAt', 'Lower bout at'],
    ['cutaway', 'Cutaway'],
  ],
  teardrop: [
    ['bodyLength', 'Length'],
    ['neckWidth', 'Neck end width'],
    ['lowerBout', 'Widest'],
    ['lowerBoutAt', 'Widest at'],
  ],
  rectangle: [
    ['bodyLength', 'Length'],
    ['width', 'Width'],
  ],
  drawn: [],
};

const LARGEST_FILE = 5_000_000;

export function OutlineFields({ family, outline, holes, units, onOutline, onHoles, errorAt }: Props) {
  const file = useRef<HTMLInputElement>(null);
  const { refusal, setRefusal, busy, drawn, open, close } = useOutlineFile();
  const choose = (kind: OutlineSpec['kind']) => {
    setRefusal(null);
    if (kind === 'drawn') return file.current?.click();
    const first = defaultOutline(family);
    if (first.kind === kind) onOutline(first);
    else if (kind === 'waisted') onOutline(defaultOutline('steel-string'));
    else if (kind === 'teardrop') onOutline(defaultOutline('mandolin'));
    else onOutline(defaultOutline('other'));
    if (kind === 'rectangle') onHoles([]);
  };
  return (
    <fieldset className="space-y-2">
      <legend className="text-lead font-bold">Outline</legend>
      <SelectField label="Shape" value={outline.kind} onChoose={(chosen) => choose(chosen as OutlineSpec['kind'])}>
        <Option value="waisted">Two bouts and a waist</Option>
        <Option value="teardrop">Teardrop</Option>
        <Option value="rectangle">Still a blank</Option>
        <Option value="drawn">From a file …</Option>
      </SelectField>
      <input
        ref={file}
        type="file"
        accept=".svg,.dxf,.csv,.txt"
        aria-label="Outline file"
        tabIndex={-1}
        className="sr-only"
        onChange={(event) => {
          const chosen = event.target.files?.[0];
          event.target.value = '';
          if (chosen) void open(chosen);
        }}
      />
      <Button className="w-full" disabled={busy} onClick={() => file.current?.click()}>
        {busy ? 'Reading the drawing …' : 'Outline from SVG, DXF or CSV'}
      </Button>
      {(refusal ?? errorAt('outline')) && (
        <p role="alert" className="font-medium text-ember-ink">
          {refusal ?? errorAt('outline')}
        </p>
      )}
      <div className="grid grid-cols-2 gap-3">
        {LENGTHS[outline.kind]!.map(([field, label]) => (
          <QuantityField
            key={field}
            label={label}
            quantity="length"
            unit={units.length}
            decimals={units.length === 'mm' ? 0 : 2}
            value={(outline as unknown as Record<string, number>)[field]!}
            error={errorAt(`outline.${field}`)}
            check={(v) =>
              field === 'cutaway'
                ? v >= 0 && v < 0.5
                  ? null
                  : 'Zero or more'
                : positiveBelow(1.5, 'Over 1.5 m: check the unit')(v)
            }
            onLive={(value) => onOutline({ ...outline, [field]: value })}
            onChange={(value) => value !== null && onOutline({ ...outline, [field]: value })}
          />
        ))}
      </div>
      {drawn && (
        <OutlineDialog
          {...drawn}
          key={drawn.name}
          units={units}
          onClose={close}
          onTake={({ points }, openings, lines) => {
            onOutline({ kind: 'drawn', points, ...(lines.length > 0 && { lines }) });
            onHoles(openings);
            close();
          }}
        />
      )}
      <HoleFields {...{ family, outline, holes, units, onHoles, errorAt }} />
    </fieldset>
  );
}

interface DrawnFile {
  name: string;
  outline: ImportedOutline;
  reading: OutlineReading;
  onReading: (reading: OutlineReading) => void;
}

/** A file that is looked at, and read again another way, before its outline is taken. */
function useOutlineFile() {
  const [refusal, setRefusal] = useState<string | null>(null);
  const [busy, setBusy] = useState(false);
  const [drawn, setDrawn] = useState<DrawnFile | null>(null);
  const read = async (name: string, text: string, reading: OutlineReading) => {
    try {
      setBusy(true);
      const outline = await readOutline({ name, text, reading });
      setRefusal(null);
      setDrawn({ name, outline, reading, onReading: (next) => void read(name, text, next) });
    } catch (failure) {
      setDrawn(null);
      setRefusal(failure instanceof InvalidInput ? `${name} ${failure.reason}.` : String(failure));
    } finally {
      setBusy(false);
    }
  };
  const open = async (file: File) => {
    if (file.size > LARGEST_FILE) return setRefusal(`${file.name} is larger than 5 MB: an outline needs far less.`);
    await read(file.name, await file.text(), {});
  };
  return { refusal, setRefusal, busy, drawn, open, close: () => setDrawn(null) };
}

function HoleFields({ family, outline, holes, units, onHoles, errorAt }: Omit<Props, 'onOutline'>) {
  const kind = holes[0]?.kind ?? 'none';
  const choose = (next: string) => {
    const length = 'bodyLength' in outline ? outline.bodyLength : Math.max(...outline.points.map(([x]) => x));
    const own = defaultHoles(family);
    if (next === 'none') onHoles([]);
    else if (own[0]?.kind === next) onHoles(own);
    else if (next === 'round') onHoles([{ kind: 'round', x: length * 0.31, y: 0, diameter: length * 0.19 }]);
    else onHoles([{ kind: 'f-holes', x: length * 0.58, length: length * 0.28, spread: length * 0.38 }]);
  };
  const field = (label: string, name: string, value: number, change: (v: number) => HoleSpec) => (
    <QuantityField
      key={name}
      label={label}
      quantity="length"
      unit={units.length}
      decimals={units.length === 'mm' ? 0 : 2}
      value={value}
      error={errorAt(`holes[0].${name}`)}
      check={positiveBelow(1.5, 'Over 1.5 m: check the unit')}
      onLive={(v) => onHoles([change(v), ...holes.slice(1)])}
      onChange={(v) => v !== null && onHoles([change(v), ...holes.slice(1)])}
    />
  );
  const [hole] = holes;
  return (
    <>
      <SelectField label="Sound opening" value={kind} error={errorAt('holes[0]')} onChoose={choose}>
        <Option value="round">Round hole</Option>
        <Option value="f-holes">A pair of slots</Option>
        <Option value="none">None, or not cut yet</Option>
      </SelectField>
      {hole?.kind === 'round' && (
        <div className="grid grid-cols-2 gap-3">
          {field('Middle at', 'x', hole.x, (x) => ({ ...hole, x }))}
          {field('Diameter', 'diameter', hole.diameter, (diameter) => ({ ...hole, diameter }))}
        </div>
      )}
      {hole?.kind === 'f-holes' && (
        <div className="grid grid-cols-3 gap-2">
          {field('Middle at', 'x', hole.x, (x) => ({ ...hole, x }))}
          {field('Length', 'length', hole.length, (length) => ({ ...hole, length }))}
          {field('Apart', 'spread', hole.spread, (spread) => ({ ...hole, spread }))}
        </div>
      )}
    </>
  );
}
