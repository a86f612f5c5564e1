/**
 * The thickness page's state: the plate as measured, the target as drawn, the reading that is taken next, and what the
 * open leaf does.
 */
import { isMirrored, type TargetSpec } from '@nimble/core/graduation';
import { isWood, plateShape } from '@nimble/core/outline';
import { ownStationName } from '@nimble/core/survey';
import { useMemo, useState } from 'react';
import { useSurveyWrites } from '../../api/hooks';
import type { Build, Survey } from '../../api/types';
import { setPreferences, usePreferences } from '../../ui/preferences';
import { useShortcuts } from '../../ui/shortcuts';
import { VIEWS } from './MapTabs';
import { usePlaning } from './use-planing';
import { controlPlaces } from './target-edits';
import { useHowThin } from './use-how-thin';
import { usePageParams } from './use-page-params';
import { usePlateWork } from './use-plate-work';
import { useReadingEntry } from './use-reading-entry';
import { useRuleFacts } from './use-rule-facts';
import { useTargetDraft } from './use-target-draft';
import { useThicknessPlate } from './use-thickness-plate';
import { stationViews, stepMarks } from './view-model';

export interface ThicknessProps {
  build: Build;
  keptTarget: TargetSpec;
  surveys: readonly Survey[];
}

export function useThicknessPage({ build, keptTarget, surveys }: ThicknessProps) {
  const page = usePageParams();
  const { person } = usePreferences();
  const writes = useSurveyWrites(build.id);
  const rules = useRuleFacts(build);
  const draft = useTargetDraft(keptTarget, (target) => {
    writes.setTarget(target, person);
    // A target of its own is no longer the recipe's.
    if (build.choices.recipe) writes.changeBuild({ choices: { ...build.choices, recipe: null } });
  });
  const [point, setPoint] = useState<number | null>(null);
  const shape = useMemo(() => plateShape(build.outline, build.holes), [build.outline, build.holes]);
  const plate = useThicknessPlate({ ...page, ...draft, build, rules, surveys });
  const { newest, survey, past, picture } = plate;
  const howThin = useHowThin({ build, shape, rules, picture, removalSpread: plate.removalSpread });
  const planing = usePlaning(build, shape, page.face);
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
    before: plate.before,
    add: writes.addReadings,
  });
  const work = usePlateWork({ build, newest, survey, writes, page });
  const stations = useStations({ build, writes, onWood: (x, y) => isWood(shape, x, y), onAdded: entry.light });
  const pick = (name: string) => {
    entry.light(name);
    if (tab === 'target') page.set({ slip: 'read' });
  };
  useKeys(tab === 'read' ? null : (view) => page.set({ view }));
  return {
    build,
    surveys,
    page,
    writes,
    draft,
    point,
    setPoint,
    shape,
    plate,
    howThin,
    planing,
    tab,
    entry,
    work,
    stations,
    pick,
  };
}

export type ThicknessState = ReturnType<typeof useThicknessPage>;

interface Laying {
  build: Build;
  writes: ReturnType<typeof useSurveyWrites>;
  onWood: (x: number, y: number) => boolean;
  onAdded: (name: string) => void;
}

/** Stations of the maker's own, laid by a touch and moved by the hand. */
function useStations({ build, writes, onWood, onAdded }: Laying) {
  const [adding, setAdding] = useState(false);
  const add = (place: { x: number; y: number }) => {
    if (!onWood(place.x, place.y)) return;
    const name = ownStationName(build.stations);
    writes.changeBuild({ stations: [...build.stations, { name, ...place, kind: 'own', skipped: false }] });
    setAdding(false);
    onAdded(name);
  };
  const move = (name: string, place: { x: number; y: number }) => {
    if (!onWood(place.x, place.y)) return;
    writes.changeBuild({ stations: build.stations.map((s) => (s.name === name ? { ...s, ...place } : s)) });
  };
  return { adding, setAdding, add, move };
}

const NEXT_NUMBERS = { all: 'depth', depth: 'out-of-band', 'out-of-band': 'none', none: 'all' } as const;

/** @param onView null while figures are typed: they are readings then */
function useKeys(onView: ((view: (typeof VIEWS)[number][0]) => void) | null): void {
  const { numbers } = usePreferences();
  const views = onView
    ? VIEWS.map(([key, words], i) => ({
        key: String(i + 1),
        label: `Show: ${words.toLowerCase()}`,
        run: () => onView(key),
      }))
    : [];
  useShortcuts([
    ...views,
    {
      key: 'n',
      label: 'Figures on the plate: all, with depth to take, out of band, none',
      run: () => setPreferences({ numbers: NEXT_NUMBERS[numbers] }),
    },
  ]);
}

/** What the plate shows: each station's figure, numbers of the next pass, and what must not be covered. */
export function useMarks({ build, plate, page, draft, tab, work, shape }: ThicknessState) {
  const { numbers } = usePreferences();
  const { summary } = plate;
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
  return { views, marks, covers };
}
