import { Injectable } from '@nestjs/common';
import {
  braceFigures,
  identifyPlate,
  middleOfSpan,
  newDoubts,
  objections,
  qualities,
  setProperties,
  testFlex,
  type BeamJig,
  type FlexTest,
  type KnockTest,
  type SetFacts,
  type WoodFinding,
} from '@nimble/core/wood';
import { identifyStick } from '@nimble/core/bar';
import { dryingCurve, equilibriumMoisture, type DryingPoint } from '@nimble/core/moisture';
import { InvalidInput, type Estimate } from '@nimble/core/base';
import { Op } from 'sequelize';
import { FlexService } from '../flex/flex.service';
import { doubtful, invalid, notFound, refusing } from '../http/problem';
import { insertOnce } from '../database/insert-once';
import { WoodPhoto } from './models/wood-photo.model';
import { WoodSet } from '../build-records/models/wood-set.model';
import { WoodTest, type WoodTestResult } from '../build-records/models/wood-test.model';
import { WoodWeighing } from './models/wood-weighing.model';
import type { WoodSetView } from './wood.view';
import type {
  ChangeWoodSetDto,
  CreateWoodSetDto,
  FlexTestDto,
  KnockTestDto,
  StickKnockDto,
  WeighDto,
} from './wood.dto';

/** What of a set can be taken back. */
export enum RecordKind {
  weighings = 'weighings',
  tests = 'tests',
  photos = 'photos',
}

/** What is typed of a set; the rest is worked out. */
type WoodSetFields = Omit<
  WoodSetView,
  'weighings' | 'tests' | 'photos' | 'properties' | 'objections' | 'drying' | 'brace'
>;

@Injectable()
export class WoodService {
  constructor(private readonly jigs: FlexService) {}

  async list(archived: boolean) {
    const [sets, weighings, tests, photos] = await Promise.all([
      WoodSet.findAll({ where: { archivedAt: archived ? { [Op.ne]: null } : null }, order: ['name'] }),
      WoodWeighing.findAll({ order: ['at'] }),
      WoodTest.findAll({ order: ['at'] }),
      findPhotos({}),
    ]);
    return sets.map((set) => this.view(set, ofSet(weighings, set), ofSet(tests, set), ofSet(photos, set)));
  }

  async show(id: string) {
    const set = await this.find(id);
    const [weighings, tests, photos] = await Promise.all([
      WoodWeighing.findAll({ where: { setId: id }, order: ['at'] }),
      WoodTest.findAll({ where: { setId: id }, order: ['at'] }),
      findPhotos({ setId: id }),
    ]);
    return this.view(set, weighings, tests, photos);
  }

  /** A second request with the same id (a retry) gives the set that is already there. */
  async create(dto: CreateWoodSetDto) {
    await insertOnce(WoodSet, { ...dto, demo: false });
    return this.show(dto.id);
  }

  async change(id: string, dto: ChangeWoodSetDto) {
    await (await this.find(id)).update(dto);
    return this.show(id);
  }

  async archive(id: string, archived: boolean) {
    await (await this.find(id)).update({ archivedAt: archived ? new Date() : null });
    return this.show(id);
  }

  async weigh(id: string, { id: weighingId, ask, ...weighing }: WeighDto) {
    const set = await this.find(id);
    const density = weighing.mass / (set.length * set.width * set.thickness);
    if (density < 80 || density > 1500) {
      throw invalid([
        {
          field: 'mass',
          message: `would make the wood ${density.toPrecision(3)} kg/m³: check grams against kilograms, one half against both`,
        },
      ]);
    }
    if (ask) await this.askAbout(set, { mass: weighing.mass });
    await insertOnce(WoodWeighing, { ...weighing, id: weighingId, setId: id, at: new Date() });
    return this.show(id);
  }

  async flex(id: string, { id: testId, person, feel = null, jigId = null, points, ask, ...own }: FlexTestDto) {
    const set = await this.find(id);
    const jig = await this.jigOf(jigId, own);
    const [size, width] = jig.direction === 'along' ? [set.length, set.width] : [set.width, set.length];
    if (jig.span > size)
      throw invalid([
        { field: jigId ? 'jigId' : 'span', message: `is longer than the board (${Math.round(size * 1000)} mm)` },
      ]);
    const { span, direction } = jig;
    const shear = await this.shearOf(set);
    const input: FlexTest = { span, direction, points, width, thickness: set.thickness, jig, shear };
    const { stiffness, modulus, rigidityPerWidth, shearShare, limitedBy, warnings } = refusing('', () =>
      testFlex(input),
    );
    const result: WoodTestResult = {
      stiffness,
      rigidityPerWidth,
      limitedBy,
      shearShare,
      warnings,
      ...(direction === 'along' ? { modulusAlong: modulus } : { modulusAcross: modulus }),
    };
    if (ask) await this.askAbout(set, { finding: { kind: 'flex', ...result } });
    return this.keepTest({ id: testId, setId: id, kind: 'flex', jigId, person, feel, input, result });
  }

  async knock(id: string, { id: testId, person, partials, ring = {}, ask }: KnockTestDto) {
    const set = await this.find(id);
    const { length, width, thickness } = set;
    const input: KnockTest = { length, width, thickness, mass: await this.massOf(set), ...partials };
    const { modulusAlong, modulusAcross, shearModulus, residuals, warnings } = refusing('', () => identifyPlate(input));
    const quality = qualities(partials, ring);
    const result: WoodTestResult = { modulusAlong, modulusAcross, shearModulus, residuals, quality, warnings };
    const misnamed = warnings.find(({ code }) => code === 'misnamed');
    if (ask && misnamed) throw doubtful({ message: misnamed.message, slip: null });
    if (ask) await this.askAbout(set, { finding: { kind: 'knock', ...result } });
    return this.keepTest({
      id: testId,
      setId: id,
      kind: 'knock',
      jigId: null,
      person,
      feel: null,
      input: { ...input, ring },
      result,
    });
  }

  /** @throws 400 naming what is not known or can't be, 409 where it is in doubt */
  async knockStick(id: string, { id: testId, person, note, ring, over, ask }: StickKnockDto) {
    const set = await this.find(id);
    if (set.use !== 'brace') throw invalid([{ field: 'note', message: 'is of a stick; this is half a plate' }]);
    const mass = await this.massOf(set);
    const { length, width, thickness } = set;
    const [across, height] = over === 'thickness' ? [width, thickness] : [thickness, width];
    const shear = await this.shearOf(set);
    const { modulusAlong } = refusing('', () => identifyStick({ length, width: across, height, mass, note, shear }));
    const quality = qualities({ along: note }, ring === undefined ? {} : { along: ring });
    const result: WoodTestResult = { modulusAlong, quality, warnings: [] };
    if (ask) await this.askAbout(set, { finding: { kind: 'knock', ...result } });
    const timed = ring !== undefined && { ring: { along: ring } };
    const input = { length, width, thickness, mass, along: note, over, ...timed };
    return this.keepTest({ id: testId, setId: id, kind: 'knock', jigId: null, person, feel: null, input, result });
  }

  /** A wrong weighing or test no longer counts, or does again. */
  async retract(id: string, kind: RecordKind, recordId: string, retracted: boolean) {
    const change = { retractedAt: retracted ? new Date() : null };
    const where = { id: recordId, setId: id };
    const [count] =
      kind === RecordKind.weighings
        ? await WoodWeighing.update(change, { where })
        : kind === RecordKind.tests
          ? await WoodTest.update(change, { where })
          : await WoodPhoto.update(change, { where });
    if (count === 0) throw notFound('record of this set');
    if (kind === RecordKind.tests) {
      const { person } = await WoodTest.findByPk(recordId, { rejectOnEmpty: true });
      await this.jigs.handChanged(person);
    }
    return this.show(id);
  }

  private async jigOf(
    jigId: string | null,
    { span, direction }: Pick<FlexTestDto, 'span' | 'direction'>,
  ): Promise<BeamJig> {
    if (jigId === null) return middleOfSpan(span!, direction!);
    const { body } = await this.jigs.findJig(jigId);
    if (body.kind === 'ring') throw invalid([{ field: 'jigId', message: 'is a ring: it takes whole plates' }]);
    return body;
  }

  private async keepTest(
    test: Pick<WoodTest, 'id' | 'setId' | 'kind' | 'jigId' | 'person' | 'feel' | 'input' | 'result'>,
  ) {
    await insertOnce(WoodTest, { ...test, at: new Date() });
    if (test.feel !== null) await this.jigs.handChanged(test.person);
    return this.show(test.setId);
  }

  /** @throws 409 where the record would come into a doubt that it was not in */
  private async askAbout(set: WoodSet, { mass, finding }: { mass?: number; finding?: WoodFinding }): Promise<void> {
    const facts = await this.factsNow(set);
    const findings = finding ? [...facts.findings, finding] : facts.findings;
    const then = setProperties({ ...facts, findings, mass: mass ?? facts.mass });
    const [doubt] = newDoubts(setProperties(facts).doubts, then.doubts);
    if (doubt) throw doubtful(doubt);
  }

  /** Of its newest weighing [kg]. */
  private async massOf({ id }: WoodSet): Promise<number> {
    const newest = await WoodWeighing.findOne({ where: { setId: id, retractedAt: null }, order: [['at', 'DESC']] });
    if (!newest) throw invalid([{ field: 'mass', message: 'is not known: weigh the board first' }]);
    return newest.mass;
  }

  /** What counts of it at this moment. */
  private async factsNow(set: WoodSet): Promise<SetFacts> {
    const where = { setId: set.id, retractedAt: null };
    const [weighings, tests] = await Promise.all([
      WoodWeighing.findAll({ where, order: [['at', 'ASC']] }),
      WoodTest.findAll({ where, order: [['at', 'ASC']] }),
    ]);
    return factsOf(set, weighings, tests);
  }

  /** Modulus of rigidity along the grain, as far as it is known by now [Pa]. */
  private async shearOf(set: WoodSet): Promise<Estimate> {
    const { value, sd } = setProperties(await this.factsNow(set)).shearModulus;
    return { value, sd };
  }

  private async find(id: string): Promise<WoodSet> {
    const set = await WoodSet.findByPk(id);
    if (!set) throw notFound('set of wood');
    return set;
  }

  private view(
    set: WoodSet,
    weighings: readonly WoodWeighing[],
    tests: readonly WoodTest[],
    photos: readonly WoodPhoto[],
  ): WoodSetView {
    const counted = weighings.filter(({ retractedAt }) => retractedAt === null);
    const facts = factsOf(
      set,
      counted,
      tests.filter(({ retractedAt }) => retractedAt === null),
    );
    const properties = setProperties(facts);
    return {
      ...(set.get({ plain: true }) as WoodSetFields),
      weighings: weighings.map((weighing) => {
        const { id, at, person, mass, relativeHumidity, temperatureC, retractedAt } = weighing;
        return {
          id,
          at,
          person,
          mass,
          relativeHumidity,
          temperatureC,
          moisture: shopMoisture(weighing),
          retracted: retractedAt !== null,
        };
      }),
      tests: tests.map(({ id, kind, at, person, feel, jigId, input, result, retractedAt }) => ({
        id,
        kind,
        at,
        person,
        feel,
        jigId,
        input,
        result,
        retracted: retractedAt !== null,
      })),
      photos: photos.map(({ id, at, person, caption }) => ({ id, at, person, caption })),
      drying: dryingCurve(dryingPoints(counted)),
      properties,
      objections: objections(facts, properties),
      brace: set.use === 'brace' ? braceFigures(facts, properties) : null,
    };
  }
}

const DAY = 86_400_000;

function dryingPoints(weighings: readonly WoodWeighing[]): DryingPoint[] {
  const first = weighings[0]?.at.getTime() ?? 0;
  return weighings.map((weighing) => ({
    day: (weighing.at.getTime() - first) / DAY,
    mass: weighing.mass,
    equilibrium: shopMoisture(weighing),
  }));
}

/** Without the pictures themselves. */
function findPhotos(where: { setId?: string }): Promise<WoodPhoto[]> {
  return WoodPhoto.findAll({
    where: { ...where, retractedAt: null },
    attributes: { exclude: ['bytes'] },
    order: ['at'],
  });
}

/** What the wood comes to in that air, where the air was measured and lies in the formula's range. */
function shopMoisture({ temperatureC, relativeHumidity }: WoodWeighing): number | null {
  if (temperatureC === null || relativeHumidity === null) return null;
  try {
    return equilibriumMoisture(temperatureC, relativeHumidity);
  } catch (error) {
    if (error instanceof InvalidInput) return null; // an unheated shed below -10 °C: nothing to say
    throw error;
  }
}

function factsOf(set: WoodSet, weighings: readonly WoodWeighing[], tests: readonly WoodTest[]): SetFacts {
  const { use, species, length, width, thickness, runout, offQuarter } = set;
  const findings = tests.map(({ kind, result }): WoodFinding => ({ kind, ...result }));
  return { use, species, length, width, thickness, runout, offQuarter, mass: weighings.at(-1)?.mass ?? null, findings };
}

function ofSet<T extends { setId: string }>(rows: readonly T[], { id }: WoodSet): T[] {
  return rows.filter((row) => row.setId === id);
}
