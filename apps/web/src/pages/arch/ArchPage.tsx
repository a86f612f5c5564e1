import { isMirrored } from '@nimble/core/graduation';
import type { BracingPlan } from '@nimble/core/bracing';
import { useMemo } from 'react';
import { useParams, useSearchParams } from 'react-router';
import { usePlan } from '../../api/bracing';
import { useBuild, useSurveys, useSurveyWrites } from '../../api/hooks';
import type { Build } from '../../api/types';
import { BraceLayer } from '../../plate/BraceLayer';
import { gluedPlate, useBracing, useGround } from '../../api/use-bracing';
import { PlateDrawing } from '../../plate';
import { Loading } from '../../ui/Loading';
import { useShortcuts } from '../../ui/shortcuts';
import { SlipPages } from '../../ui';
import { JournalSlip } from '../../frame/JournalSlip';
import { StageFrame } from '../../frame/StageFrame';
import { ArchElevation } from './ArchElevation';
import { ArchSlip } from './ArchSlip';
import { SeasonSlip } from './SeasonSlip';

const TABS = [
  ['arch', 'Arch'],
  ['season', 'Seasons'],
  ['journal', 'Journal'],
] as const;

/** The arch of the plate and of its braces. */
export function ArchPage() {
  const { buildId = '' } = useParams();
  const build = useBuild(buildId);
  const plan = usePlan(buildId);
  if (!build.data || !plan.data) return <Loading queries={[build, plan]} what="the arch" />;
  return <Arch key={buildId} build={build.data} kept={plan.data} />;
}

function Arch({ build, kept }: { build: Build; kept: BracingPlan }) {
  const [params, setParams] = useSearchParams();
  const writes = useSurveyWrites(build.id);
  const surveys = useSurveys(build.id);
  const bracing = useBracing(build.id, kept);
  const ground = useGround(build);
  const plate = useMemo(() => gluedPlate(build, surveys.data), [build, surveys.data]);
  const set = (name: string, value: string) => setParams((old) => (old.set(name, value), old), { replace: true });
  useShortcuts([
    { key: 'Backspace', label: 'Undo the last change of the arch', run: () => bracing.undo?.() },
    { key: 'y', label: 'Do it again', run: () => bracing.redo?.() },
  ]);
  const tab = TABS.find(([key]) => key === params.get('slip'))?.[0] ?? 'arch';
  const { braces } = bracing.plan;
  const brace = braces.find(({ id }) => id === params.get('piece')) ?? null;
  const span = brace?.length ?? ground.shape.width;
  return (
    <StageFrame
      build={build}
      stage="arch"
      slip={
        <>
          <SlipPages tabs={TABS} open={tab} onOpen={(slip) => set('slip', slip)} />
          {tab === 'arch' && (
            <ArchSlip
              key={brace?.id ?? 'plate'}
              {...{ build, bracing, plate, span, brace }}
              onPick={(id) => set('piece', id)}
            />
          )}
          {tab === 'season' && <SeasonSlip {...{ build, bracing, plate, brace }} span={ground.shape.width} />}
          {tab === 'journal' && <JournalSlip build={build} stage="arch" changeBuild={writes.changeBuild} />}
        </>
      }
    >
      <div className="flex max-h-[330px] min-h-0 flex-1 flex-col lg:max-h-none">
        <PlateDrawing
          shape={ground.shape}
          leftHanded={isMirrored(build)}
          label={`Braces of No. ${build.number} ${build.name} seen through the plate, neck end to the left`}
        >
          {(pixelsPerMm) => (
            <BraceLayer
              isBack={build.plate === 'back'}
              plan={bracing.plan}
              ground={ground}
              pixelsPerMm={pixelsPerMm}
              selected={brace?.id ?? null}
              onSelect={(id) => set('piece', id)}
            />
          )}
        </PlateDrawing>
      </div>
      {tab !== 'journal' && <ArchElevation plan={bracing.plan} brace={brace} span={span} units={build.units} />}
    </StageFrame>
  );
}
