import { Injectable, Logger } from '@nestjs/common';
import { groundOf, plateKnown, topOfBuild, type TopPlan } from '@nimble/core/top';
import { layStations } from '@nimble/core/survey';
import { NO_CHOICES, woodOfSpecies, type BuildWood, type Construction, type RuleChoices } from '@nimble/core/project';
import { NO_GOAL, type VoicingEvent } from '@nimble/core/voicing';
import type { BracingPlan, Experience } from '@nimble/core/bracing';
import { randomUUID } from 'node:crypto';
import type { Transaction } from 'sequelize';
import { Sequelize } from 'sequelize-typescript';
import { oneAtATime } from '../database/one-at-a-time';
import { Settings } from '../settings/settings';
import { Hearing } from '../compute/hearing';
import { BracingPlanRecord } from '../build-records/models/bracing-plan.model';
import { ShapingRecord } from '../bracing/models/shaping.model';
import { contextOf } from '../build-records/build.mapper';
import { Build } from '../build-records/models/build.model';
import { BuildEvent } from '../build-records/models/build-event.model';
import { Target } from '../graduation/target.model';
import { PassRecord } from '../build-records/models/pass.model';
import { ReadingRecord } from '../build-records/models/reading.model';
import { Survey } from '../build-records/models/survey.model';
import { Person } from '../workshop/person.model';
import { Bench } from '../workshop/bench.model';
import { Workshop } from '../build-records/models/workshop.model';
import { eventsOf, eventView } from '../build-records/events-of-record';
import { DEMO_BUILDS, DEMO_PEOPLE, type DemoBuild } from './demo-builds';
import { WoodSet } from '../build-records/models/wood-set.model';
import { WoodTest } from '../build-records/models/wood-test.model';
import { WoodWeighing } from '../wood/models/wood-weighing.model';
import { GlueUpRecord } from '../glue-ups/glue-up.model';
import { Jig } from '../flex/models/jig.model';
import { PlateCheckRecord } from '../build-records/models/plate-check.model';
import { DEMO_PIECES, PEOPLE_AND_RACK } from './demo-pieces';
import { DEMO_JIGS } from './demo-jigs';
import { demoPlayed, PLAYED_RANGE } from './demo-sounds';
import { demoFinished, demoRounds, goalLike } from './demo-voicing';
import { KnockRecord } from '../build-records/models/knock.model';
import { storeBytes } from '../knocks/sound-store';
import { demoGlueUps, demoPlan, demoShapings } from './demo-plans';
import { demoRack } from './demo-rack';
import { demoVariants } from './demo-variants';
import { VoicingEvent as VoicingEventRecord } from '../build-records/models/voicing-event.model';
import { TopVariant } from '../variants/variant.model';
import { forecastOf, goalsOf } from './demo-hand-on';
import { choicesOf, DAY, demoWoods, lastChecks, meanOf, passOf, readingRow, rowOf, type DoneSurvey } from './demo-rows';
import { ownIds } from './own-ids';
import { simulateChecks, type SimulatedCheck } from './simulate-checks';
import { simulateThicknessing, type SimulatedSurvey } from './simulate-thicknessing';

const HOUR = 3_600_000;
const SECONDS_PER_READING = 9;
const SECONDS_PER_KNOCK = 7;
const EXPERIENCE_OF: Record<string, Experience> = { owner: 'seasoned', apprentice: 'new' };
const ROUND_DAYS = [4, 2, 1] as const;

/**
 * Fills an empty database with the made-up bench, so that a newcomer sees work in progress. Marked as demo throughout.
 */
@Injectable()
export class DemoService {
  private readonly logger = new Logger('demo');

  /** Ids as this bench has them. */
  private own = ownIds('');

  /** The finished sibling whose bends the next one follows. */
  private model: { from: string; events: readonly VoicingEvent[] } | null = null;

  constructor(
    private readonly sequelize: Sequelize,
    private readonly hearing: Hearing,
    private readonly settings: Settings,
  ) {}

  /** Lays the demo out on an empty bench, or goes on where an earlier start was interrupted. */
  async loadWhenEmpty(wanted: { now?: Date; sounds?: boolean } = {}): Promise<boolean> {
    return oneAtATime(this.settings.DATABASE_URL, 'demo', () => this.load(wanted));
  }

  private async load({ now = new Date(), sounds = true }): Promise<boolean> {
    const bench = await Bench.theOne();
    this.own = ownIds(bench.id);
    if (bench.demoLeft === null) {
      if ((await Workshop.count()) > 0 || (await Build.count()) > 0) return false;
      await bench.update({ demoLeft: [...DEMO_PIECES] });
    }
    const isLeft = (piece: string) => bench.demoLeft!.includes(piece);
    const lay = async <T>(piece: string, work: (transaction: Transaction) => Promise<T>): Promise<T> =>
      this.sequelize.transaction(async (transaction) => {
        const made = await work(transaction);
        await bench.update({ demoLeft: bench.demoLeft!.filter((other) => other !== piece) }, { transaction });
        return made;
      });
    if (isLeft(PEOPLE_AND_RACK)) await lay(PEOPLE_AND_RACK, (transaction) => this.loadPeopleAndRack(now, transaction));
    const rack = await demoWoods();
    let model: RuleChoices = NO_CHOICES;
    for (const build of DEMO_BUILDS) {
      const wood = build.set ? rack.get(build.set)! : woodOfSpecies(build.species);
      // The finished sibling comes first in the list: what it gave and sounded is what the next one follows.
      const rules = build.follows ? model : NO_CHOICES;
      const last = isLeft(build.id)
        ? await lay(build.id, (transaction) => this.loadBuild(build, { wood, rules, sounds }, now, transaction))
        : lastChecks(build, wood);
      if (build.outcome !== 'as-wanted') continue;
      model = goalsOf(`No. ${build.number}`, last);
      this.model = { from: `No. ${build.number}`, events: (await eventsOf(this.own(build.id))).map(eventView) };
    }
    await bench.update({ demoLeft: null });
    this.logger.log('laid out the demo bench');
    return true;
  }

  private async loadPeopleAndRack(now: Date, transaction: Transaction): Promise<void> {
    await Workshop.create({ id: 1, name: 'Larkspur Bench', demo: true }, { transaction });
    await Person.bulkCreate(
      this.own(DEMO_PEOPLE.map((person) => ({ ...person, experience: EXPERIENCE_OF[person.role] ?? 'some' }))),
      { transaction },
    );
    await this.loadRack(now, transaction);
  }

  private async loadRack(now: Date, transaction: Transaction): Promise<void> {
    const ago = (days: number) => new Date(now.getTime() - days * DAY);
    const person = DEMO_PEOPLE[0]!.name;
    await Jig.bulkCreate(this.own(DEMO_JIGS.map((jig) => ({ ...jig, demo: true, createdAt: ago(200) }))), {
      transaction,
    });
    for (const { set, weighings, tests } of demoRack()) {
      const setId = randomUUID();
      await WoodSet.create({ ...set, id: setId, demo: true }, { transaction });
      const rows = <T extends { daysAgo: number }>(records: readonly T[]) =>
        records.map(({ daysAgo, ...record }) => ({ ...record, id: randomUUID(), setId, at: ago(daysAgo), person }));
      await WoodWeighing.bulkCreate(rows(weighings), { transaction });
      await WoodTest.bulkCreate(this.own(rows(tests)), { transaction });
    }
  }

  /** @returns the checks of its last survey */
  private async loadBuild(
    demo: DemoBuild,
    { wood, rules, sounds }: { wood: BuildWood; rules: RuleChoices; sounds: boolean },
    now: Date,
    transaction: Transaction,
  ): Promise<readonly SimulatedCheck[]> {
    const { bracing, thicknessing, notes } = demo;
    const context = contextOf({ ...demo, plate: 'top', leftHanded: false });
    const stations = layStations(context.shape);
    const ago = (days: number) => new Date(now.getTime() - days * DAY);
    await Build.create(this.own({ ...rowOf(demo, now), ...choicesOf(demo, rules), wood, stations }), {
      transaction,
      silent: true,
    });
    if (bracing) await this.loadBracing(demo, demoPlan(demo, bracing, context.shape), ago, transaction);
    await BuildEvent.bulkCreate(
      this.own(
        notes.map(({ stage, person, text, daysAgo }) => {
          const body = { stage, text };
          return { id: randomUUID(), buildId: demo.id, kind: 'note', at: ago(daysAgo), person, body };
        }),
      ),
      { transaction },
    );
    const surveys = simulateThicknessing(demo, context, stations, wood);
    const checks = simulateChecks(demo, context, wood, surveys.map(meanOf));
    for (const [index, survey] of surveys.entries()) {
      const daysAgo = thicknessing!.daysAgo - (index * thicknessing!.hoursApart) / 24;
      const isLast = index === surveys.length - 1;
      const done = { survey, index, checks: checks[index]!, at: ago(daysAgo), isLast };
      await this.loadSurvey(demo, done, transaction);
    }
    const places = surveys.at(-1)?.readings ?? [];
    if (sounds && bracing && places.length > 0) {
      const plan = demoPlan(demo, bracing, context.shape);
      await this.loadTop(demo, { plan, wood, places, now }, transaction);
    }
    if (sounds) await this.loadPlayed(demo, ago, transaction);
    return checks.at(-1) ?? [];
  }

  /** What was tried on the top as glued, and its rounds of voicing. */
  private async loadTop(
    demo: DemoBuild,
    { plan, wood, places, now }: { plan: BracingPlan; wood: BuildWood; places: SimulatedSurvey['readings']; now: Date },
    transaction: Transaction,
  ): Promise<void> {
    const built = {
      ...demo,
      construction: demo.construction as Construction,
      wood,
      choices: { sandwich: demo.sandwich ?? null },
      plate: 'top' as const,
      leftHanded: false,
    };
    const top = topOfBuild(built, plan, groundOf(built), plateKnown(built, places));
    const ago = (days: number) => new Date(now.getTime() - days * DAY);
    if (demo.stage === 'voice') await this.loadVariants(demo.id, top, ago, transaction);
    const thinnest = Math.min(...places.map(({ thickness }) => thickness));
    await this.loadVoicing(demo, { top, thinnest, now }, transaction);
  }

  /** The plan; for the top that is being voiced, also how it was glued and the first steps of shaping. */
  private async loadBracing(
    demo: DemoBuild,
    plan: BracingPlan,
    ago: (days: number) => Date,
    transaction: Transaction,
  ): Promise<void> {
    await BracingPlanRecord.create(this.own({ buildId: demo.id, plan, updatedAt: ago(8) }), { transaction });
    if (demo.stage !== 'voice') return;
    const person = DEMO_PEOPLE[1]!.name;
    const glueUps = demoGlueUps(plan).map(({ daysAgo, ...body }, i) => {
      const spreadAt = ago(daysAgo).getTime() + i * 2 * HOUR;
      const times = { spreadAt, pressedAt: spreadAt + 200_000, releasedAt: spreadAt + HOUR };
      return { id: randomUUID(), buildId: demo.id, at: new Date(spreadAt), person, body: { ...body, times } };
    });
    await GlueUpRecord.bulkCreate(this.own(glueUps), { transaction });
    const shapings = demoShapings(plan).map(({ daysAgo, ...step }) => ({
      ...step,
      id: randomUUID(),
      buildId: demo.id,
      at: ago(daysAgo),
      outcomeAt: ago(daysAgo - 0.1),
      person,
    }));
    await ShapingRecord.bulkCreate(this.own(shapings), { transaction });
  }

  private async loadVariants(
    buildId: string,
    top: TopPlan,
    ago: (days: number) => Date,
    transaction: Transaction,
  ): Promise<void> {
    const rows = demoVariants(top).map(({ name, body }, i) => ({
      id: randomUUID(),
      buildId,
      at: ago(7 - i),
      person: DEMO_PEOPLE[1]!.name,
      name,
      body,
    }));
    await TopVariant.bulkCreate(this.own(rows), { transaction });
  }

  /** Rounds of the top that is being voiced, toward what the finished one gave; how finished ones turned out. */
  private async loadVoicing(
    demo: DemoBuild,
    { top, thinnest, now }: { top: TopPlan; thinnest: number; now: Date },
    transaction: Transaction,
  ): Promise<void> {
    const person = DEMO_PEOPLE[1]!.name;
    const common = { number: demo.number, buildId: demo.id, top, person, now };
    const keep = (events: readonly VoicingEvent[]) =>
      VoicingEventRecord.bulkCreate(
        this.own(
          events.map(({ retracted: _, ...event }) => ({ ...event, buildId: demo.id, forecast: forecastOf(event) })),
        ),
        { transaction },
      );
    if (demo.finished) {
      const events = demoFinished({ ...common, ...demo.finished });
      await keep(events);
      return;
    }
    if (demo.stage !== 'voice') return;
    const goal = this.model ? goalLike(this.model.from, this.model.events, demo.weight ?? null) : NO_GOAL;
    const { events, knocks } = await demoRounds(this.hearing, { ...common, thinnest, goal, daysAgo: ROUND_DAYS });
    await keep(events);
    const at = (round: number, i: number) =>
      new Date(now.getTime() - ROUND_DAYS[round - 1]! * DAY + 20 * 60_000 + i * SECONDS_PER_KNOCK * 1000);
    const rows = knocks.map(({ round, place, bytes, analysis }, i) => ({
      id: randomUUID(),
      buildId: demo.id,
      source: 'simulated',
      person,
      about: 'station',
      round,
      place,
      size: bytes.length,
      analysis,
      options: { from: 28 },
      at: at(round, i % (knocks.length / ROUND_DAYS.length)),
    }));
    await KnockRecord.bulkCreate(this.own(rows), { transaction });
    for (const [i, { id }] of rows.entries())
      await storeBytes(this.sequelize, { knockId: id, bytes: knocks[i]!.bytes }, transaction);
  }

  /** A played recording of what is finished. */
  private async loadPlayed(demo: DemoBuild, ago: (days: number) => Date, transaction: Transaction): Promise<void> {
    const played = await demoPlayed(this.hearing, demo.number);
    if (!played) return;
    const place = { title: 'A month strung', ...PLAYED_RANGE };
    const { bytes, ...heard } = played;
    const id = randomUUID();
    await KnockRecord.create(
      this.own({
        ...heard,
        id,
        buildId: demo.id,
        source: 'simulated',
        person: DEMO_PEOPLE[1]!.name,
        about: 'played',
        round: 1,
        place,
        size: bytes.length,
        options: {},
        at: ago(40),
      }),
      { transaction },
    );
    await storeBytes(this.sequelize, { knockId: id, bytes }, transaction);
  }

  private async loadSurvey(demo: DemoBuild, done: DoneSurvey, transaction: Transaction): Promise<void> {
    const { survey, index, checks, at, isLast } = done;
    const { readings, assessment, target } = survey;
    const person = DEMO_PEOPLE[demo.number % DEMO_PEOPLE.length]!.name;
    const surveyId = randomUUID();
    const minutes = (count: number) => new Date(at.getTime() + count * SECONDS_PER_READING * 1000);
    await Target.create(this.own({ id: randomUUID(), buildId: demo.id, at, person, body: target }), { transaction });
    const { mass, relativeHumidity, temperatureC } = survey;
    const told = { relativeHumidity, temperatureC, mass, typed: {}, note: '' };
    const times = { startedAt: at, finishedAt: minutes(readings.length) };
    await Survey.create(
      this.own({ id: surveyId, buildId: demo.id, number: index + 1, person, ...times, ...told, assessment }),
      { transaction },
    );
    const rows = readings.map((reading, i) => ({ ...readingRow(reading), surveyId, person, at: minutes(i) }));
    await ReadingRecord.bulkCreate(rows, { transaction });
    const checked = checks.map(({ thickness, ...check }, i) => ({
      ...check,
      id: randomUUID(),
      buildId: demo.id,
      surveyId,
      person,
      thickness: thickness.value,
      thicknessSd: thickness.sd,
      at: minutes(readings.length + 5 + i),
    }));
    await PlateCheckRecord.bulkCreate(this.own(checked), { transaction });
    if (isLast) return;
    const pass = { id: randomUUID(), buildId: demo.id, surveyId, at: minutes(readings.length + 20), person };
    await PassRecord.create(this.own({ ...pass, tool: demo.tool, ...passOf(done) }), { transaction });
  }
}
