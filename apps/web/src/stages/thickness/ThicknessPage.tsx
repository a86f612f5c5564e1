import { FIRST_REMOVAL_SPREAD, isWood, ownStationName, plateShape, type Station, type TargetSpec } from '@nimble/core';
import { useMemo, useState } from 'react';
import { useParams, useSearchParams } from 'react-router';
import { useBuild, useForecasts, useLedger, useSurvey, useSurveys, useSurveyWrites, useTarget } from '../../api/hooks';
import type { Build, Survey } from '../../api/types';
import { DragHandle, MapLayer, MapLegend, MM, PlateDrawing, StationLayer, StepMarks } from '../../plate';
import { Loading } from '../../shell/Loading';
import { usePreferences, setPreferences } from '../../shell/preferences';
import { Ribbon } from '../../shell/Ribbon';
import { BuildShell } from '../../shell/Shell';
import { useShortcuts } from '../../shell/shortcuts';
import { Button } from '../../ui';
import type { MapView, PictureRequest } from '../../workers/plate-computer';
import { usePlatePicture } from '../../workers/use-plate-picture';
import { PassSlip } from './PassSlip';
import { ReadSlip } from './ReadSlip';
import { StationsSlip } from './StationsSlip';
import { SurveyTools } from './SurveyTools';
import { TargetSlip } from './TargetSlip';
import { useReadingEntry } from './use-reading-entry';
import { averages, clearOfMarks, ribbonItems, stationViews, stepMarks } from './view-model';

const VIEWS: readonly [MapView, string][] = [
  ['thickness', 'Thickness'],
  ['deviation', 'Over or under'],
  ['mirror', 'Left against right'],
  ['removed', 'What came off'],
];

const TABS = [
  ['read', 'Read'],
  ['pass', 'Take off'],
  ['target', 'Target'],
  ['stations', 'Stations'],
] as const;
type Tab = (typeof TABS)[number][0];

export function ThicknessPage() {
  const { buildId = '' } = useParams();
  const build = useBuild(buildId);
  const target = useTarget(buildId);
  const surveys = useSurveys(buildId);
  if (!build.data || !target.data || !surveys.data)
    return <Loading queries={[build, target, surveys]} what="the build" />;
  return <Thickness key={buildId} build={build.data} keptTarget={target.data} surveys={surveys.data} />;
}

function Thickness({
  build,
  keptTarget,
  surveys,
}: {
  build: Build;
  keptTarget: TargetSpec;
  surveys: readonly Survey[];
}) {
  const [params, setParams] = useSearchParams();
  const { person, numbers } = usePreferences();
  const writes = useSurveyWrites(build.id);
  const forecasts = useForecasts(build.id);
  const ledger = useLedger(build.id);
  const newest = surveys.at(-1) ?? null;
  const survey = surveys.find(({ id }) => id === params.get('survey')) ?? newest;
  const past = survey !== null && survey !== newest;
  const before = survey && surveys[surveys.indexOf(survey) - 1];
  const withReadings = useSurvey(build.id, survey?.id ?? null);
  const earlier = useSurvey(build.id, before?.id ?? null);
  const readings = useMemo(() => withReadings.data?.readings ?? [], [withReadings.data]);
  const means = useMemo(() => averages(readings), [readings]);
  const earlierMeans = useMemo(() => (earlier.data ? averages(earlier.data.readings) : null), [earlier.data]);

  const view = (params.get('view') as MapView | null) ?? 'deviation';
  const isAllRead =
    means.length > 0 && build.stations.every((s) => s.skipped || means.some((m) => m.station === s.name));
  const tab = (params.get('slip') as Tab | null) ?? (past || isAllRead ? 'pass' : 'read');
  const set = (change: Record<string, string | null>) =>
    setParams((old) => {
      for (const [key, value] of Object.entries(change)) if (value === null) old.delete(key); else old.set(key, value); // prettier-ignore
      return old;
    }, { replace: true }); // prettier-ignore

  const [draft, setDraft] = useState<TargetSpec | null>(null);
  const [undoTargets, setUndoTargets] = useState<TargetSpec[]>([]);
  const [point, setPoint] = useState<number | null>(null);
  const [adding, setAdding] = useState(false);
  const target = draft ?? keptTarget;
  const keepTarget = (next: TargetSpec) => {
    setUndoTargets((old) => [...old.slice(-30), keptTarget]);
    writes.setTarget(next, person);
    setDraft(null);
  };

  const shape = useMemo(() => plateShape(build.outline, build.holes), [build.outline, build.holes]);
  const request = useMemo(
    (): PictureRequest => ({
      plate: { outline: build.outline, holes: build.holes, leftHanded: build.leftHanded },
      readings: means,
      stations: build.stations.filter((station) => !station.skipped),
      target,
      tool: build.tool,
      wood: build.wood,
      mass: survey?.mass ?? null,
      removalSpread: FIRST_REMOVAL_SPREAD,
      units: build.units,
      view,
      earlier: earlierMeans,
    }),
    [build, means, target, survey?.mass, view, earlierMeans],
  );
  const { picture, error, computer } = usePlatePicture(request);
  const openStations = request.stations as readonly Station[];
  const targetOf = (name: string) => picture?.targetAt[openStations.findIndex((station) => station.name === name)];
  const targetAt = build.stations.map((station) => targetOf(station.name) ?? NaN);
  const entry = useReadingEntry({
    surveyId: past ? null : (survey?.id ?? null),
    stations: build.stations,
    readings,
    averages: means,
    units: build.units,
    guide: earlierMeans?.[0]?.thickness ?? null,
    add: writes.addReadings,
  });

  const startSurvey = () => {
    const { relativeHumidity = null, temperatureC = null } = newest ?? {};
    writes.startSurvey({ person, relativeHumidity, temperatureC, startedAt: new Date().toISOString() });
    set({ survey: null, slip: 'read' });
  };
  const planed = () => {
    if (survey) writes.keepForecast(survey.id, person);
    startSurvey();
  };
  const addStation = (place: { x: number; y: number }) => {
    if (!adding || !isWood(shape, place.x, place.y)) return;
    const name = ownStationName(build.stations);
    writes.changeBuild({ stations: [...build.stations, { name, ...place, kind: 'own', skipped: false }] });
    setAdding(false);
    entry.light(name);
  };
  const moveStation = (name: string, place: { x: number; y: number }) => {
    if (isWood(shape, place.x, place.y))
      writes.changeBuild({ stations: build.stations.map((s) => (s.name === name ? { ...s, ...place } : s)) });
  };
  useShortcuts(
    VIEWS.map(([key, words], i) => ({
      key: String(i + 1),
      label: `Show: ${words.toLowerCase()}`,
      run: () => set({ view: key }),
    })).filter(() => tab !== 'read'),
  );
  useShortcuts([
    {
      key: 'n',
      label: 'Figures on the plate: all, out of band, none',
      run: () =>
        setPreferences({ numbers: ({ all: 'out-of-band', 'out-of-band': 'none', none: 'all' } as const)[numbers] }),
    },
  ]);

  const summary = picture?.summary ?? null;
  const views = stationViews({
    stations: build.stations,
    readings: means,
    targetAt,
    tolerance: target.tolerance,
    questioned: summary?.verdict.questioned.map((q) => q.station) ?? [],
    numbers,
    units: build.units,
  });

  const marks = stepMarks(summary);

  return (
    <BuildShell
      build={build}
      stage="thickness"
      onUnits={(units) => writes.changeBuild({ units })}
      ribbon={
        <Ribbon
          items={ribbonItems(surveys, forecasts.data ?? [], build.units)}
          selected={survey?.id ?? null}
          onSelect={(id) => set({ survey: id === newest?.id ? null : id })}
          empty="Nothing yet: what you measure and plane is kept here."
        />
      }
      slip={
        <>
          <nav aria-label="Slip pages" className="no-print mb-1 flex border-b border-grain">
            {TABS.map(([key, words]) => (
              <button
                key={key}
                type="button"
                aria-current={tab === key ? 'page' : undefined}
                onClick={() => set({ slip: key })}
                className={`min-h-12 flex-1 px-1 ${tab === key ? 'border-b-[3px] border-spruce font-bold' : 'text-soft'}`}
              >
                {words}
              </button>
            ))}
          </nav>
          {past && survey && <PastNotice survey={survey} onBack={() => set({ survey: null })} />}
          {error && (
            <p role="alert" className="font-medium text-ember-ink">
              The plate could not be worked out: {error}
            </p>
          )}
          {!survey && tab !== 'target' && tab !== 'stations' ? (
            <FirstSurvey onStart={startSurvey} />
          ) : (
            <>
              {tab === 'read' && !past && (
                <ReadSlip
                  build={build}
                  entry={entry}
                  averages={means}
                  target={entry.current ? (targetOf(entry.current.name) ?? null) : null}
                  onTakeOff={() => set({ slip: 'pass' })}
                />
              )}
              {(tab === 'pass' || (past && tab === 'read')) && (
                <PassSlip
                  build={build}
                  summary={summary}
                  ledger={ledger.data}
                  past={past}
                  onPlaned={planed}
                  judgeTear={(place) => (computer ? computer.tearOut(place) : Promise.resolve(null))}
                  currentStation={entry.current}
                />
              )}
              {survey && (tab === 'read' || tab === 'pass') && (
                <SurveyTools
                  build={build}
                  survey={survey}
                  past={past}
                  onChange={(change) => writes.changeSurvey(survey.id, change)}
                />
              )}
            </>
          )}
          {tab === 'target' && (
            <TargetSlip
              build={build}
              target={target}
              onDraft={setDraft}
              onKeep={keepTarget}
              onUndo={
                undoTargets.length === 0
                  ? null
                  : () => {
                      writes.setTarget(undoTargets.at(-1)!, person);
                      setUndoTargets((old) => old.slice(0, -1));
                      setDraft(null);
                    }
              }
              selectedPoint={point}
              onSelectPoint={setPoint}
            />
          )}
          {tab === 'stations' && (
            <StationsSlip
              build={build}
              shape={shape}
              current={entry.current}
              adding={adding}
              onAdding={setAdding}
              onChange={writes.changeBuild}
            />
          )}
        </>
      }
    >
      <div
        className="no-print flex flex-wrap items-center gap-x-1 px-4 pt-2 lg:px-6"
        role="tablist"
        aria-label="What the map shows"
      >
        {VIEWS.map(([key, words]) => (
          <button
            key={key}
            type="button"
            role="tab"
            aria-selected={view === key}
            disabled={key === 'removed' && !before}
            onClick={() => set({ view: key })}
            className={`min-h-12 px-3 disabled:opacity-45 ${view === key ? 'font-bold underline decoration-2 underline-offset-[10px]' : 'text-soft'}`}
          >
            {words}
          </button>
        ))}
        <label className="ml-auto flex items-center gap-2 text-soft">
          Figures
          <select
            className="min-h-11 border border-line bg-slip px-2 text-ink"
            value={numbers}
            onChange={(e) => setPreferences({ numbers: e.target.value as typeof numbers })}
          >
            <option value="all">all</option>
            <option value="out-of-band">out of band</option>
            <option value="none">none</option>
          </select>
        </label>
      </div>
      <PlateDrawing
        shape={shape}
        leftHanded={build.leftHanded}
        label={`Plate of No. ${build.number} ${build.name}, seen from outside, neck end to the left`}
        map={picture && picture.bands.length > 0 && <MapLayer picture={picture} />}
        onPlace={adding ? addStation : undefined}
      >
        {(pixelsPerMm) => (
          <>
            <StationLayer
              stations={tab === 'pass' ? clearOfMarks(views, marks, pixelsPerMm) : views}
              current={past || (tab === 'pass' && !entry.isPicked) ? null : (entry.current?.name ?? null)}
              pixelsPerMm={pixelsPerMm}
              onPick={(name) => {
                entry.light(name);
                if (tab !== 'stations' && tab !== 'pass') set({ slip: 'read' });
              }}
              onMove={tab === 'stations' ? moveStation : undefined}
            />
            {tab === 'pass' && <StepMarks pixelsPerMm={pixelsPerMm} marks={marks} />}
            {tab === 'target' && target.base.kind === 'drawn' && (
              <ControlPoints
                target={target}
                shape={shape}
                leftHanded={build.leftHanded}
                pixelsPerMm={pixelsPerMm}
                selected={point}
                onSelect={setPoint}
                onDraft={setDraft}
                onKeep={keepTarget}
              />
            )}
          </>
        )}
      </PlateDrawing>
      <div className="min-h-14 px-4 pb-2 lg:px-6">
        {picture && <MapLegend picture={picture} view={view} units={build.units} />}
      </div>
    </BuildShell>
  );
}

function PastNotice({ survey, onBack }: { survey: Survey; onBack: () => void }) {
  return (
    <div className="flex items-center justify-between gap-2 border-l-4 border-brass bg-brass/10 px-3">
      <span>As it was at survey {survey.number}</span>
      <Button kind="quiet" onClick={onBack}>
        Back to now
      </Button>
    </div>
  );
}

function FirstSurvey({ onStart }: { onStart: () => void }) {
  return (
    <div className="space-y-4 pt-3">
      <p className="text-[1.15rem]">
        Nothing has been read on this plate yet. Take the caliper and start at the neck end: the lit station tells
        where.
      </p>
      <Button kind="main" className="w-full" onClick={onStart}>
        Start the first survey
      </Button>
    </div>
  );
}

interface PointsProps {
  target: TargetSpec;
  shape: ReturnType<typeof plateShape>;
  leftHanded: boolean;
  pixelsPerMm: number;
  selected: number | null;
  onSelect: (index: number) => void;
  onDraft: (target: TargetSpec) => void;
  onKeep: (target: TargetSpec) => void;
}

/** Control points of a drawn target; the map follows while one is dragged, and the target is kept when it is let go. */
function ControlPoints({ target, shape, leftHanded, pixelsPerMm, selected, onSelect, onDraft, onKeep }: PointsProps) {
  if (target.base.kind !== 'drawn') return null;
  const side = leftHanded ? -1 : 1;
  const { points } = target.base;
  const move = (index: number, place: { x: number; y: number }) => {
    const u = Math.max(0, Math.min(1, (place.x - shape.bounds.xMin) / shape.length));
    const v = Math.max(-1, Math.min(1, (side * place.y) / (shape.width / 2)));
    onDraft({ ...target, base: { kind: 'drawn', points: points.map((p, i) => (i === index ? { ...p, u, v } : p)) } });
  };
  return points.map((p, i) => {
    const x = shape.bounds.xMin + p.u * shape.length;
    const y = side * p.v * (shape.width / 2);
    return (
      <g key={i}>
        <DragHandle
          x={x}
          y={y}
          pixelsPerMm={pixelsPerMm}
          label={`Control point ${i + 1}`}
          selected={selected === i}
          onSelect={() => onSelect(i)}
          onDrag={(place) => move(i, place)}
          onDrop={() => onKeep(target)}
        />
        <text
          className="figures"
          x={x * MM}
          y={y * MM - 16 / pixelsPerMm}
          fontSize={15 / pixelsPerMm}
          fontWeight="700"
          textAnchor="middle"
          fill="var(--ink)"
          stroke="var(--slip)"
          strokeWidth={3 / pixelsPerMm}
          paintOrder="stroke"
        >
          {(p.thickness * MM).toFixed(2)}
        </text>
      </g>
    );
  });
}
