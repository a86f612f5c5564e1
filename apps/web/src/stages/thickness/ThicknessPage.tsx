import { isMirrored, isWood, ownStationName, plateShape, type TargetSpec } from '@nimble/core';
import { useMemo, useState } from 'react';
import { useParams } from 'react-router';
import { useBuild, useSurveys, useSurveyWrites, useTarget } from '../../api/hooks';
import type { Build, Survey } from '../../api/types';
import { MapLayer, MapLegend, PlateDrawing, StationLayer, StepMarks } from '../../plate';
import { Loading } from '../../shell/Loading';
import { setPreferences, usePreferences } from '../../shell/preferences';
import { Ribbon } from '../../shell/Ribbon';
import { BuildShell } from '../../shell/Shell';
import { useShortcuts } from '../../shell/shortcuts';
import { ControlPoints } from './ControlPoints';
import { controlPlaces } from './target-edits';
import { MapTabs, RemovedWords, VIEWS } from './MapTabs';
import { ThicknessSlip } from './ThicknessSlip';
import { PlaningArrows } from './PlaningArrows';
import { PlaningControl, usePlaning } from './PlaningControl';
import { useHowThin } from './use-how-thin';
import { usePageParams } from './use-page-params';
import { usePlateWork } from './use-plate-work';
import { useReadingEntry } from './use-reading-entry';
import { useRuleFacts } from './use-rule-facts';
import { useTargetDraft } from './use-target-draft';
import { useThicknessPlate } from './use-thickness-plate';
import { clearOfMarks, ribbonItems, stationViews, stepMarks } from './view-model';

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

interface Records {
  build: Build;
  keptTarget: TargetSpec;
  surveys: readonly Survey[];
}

const NEXT_NUMBERS = { all: 'out-of-band', 'out-of-band': 'none', none: 'all' } as const;

function Thickness({ build, keptTarget, surveys }: Records) {
  const page = usePageParams();
  const { person, numbers } = usePreferences();
  const writes = useSurveyWrites(build.id);
  const rules = useRuleFacts(build);
  const draft = useTargetDraft(keptTarget, (target) => writes.setTarget(target, person));
  const [point, setPoint] = useState<number | null>(null);
  const [adding, setAdding] = useState(false);
  const shape = useMemo(() => plateShape(build.outline, build.holes), [build.outline, build.holes]);
  const plate = useThicknessPlate({ ...page, ...draft, build, rules, surveys });
  const { newest, survey, past, picture, summary } = plate;
  const howThin = useHowThin({ build, shape, rules, picture, removalSpread: plate.removalSpread });
  const planing = usePlaning(build, page.face);
  const tab = page.tab ?? (past || plate.isAllRead ? 'pass' : 'read');
  const entry = useReadingEntry({
    surveyId: past ? null : (survey?.id ?? null),
    stations: build.stations,
    readings: plate.readings,
    averages: plate.means,
    units: build.units,
    guide: plate.guide,
    places: plate.places,
    expected: plate.expected,
    add: writes.addReadings,
  });

  const work = usePlateWork({ build, newest, survey, writes, page });
  const addStation = (place: { x: number; y: number }) => {
    if (!isWood(shape, place.x, place.y)) return;
    const name = ownStationName(build.stations);
    writes.changeBuild({ stations: [...build.stations, { name, ...place, kind: 'own', skipped: false }] });
    setAdding(false);
    entry.light(name);
  };
  const moveStation = (name: string, place: { x: number; y: number }) => {
    if (!isWood(shape, place.x, place.y)) return;
    writes.changeBuild({ stations: build.stations.map((s) => (s.name === name ? { ...s, ...place } : s)) });
  };
  const pick = (name: string) => {
    entry.light(name);
    if (tab === 'target') page.set({ slip: 'read' });
  };
  useShortcuts([
    ...(tab === 'read'
      ? []
      : VIEWS.map(([key, words], i) => ({
          key: String(i + 1),
          label: `Show: ${words.toLowerCase()}`,
          run: () => page.set({ view: key }),
        }))),
    {
      key: 'n',
      label: 'Figures on the plate: all, out of band, none',
      run: () => setPreferences({ numbers: NEXT_NUMBERS[numbers] }),
    },
  ]);

  const views = stationViews({
    stations: build.stations,
    readings: plate.standing,
    targetAt: build.stations.map((station) => plate.targetOf(station) ?? NaN),
    shownAt: plate.shownOf ? build.stations.map(plate.shownOf) : undefined,
    signed: page.view === 'mirror',
    tolerance: draft.target.tolerance,
    questioned: summary?.verdict.questioned.map(({ station }) => station) ?? [],
    numbers,
    units: build.units,
  });
  const marks = tab === 'pass' && !plate.shownOf && work.since.length === 0 ? stepMarks(summary) : [];
  const covers = tab === 'target' ? controlPlaces(draft.target, shape, isMirrored(build)) : marks;
  const isLit = !past && (tab === 'read' || tab === 'stations' || (tab === 'pass' && entry.isPicked));

  return (
    <BuildShell
      build={build}
      stage="thickness"
      onUnits={(units) => writes.changeBuild({ units })}
      ribbon={
        <Ribbon
          items={ribbonItems(surveys, work.passes, build.units)}
          selected={survey?.id ?? null}
          onSelect={(id) => page.set({ survey: id === newest?.id ? null : id, against: null })}
          empty="Nothing yet: what you measure and plane is kept here."
        />
      }
      slip={
        <ThicknessSlip
          {...{ build, shape, plate, writes, entry, draft, tab, point, adding, howThin }}
          planing={
            <PlaningControl
              build={build}
              face={page.face}
              advice={planing}
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
          onPoint={setPoint}
          onAdding={setAdding}
        />
      }
    >
      <MapTabs
        view={page.view}
        onView={(view) => page.set({ view })}
        others={plate.others}
        against={plate.against}
        onAgainst={(against) => page.set({ against })}
      />
      <PlateDrawing
        shape={shape}
        leftHanded={isMirrored(build)}
        label={`Plate of No. ${build.number} ${build.name}, seen from outside, neck end to the left`}
        map={picture && picture.bands.length > 0 && <MapLayer picture={picture} />}
        onPlace={adding ? addStation : undefined}
      >
        {(pixelsPerMm) => (
          <>
            <StationLayer
              stations={clearOfMarks(views, covers, pixelsPerMm)}
              current={isLit ? (entry.current?.name ?? null) : null}
              pixelsPerMm={pixelsPerMm}
              onPick={pick}
              inert={adding}
              onMove={tab === 'stations' ? moveStation : undefined}
            />
            <StepMarks pixelsPerMm={pixelsPerMm} marks={marks} />
            {tab === 'pass' && !past && (
              <PlaningArrows
                shape={shape}
                leftHanded={isMirrored(build)}
                stroke={planing.stroke}
                pixelsPerMm={pixelsPerMm}
              />
            )}
            {tab === 'target' && (
              <ControlPoints
                target={draft.target}
                units={build.units}
                shape={shape}
                leftHanded={isMirrored(build)}
                pixelsPerMm={pixelsPerMm}
                selected={point}
                onSelect={setPoint}
                onDraft={draft.show}
                onKeep={draft.keep}
              />
            )}
          </>
        )}
      </PlateDrawing>
      <div className="min-h-14 px-4 pb-2 lg:px-6">
        {picture && <MapLegend picture={picture} view={page.view} units={build.units} />}
        {picture?.removed && survey && plate.against && (
          <RemovedWords removed={picture.removed} against={plate.against} survey={survey} units={build.units} />
        )}
      </div>
    </BuildShell>
  );
}
