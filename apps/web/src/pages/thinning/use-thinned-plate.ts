/** One plate among those that are thinned: where it stands, what was bent and heard, and what is done to it. */
import { ringPoints } from '@nimble/core/graduation';
import { InvalidInput } from '@nimble/core/base';
import { quickPlaces } from '@nimble/core/survey';
import { takesWoodOff, type Taken } from '@nimble/core/verdict';
import { useMemo } from 'react';
import { toPlateCheck, useChecks } from '../../api/flex';
import { useBuild, usePasses, useSurveys, useSurveyWrites } from '../../api/hooks';
import type { BuildSummary, Survey } from '../../api/types';
import { usePreferences } from '../../ui/preferences';
import { lookReadings, readLook } from './quick-look';

const ONE: Taken = { kind: 'whole', passes: 1 };

export function useThinnedPlate(build: BuildSummary) {
  const surveys = useSurveys(build.id);
  const passes = usePasses(build.id);
  const checks = useChecks(build.id);
  const stations = useBuild(build.id).data?.stations;
  const writes = useSurveyWrites(build.id);
  const { person, units } = usePreferences();
  const judged = newestJudged(surveys.data ?? []);
  const since = (passes.data ?? []).filter(({ surveyId, stands }) => stands && surveyId === judged?.id);
  const places = useMemo(() => quickPlaces((stations ?? []).filter(({ skipped }) => !skipped)), [stations]);
  const counted = useMemo(
    () => (checks.data ?? []).filter(({ retracted }) => !retracted).map(toPlateCheck),
    [checks.data],
  );
  const forecast = since.at(-1)?.forecast?.meanAfter ?? null;
  const mean = judged?.assessment?.statistics.mean ?? null;
  const mayPass = judged?.assessment ? since.length > 0 || takesWoodOff(judged.assessment.verdict.kind) : false;
  const look = (text: string): string | null => {
    try {
      const figures = readLook(text, places.length, units, forecast?.value ?? mean);
      const kind = judged ? 'quick' : 'full';
      const id = writes.startSurvey({ kind, person, startedAt: new Date().toISOString() });
      writes.addReadings(id, lookReadings(places, figures, person));
      return null;
    } catch (failure) {
      if (failure instanceof InvalidInput) return failure.reason;
      throw failure;
    }
  };
  return {
    units,
    isLoading: surveys.isLoading,
    summary: judged?.assessment ?? null,
    /** Passes since it was read, and what it should measure after them. */
    since: since.length,
    forecast,
    rings: ringPoints(counted).map(({ left, ring }) => ({ left, value: ring })),
    flexes: counted.flatMap(({ flex, thickness }) =>
      flex ? [{ left: thickness.value, value: flex.compliance.value }] : [],
    ),
    /** Nothing comes off a plate that is there, past its line, or in doubt; after a pass it is the next look that says. */
    canPass: mayPass,
    /** @returns how it is taken back */
    pass: (): (() => void) | null => {
      if (!judged || !mayPass) return null;
      const id = writes.takePass(judged.id, { person, tool: build.tool, taken: ONE });
      return () => writes.retractPass(id, true);
    },
    /** Its stations are known. */
    canLook: places.length > 0,
    look,
  };
}

export type ThinnedPlate = ReturnType<typeof useThinnedPlate>;

const newestJudged = (surveys: readonly Survey[]): Survey | null =>
  surveys.findLast(({ assessment }) => assessment !== null) ?? null;
