import { findBuild } from '../build-records/find-build';
import { Injectable } from '@nestjs/common';
import { bentWidth } from '@nimble/core/survey';
import {
  checkJig,
  questionBend,
  questionNote,
  testFlex,
  testRing,
  type FlexPoint,
  type Jig as JigBody,
} from '@nimble/core/wood';
import { InvalidInput, type Estimate } from '@nimble/core/base';
import type { PlateCheck } from '@nimble/core/graduation';
import { contextOf } from '../build-records/build.mapper';
import { Build } from '../build-records/models/build.model';
import { insertOnce } from '../database/insert-once';
import { doubtful, invalid, notFound, refusing } from '../http/problem';
import type { Survey } from '../build-records/models/survey.model';
import { plateNow } from '../build-records/plate-state';
import { VerdictsService } from '../verdicts/verdicts.service';
import type { CreateJigDto, FeelCheckDto, FlexCheckDto, KnockCheckDto } from './flex.dto';
import type { CheckView, JigView, PersonFeelView } from './flex.view';
import { toPlateCheck } from '../build-records/check.mapper';
import { handRecords } from '../build-records/hand-records';
import { Jig } from './models/jig.model';
import { PlateCheckRecord, type CheckResult } from '../build-records/models/plate-check.model';

/** A caliper set down where it happens, or a mean that was typed [m]. */
const TYPED_THICKNESS_SD = 3e-5;

@Injectable()
export class FlexService {
  constructor(private readonly verdicts: VerdictsService) {}

  async jigs() {
    const rows = await Jig.findAll({ where: { archivedAt: null }, order: ['name'] });
    return rows.map(jigView);
  }

  async createJig({ id, name, body }: CreateJigDto) {
    refusing('body', () => checkJig(body as JigBody));
    await insertOnce(Jig, { id, name, body, demo: false, createdAt: new Date() });
    return this.jigs();
  }

  async archiveJig(id: string, archived: boolean) {
    await (await this.findJig(id)).update({ archivedAt: archived ? new Date() : null });
    return this.jigs();
  }

  async findJig(id: string): Promise<Jig> {
    const jig = await Jig.findByPk(id);
    if (!jig) throw notFound('jig');
    return jig;
  }

  async checks(buildId: string) {
    const rows = await PlateCheckRecord.findAll({ where: { buildId }, order: [['at', 'ASC']] });
    return rows.map(checkView);
  }

  /** The newest flex on each jig, the newest notes and marks of every build: what another plate can be brought to. */
  async newestOfAll() {
    const rows = await PlateCheckRecord.findAll({ where: { retractedAt: null }, order: [['at', 'ASC']] });
    const newest = new Map(
      rows.map((row) => [`${row.buildId} ${row.kind} ${row.jigId} ${row.feel === null ? '' : row.person}`, row]),
    );
    return [...newest.values()].map(checkView);
  }

  async addFlex(buildId: string, { id, person, jigId, points, feel = null, thickness: typed, ask }: FlexCheckDto) {
    const build = await findBuild(buildId);
    const jig = await this.findJig(jigId);
    const { survey, thickness } = await this.thicknessNow(build, typed);
    const result = bend(jig.body, points, build, thickness.value);
    if (ask) await askAboutBend(build, jig, { result, thickness: thickness.value });
    return this.keep({
      id,
      buildId,
      jigId,
      kind: 'flex',
      person,
      feel,
      input: { points },
      result,
      ...stamp(survey, thickness),
    });
  }

  async addKnock(buildId: string, { id, person, notes, clear, ring, thickness: typed, ask }: KnockCheckDto) {
    const build = await findBuild(buildId);
    if (!ring && !clear && Object.values(notes ?? {}).every((note) => note === undefined))
      throw invalid([{ field: 'notes', message: 'hold nothing: type a note or a ring time' }]);
    const { survey, thickness } = await this.thicknessNow(build, typed);
    if (ask && notes) await askAboutNotes(buildId, { ...notes }, thickness.value);
    const input = {
      ...(notes && { notes: { ...notes } }),
      ...(clear && { clear }),
      ...(ring && { ring: { time: ring.time, level: ring.level ?? null } }),
    };
    const result = { warnings: [] };
    return this.keep({ id, buildId, kind: 'knock', person, input, result, ...stamp(survey, thickness) });
  }

  /** What the hands alone gave it, without loads. */
  async addFeel(buildId: string, { id, person, score, thickness: typed }: FeelCheckDto) {
    const build = await findBuild(buildId);
    const { survey, thickness } = await this.thicknessNow(build, typed);
    return this.keep({
      id,
      buildId,
      kind: 'feel',
      person,
      feel: score,
      input: {},
      result: { warnings: [] },
      ...stamp(survey, thickness),
    });
  }

  private async keep(
    row: { id: string; buildId: string; person: string; feel?: number | null } & Record<string, unknown>,
  ) {
    await insertOnce(PlateCheckRecord, row);
    await this.markAfter({ feel: null, ...row });
    return this.checks(row.buildId);
  }

  /** A wrong one no longer counts; it stays in the record. */
  async retract(buildId: string, checkId: string, retracted: boolean) {
    const check = await PlateCheckRecord.findOne({ where: { id: checkId, buildId } });
    if (!check) throw notFound('check of this build');
    await check.update({ retractedAt: retracted ? new Date() : null });
    await this.markAfter(check);
    return this.checks(buildId);
  }

  private async markAfter(check: Pick<PlateCheckRecord, 'buildId' | 'person' | 'feel'>): Promise<void> {
    await this.verdicts.markBuild(check.buildId);
    if (check.feel !== null) await this.handChanged(check.person);
  }

  /** What a person's marks are worth may have changed: of boards as of plates. */
  handChanged(person: string): Promise<void> {
    return this.verdicts.markFollowersOf(person);
  }

  /** The checks that count, as the core takes them. */
  async plateChecks(buildId: string): Promise<PlateCheck[]> {
    const rows = await PlateCheckRecord.findAll({ where: { buildId, retractedAt: null }, order: [['at', 'ASC']] });
    return rows.map(toPlateCheck);
  }

  /** How each person's hand scores track the dial, over boards and whole plates. */
  feel(): Promise<PersonFeelView[]> {
    return handRecords();
  }

  /** By the newest survey that was read, else as typed. */
  private async thicknessNow(build: Build, typed: number | undefined) {
    if (typed !== undefined) return { survey: null, thickness: { value: typed, sd: TYPED_THICKNESS_SD } };
    const read = await plateNow(build);
    if (!read)
      throw invalid([
        { field: 'thickness', message: 'is not known: read the plate first, or type its mean thickness' },
      ]);
    return { survey: read.survey, thickness: read.thickness };
  }
}

interface Bent {
  result: CheckResult;
  thickness: number;
}

/** Young's modulus that a plate would have by a bend [Pa]. */
function modulusOf({ result, thickness }: Bent): number | null {
  if (result.modulusAlong) return result.modulusAlong.value;
  return result.rigidityPerWidth ? (12 * result.rigidityPerWidth.value) / thickness ** 3 : null;
}

/** @throws 409 for a bend that can hardly be of this plate */
async function askAboutBend({ id, wood }: Build, { id: jigId, body }: Jig, bent: Bent): Promise<void> {
  const modulus = modulusOf(bent);
  const last = await PlateCheckRecord.findOne({
    where: { buildId: id, jigId, retractedAt: null },
    order: [['at', 'DESC']],
  });
  const before = last ? modulusOf(last) : null;
  const direction = body.kind === 'ring' ? 'along' : body.direction;
  const doubt =
    modulus && questionBend(direction, modulus, { wood: direction === 'along' ? wood.E_L : wood.E_C, before });
  if (doubt) throw doubtful(doubt);
}

/** @throws 409 for a note far from the last one of its name */
async function askAboutNotes(
  buildId: string,
  notes: Partial<Record<string, number>>,
  thickness: number,
): Promise<void> {
  const where = { buildId, kind: 'knock', retractedAt: null };
  const rows = await PlateCheckRecord.findAll({ where, order: [['at', 'ASC']] });
  for (const [name, frequency] of Object.entries(notes)) {
    const last = rows.findLast(({ input }) => notesOf(input)[name] !== undefined);
    if (!last || frequency === undefined) continue;
    const doubt = questionNote(name, frequency, (notesOf(last.input)[name]! * thickness) / last.thickness);
    if (doubt) throw doubtful(doubt);
  }
}

const notesOf = (input: object): Partial<Record<string, number>> =>
  (input as { notes?: Partial<Record<string, number>> }).notes ?? {};

function stamp(survey: Survey | null, thickness: Estimate) {
  return { surveyId: survey?.id ?? null, at: new Date(), thickness: thickness.value, thicknessSd: thickness.sd };
}

/** A whole plate on a jig; its breadth is what the jig feels of the outline. */
function bend(jig: JigBody, points: FlexPoint[], build: Build, thickness: number): CheckResult {
  const { shape, grid } = contextOf(build);
  return refusing('', () => {
    if (jig.kind === 'ring') {
      if (jig.diameter > shape.width) throw new InvalidInput('jigId', jig.diameter, 'is a ring wider than the plate');
      const { stiffness, modulusAlong, warnings } = testRing({
        jig,
        thickness,
        points,
        wood: build.wood,
        ratioDoubt: build.wood.spread.E,
      });
      return { compliance: inverse(stiffness), modulusAlong, warnings };
    }
    const size = jig.direction === 'along' ? shape.length : shape.width;
    if (jig.span > size) throw new InvalidInput('jigId', jig.span, 'has a span longer than the plate');
    const width = bentWidth(grid, jig.direction, { span: jig.span, size });
    const { stiffness, rigidityPerWidth, warnings } = testFlex({
      span: jig.span,
      width,
      thickness,
      direction: jig.direction,
      points,
      jig,
    });
    return { compliance: inverse(stiffness), rigidityPerWidth, width, warnings };
  });
}

function inverse({ value, sd }: Estimate): Estimate {
  return { value: 1 / value, sd: sd / value ** 2 };
}

function jigView({ id, name, body, demo }: Jig): JigView {
  return { id, name, body, demo };
}

function checkView(row: PlateCheckRecord): CheckView {
  const { id, buildId, surveyId, jigId, kind, at, person, feel, thickness, thicknessSd, input, result, retractedAt } =
    row;
  return {
    id,
    buildId,
    surveyId,
    jigId,
    kind,
    at,
    person,
    feel,
    thickness: { value: thickness, sd: thicknessSd },
    input,
    result,
    retracted: retractedAt !== null,
  };
}
