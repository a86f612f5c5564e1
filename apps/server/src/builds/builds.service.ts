import { findBuild } from '../build-records/find-build';
import { Injectable } from '@nestjs/common';
import { checkBuildWood } from '@nimble/core/project';
import { layStations } from '@nimble/core/survey';
import { plateShape } from '@nimble/core/outline';
import { randomUUID } from 'node:crypto';
import { Op, QueryTypes, UniqueConstraintError, type Transaction, type WhereOptions } from 'sequelize';
import { Sequelize } from 'sequelize-typescript';
import { conflict, refusing } from '../http/problem';
import { changedMeanwhile, sameJson } from '../http/revision';
import { insertOnce } from '../database/insert-once';
import { buildView } from '../build-records/build.mapper';
import type { BuildSummaryView, BuildView, NewestRoundView, NewestSurveyView } from '../build-records/build.view';
import type { AddNoteDto, BuildFieldsDto, ChangeBuildDto, CreateBuildDto, DuplicateBuildDto } from './dto/build.dto';
import type { NoteView } from './note.view';
import { Build } from '../build-records/models/build.model';
import { BuildEvent } from '../build-records/models/build-event.model';

@Injectable()
export class BuildsService {
  constructor(private readonly sequelize: Sequelize) {}

  async list(archived: boolean): Promise<BuildSummaryView[]> {
    const where: WhereOptions = { archivedAt: archived ? { [Op.ne]: null } : null };
    const [builds, newest, rounds] = await Promise.all([
      Build.findAll({ where, order: [['updatedAt', 'DESC']], attributes: { exclude: ['stations'] }, raw: true }),
      this.newestSurveys(),
      this.newestRounds(),
    ]);
    const surveyOf = new Map(newest.map((survey) => [survey.buildId, survey]));
    const roundOf = new Map(rounds.map((round) => [round.buildId, round]));
    return builds.map((build) => {
      const { stations: _, ...view } = buildView(build);
      return { ...view, newestSurvey: surveyOf.get(build.id) ?? null, newestRound: roundOf.get(build.id) ?? null };
    });
  }

  /** The newest survey of every build with the last moment anything was read. */
  private newestSurveys(): Promise<NewestSurveyView[]> {
    return this.sequelize.query<NewestSurveyView>(
      `select distinct on (build_id) build_id as "buildId", number, coalesce(last_read_at, started_at) as at, mean, headline, verdict,
              (select count(*)::int from passes where passes.survey_id = surveys.id and retracted_at is null
                  and not exists (select 1 from passes later where later.supersedes = passes.id)) as "passesSince"
         from surveys where surveys.retracted_at is null order by build_id, assessment is not null desc, number desc`,
      { type: QueryTypes.SELECT },
    );
  }

  private newestRounds(): Promise<NewestRoundView[]> {
    return this.sequelize.query<NewestRoundView>(
      `select distinct on (build_id) build_id as "buildId", round as number,
              max(at) over one_round as at, bool_or(kind = 'shaving') over one_round as shaved
         from voicing_events where retracted_at is null and kind in ('flex', 'mass', 'shaving', 'repair')
       window one_round as (partition by build_id, round) order by build_id, round desc`,
      { type: QueryTypes.SELECT },
    );
  }

  find(id: string): Promise<Build> {
    return findBuild(id);
  }

  /** For a change: what it rests on can't move before it is written. */
  private lock(id: string, transaction: Transaction): Promise<Build> {
    return findBuild(id, { transaction, lock: transaction.LOCK.UPDATE });
  }

  async show(id: string): Promise<BuildView> {
    return buildView(await this.find(id));
  }

  /** A second request with the same id (a retry) gives the build that is already there. */
  async create(dto: CreateBuildDto): Promise<BuildView> {
    const existing = await Build.findByPk(dto.id);
    if (existing) return buildView(existing);
    checkPlate(dto);
    const stations = dto.stations ?? layStations(plateShape(dto.outline, dto.holes));
    const build = await this.storing(() =>
      Build.create({ ...dto, stations, stage: 'thickness', stagesDone: [], waitsFor: null, demo: false }),
    );
    return buildView(build);
  }

  /**
   * @param basedOn the revision that the change was made upon; null takes what stands
   * @throws 412 naming the fields that were changed since, to something else
   */
  async change(id: string, dto: ChangeBuildDto, basedOn: number | null = null): Promise<Build> {
    return this.storing(() =>
      this.sequelize.transaction(async (transaction) => {
        const build = await this.lock(id, transaction);
        if (basedOn !== null) checkUntouched(build, dto, basedOn);
        const changed = { ...buildView(build), ...dto };
        if (dto.outline || dto.holes || dto.wood) checkPlate(changed);
        if (dto.stage && dto.stage !== build.stage) {
          await BuildEvent.create(
            { id: randomUUID(), buildId: id, kind: 'stage', at: new Date(), person: '', body: { stage: dto.stage } },
            { transaction },
          );
        }
        const outlineMoved = dto.outline && !dto.stations && !sameJson(dto.outline, build.outline);
        const stations = outlineMoved ? { stations: layStations(plateShape(changed.outline, changed.holes)) } : {};
        return build.update({ ...dto, ...stations }, { transaction });
      }),
    );
  }

  /** A recipe: the plan of a build for another piece of wood, without its readings. */
  async duplicate(id: string, dto: DuplicateBuildDto): Promise<BuildView> {
    const source = await this.find(id);
    const existing = await Build.findByPk(dto.id);
    if (existing) return buildView(existing);
    const { createdAt: _c, updatedAt: _u, revision: _r, ...plan } = buildView(source);
    const replacements = { newId: randomUUID(), copyId: dto.id, id };
    const targets = await this.sequelize.query('select id from targets where build_id = :id limit 1', {
      type: QueryTypes.SELECT,
      replacements,
    });
    const from = `No. ${source.number} ${source.name}`;
    const recipe = targets.length > 0 ? (plan.choices.recipe ?? { from, wood: plan.wood }) : null;
    const choices = { ...plan.choices, outcome: null, tears: [], strokes: [], recipe };
    const copy = {
      ...plan,
      ...dto,
      choices,
      stage: 'wood',
      stagesDone: [],
      waitsFor: null,
      demo: false,
      archivedAt: null,
    };
    const build = await this.storing(() =>
      this.sequelize.transaction(async (transaction) => {
        const created = await Build.create(copy, { transaction });
        await this.sequelize.query(
          `insert into targets (id, build_id, at, person, body)
             select :newId, :copyId, now(), person, body from targets where build_id = :id order by at desc limit 1`,
          { transaction, replacements },
        );
        await this.sequelize.query(
          `insert into bracing_plans (build_id, plan) select :copyId, plan from bracing_plans where build_id = :id`,
          { transaction, replacements },
        );
        return created;
      }),
    );
    return buildView(build);
  }

  async archive(id: string, archived: boolean): Promise<BuildView> {
    const archivedAt = archived ? new Date() : null;
    const build = await this.storing(() =>
      this.sequelize.transaction(async (transaction) =>
        (await this.lock(id, transaction)).update({ archivedAt }, { transaction }),
      ),
    );
    return buildView(build);
  }

  async notes(id: string): Promise<NoteView[]> {
    await this.find(id);
    const events = await BuildEvent.findAll({ where: { buildId: id }, order: [['at', 'ASC']] });
    return events.map(({ id: eventId, kind, at, person, body }) => ({ id: eventId, kind, at, person, body }));
  }

  async addNote(id: string, dto: AddNoteDto): Promise<NoteView[]> {
    await this.find(id);
    const { stage, text, person } = dto;
    await insertOnce(BuildEvent, {
      id: dto.id,
      buildId: id,
      kind: 'note',
      at: new Date(),
      person,
      body: { stage, text },
    });
    return this.notes(id);
  }

  /** The number of a build on the bench is its own; the database watches over that. */
  private async storing<T>(write: () => Promise<T>): Promise<T> {
    try {
      return await write();
    } catch (error) {
      if (error instanceof UniqueConstraintError)
        throw conflict('number', 'Another build on the bench has this number');
      throw error;
    }
  }
}

/**
 * Fields that nobody touched since may change; so may one that was set to the same, as a change that is sent twice
 * does.
 */
function checkUntouched(build: Build, dto: ChangeBuildDto, basedOn: number): void {
  const touched = Object.entries(dto).filter(
    ([field, value]) =>
      value !== undefined && (build.fieldRevisions[field] ?? 1) > basedOn && !sameJson(value, build.get(field)),
  );
  if (touched.length > 0) throw changedMeanwhile(touched.map(([field]) => field));
}

/** The core refuses outlines, holes and woods that can't be; its field names are the DTO's. */
function checkPlate({ outline, holes, wood }: Pick<BuildFieldsDto, 'outline' | 'holes' | 'wood'>): void {
  refusing('', () => {
    try {
      plateShape(outline, holes);
    } catch (error) {
      throw isOutlineField(error) ? (error as { under(path: string): Error }).under('outline') : error;
    }
  });
  refusing('wood', () => checkBuildWood(wood));
}

/** A length of a parametric outline is named alone ("waist"); holes and whole-outline faults carry their own path. */
function isOutlineField(error: unknown): boolean {
  const field = (error as { field?: string }).field ?? '';
  return field !== '' && field !== 'outline' && !field.startsWith('holes[');
}
