import {
  assessThickness,
  summarizeAssessment,
  woodEstimate,
  type AssessmentSummary,
  type StationReading,
  type TargetSpec,
} from '@nimble/core';
import { contextOf } from '../builds/build.mapper';
import type { Build } from '../builds/models/build.model';

export interface SurveyFacts {
  readings: readonly StationReading[];
  mass: number | null;
  target: TargetSpec;
  removalSpread: number;
}

/** The core's verdict on a survey, or null while nothing was read. */
export function assessSurvey(
  build: Build,
  { readings, mass, target, removalSpread }: SurveyFacts,
): AssessmentSummary | null {
  if (readings.length === 0) return null;
  const context = contextOf(build);
  const assessment = assessThickness(context, {
    readings,
    wanted: build.stations.filter((station) => !station.skipped).length,
    target,
    tool: build.tool,
    wood: woodEstimate(build.wood),
    mass,
    removalSpread,
  });
  return summarizeAssessment(assessment, context, target, build.units);
}
