import { checkTarget, type TargetSpec } from '@nimble/core/graduation';
import { formatThickness } from '@nimble/core/units';
import { InvalidInput } from '@nimble/core/base';
import { useState } from 'react';
import { toast } from 'sonner';
import { request } from '../../api/client';
import { useTemplates } from '../../api/hooks';
import { keys } from '../../api/keys';
import type { Build, TargetTemplate } from '../../api/types';
import { Button, CheckField, Fold, Option, SelectField, TextField } from '../../ui';
import { positiveBelow, QuantityField } from '../../forms';
import { useQueryClient } from '@tanstack/react-query';
import { changeKind, moveWholeTarget } from './target-edits';

interface Props {
  build: Build;
  target: TargetSpec;
  /** Shows at once; kept when `onKeep` follows. */
  onDraft: (target: TargetSpec) => void;
  onKeep: (target: TargetSpec) => void;
  onUndo: (() => void) | null;
  selectedPoint: number | null;
  onSelectPoint: (index: number | null) => void;
}

const WHOLE_STEP = 5e-5;
const THICK = positiveBelow(0.05, 'More than 50 mm: check the unit');

/** How thick the plate is wanted: even, graded or drawn; a thinner rim; the band; the limit. */
export function TargetSlip({ build, target, onDraft, onKeep, onUndo, selectedPoint, onSelectPoint }: Props) {
  const unit = build.units.thickness;
  const { base } = target;
  const refusal = refusalOf(target);
  const set = (next: TargetSpec) => {
    onDraft(next);
    if (!refusalOf(next)) onKeep(next);
  };
  const field = (label: string, value: number, change: (value: number) => TargetSpec, name: string) => (
    <QuantityField
      key={name}
      label={label}
      quantity="length"
      unit={unit}
      value={value}
      check={THICK}
      error={refusal?.field === name ? refusal.words : null}
      onLive={(v) => onDraft(change(v))}
      onChange={(v) => v !== null && set(change(v))}
    />
  );
  return (
    <div className="space-y-3 pt-1">
      <h2 className="text-head font-bold">How thick?</h2>
      <SelectField
        label="Graduation"
        value={base.kind}
        onChoose={(chosen) => set(changeKind(target, chosen as TargetSpec['base']['kind']))}
      >
        <Option value="even">Even</Option>
        <Option value="graded">From treble to bass side</Option>
        <Option value="drawn">Drawn by points</Option>
      </SelectField>
      {base.kind === 'even' &&
        field(
          'Everywhere',
          base.thickness,
          (thickness) => ({ ...target, base: { kind: 'even', thickness } }),
          'base.thickness',
        )}
      {base.kind === 'graded' && (
        <div className="grid grid-cols-2 gap-3">
          {field('Treble edge', base.treble, (treble) => ({ ...target, base: { ...base, treble } }), 'base.treble')}
          {field('Bass edge', base.bass, (bass) => ({ ...target, base: { ...base, bass } }), 'base.bass')}
        </div>
      )}
      {base.kind === 'drawn' && <DrawnPoints {...{ target, selectedPoint, onSelectPoint, unit }} onChange={set} />}
      <div className="grid grid-cols-2 gap-2">
        <Button onClick={() => set(moveWholeTarget(target, -WHOLE_STEP))}>
          − {formatThickness(WHOLE_STEP, build.units).figure}
        </Button>
        <Button onClick={() => set(moveWholeTarget(target, WHOLE_STEP))}>
          + {formatThickness(WHOLE_STEP, build.units).figure}
        </Button>
      </div>
      <CheckField
        label="Thinner rim"
        checked={target.rim !== null}
        onChange={(on) => set({ ...target, rim: on ? { width: 0.03, thinnerBy: 2e-4 } : null })}
      />
      {target.rim && (
        <div className="grid grid-cols-2 gap-3">
          <QuantityField
            label="Width"
            quantity="length"
            unit={build.units.length}
            decimals={build.units.length === 'mm' ? 0 : 2}
            value={target.rim.width}
            check={positiveBelow(0.2, 'Wider than 200 mm')}
            onChange={(width) => width && set({ ...target, rim: { ...target.rim!, width } })}
          />
          <QuantityField
            label="Thinner by"
            quantity="length"
            unit={unit}
            value={target.rim.thinnerBy}
            check={THICK}
            error={refusal?.field.startsWith('rim') ? refusal.words : null}
            onChange={(thinnerBy) => thinnerBy && set({ ...target, rim: { ...target.rim!, thinnerBy } })}
          />
        </div>
      )}
      <div className="grid grid-cols-2 gap-3 border-t border-grain pt-2">
        {field('Band ±', target.tolerance, (tolerance) => ({ ...target, tolerance }), 'tolerance')}
        {field('Never below', target.limit, (limit) => ({ ...target, limit }), 'limit')}
      </div>
      {refusal && !['base.thickness', 'base.treble', 'base.bass', 'tolerance', 'limit'].includes(refusal.field) && (
        <p role="alert" className="font-medium text-ember-ink">
          {refusal.words}
        </p>
      )}
      {onUndo && <Button onClick={onUndo}>Undo the last change</Button>}
      <Templates target={target} onUse={set} refused={refusal !== null} />
    </div>
  );
}

function DrawnPoints({
  target,
  selectedPoint,
  onSelectPoint,
  onChange,
  unit,
}: {
  target: TargetSpec;
  selectedPoint: number | null;
  onSelectPoint: (i: number | null) => void;
  onChange: (t: TargetSpec) => void;
  unit: string;
}) {
  const { base } = target;
  if (base.kind !== 'drawn') return null;
  const point = selectedPoint === null ? undefined : base.points[selectedPoint];
  if (!point) return <p className="text-soft">Drag a point on the plate, or touch one to set its thickness.</p>;
  const withPoints = (points: typeof base.points): TargetSpec => ({ ...target, base: { kind: 'drawn', points } });
  return (
    <div className="space-y-2 border-l-2 border-brass pl-3">
      <QuantityField
        key={selectedPoint}
        label={`Point ${selectedPoint! + 1}`}
        quantity="length"
        unit={unit}
        value={point.thickness}
        check={THICK}
        onChange={(thickness) =>
          thickness && onChange(withPoints(base.points.map((p, i) => (i === selectedPoint ? { ...p, thickness } : p))))
        }
      />
      <div className="grid grid-cols-2 gap-2">
        <Button
          onClick={() => {
            onChange(withPoints([...base.points, { ...point, u: Math.min(1, point.u + 0.12) }]));
            onSelectPoint(base.points.length);
          }}
        >
          Add one
        </Button>
        <Button
          disabled={base.points.length < 2}
          onClick={() => {
            onChange(withPoints(base.points.filter((_, i) => i !== selectedPoint)));
            onSelectPoint(null);
          }}
        >
          Remove it
        </Button>
      </div>
    </div>
  );
}

/** Saved targets: they fit any plate, as drawn points are kept as shares of its size. */
function Templates({
  target,
  onUse,
  refused,
}: {
  target: TargetSpec;
  onUse: (target: TargetSpec) => void;
  refused: boolean;
}) {
  const templates = useTemplates();
  const client = useQueryClient();
  const [name, setName] = useState('');
  const [error, setError] = useState<string | null>(null);
  const run = async (method: 'POST' | 'DELETE', path: string, body?: unknown) => {
    try {
      client.setQueryData(keys.templates, await request<TargetTemplate[]>(method, path, body));
      setError(null);
      return true;
    } catch (failure) {
      setError((failure as Error).message);
      return false;
    }
  };
  const save = async () => {
    if (name.trim() === '') return setError('Type a name for it');
    const body = { id: crypto.randomUUID(), name: name.trim(), body: target };
    if (await run('POST', '/target-templates', body)) {
      setName('');
      toast(`Saved: ${body.name}`);
    }
  };
  return (
    <Fold title="Saved targets" className="border-t border-grain pt-1">
      {templates.data?.length === 0 && <p className="text-soft">None yet.</p>}
      <ul>
        {templates.data?.map((template) => (
          <li key={template.id} className="flex items-center justify-between gap-2">
            <Button kind="quiet" onClick={() => onUse(template.body)}>
              {template.name}
            </Button>
            <Button
              kind="quiet"
              aria-label={`Delete ${template.name}`}
              onClick={() => void run('DELETE', `/target-templates/${template.id}`)}
            >
              Delete
            </Button>
          </li>
        ))}
      </ul>
      <form
        className="mt-1 flex items-end gap-2"
        onSubmit={(event) => {
          event.preventDefault();
          void save();
        }}
      >
        <div className="min-w-0 flex-1">
          <TextField label="Save this one as" value={name} error={error} onChange={(e) => setName(e.target.value)} />
        </div>
        <Button type="submit" disabled={refused}>
          Save
        </Button>
      </form>
    </Fold>
  );
}

function refusalOf(target: TargetSpec): { field: string; words: string } | null {
  try {
    checkTarget(target);
    return null;
  } catch (failure) {
    if (!(failure instanceof InvalidInput)) throw failure;
    const words = failure.reason[0]!.toUpperCase() + failure.reason.slice(1);
    return { field: failure.field, words };
  }
}
