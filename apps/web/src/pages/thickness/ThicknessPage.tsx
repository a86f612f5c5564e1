import { useParams } from 'react-router';
import { useBuild, useSurveys, useTarget } from '../../api/hooks';
import { MapLegend } from '../../plate';
import { Loading } from '../../ui/Loading';
import { Timeline } from '../../frame/Timeline';
import { BuildShell } from '../../frame/Shell';
import { MapTabs, RemovedWords } from './MapTabs';
import { PlatesBeside } from './PlatesBeside';
import { PlaningControl } from './PlaningControl';
import { ThicknessPlate } from './ThicknessPlate';
import { ThicknessSlip } from './ThicknessSlip';
import { useThicknessPage, type ThicknessProps, type ThicknessState } from './use-thickness-page';
import { ribbonItems } from '../../frame/timeline-of-surveys';

export function ThicknessPage() {
  const { buildId = '' } = useParams();
  const build = useBuild(buildId);
  const target = useTarget(buildId);
  const surveys = useSurveys(buildId);
  if (!build.data || !target.data || !surveys.data) {
    return <Loading queries={[build, target, surveys]} what="the build" />;
  }
  return <Thickness key={buildId} build={build.data} keptTarget={target.data} surveys={surveys.data} />;
}

function Thickness(props: ThicknessProps) {
  const state = useThicknessPage(props);
  const { build, surveys, page, writes, plate, work, tab } = state;
  const { newest, survey, picture } = plate;
  return (
    <BuildShell
      build={build}
      stage="thickness"
      onUnits={(units) => writes.changeBuild({ units })}
      ribbon={
        <Timeline
          items={ribbonItems(surveys, work.passes, build.units)}
          selected={survey?.id ?? null}
          onSelect={(id) => page.set({ survey: id === newest?.id ? null : id, against: null })}
          empty="Nothing yet: what you measure and plane is kept here."
        />
      }
      slip={<Slip state={state} />}
    >
      <MapTabs
        view={page.view}
        onView={(view) => page.set({ view })}
        others={plate.others}
        against={plate.against}
        onAgainst={(against) => page.set({ against })}
      />
      <ThicknessPlate state={state} />
      <div className="min-h-14 px-4 pb-2 lg:px-6">
        <div className="flex flex-wrap items-center gap-x-4">
          {picture && <MapLegend picture={picture} view={page.view} units={build.units} />}
          <PlatesBeside build={build} leaf={tab} />
        </div>
        {picture?.removed && survey && plate.against && (
          <RemovedWords removed={picture.removed} against={plate.against} survey={survey} units={build.units} />
        )}
      </div>
    </BuildShell>
  );
}

function Slip({ state }: { state: ThicknessState }) {
  const { build, shape, page, plate, writes, entry, draft, tab, point, howThin, planing, work, stations } = state;
  return (
    <ThicknessSlip
      {...{ build, shape, plate, writes, entry, draft, tab, point, howThin }}
      way={planing}
      planing={
        <PlaningControl
          build={build}
          planing={planing}
          station={entry.isPicked ? entry.current : null}
          onFace={(face) => page.set({ face })}
          onChoices={(choices) => writes.changeBuild({ choices })}
        />
      }
      onTab={(slip) => page.set({ slip })}
      onNow={() => page.set({ survey: null })}
      onStartSurvey={() => work.startSurvey()}
      passes={work.since}
      onTake={work.take}
      onCorrect={work.correct}
      onRetract={work.retractPass}
      onLook={work.startSurvey}
      onRetractSurvey={work.retractSurvey}
      onDone={work.done}
      onPoint={state.setPoint}
      adding={stations.adding}
      onAdding={stations.setAdding}
    />
  );
}
