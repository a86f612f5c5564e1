import { planFigures, plateShape, type BracePlan } from '@nimble/core';
import { useMemo, useState } from 'react';
import { useParams, useSearchParams } from 'react-router';
import { useBuild, useSurveyWrites } from '../../api/hooks';
import type { Build } from '../../api/types';
import { PlateDrawing } from '../../plate';
import { Loading } from '../../shell/Loading';
import { StageFrame } from '../StageFrame';
import { useShortcuts } from '../../shell/shortcuts';
import { PitchButton } from '../../sound/PitchDialog';
import { SlipPages } from '../../ui';
import { JournalSlip } from '../journal/JournalSlip';
import { BraceElevation } from './BraceElevation';
import { BraceSlip } from './BraceSlip';
import { firstBrace } from './first-brace';

const TABS = [
  ['brace', 'Brace'],
  ['journal', 'Journal'],
] as const;

/** Braces in elevation: what each weighs, carries and sounds like, and what wood taken off anywhere does to its notes. */
export function ShapePage() {
  const { buildId = '' } = useParams();
  const build = useBuild(buildId);
  if (!build.data) return <Loading queries={[build]} what="the build" />;
  return <Shape key={buildId} build={build.data} />;
}

function Shape({ build }: { build: Build }) {
  const [params, setParams] = useSearchParams();
  const writes = useSurveyWrites(build.id);
  const shape = useMemo(() => plateShape(build.outline, build.holes), [build.outline, build.holes]);
  const kept = build.choices.braces;
  const [picked, setIndex] = useState(0);
  const index = Math.max(0, Math.min(picked, kept.length - 1));
  const [partial, setPartial] = useState(0);
  const [dragged, setDragged] = useState<BracePlan | null>(null);
  const [undone, setUndone] = useState<BracePlan[][]>([]);
  const plan = dragged ?? kept[index] ?? null;
  const figures = useMemo(() => (plan ? planFigures(plan) : null), [plan]);
  const keepAll = (braces: BracePlan[]) => {
    setUndone((earlier) => [...earlier.slice(-49), kept]);
    writes.changeBuild({ choices: { ...build.choices, braces } });
    setDragged(null);
  };
  const keep = (next: BracePlan) => keepAll(kept.map((brace, i) => (i === index ? next : brace)));
  const undo = () => {
    const last = undone.at(-1);
    if (!last) return;
    setUndone(undone.slice(0, -1));
    writes.changeBuild({ choices: { ...build.choices, braces: last } });
  };
  useShortcuts([{ key: 'Backspace', label: 'Undo the last change of a brace', run: undo }]);
  const tab = params.get('slip') === 'journal' ? 'journal' : 'brace';
  return (
    <StageFrame
      build={build}
      stage="shape"
      slip={
        <>
          <SlipPages
            tabs={TABS}
            open={tab}
            onOpen={(slip) => setParams((old) => (old.set('slip', slip), old), { replace: true })}
          />
          {tab === 'journal' ? (
            <JournalSlip build={build} stage="shape" changeBuild={writes.changeBuild} />
          ) : (
            <BraceSlip
              build={build}
              braces={kept}
              index={index}
              plan={plan}
              figures={figures}
              partial={partial}
              onIndex={setIndex}
              onPartial={setPartial}
              onKeep={keep}
              onAdd={(name) => {
                keepAll([...kept, firstBrace(name, build)]);
                setIndex(kept.length);
              }}
              onRemove={() => {
                keepAll(kept.filter((_, i) => i !== index));
                setIndex(0);
              }}
              onUndo={undone.length > 0 ? undo : null}
            />
          )}
        </>
      }
    >
      <div className="flex justify-end px-4 pt-1 lg:px-6">
        <PitchButton />
      </div>
      <div className="flex max-h-[330px] min-h-0 flex-1 flex-col lg:max-h-none">
        <PlateDrawing
          shape={shape}
          leftHanded={build.leftHanded}
          label={`Plate of No. ${build.number} ${build.name}, seen from outside, neck end to the left`}
        />
      </div>
      {tab === 'brace' && plan && figures && (
        <BraceElevation
          plan={plan}
          figures={figures}
          dragged={dragged !== null}
          partial={partial}
          units={build.units}
          onDraft={setDragged}
          onKeep={keep}
        />
      )}
    </StageFrame>
  );
}
