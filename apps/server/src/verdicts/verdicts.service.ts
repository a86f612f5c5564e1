import { Injectable, type OnApplicationShutdown } from '@nestjs/common';
import { InvalidInput } from '@nimble/core/base';
import { modelPlates, type AssessmentSummary, type OtherBuild, type PassTaken } from '@nimble/core/verdict';
import { NO_BUILD_CHOICES, NO_CHOICES } from '@nimble/core/project';
import { trebleSignOf } from '@nimble/core/graduation';
import { Op, QueryTypes, type Transaction } from 'sequelize';
import { Sequelize } from 'sequelize-typescript';
import { Build } from '../build-records/models/build.model';
import { WorkerPool } from '../compute/worker-pool';
import { toPlateCheck } from '../build-records/check.mapper';
import { PlateCheckRecord } from '../build-records/models/plate-check.model';
import { shopFacts } from '../build-records/shop-facts';
import { GraduationService } from '../graduation/graduation.service';
import { ProblemException } from '../http/problem';
import { Survey } from '../build-records/models/survey.model';
import { expectedFor, judgedBuild, readingsOf } from '../build-records/plate-state';
import type { AssessAnswer, AssessTask } from './assess-task';
import { LedgerService } from './ledger.service';

const TIME_BUDGET_MS = 20_000;
const AT_ONCE = 2;
const MOST_TURNS = 3;

/**
 * The stored verdict of each survey is a copy of what its records say. A write only marks it as old; whoever reads it
 * next has it worked out by a worker first, once for all who ask at that moment, and what was written meanwhile is
 * worked out again at the next reading.
 */
@Injectable()
export class VerdictsService implements OnApplicationShutdown {
  private readonly pool = new WorkerPool<AssessTask, AssessAnswer>({
    file: '../verdicts/assess.worker',
    atOnce: AT_ONCE,
    timeBudget: TIME_BUDGET_MS,
    tooLate: () => new ProblemException({ type: 'about:blank', title: 'The verdict took too long', status: 503 }),
  });
  private readonly underWay = new Map<string, Promise<void>>();

  constructor(
    private readonly sequelize: Sequelize,
    private readonly graduation: GraduationService,
    private readonly ledger: LedgerService,
  ) {}

  onApplicationShutdown(): Promise<void> {
    return this.pool.close();
  }

  /**
   * What the survey says is to be worked out anew; its build was worked on. New readings do the same by their trigger
   * (migration 0014).
   */
  async markSurvey(surveyId: string, transaction?: Transaction): Promise<void> {
    await this.sequelize.query(
      `with marked as (update surveys set revision = revision + 1 where id = $1 returning build_id)
       update builds set updated_at = now() from marked where builds.id = marked.build_id`,
      { bind: [surveyId], transaction },
    );
  }

  /**
   * After a change of target, plate, wood, rules, tool or units: the newest survey that was read and what was begun
   * since, here and of each plate of the family that this one teaches.
   *
   * @param teaches whether it taught them a moment ago, whatever it does now
   */
  async markBuild(
    buildId: string,
    { teaches = false, transaction }: { teaches?: boolean; transaction?: Transaction } = {},
  ): Promise<void> {
    await this.sequelize.query(
      inOrder(`
         from surveys, builds own join builds other on other.family = own.family and other.plate = own.plate
        where own.id = $1 and surveys.build_id = other.id and surveys.retracted_at is null
          and (other.id = own.id or $2 or ${TEACHES})
          and surveys.number >= coalesce((select max(read_now.number) from surveys read_now
                where read_now.build_id = other.id and read_now.retracted_at is null and read_now.assessment is not null), 0)`),
      { bind: [buildId, teaches], transaction },
    );
  }

  /** Brings stored verdicts up to date, of one build or of all; oldest first, since each learns from those before. */
  async refresh(buildId?: string): Promise<void> {
    if (buildId) return this.refreshBuild(buildId);
    // What one plate's new mean teaches its family is worked out in the next turn; it moves no mean itself.
    for (let turn = 0; turn < MOST_TURNS; turn++) {
      const stale = await this.sequelize.query<{ buildId: string }>(
        `select distinct build_id as "buildId" from surveys where retracted_at is null and assessed_revision < revision`,
        { type: QueryTypes.SELECT },
      );
      if (stale.length === 0) return;
      await Promise.all(stale.map((build) => this.refreshBuild(build.buildId)));
    }
  }

  private async refreshBuild(buildId: string): Promise<void> {
    const stale = await this.sequelize.query<{ id: string }>(
      `select id from surveys where build_id = $1 and retracted_at is null and assessed_revision < revision order by number`,
      { type: QueryTypes.SELECT, bind: [buildId] },
    );
    for (const { id } of stale) await this.refreshSurvey(id);
  }

  /** What becomes of the plate if this is taken off after the survey. @throws ProblemException where that can't be */
  async forecast(survey: Survey, taken: PassTaken[]): Promise<AssessAnswer & { summary: AssessmentSummary | null }> {
    const answer = await this.pool.run(await this.taskOf(survey, taken));
    if (answer.refused) {
      const { field, received, reason } = answer.refused;
      throw new InvalidInput(field, received, reason);
    }
    return answer;
  }

  private refreshSurvey(id: string): Promise<void> {
    const running = this.underWay.get(id);
    if (running) return running;
    const work = this.assess(id).finally(() => this.underWay.delete(id));
    this.underWay.set(id, work);
    return work;
  }

  /** The revision is read before the records: what is written in between leaves it old. */
  private async assess(id: string): Promise<void> {
    const survey = await Survey.findByPk(id);
    if (!survey) return;
    const { summary } = await this.pool.run(await this.taskOf(survey, null));
    const before = survey.assessment?.statistics.mean ?? null;
    await this.sequelize.query(
      `update surveys set assessment = $2, assessed_revision = $3 where id = $1 and assessed_revision < $3`,
      { bind: [id, summary && JSON.stringify(summary), survey.revision] },
    );
    if ((summary?.statistics.mean ?? null) !== before) await this.markLearners(survey.buildId);
  }

  /**
   * A plate that turned out, or that others follow, teaches its family how thick to be: what rests on its mean is old
   * now.
   *
   * @param but plates that know already
   */
  async markLearners(buildId: string, but: readonly string[] = []): Promise<void> {
    await this.sequelize.query(
      inOrder(`
         from surveys, builds own join builds other on other.family = own.family and other.plate = own.plate and other.id <> own.id
        where own.id = $1 and other.id <> all($2) and surveys.build_id = other.id and surveys.retracted_at is null and ${TEACHES}
          and surveys.number = (select max(number) from surveys newest where newest.build_id = other.id and newest.assessment is not null)`),
      { bind: [buildId, [...but]] },
    );
  }

  /** A mark beside loads and a dial teaches what this person's marks are worth: plates that stop by them ask anew. */
  async markFollowersOf(person: string): Promise<void> {
    await this.sequelize.query(
      inOrder(`
         from surveys, builds other
        where surveys.build_id = other.id and surveys.retracted_at is null
          and other.choices -> 'rules' -> 'feel' ->> 'person' = $1
          and surveys.number = (select max(number) from surveys newest where newest.build_id = other.id and newest.assessment is not null)`),
      { bind: [person] },
    );
  }

  private async taskOf(survey: Survey, taken: PassTaken[] | null): Promise<AssessTask> {
    const build = await Build.findByPk(survey.buildId, { rejectOnEmpty: true });
    const [target, removalSpread, checks, models, shop, reach, readings, expected] = await Promise.all([
      this.graduation.targetOf(build),
      this.ledger.removalSpread(build.id),
      PlateCheckRecord.findAll({ where: { buildId: build.id, retractedAt: null }, order: [['at', 'ASC']] }),
      this.modelsFor(build),
      shopFacts(build),
      this.ledger.reach(build, survey),
      readingsOf(survey.id),
      expectedFor(survey, build),
    ]);
    return {
      plate: { outline: build.outline, holes: build.holes, treble: trebleSignOf(build) },
      facts: {
        build: judgedBuild(build),
        wanted: build.stations.filter((station) => !station.skipped).length,
        checks: checks.map(toPlateCheck),
        mass: survey.mass,
        target,
        removalSpread,
        models,
        shop,
        reach,
        readings,
        expected,
      },
      taken,
    };
  }

  private async modelsFor(build: Build) {
    const { family, plate, construction } = build;
    const { likeBuildId } = { ...NO_CHOICES, ...build.choices.rules };
    // Only what turned out, or is followed, says anything of how thick another should be.
    const teaches = [{ 'choices.outcome': { [Op.ne]: null } }, ...(likeBuildId ? [{ id: likeBuildId }] : [])];
    const others = await Build.findAll({
      where: { family, plate, id: { [Op.ne]: build.id }, archivedAt: null, [Op.or]: teaches },
      attributes: { exclude: ['stations'] },
    });
    const means = await this.sequelize.query<{ buildId: string; mean: number | null }>(
      `select distinct on (build_id) build_id as "buildId", mean from surveys
         where retracted_at is null order by build_id, assessment is not null desc, number desc`,
      { type: QueryTypes.SELECT },
    );
    const meanOf = new Map(means.map(({ buildId, mean }) => [buildId, mean]));
    const own = {
      id: build.id,
      family: family,
      plate: plate,
      construction: construction,
    };
    return modelPlates(
      own,
      others.map((other) => otherBuild(other, meanOf.get(other.id) ?? null)),
    );
  }
}

/** The plate of `own` says something of how thick that of `other` should be. */
const TEACHES = `(own.choices ->> 'outcome' is not null or other.choices -> 'rules' ->> 'likeBuildId' = own.id::text)`;

/** Two changes at once take the same rows in the same order: else each would wait for the other. */
const inOrder = (chosen: string) =>
  `with chosen as (select surveys.id ${chosen} order by surveys.id for update of surveys)
   update surveys set revision = surveys.revision + 1 from chosen where surveys.id = chosen.id`;

function otherBuild(build: Build, mean: number | null): OtherBuild {
  const { id, number, wood, outline, holes, scaleLength } = build;
  const [family, plate, construction] = [build.family, build.plate, build.construction];
  return {
    id,
    number,
    family,
    plate,
    construction,
    wood,
    outline,
    holes,
    scaleLength,
    choices: { ...NO_BUILD_CHOICES, ...build.choices },
    mean,
  };
}
