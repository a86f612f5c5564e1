import { isMirrored } from '@nimble/core/graduation';
import { CONSTRUCTIONS, FAMILIES, woodOfSpecies, type Construction, type PlateRole } from '@nimble/core/project';
import { defaultHoles, defaultOutline, plateShape, type Family, type PlateShape } from '@nimble/core/outline';
import { InvalidInput } from '@nimble/core/base';
import { METRIC } from '@nimble/core/units';
import { useQueryClient } from '@tanstack/react-query';
import { useMemo, useRef, useState } from 'react';
import { Link, useNavigate, useParams } from 'react-router';
import { get, Refused, type FieldError } from '../../api/client';
import { useBuild } from '../../api/hooks';
import { keys } from '../../api/keys';
import type { Build } from '../../api/types';
import { DragHandle, PlateDrawing } from '../../plate';
import { ThemeMenu, UNIT_SETS } from '../../frame/BenchMenus';
import { Loading } from '../../ui/Loading';
import { HomeLink } from '../../frame/Shell';
import { Button, CheckField, SelectField, TextField, Option } from '../../ui';
import { QuantityField, useEntryForm, WAITS, WrongFields, type TextEntry } from '../../forms';
import { change, create, ownErrors, rebased, toDraft, type Draft } from './build-draft';
import { FAMILY_WORDS } from '../../words/family-words';
import { OutdatedNotice } from './OutdatedNotice';
import { OutlineFields } from './OutlineFields';
import { dragHole, outlineHandles } from './outline-handles';
import { WoodFields } from './WoodFields';

const CONSTRUCTION_WORDS: Record<Construction, string> = {
  flat: 'Flat',
  domed: 'Domed',
  carved: 'Carved',
  sandwich: 'Sandwich',
};

const FIRST_DRAFT: Draft = {
  number: '',
  name: '',
  family: 'steel-string',
  construction: 'flat',
  plate: 'top',
  leftHanded: false,
  scaleLength: 0.645,
  wood: woodOfSpecies('european-spruce'),
  outline: defaultOutline('steel-string'),
  holes: defaultHoles('steel-string'),
  units: METRIC,
};

export function NewBuildPage() {
  return <BuildForm first={FIRST_DRAFT} build={null} />;
}

export function EditBuildPage() {
  const { buildId = '' } = useParams();
  const build = useBuild(buildId);
  if (!build.data) return <Loading queries={[build]} what="the build" />;
  return <BuildForm first={toDraft(build.data)} build={build.data} />;
}

/** One form for a new build and for changing one; the plate is drawn as it is typed or dragged. */
function BuildForm({ first, build }: { first: Draft; build: Build | null }) {
  const id = build?.id ?? null;
  /** What the changes are made upon. */
  const base = useRef(build);
  const [outdated, setOutdated] = useState<{ theirs: Build; fields: string[] } | null>(null);
  const newId = useRef(crypto.randomUUID());
  const client = useQueryClient();
  const navigate = useNavigate();
  const keep = async (wanted: Draft) => {
    setOutdated(null);
    try {
      return await (base.current ? change(base.current, wanted) : create(wanted, newId.current));
    } catch (failure) {
      if (!(failure instanceof Refused && failure.isOutdated && id)) throw failure;
      setOutdated({ theirs: await get('/builds/{id}', { id }), fields: failure.errors.map(({ field }) => field) });
      return WAITS;
    }
  };
  const form = useEntryForm({
    blank: first,
    read: checked,
    send: keep,
    after: (draft) => draft,
    onDone: () => {
      void client.invalidateQueries({ queryKey: keys.builds });
      void navigate(`/builds/${id ?? newId.current}/thickness`);
    },
  });
  const { draft, set, busy } = form;
  const { shape, fault } = useShape(draft);
  const errorAt = (field: string) => fault.find((e) => e.field === field)?.message ?? form.at(field);
  /** The draft over what stands now. */
  const rebase = (theirs: Build, givenUp: readonly string[] = []) => {
    set(rebased(base.current!, draft, theirs, givenUp));
    base.current = theirs;
    setOutdated(null);
  };
  return (
    <div className="flex min-h-full flex-col lg:h-full">
      <header className="flex items-center gap-4 border-b border-line bg-paper px-4 lg:px-6">
        <HomeLink title={id ? `Change No. ${first.number}` : 'A new build'} />
        <div className="ml-auto">
          <ThemeMenu />
        </div>
      </header>
      <main className="grid min-h-0 flex-1 grid-cols-1 lg:grid-cols-[minmax(0,1fr)_400px]">
        <section aria-label="The plate" className="flex min-h-[300px] flex-col pt-4">
          {shape && (
            <PlateDrawing
              shape={shape}
              leftHanded={isMirrored(draft)}
              label="The plate as described, seen from outside, neck end to the left"
            >
              {(pixelsPerMm) => <OutlineDragging draft={draft} pixelsPerMm={pixelsPerMm} set={set} />}
            </PlateDrawing>
          )}
          {draft.outline.kind !== 'drawn' && (
            <p className="px-6 pb-3 text-soft">Drag the brass points to shape the plate, or type the lengths.</p>
          )}
        </section>
        <form
          className="relative min-h-0 space-y-5 overflow-y-auto border-l border-line bg-slip px-5 py-4"
          onSubmit={form.submit}
        >
          <WhatFields draft={draft} set={set} text={form.text} errorAt={errorAt} isNew={id === null} />
          <OutlineFields
            {...draft}
            onOutline={(outline) => set({ outline })}
            onHoles={(holes) => set({ holes })}
            errorAt={errorAt}
          />
          <WoodFields wood={draft.wood} plate={draft.plate} shape={shape} onChange={(wood) => set({ wood })} />
          <div className="sticky bottom-0 space-y-2 bg-slip py-2">
            {outdated && (
              <OutdatedNotice
                {...outdated}
                onMine={() => {
                  rebase(outdated.theirs);
                  void form.submit();
                }}
                onTheirs={() => rebase(outdated.theirs, outdated.fields)}
              />
            )}
            <div className="flex gap-2">
              <Button kind="main" type="submit" className="flex-1" disabled={busy}>
                {busy ? 'Keeping …' : id ? 'Keep the changes' : 'Lay it on the bench'}
              </Button>
              <Link to={id ? `/builds/${id}/thickness` : '/'} className="inline-flex min-h-12 items-center px-4">
                Cancel
              </Link>
            </div>
          </div>
        </form>
      </main>
    </div>
  );
}

/** @throws WrongFields */
function checked(draft: Draft): Draft {
  const wrong = [...ownErrors(draft), ...drawOrSay(draft).fault];
  if (wrong.length > 0) throw new WrongFields(wrong);
  return draft;
}

/** The last plate that could be drawn, and what is wrong with the one described now. */
function useShape({ outline, holes }: Draft): { shape: PlateShape | null; fault: FieldError[] } {
  // The form hands out copies: what is the same is told by what it says.
  const described = JSON.stringify({ outline, holes });
  const drawn = useMemo(() => drawOrSay(JSON.parse(described) as Pick<Draft, 'outline' | 'holes'>), [described]);
  const [lastDrawn, setLastDrawn] = useState(drawn.shape);
  if (drawn.shape && drawn.shape !== lastDrawn) setLastDrawn(drawn.shape);
  return { shape: drawn.shape ?? lastDrawn, fault: drawn.fault };
}

function drawOrSay({ outline, holes }: Pick<Draft, 'outline' | 'holes'>): {
  shape: PlateShape | null;
  fault: FieldError[];
} {
  try {
    return { shape: plateShape(outline, holes), fault: [] };
  } catch (failure) {
    if (!(failure instanceof InvalidInput)) throw failure;
    const isWhole = failure.field === 'outline' || failure.field.startsWith('holes[');
    const message = failure.reason[0]!.toUpperCase() + failure.reason.slice(1);
    return { shape: null, fault: [{ field: isWhole ? failure.field : `outline.${failure.field}`, message }] };
  }
}

function OutlineDragging({
  draft,
  pixelsPerMm,
  set,
}: {
  draft: Draft;
  pixelsPerMm: number;
  set: (change: Partial<Draft>) => void;
}) {
  return (
    <>
      {outlineHandles(draft.outline).map(({ key, label, x, y, drag }) => (
        <DragHandle key={key} {...{ x, y, label, pixelsPerMm }} onDrag={(place) => set({ outline: drag(place) })} />
      ))}
      {draft.holes.map((hole, i) => (
        <DragHandle
          key={`hole-${i}`}
          x={hole.x}
          y={hole.kind === 'round' ? hole.y : hole.spread / 2}
          label="Sound opening"
          pixelsPerMm={pixelsPerMm}
          onDrag={({ x }) => set({ holes: dragHole(draft.holes, i, x) })}
        />
      ))}
    </>
  );
}

interface PartProps {
  draft: Draft;
  set: (change: Partial<Draft>) => void;
  text: (name: keyof Draft) => TextEntry;
  errorAt: (field: string) => string | null;
  isNew: boolean;
}

function WhatFields({ draft, set, text, errorAt, isNew }: PartProps) {
  return (
    <fieldset className="space-y-2">
      <legend className="text-lead font-bold">What is it?</legend>
      <div className="grid grid-cols-[110px_1fr] gap-3">
        <TextField label="Number" inputMode="numeric" autoFocus={isNew} {...text('number')} />
        <TextField label="Name" {...text('name')} />
      </div>
      <SelectField
        label="Family"
        value={draft.family}
        onChoose={(chosen) => {
          const family = chosen as Family;
          // What was taken from a file stays.
          set(
            isNew && draft.outline.kind !== 'drawn'
              ? { family, outline: defaultOutline(family), holes: draft.plate === 'back' ? [] : defaultHoles(family) }
              : { family },
          );
        }}
      >
        {FAMILIES.map((family) => (
          <Option key={family} value={family}>
            {FAMILY_WORDS[family]}
          </Option>
        ))}
      </SelectField>
      <div className="grid grid-cols-2 gap-3">
        <SelectField
          label="Construction"
          value={draft.construction}
          onChoose={(chosen) => set({ construction: chosen as Construction })}
        >
          {CONSTRUCTIONS.map((key) => (
            <Option key={key} value={key}>
              {CONSTRUCTION_WORDS[key]}
            </Option>
          ))}
        </SelectField>
        <SelectField
          label="Plate"
          value={draft.plate}
          onChoose={(chosen) => {
            const plate = chosen as PlateRole;
            // A back has no soundhole unless one is drawn.
            const own = draft.outline.kind === 'drawn' ? draft.holes : defaultHoles(draft.family);
            set(isNew ? { plate, holes: plate === 'back' ? [] : own } : { plate });
          }}
        >
          <Option value="top">Top</Option>
          <Option value="back">Back</Option>
        </SelectField>
        <QuantityField
          label="Scale length"
          quantity="length"
          unit={draft.units.length}
          decimals={draft.units.length === 'mm' ? 0 : 2}
          value={draft.scaleLength}
          optional
          error={errorAt('scaleLength')}
          check={(v) => (v >= 0.1 && v <= 1.5 ? null : 'Between 100 mm and 1.5 m: check the unit')}
          onChange={(scaleLength) => set({ scaleLength })}
        />
        <SelectField
          label="Units"
          value={draft.units.thickness}
          onChoose={(chosen) => set({ units: UNIT_SETS.find((s) => s.units.thickness === chosen)!.units })}
        >
          {UNIT_SETS.map(({ words, units }) => (
            <Option key={words} value={units.thickness}>
              {words}
            </Option>
          ))}
        </SelectField>
      </div>
      <CheckField label="Left-handed" checked={draft.leftHanded} onChange={(on) => set({ leftHanded: on })} />
    </fieldset>
  );
}
