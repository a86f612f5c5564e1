/**
 * Everything the thickness screen knows of a plate: its surveys, the one looked at, the one compared with, and the
 * computed picture.
 */
import { isMirrored, type TargetSpec } from '@nimble/core/graduation';
import { FIRST_REMOVAL_SPREAD, type SurveyFacts } from '@nimble/core/verdict';
import { quickPlaces, type Station, type StationReading } from '@nimble/core/survey';
import { useMemo } from 'react';
import { useLedger, useSurvey } from '../../api/hooks';
import type { Build, Survey } from '../../api/types';
import type { PictureRequest } from '../../compute/plate-computer';
import type { MapView } from '../../plate/pictures';
import { usePlatePicture } from '../../compute/use-plate-picture';
import type { RuleFacts } from './use-rule-facts';
import { averages } from './view-model';

interface Looking {
  build: Build;
  rules: RuleFacts;
  surveys: readonly Survey[];
  target: TargetSpec;
  dragging: boolean;
  view: MapView;
  /** Survey asked for, and the one to compare with; null for the newest and for the one before. */
  surveyId: string | null;
  againstId: string | null;
}

export function useThicknessPlate({ build, rules, surveys, target, dragging, view, surveyId, againstId }: Looking) {
  const looked = useLookedAt({ build, surveys, surveyId, againstId });
  const { survey, newest, means, shown, earlier } = looked;
  const open = useMemo(() => build.stations.filter((station) => !station.skipped), [build.stations]);
  const places = useMemo(() => quickPlaces(open), [open]);
  const { ledger, removalSpread, reach } = useRemovals(build.id);
  const { mass, expected, isQuick } = looked;
  const facts = useMemo(
    () =>
      surveyFacts(build, rules, { readings: means, wanted: open.length, target, mass, removalSpread, reach, expected }),
    [build, rules, means, open, target, mass, removalSpread, reach, expected],
  );
  const tears = useMemo(() => build.choices.tears.filter(({ gone }) => gone === null), [build.choices.tears]);
  const request = useMemo(
    (): PictureRequest => ({
      plate: { outline: build.outline, holes: build.holes, leftHanded: isMirrored(build) },
      facts,
      stations: open,
      tears,
      view,
      dragging,
      earlier,
    }),
    [build, facts, open, tears, view, dragging, earlier],
  );
  const isKnown = rules.ready && (survey === null || shown.data !== undefined);
  const { picture, error, computer } = usePlatePicture(isKnown ? request : null);
  const indexOf = (station: Named) => open.findIndex(({ name }) => name === station.name);
  return {
    ...looked,
    past: survey !== null && survey !== newest,
    isLoading: shown.isLoading && !shown.data,
    /** Where a quick look reads; null in a whole survey, which walks all. */
    places: isQuick ? places : null,
    standing: picture?.standing ?? means,
    expected: expected?.readings ?? null,
    guide: earlier?.readings[0]?.thickness ?? null,
    ledger,
    removalSpread,
    picture,
    summary: picture?.summary ?? null,
    error,
    computer,
    targetOf: (station: Named): number | null => picture?.targetAt[indexOf(station)] ?? null,
    /** What the map shows at a station, where that is a difference and not the reading. */
    shownOf: shownBy(picture?.shownAt, indexOf),
    isAllRead: areRead(isQuick ? places : open, means),
  };
}

type Named = Pick<Station, 'name'>;

const areRead = (places: readonly Named[], means: readonly StationReading[]) =>
  means.length > 0 && places.every(({ name }) => means.some(({ station }) => station === name));

function shownBy(
  shownAt: readonly (number | null)[] | null | undefined,
  indexOf: (station: Named) => number,
): ((station: Named) => number | null) | null {
  return shownAt ? (station) => shownAt[indexOf(station)] ?? null : null;
}

/** The survey that is looked at, the one it is compared with, and what was read in both. */
function useLookedAt({
  build,
  surveys,
  surveyId,
  againstId,
}: Pick<Looking, 'build' | 'surveys' | 'surveyId' | 'againstId'>) {
  const newest = surveys.at(-1) ?? null;
  const survey = surveys.find(({ id }) => id === surveyId) ?? newest;
  const others = surveys.filter((other) => other !== survey);
  const before = (survey && surveys[surveys.indexOf(survey) - 1]) ?? null;
  const against = others.find(({ id }) => id === againstId) ?? before;
  const shown = useSurvey(build.id, survey?.id ?? null);
  const compared = useSurvey(build.id, against?.id ?? null).data;
  const readings = useMemo(() => shown.data?.readings ?? [], [shown.data]);
  const means = useMemo(() => averages(readings), [readings]);
  const mass = against?.mass ?? null;
  const earlier = useMemo(() => (compared ? { readings: averages(compared.readings), mass } : null), [compared, mass]);
  return {
    ...{ newest, survey, others, against, shown, readings, means, earlier },
    /** What the survey before read, place by place. */
    before: against === before && earlier ? earlier.readings : [],
    mass: survey?.mass ?? null,
    expected: shown.data?.expected ?? null,
    isQuick: survey?.kind === 'quick',
  };
}

/** What tools took off in this shop, and how unevenly. */
function useRemovals(buildId: string) {
  const { data: ledger } = useLedger(buildId);
  return { ledger, removalSpread: ledger?.removalSpread ?? FIRST_REMOVAL_SPREAD, reach: ledger?.reach ?? null };
}

type Measured = Pick<SurveyFacts, 'readings' | 'wanted' | 'target' | 'mass' | 'removalSpread' | 'reach' | 'expected'>;

function surveyFacts(build: Build, { checks, models, shop }: RuleFacts, measured: Measured): SurveyFacts {
  const { family, plate, construction, wood, scaleLength, units, tool, choices } = build;
  const judged = { family, plate, construction, wood, scaleLength, units, tool, rules: choices.rules };
  return { build: judged, checks, models, shop, ...measured };
}
