/**
 * All that a page of voicing or closing stands on: the build, its plan, the readings of its last survey, what was
 * heard, what was done.
 */
import { averageByStation, type Reading } from '@nimble/core/survey';
import { plateKnown, topOfBuild, type TopPlan } from '@nimble/core/top';
import type { BracingPlan } from '@nimble/core/bracing';
import type { VoicingEvent } from '@nimble/core/voicing';
import { useMemo } from 'react';
import { useGround, type Ground } from './use-bracing';
import { usePlan } from './bracing';
import { useBuild, useSurvey, useSurveys } from './hooks';
import { isKnock, useSounds, type KnockView, type SoundView } from './knocks';
import type { Build, SurveyWithReadings } from './types';
import { useVoicingEvents } from './voicing';

export interface VoicedPlate {
  build: Build;
  plan: BracingPlan;
  readings: readonly Reading[];
  sounds: readonly SoundView[];
  events: readonly VoicingEvent[];
}

const NONE: readonly Reading[] = [];

/** @returns the queries, for a page that waits; the plate once all are there */
export function useVoicedPlate(buildId: string) {
  const build = useBuild(buildId);
  const plan = usePlan(buildId);
  const surveys = useSurveys(buildId);
  const last = surveys.data?.findLast(({ assessment }) => assessment !== null)?.id ?? null;
  const survey = useSurvey(buildId, last);
  const stood = useMemo(() => (survey.data ? readingsThatStand(survey.data) : NONE), [survey.data]);
  const sounds = useSounds(buildId);
  const events = useVoicingEvents(buildId);
  const queries = [build, plan, surveys, survey, sounds, events];
  const surveyed = surveys.data !== undefined && (last === null || survey.data !== undefined);
  const plate: VoicedPlate | null =
    surveyed && build.data && plan.data && sounds.data && events.data
      ? { build: build.data, plan: plan.data, readings: stood, sounds: sounds.data, events: events.data }
      : null;
  return { queries, plate };
}

/** Of a whole survey its readings; of a look every station as it was moved. */
function readingsThatStand({ readings, standing }: SurveyWithReadings): readonly Reading[] {
  if (!standing) return readings;
  return standing.map(({ station, x, y, thickness }) => ({
    id: station,
    station,
    x,
    y,
    thickness,
    supersedes: null,
    kept: true,
  }));
}

/** What was heard of the plate, not of the finished instrument. */
export const useKnocks = (sounds: readonly SoundView[]): readonly KnockView[] =>
  useMemo(() => sounds.filter(isKnock), [sounds]);

/** The whole top as it was before anything was shaved. */
export function useTopAsGlued({ build, plan, readings }: Pick<VoicedPlate, 'build' | 'plan' | 'readings'>): {
  ground: Ground;
  top: TopPlan;
} {
  const ground = useGround(build);
  const top = useMemo(
    () => topOfBuild(build, plan, ground, plateKnown(build, averageByStation(readings))),
    [build, plan, ground, readings],
  );
  return { ground, top };
}
