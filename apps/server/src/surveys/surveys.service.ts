import { findBuild } from '../build-records/find-build';
import { Injectable } from '@nestjs/common';
import { exportReadings, questionImport, type DoubtfulLine, type ReadingsImport } from '@nimble/core/formats';
import { ReadingTables } from '../compute/reading-tables';
import { stationsOf } from '@nimble/core/verdict';
import type { StationReading } from '@nimble/core/survey';
import { randomUUID } from 'node:crypto';
import { Op, QueryTypes, type Transaction } from 'sequelize';
import { Sequelize } from 'sequelize-typescript';
import { contextOf } from '../build-records/build.mapper';
import { Build } from '../build-records/models/build.model';
import { conflict, invalid, notFound } from '../http/problem';
import { VerdictsService } from '../verdicts/verdicts.service';
import type { AddReadingsDto, ChangeSurveyDto, ImportReadingsDto, ReadingDto, StartSurveyDto } from './dto/survey.dto';
import { ReadingRecord } from '../build-records/models/reading.model';
import { Survey } from '../build-records/models/survey.model';
import { expectedFor } from '../build-records/plate-state';
import { readingView, surveyView, toStationReadings } from '../build-records/survey.mapper';
import type {
  ImportAnswerView,
  ReadingsKeptView,
  SurveyView,
  SurveyWithReadingsView,
} from '../build-records/survey.view';

const INSERT_READINGS = `
with survey as (select id, build_id from surveys where id = $1),
     added as (
       insert into readings (id, survey_id, station, x, y, thickness, typed, source, kept, supersedes, person, at)
       select r.id, survey.id, r.station, r.x, r.y, r.thickness, r.typed, r.source, r.kept, r.supersedes, r.person, r.at
         from survey,
              rows from (jsonb_to_recordset($2::jsonb) as (
                id uuid, station text, x double precision, y double precision, thickness double precision, typed text, source text, kept boolean,
                supersedes uuid, person text, at timestamptz)) with ordinality as r (id, station, x, y, thickness, typed, source, kept, supersedes, person, at, place)
        order by r.place
       on conflict (id) do nothing)
select build_id as "buildId",
       (select count(*)::int from readings where id in (select (one ->> 'id')::uuid from jsonb_array_elements($2::jsonb) one) and survey_id <> $1) as foreign
  from survey`;

@Injectable()
export class SurveysService {
  constructor(
    private readonly sequelize: Sequelize,
    private readonly verdicts: VerdictsService,
    private readonly tables: ReadingTables,
  ) {}

  async list(buildId: string): Promise<SurveyView[]> {
    await findBuild(buildId);
    await this.verdicts.refresh(buildId);
    const surveys = await Survey.findAll({ where: { buildId, retractedAt: null }, order: [['number', 'ASC']] });
    return surveys.map(surveyView);
  }

  /** A second request with the same id (a retry) gives the survey that is already there. */
  async start(buildId: string, { id, startedAt, ...conditions }: StartSurveyDto): Promise<SurveyView> {
    const survey = await this.sequelize.transaction(async (transaction) => {
      await findBuild(buildId, { transaction, lock: transaction.LOCK.UPDATE });
      const existing = await Survey.findByPk(id, { transaction });
      if (existing) return existing;
      const last = await Survey.max<number, Survey>('number', { where: { buildId }, transaction });
      await Survey.update({ finishedAt: new Date() }, { where: { buildId, finishedAt: null }, transaction });
      const blank = { typed: {}, person: '', note: '' };
      return Survey.create(
        { ...blank, id, buildId, number: (last ?? 0) + 1, startedAt: startedAt ?? new Date(), ...conditions },
        { transaction },
      );
    });
    return surveyView(survey);
  }

  async show(id: string): Promise<SurveyWithReadingsView> {
    const found = await this.find(id);
    await this.verdicts.refresh(found.buildId);
    const survey = await this.find(id);
    const readings = await this.readings(id);
    const look = survey.kind === 'full' ? null : await this.lookOf(survey, toStationReadings(readings));
    return { ...surveyView(survey), expected: null, standing: null, ...look, readings: readings.map(readingView) };
  }

  async change(id: string, { finished, ...conditions }: ChangeSurveyDto): Promise<SurveyView> {
    const survey = await this.find(id);
    await this.sequelize.transaction(async (transaction) => {
      const finishedAt = finished === undefined ? {} : { finishedAt: finished ? new Date() : null };
      const typed = { ...survey.typed, ...conditions.typed };
      await survey.update({ ...conditions, ...finishedAt, typed }, { transaction });
      if (conditions.mass !== undefined) await this.verdicts.markSurvey(id, transaction);
    });
    return surveyView(await this.find(id));
  }

  /** A survey taken back leaves the plate as the one before found it; nothing of it is lost. */
  async retract(id: string, retracted: boolean) {
    const survey = await this.find(id);
    await this.sequelize.transaction(async (transaction) => {
      await survey.update({ retractedAt: retracted ? new Date() : null }, { transaction });
      await this.verdicts.markBuild(survey.buildId, { teaches: true, transaction });
    });
    return this.list(survey.buildId);
  }

  /**
   * Readings that are already here (a retry) change nothing. A press of the caliper is one statement, and so one
   * transaction: the trigger on the readings notes the last one and tells that the verdict is old. Only corrections are
   * looked at before.
   */
  async addReadings(id: string, { readings }: AddReadingsDto): Promise<ReadingsKeptView> {
    const corrects = readings.some(({ supersedes }) => supersedes !== null);
    const buildId = corrects
      ? await this.sequelize.transaction(async (transaction) => {
          await this.checkSuperseded(id, readings, transaction);
          return this.insertReadings(id, readings, transaction);
        })
      : await this.insertReadings(id, readings);
    return { id, buildId, kept: readings.map((reading) => reading.id) };
  }

  /** @returns the survey's build @throws 404 */
  private async insertReadings(
    id: string,
    readings: readonly ReadingDto[],
    transaction?: Transaction,
  ): Promise<string> {
    const [survey] = await this.sequelize.query<{ buildId: string; foreign: number }>(INSERT_READINGS, {
      type: QueryTypes.SELECT,
      bind: [id, JSON.stringify(readings)],
      transaction,
    });
    if (!survey) throw notFound('survey');
    if (survey.foreign > 0) throw conflict('readings', 'A reading of this id belongs to another survey');
    return survey.buildId;
  }

  /**
   * All lines or none; every bad line is named, and doubtful ones are asked about before anything is kept. New places
   * become stations of the build.
   */
  async importCsv(id: string, { text, person, decisions = [] }: ImportReadingsDto): Promise<ImportAnswerView> {
    const survey = await this.find(id);
    const build = await findBuild(survey.buildId);
    const { shape } = contextOf(build);
    const imported = await this.tables.read({ text, stations: build.stations, units: build.units, shape });
    if (imported.errors.length > 0) throw this.badLines(imported);
    const known = toStationReadings(await this.readings(id));
    const said = new Map(decisions.map(({ line, keep }) => [line, keep]));
    const doubtful = questionImport(imported.readings, known).filter(({ line }) => !said.has(line));
    if (doubtful.length > 0) return this.imported(id, { count: 0, newStations: 0, batch: null, doubtful });
    const taken = imported.readings.filter(({ line }) => said.get(line) ?? true);
    const newStations = imported.newStations.filter(({ name }) => taken.some(({ station }) => station === name));
    const batch = randomUUID();
    await this.sequelize.transaction(async (transaction) => {
      const at = new Date();
      const rows = taken.map(({ line, ...reading }) => ({
        ...reading,
        id: randomUUID(),
        surveyId: id,
        source: 'csv',
        kept: said.has(line),
        supersedes: null,
        person,
        at,
        batch,
      }));
      await ReadingRecord.bulkCreate(rows, { transaction });
      const standing = await Build.findByPk(build.id, {
        transaction,
        lock: transaction.LOCK.UPDATE,
        rejectOnEmpty: true,
      });
      if (newStations.length > 0)
        await standing.update({ stations: [...standing.stations, ...newStations] }, { transaction });
    });
    return this.imported(id, { count: taken.length, newStations: newStations.length, batch, doubtful: [] });
  }

  /** Readings of the file no longer count; stations that came with it and hold nothing else go too. */
  async retractImport(id: string, batch: string) {
    const survey = await this.find(id);
    await this.sequelize.transaction(async (transaction) => {
      const rows = await ReadingRecord.findAll({
        where: { surveyId: id },
        order: ['sequence'],
        transaction,
        raw: true,
      });
      const superseded = new Set(rows.map(({ supersedes }) => supersedes));
      const standing = rows.filter((row) => row.batch === batch && row.thickness !== null && !superseded.has(row.id));
      const at = new Date();
      const back = standing.map(({ station, x, y, source, person, id: supersedes }) => ({
        station,
        x,
        y,
        source,
        person,
        supersedes,
        at,
        id: randomUUID(),
        surveyId: id,
        thickness: null,
        typed: '',
        kept: false,
      }));
      await ReadingRecord.bulkCreate(back, { transaction });
      await this.dropEmptyStations(survey.buildId, new Set(standing.map(({ station }) => station)), transaction);
    });
    return this.show(id);
  }

  async exportCsv(id: string): Promise<{ fileName: string; text: string }> {
    const survey = await this.find(id);
    const build = await findBuild(survey.buildId);
    const stations = toStationReadings(await this.readings(id));
    return { fileName: `no-${build.number}-survey-${survey.number}.csv`, text: exportReadings(stations) };
  }

  async assessment(id: string) {
    const found = await this.find(id);
    await this.verdicts.refresh(found.buildId);
    const { assessment } = await this.find(id);
    if (!assessment) throw notFound('assessment: nothing has been read in this survey');
    return assessment;
  }

  /** What a quick look is laid upon, and the stations as it leaves them. */
  private async lookOf(survey: Survey, readings: StationReading[]) {
    const build = await findBuild(survey.buildId);
    const expected = await expectedFor(survey, build);
    const stood = stationsOf(contextOf(build), { readings, expected, mass: survey.mass });
    return { expected, standing: stood?.readings ?? null };
  }

  private async imported(
    id: string,
    { count, ...rest }: { count: number; newStations: number; batch: string | null; doubtful: DoubtfulLine[] },
  ) {
    return { ...(await this.show(id)), imported: count, ...rest };
  }

  private async dropEmptyStations(buildId: string, names: Set<string>, transaction: Transaction): Promise<void> {
    const build = await Build.findByPk(buildId, { transaction, lock: transaction.LOCK.UPDATE, rejectOnEmpty: true });
    const surveys = await Survey.findAll({ where: { buildId }, attributes: ['id'], transaction });
    const rows = await ReadingRecord.findAll({
      where: { surveyId: { [Op.in]: surveys.map((survey) => survey.id) }, station: [...names] },
      order: ['sequence'],
      transaction,
      raw: true,
    });
    const used = new Set(toStationReadings(rows).map(({ station }) => station));
    const stations = build.stations.filter(({ name, kind }) => kind !== 'own' || !names.has(name) || used.has(name));
    if (stations.length < build.stations.length) await build.update({ stations }, { transaction });
  }

  private async find(id: string): Promise<Survey> {
    const survey = await Survey.findByPk(id);
    if (!survey) throw notFound('survey');
    return survey;
  }

  private readings(surveyId: string): Promise<ReadingRecord[]> {
    return ReadingRecord.findAll({ where: { surveyId }, order: ['sequence'], raw: true });
  }

  /** A correction must name a reading of the same survey, here or in the same request. */
  private async checkSuperseded(surveyId: string, readings: ReadingDto[], transaction: Transaction): Promise<void> {
    const sent = new Set(readings.map((reading) => reading.id));
    const wanted = readings.flatMap((r) => (r.supersedes !== null && !sent.has(r.supersedes) ? [r.supersedes] : []));
    if (wanted.length === 0) return;
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
