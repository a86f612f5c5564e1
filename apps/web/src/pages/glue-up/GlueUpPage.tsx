import { isMirrored } from '@nimble/core/graduation';
import { gluePlan, USUAL_SETUP, type Glue, type GlueSetup } from '@nimble/core/glue';
import { InvalidInput } from '@nimble/core/base';
import type { BracingPlan } from '@nimble/core/bracing';
import { useMemo, useState } from 'react';
import { useParams, useSearchParams } from 'react-router';
import { useGlueUps, usePlan, type GlueUpView } from '../../api/bracing';
import { useBuild, useSurveyWrites, useWorkshop } from '../../api/hooks';
import type { Build } from '../../api/types';
import { BraceLayer } from '../../plate/BraceLayer';
import { useGround } from '../../api/use-bracing';
import { PlateDrawing } from '../../plate';
import { Loading } from '../../ui/Loading';
import { SlipPages } from '../../ui';
import { JournalSlip } from '../../frame/JournalSlip';
import { StageFrame } from '../../frame/StageFrame';
import { ClockSlip } from './ClockSlip';
import { GluesSlip } from './GluesSlip';
import { OrderSlip } from './OrderSlip';
import type { Sessions } from './sessions';

const TABS = [
  ['order', 'Order'],
  ['clock', 'Clock'],
  ['glues', 'Glues'],
  ['journal', 'Journal'],
] as const;

/** Order of gluing, pressure, and the clock that runs while the glue is open. */
export function GlueUpPage() {
  const { buildId = '' } = useParams();
  const build = useBuild(buildId);
  const plan = usePlan(buildId);
  const workshop = useWorkshop();
  const glueUps = useGlueUps(buildId);
  if (!build.data || !plan.data || !workshop.data || !glueUps.data)
    return <Loading queries={[build, plan, workshop, glueUps]} what="the glue-up" />;
  return (
    <GlueUp key={buildId} build={build.data} plan={plan.data} glues={workshop.data.glues} glueUps={glueUps.data} />
  );
}

interface Props {
  build: Build;
  plan: BracingPlan;
  glues: readonly Glue[];
  glueUps: readonly GlueUpView[];
}

function GlueUp({ build, plan, glues, glueUps }: Props) {
  const [params, setParams] = useSearchParams();
  const writes = useSurveyWrites(build.id);
  const ground = useGround(build);
  const [setup, setSetup] = useState<GlueSetup>(USUAL_SETUP);
  const set = (name: string, value: string) => setParams((old) => (old.set(name, value), old), { replace: true });
  const glue = glues.find(({ id }) => id === params.get('glue')) ?? glues[0]!;
  const { sessions, refused } = useMemo(() => planned(plan, glue, setup), [plan, glue, setup]);
  const index = Math.min(Math.max(0, Number(params.get('session') ?? 1) - 1 || 0), Math.max(0, sessions.length - 1));
  const session = sessions[index] ?? null;
  const tab = TABS.find(([key]) => key === params.get('slip'))?.[0] ?? 'order';
  const lit = session && (tab === 'order' || tab === 'clock') ? new Set(session.pieces.map(({ id }) => id)) : null;
  const marks = new Map(sessions.flatMap(({ pieces }, n) => pieces.map(({ id }) => [id, String(n + 1)] as const)));
  return (
    <StageFrame
      build={build}
      stage="glue-up"
      slip={
        <>
          <SlipPages tabs={TABS} open={tab} onOpen={(slip) => set('slip', slip)} />
          {tab === 'order' && (
            <OrderSlip
              {...{ build, plan, glues, glue, setup, sessions, refused, index }}
              onGlue={(id) => set('glue', id)}
              onSetup={setSetup}
              onSession={(n) => set('session', String(n + 1))}
              onStart={() => set('slip', 'clock')}
            />
          )}
          {tab === 'clock' && (
            <ClockSlip
              {...{ build, glue, session, index, glueUps }}
              count={sessions.length}
              onSession={(n) => set('session', String(n + 1))}
            />
          )}
          {tab === 'glues' && <GluesSlip glues={glues} />}
          {tab === 'journal' && <JournalSlip build={build} stage="glue-up" changeBuild={writes.changeBuild} />}
        </>
      }
    >
      <div className="flex max-h-[440px] min-h-0 flex-1 flex-col lg:max-h-none">
        <PlateDrawing
          shape={ground.shape}
          leftHanded={isMirrored(build)}
          label={`Braces of No. ${build.number} ${build.name} seen through the plate, by the session they are glued in`}
        >
          {(pixelsPerMm) => (
            <BraceLayer
              isBack={build.plate === 'back'}
              plan={plan}
              ground={ground}
              pixelsPerMm={pixelsPerMm}
              lit={lit}
              marks={marks}
              onSelect={(id) => set('session', marks.get(id) ?? '1')}
            />
          )}
        </PlateDrawing>
      </div>
    </StageFrame>
  );
}

function planned(plan: BracingPlan, glue: Glue, setup: GlueSetup): Sessions {
  try {
    return { sessions: gluePlan(plan, glue, setup), refused: null };
  } catch (failure) {
    if (!(failure instanceof InvalidInput)) throw failure;
    return { sessions: [], refused: { field: failure.field, words: `It ${failure.reason}` } };
  }
}
