import { averageByStation, type Reading, type StationReading } from '@nimble/core/survey';
import type { PassRecord } from './models/pass.model';
import type { ReadingRecord } from './models/reading.model';
import type { Survey } from './models/survey.model';
import type { PassView, ReadingView, SurveyView } from './survey.view';

export function surveyView(survey: Survey): SurveyView {
  return {
    id: survey.id,
    buildId: survey.buildId,
    number: survey.number,
    kind: survey.kind,
    person: survey.person,
    startedAt: survey.startedAt,
    finishedAt: survey.finishedAt,
    relativeHumidity: survey.relativeHumidity,
    temperatureC: survey.temperatureC,
    mass: survey.mass,
    typed: survey.typed,
    note: survey.note,
    assessment: survey.assessment,
    assessed: survey.assessedRevision >= survey.revision,
  };
}

export function readingView(row: ReadingRecord): ReadingView {
  const { id, station, x, y, thickness, typed, source, kept, supersedes, person, at, batch } = row;
  return { id, station, x, y, thickness, typed, source, kept, supersedes, person, at, batch };
}

export function passView(row: PassRecord, stands: boolean): PassView {
  const { id, surveyId, at, person, tool, taken, planned, forecast, supersedes } = row;
  return { id, surveyId, at, person, tool, taken, planned, forecast, supersedes, stands };
}

export function toStationReadings(rows: readonly ReadingRecord[]): StationReading[] {
  return averageByStation(
    rows.map(({ id, station, x, y, thickness, supersedes, kept }): Reading => ({
      id,
      station,
      x,
      y,
      thickness,
      supersedes,
      kept,
    })),
  );
}
