import { isMirrored } from '@nimble/core/graduation';
import { plateShape } from '@nimble/core/outline';
import { STAGES, type Stage } from '@nimble/core/project';
import { useMemo } from 'react';
import { Navigate, useParams } from 'react-router';
import { useBuild, useSurveyWrites } from '../../api/hooks';
import type { Build } from '../../api/types';
import { PlateDrawing } from '../../plate';
import { Loading } from '../../ui/Loading';
import { StageFrame } from '../../frame/StageFrame';
import { JournalSlip } from '../../frame/JournalSlip';

/** A stage kept as a journal: where the build stands, what it waits for, and notes, beside the plate. */
export function StagePage() {
  const { buildId = '', stage = '' } = useParams();
  const build = useBuild(buildId);
  if (!STAGES.includes(stage as Stage)) return <Navigate to={`/builds/${buildId}/thickness`} replace />;
  if (!build.data) return <Loading queries={[build]} what="the build" />;
  return <StageJournal key={stage} build={build.data} stage={stage as Stage} />;
}

function StageJournal({ build, stage }: { build: Build; stage: Stage }) {
  const writes = useSurveyWrites(build.id);
  const shape = useMemo(() => plateShape(build.outline, build.holes), [build.outline, build.holes]);
  return (
    <StageFrame
      build={build}
      stage={stage}
      slip={<JournalSlip build={build} stage={stage} changeBuild={writes.changeBuild} />}
    >
      <PlateDrawing
        shape={shape}
        leftHanded={isMirrored(build)}
        label={`Plate of No. ${build.number} ${build.name}, seen from outside, neck end to the left`}
      />
      <div className="min-h-6" />
    </StageFrame>
  );
}
