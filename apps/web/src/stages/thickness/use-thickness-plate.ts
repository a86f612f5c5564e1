/** Everything the thickness screen knows of a plate: its surveys, the one looked at, the one compared with, and the computed picture. */
import {
  isMirrored,
  FIRST_REMOVAL_SPREAD,
  quickPlaces,
  type Station,
  type SurveyFacts,
  type TargetSpec,
} from '@nimble/core';
import { useMemo } from 'react';
import { useLedger, useSurvey } from '../../api/hooks';
import type { Build, Survey } from '../../api/types';
import type { MapView, PictureRequest } from '../../workers/plate-computer';
import { usePlatePicture } from '../../workers/use-plate-picture';
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
  const newest = surveys.at(-1) ?? null;
  const survey = surveys.find(({ id }) => id === surveyId) ?? newest;
  const others = surveys.filter((other) => other !== survey);
  const before = survey ? surveys[surveys.indexOf(survey) - 1] : undefined;
  const against = others.find(({ id }) => id === againstId) ?? before ?? null;
  const shown = useSurvey(build.id, survey?.id ?? null);
  const compared = useSurvey(build.id, against?.id ?? null);
  const ledger = useLedger(build.id);
  const readings = useMemo(() => shown.data?.readings ?? [], [shown.data]);
  const means = useMemo(() => averages(readings), [readings]);
  const earlierMeans = useMemo(() => (compared.data ? averages(compared.data.readings) : null), [compared.data]);
  const earlierMass = against?.mass ?? null;
  const removalSpread = ledger.data?.removalSpread ?? FIRST_REMOVAL_SPREAD;
  const open = useMemo(() => build.stations.filter((station) => !station.skipped), [build.stations]);

  const places = useMemo(() => quickPlaces(open), [open]);
  const mass = survey?.mass ?? null;
  const expected = shown.data?.expected ?? null;
  const facts = useMemo((): SurveyFacts => {
    const { family, plate, construction, wood, scaleLength, units, tool, choices } = build;
    const { checks, models } = rules;
    return {
      build: { family, plate, construction, wood, scaleLength, units, tool, rules: choices.rules },
      readings: means,
      wanted: open.length,
      target,
      mass,
      removalSpread,
      checks,
      models,
      expected,
    };
  }, [build, rules, means, open, target, mass, removalSpread, expected]);
  const request = useMemo(
    (): PictureRequest => ({
      plate: { outline: build.outline, holes: build.holes, leftHanded: isMirrored(build) },
      facts,
      stations: open,
      view,
      dragging,
      earlier: earlierMeans && { readings: earlierMeans, mass: earlierMass },
    }),
    [build, facts, open, view, dragging, earlierMeans, earlierMass],
  );
  const isKnown = rules.ready && (survey === null || shown.data !== undefined);
  const { picture, error, computer } = usePlatePicture(isKnown ? request : null);
  const shownOf = (station: Pick<Station, 'name'>): number | null => {
    const index = open.findIndex(({ name }) => name === station.name);
    return picture?.shownAt?.[index] ?? null;
  };
  const targetOf = (station: Pick<Station, 'name'>): number | null => {
    const index = open.findIndex(({ name }) => name === station.name);
    return index < 0 ? null : (picture?.targetAt[index] ?? null);
  };
  return {
    newest,
    survey,
    past: survey !== null && survey !== newest,
    isLoading: shown.isLoading && !shown.data,
    /** Surveys that this one can be compared with, and the one it is. */
    others,
    against,
    readings,
    means,
    /** Where a quick look reads; null in a whole survey, which walks all. */
    places: survey?.kind === 'quick' ? places : null,
    standing: picture?.standing ?? means,
    expected: expected?.readings ?? null,
    guide: earlierMeans?.[0]?.thickness ?? null,
    ledger: ledger.data,
    removalSpread,
    picture,
    summary: picture?.summary ?? null,
    error,
    computer,
    targetOf,
    /** What the map shows at a station, where that is a difference and not the reading. */
    shownOf: picture?.shownAt ? shownOf : null,
    isAllRead:
      means.length > 0 &&
      (survey?.kind === 'quick' ? places : open).every(({ name }) => means.some((mean) => mean.station === name)),
  };
}
