import { isMirrored } from '@nimble/core/graduation';
import { planCautions, type BracingPlan } from '@nimble/core/bracing';
import { useMemo } from 'react';
import { useParams, useSearchParams } from 'react-router';
import { usePlan } from '../../api/bracing';
import { useBuild, useSurveys, useSurveyWrites } from '../../api/hooks';
import type { Build } from '../../api/types';
import { ToWholeTop } from '../../ui/Row';
import { BraceLayer } from '../../plate/BraceLayer';
import { gluedPlate, useBracing, useGround } from '../../api/use-bracing';
import { PlateDrawing } from '../../plate';
import { Loading } from '../../ui/Loading';
import { useShortcuts } from '../../ui/shortcuts';
import { SlipPages } from '../../ui';
import { JournalSlip } from '../../frame/JournalSlip';
import { StageFrame } from '../../frame/StageFrame';
import { CutSlip } from '../../bracing/CutSlip';
import { LoadElevation } from './LoadElevation';
import { PieceSlip, without } from './PieceSlip';
import { PlanHandles } from '../../plate/PlanHandles';
import { DrawnLinesLayer, linesLeft } from '../../bracing/DrawnLines';
import { PlanSlip, usePersonsExperience } from '../../bracing/PlanSlip';
import { StringsSlip } from './StringsSlip';

const TABS = [
  ['plan', 'Plan'],
  ['piece', 'Piece'],
  ['strings', 'Strings'],
  ['cut', 'Cut list'],
  ['journal', 'Journal'],
] as const;
type Tab = (typeof TABS)[number][0];

/** The plan of the braces on the real outline. */
export function LayoutPage() {
  const { buildId = '' } = useParams();
  const build = useBuild(buildId);
  const plan = usePlan(buildId);
  if (!build.data || !plan.data) return <Loading queries={[build, plan]} what="the plan" />;
  return <Layout key={buildId} build={build.data} kept={plan.data} />;
}

function Layout({ build, kept }: { build: Build; kept: BracingPlan }) {
  const [params, setParams] = useSearchParams();
  const writes = useSurveyWrites(build.id);
  const surveys = useSurveys(build.id);
  const bracing = useBracing(build.id, kept);
  const ground = useGround(build);
  const experience = usePersonsExperience();
  const plate = useMemo(() => gluedPlate(build, surveys.data), [build, surveys.data]);
  const cautions = useMemo(
    () =>
      planCautions(kept, {
        shape: ground.shape,
        hole: ground.hole,
        construction: build.construction,
        experience,
        units: build.units,
      }),
    [kept, ground, build.construction, build.units, experience],
  );
  const tab: Tab = TABS.find(([key]) => key === params.get('slip'))?.[0] ?? 'plan';
  const selected = params.get('piece');
  const go = (change: { slip?: Tab; piece?: string | null }) =>
    setParams(
      (old) => {
        if (change.slip) old.set('slip', change.slip);
        if (change.piece === null) old.delete('piece');
        else if (change.piece) old.set('piece', change.piece);
        return old;
      },
      { replace: true },
    );
  const select = (id: string | null) => go({ piece: id, slip: id === null ? 'plan' : 'piece' });
  useShortcuts([
    { key: 'Backspace', label: 'Undo the last change of the plan', run: () => bracing.undo?.() },
    { key: 'y', label: 'Do it again', run: () => bracing.redo?.() },
    {
      key: 'Delete',
      label: 'Take the chosen piece away',
      run: () => {
        if (!selected || tab !== 'piece') return;
        bracing.keep(without(kept, selected));
        select(null);
      },
    },
  ]);
  const brace = tab === 'piece' ? (bracing.plan.braces.find(({ id }) => id === selected) ?? null) : null;
  return (
    <StageFrame
      build={build}
      stage="layout"
      slip={
        <>
          <SlipPages tabs={TABS} open={tab} onOpen={(slip) => go({ slip })} />
          {tab === 'plan' && (
            <PlanSlip
              {...{ build, bracing, ground, cautions }}
              onOutline={(outline) => writes.changeBuild({ outline })}
              onSelect={select}
            />
          )}
          {tab === 'piece' && <PieceSlip {...{ build, bracing, ground, plate, selected }} onSelect={select} />}
          {tab === 'strings' && (
            <StringsSlip
              {...{ build, bracing, ground, plate }}
              onScale={(scaleLength) => writes.changeBuild({ scaleLength })}
            />
          )}
          {tab === 'cut' && <CutSlip {...{ build, bracing, ground }} />}
          {tab === 'journal' && <JournalSlip build={build} stage="layout" changeBuild={writes.changeBuild} />}
        </>
      }
    >
      <div className="flex justify-end px-4 pt-1 lg:px-6">
        <ToWholeTop buildId={build.id} slip="what-if" />
      </div>
      <div className="flex max-h-[440px] min-h-0 flex-1 flex-col lg:max-h-none">
        <PlateDrawing
          shape={ground.shape}
          leftHanded={isMirrored(build)}
          label={`Braces of No. ${build.number} ${build.name} seen through the plate, neck end to the left`}
        >
          {(pixelsPerMm) => (
            <>
              {tab === 'plan' && (
                <DrawnLinesLayer lines={linesLeft(build.outline, bracing.plan)} pixelsPerMm={pixelsPerMm} />
              )}
              <BraceLayer
                isBack={build.plate === 'back'}
                plan={bracing.plan}
                ground={ground}
                pixelsPerMm={pixelsPerMm}
                selected={tab === 'piece' ? selected : null}
                cautions={bracing.dragging ? [] : cautions}
                onSelect={select}
              />
              {(tab === 'piece' || tab === 'plan') && (
                <PlanHandles {...{ bracing, ground, pixelsPerMm, brace }} units={build.units} />
              )}
            </>
          )}
        </PlateDrawing>
      </div>
      {tab === 'strings' && <LoadElevation build={build} plan={bracing.plan} ground={ground} />}
    </StageFrame>
  );
}
