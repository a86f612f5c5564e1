import { averageByStation, type Reading, type StationReading } from '@nimble/core';
import type { PassForecastRecord } from './models/pass-forecast.model';
import type { ReadingRecord } from './models/reading.model';
import type { Survey } from './models/survey.model';

export function surveyView(survey: Survey) {
  return {
    id: survey.id,
    buildId: survey.buildId,
    number: survey.number,
    person: survey.person,
    startedAt: survey.startedAt,
    finishedAt: survey.finishedAt,
    relativeHumidity: survey.relativeHumidity,
    temperatureC: survey.temperatureC,
    mass: survey.mass,
    typed: survey.typed,
    note: survey.note,
    assessment: survey.assessment,
  };
}

export function readingView(row: ReadingRecord) {
  const { id, station, x, y, thickness, typed, source, kept, supersedes, person, at } = row;
  return { id, station, x, y, thickness, typed, source, kept, supersedes, person, at };
}

export function forecastView({ id, surveyId, at, person, body }: PassForecastRecord) {
  return { id, surveyId, at, person, ...body };
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
