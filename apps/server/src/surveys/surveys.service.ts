import { Injectable } from '@nestjs/common';
import {
  exportReadings,
  followedBy,
  forecastCheck,
  importReadings,
  isWood,
  NO_CHOICES,
  type ReadingsImport,
} from '@nimble/core';
import { randomUUID } from 'node:crypto';
import type { Transaction } from 'sequelize';
import { Sequelize } from 'sequelize-typescript';
import { contextOf } from '../builds/build.mapper';
import { Build } from '../builds/models/build.model';
import { FlexService } from '../flex/flex.service';
import { GraduationService } from '../graduation/graduation.service';
import { invalid, notFound } from '../problem';
import { assessSurvey } from './assess-survey';
import type {
  AddReadingsDto,
  ChangeSurveyDto,
  ImportReadingsDto,
  KeepForecastDto,
  ReadingDto,
  StartSurveyDto,
} from './dto/survey.dto';
import { LedgerService } from './ledger.service';
import { PassForecastRecord } from './models/pass-forecast.model';
import { ReadingRecord } from './models/reading.model';
import { Survey } from './models/survey.model';
import { forecastView, readingView, surveyView, toStationReadings } from './survey.mapper';

@Injectable()
export class SurveysService {
  constructor(
    private readonly sequelize: Sequelize,
    private readonly graduation: GraduationService,
    private readonly ledger: LedgerService,
    private readonly flex: FlexService,
  ) {}

  async list(buildId: string) {
    await this.findBuild(buildId);
    const surveys = await Survey.findAll({ where: { buildId }, order: [['number', 'ASC']] });
    return surveys.map(surveyView);
  }

  /** A second request with the same id (a retry) gives the survey that is already there. */
  async start(buildId: string, { id, startedAt, ...conditions }: StartSurveyDto) {
    await this.findBuild(buildId);
    const survey = await this.sequelize.transaction(async (transaction) => {
      await Build.findByPk(buildId, { transaction, lock: transaction.LOCK.UPDATE });
      const existing = await Survey.findByPk(id, { transaction });
      if (existing) return existing;
      const last = await Survey.max<number, Survey>('number', { where: { buildId }, transaction });
      await Survey.update({ finishedAt: new Date() }, { where: { buildId, finishedAt: null }, transaction });
      return Survey.create(
        {
          id,
          buildId,
          number: (last ?? 0) + 1,
          startedAt: startedAt ?? new Date(),
          typed: {},
          person: '',
          note: '',
          ...conditions,
        },
        { transaction },
      );
    });
    return surveyView(survey);
  }

  async show(id: string) {
    const survey = await this.find(id);
    const readings = await this.readings(id);
    return { ...surveyView(survey), readings: readings.map(readingView) };
  }

  async change(id: string, { finished, ...conditions }: ChangeSurveyDto) {
    const survey = await this.find(id);
    await this.sequelize.transaction(async (transaction) => {
      const finishedAt = finished === undefined ? {} : { finishedAt: finished ? new Date() : null };
      const typed = { ...survey.typed, ...conditions.typed };
      await survey.update({ ...conditions, ...finishedAt, typed }, { transaction });
      if (conditions.mass !== undefined) await this.reassess(survey, transaction);
    });
    return surveyView(survey);
  }

  /** Readings that are already here (a retry) change nothing. */
  async addReadings(id: string, { readings }: AddReadingsDto) {
    const survey = await this.find(id);
    await this.sequelize.transaction(async (transaction) => {
      await this.checkSuperseded(id, readings, transaction);
      const rows = readings.map((reading) => ({ ...reading, surveyId: id }));
      await ReadingRecord.bulkCreate(rows, { transaction, ignoreDuplicates: true });
      await Build.update({ updatedAt: new Date() }, { where: { id: survey.buildId }, transaction, silent: true });
      await this.reassess(survey, transaction);
    });
    return surveyView(survey);
  }

  /** All lines or none; every bad line is named. New places become stations of the build. */
  async importCsv(id: string, { text, person }: ImportReadingsDto) {
    const survey = await this.find(id);
    const build = await this.findBuild(survey.buildId);
    const { shape } = contextOf(build);
    const imported = importReadings(text, build.stations, build.units, (x, y) => isWood(shape, x, y));
    if (imported.errors.length > 0) throw this.badLines(imported);
    await this.sequelize.transaction(async (transaction) => {
      const at = new Date();
      const rows = imported.readings.map(({ line: _, ...reading }) => ({
        ...reading, id: randomUUID(), surveyId: id, source: 'csv', kept: false, supersedes: null, person, at,
      })); // prettier-ignore
      await ReadingRecord.bulkCreate(rows, { transaction });
      await build.update({ stations: [...build.stations, ...imported.newStations], updatedAt: at }, { transaction });
      await this.reassess(survey, transaction);
    });
    return { ...(await this.show(id)), imported: imported.readings.length, newStations: imported.newStations.length };
  }

  async exportCsv(id: string): Promise<{ fileName: string; text: string }> {
    const survey = await this.find(id);
    const build = await this.findBuild(survey.buildId);
    const stations = toStationReadings(await this.readings(id));
    return { fileName: `no-${build.number}-survey-${survey.number}.csv`, text: exportReadings(stations) };
  }

  async assessment(id: string) {
    const survey = await this.find(id);
    if (!survey.assessment) throw notFound('assessment: nothing has been read in this survey');
    return survey.assessment;
  }

  /** Keeps what the newest readings foretell, before the maker takes wood off. */
  async keepForecast(id: string, { id: forecastId, person }: KeepForecastDto) {
    const survey = await this.find(id);
    const { assessment } = survey;
    if (!assessment) throw invalid([{ field: 'survey', message: 'has no readings yet: read the plate first' }]);
    const { forecast, statistics, steps } = assessment;
    const { choices } = await this.findBuild(survey.buildId);
    const checked = await this.flex.plateChecks(survey.buildId);
    const checks = forecastCheck(checked, forecast.meanAfter, followedBy({ ...NO_CHOICES, ...choices.rules }));
    const body = { ...forecast, meanNow: statistics.mean, steps, checks };
    const [record] = await PassForecastRecord.findOrCreate({
      where: { id: forecastId },
      defaults: { id: forecastId, buildId: survey.buildId, surveyId: id, at: new Date(), person, body },
    });
    return forecastView(record);
  }

  async forecasts(buildId: string) {
    const records = await PassForecastRecord.findAll({ where: { buildId }, order: [['at', 'ASC']] });
    return records.map(forecastView);
  }

  /** After a change of target, plate, wood, tool or units. */
  async reassessNewest(buildId: string): Promise<void> {
    const newest = await Survey.findOne({ where: { buildId }, order: [['number', 'DESC']] });
    if (newest) await this.sequelize.transaction((transaction) => this.reassess(newest, transaction));
  }

  private async reassess(survey: Survey, transaction: Transaction): Promise<void> {
    const build = await this.findBuild(survey.buildId, transaction);
    const rows = await ReadingRecord.findAll({
      where: { surveyId: survey.id },
      order: ['sequence'],
      transaction,
      raw: true,
    });
    const [target, removalSpread] = await Promise.all([
      this.graduation.targetOf(build),
      this.ledger.removalSpread(build.id),
    ]);
    const assessment = assessSurvey(build, {
      readings: toStationReadings(rows),
      mass: survey.mass,
      target,
      removalSpread,
    });
    await survey.update({ assessment }, { transaction });
  }

  private async find(id: string): Promise<Survey> {
    const survey = await Survey.findByPk(id);
    if (!survey) throw notFound('survey');
    return survey;
  }

  private async findBuild(id: string, transaction?: Transaction): Promise<Build> {
    const build = await Build.findByPk(id, { transaction });
    if (!build) throw notFound('build');
    return build;
  }

  private readings(surveyId: string): Promise<ReadingRecord[]> {
    return ReadingRecord.findAll({ where: { surveyId }, order: ['sequence'], raw: true });
  }

  /** A correction must name a reading of the same survey, here or in the same request. */
  private async checkSuperseded(surveyId: string, readings: ReadingDto[], transaction: Transaction): Promise<void> {
    const sent = new Set(readings.map((reading) => reading.id));
    const wanted = readings.flatMap((r) => (r.supersedes !== null && !sent.has(r.supersedes) ? [r.supersedes] : []));
    const known = await ReadingRecord.findAll({ where: { id: wanted, surveyId }, attributes: ['id'], transaction });
    const knownIds = new Set(known.map((row) => row.id));
    const errors = readings.flatMap(({ supersedes }, i) =>
      supersedes !== null && !sent.has(supersedes) && !knownIds.has(supersedes)
        ? [{ field: `readings[${i}].supersedes`, message: 'names no reading of this survey' }]
        : [],
    );
    if (errors.length > 0) throw invalid(errors);
  }

  private badLines({ errors }: ReadingsImport) {
    const fields = errors.map(({ line, message }) => ({ field: `line ${line}`, message }));
    return invalid(
      fields,
      `Nothing was imported: ${errors.length === 1 ? 'one line' : `${errors.length} lines`} can’t be read`,
    );
  }
}
