import { Injectable } from '@nestjs/common';
import {
  equilibriumMoisture,
  identifyPlate,
  InvalidInput,
  objections,
  setProperties,
  testFlex,
  type SetFacts,
  type WoodFinding,
} from '@nimble/core';
import type { FlexTest, KnockTest } from '@nimble/core';
import { invalid, notFound, refusing } from '../problem';
import { WoodSet } from './models/wood-set.model';
import { WoodTest, type WoodTestResult } from './models/wood-test.model';
import { WoodWeighing } from './models/wood-weighing.model';
import type { ChangeWoodSetDto, CreateWoodSetDto, FlexTestDto, KnockTestDto, WeighDto } from './wood.dto';

@Injectable()
export class WoodService {
  async list() {
    const [sets, weighings, tests] = await Promise.all([
      WoodSet.findAll({ where: { archivedAt: null }, order: ['name'] }),
      WoodWeighing.findAll({ order: ['at'] }),
      WoodTest.findAll({ order: ['at'] }),
    ]);
    return sets.map((set) => this.view(set, ofSet(weighings, set), ofSet(tests, set)));
  }

  async show(id: string) {
    const set = await this.find(id);
    const [weighings, tests] = await Promise.all([
      WoodWeighing.findAll({ where: { setId: id }, order: ['at'] }),
      WoodTest.findAll({ where: { setId: id }, order: ['at'] }),
    ]);
    return this.view(set, weighings, tests);
  }

  /** A second request with the same id (a retry) gives the set that is already there. */
  async create(dto: CreateWoodSetDto) {
    await WoodSet.findOrCreate({ where: { id: dto.id }, defaults: { ...dto, demo: false } });
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

  async weigh(id: string, { id: weighingId, ...weighing }: WeighDto) {
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
    await WoodWeighing.findOrCreate({
      where: { id: weighingId },
      defaults: { ...weighing, id: weighingId, setId: id, at: new Date() },
    });
    return this.show(id);
  }

  async flex(id: string, { id: testId, person, feel = null, ...test }: FlexTestDto) {
    const { length, width, thickness } = await this.find(id);
    const along = test.direction === 'along';
    const [span, broad] = along ? [length, width] : [width, length];
    if (test.span > span)
      throw invalid([{ field: 'span', message: `is longer than the board (${Math.round(span * 1000)} mm)` }]);
    const input: FlexTest = { ...test, width: broad, thickness };
    const { stiffness, modulus, limitedBy, warnings } = refusing('', () => testFlex(input));
    const result: WoodTestResult = {
      stiffness,
      limitedBy,
      warnings,
      ...(along ? { modulusAlong: modulus } : { modulusAcross: modulus }),
    };
    return this.keepTest({ id: testId, setId: id, kind: 'flex', person, feel, input, result });
  }

  async knock(id: string, { id: testId, person, partials }: KnockTestDto) {
    const set = await this.find(id);
    const newest = await WoodWeighing.findOne({ where: { setId: id }, order: [['at', 'DESC']] });
    if (!newest) throw invalid([{ field: 'mass', message: 'is not known: weigh the board first' }]);
    const { length, width, thickness } = set;
    const input: KnockTest = { length, width, thickness, mass: newest.mass, ...partials };
    const { modulusAlong, modulusAcross, shearModulus, warnings } = refusing('', () => identifyPlate(input));
    const result: WoodTestResult = { modulusAlong, modulusAcross, shearModulus, warnings };
    return this.keepTest({ id: testId, setId: id, kind: 'knock', person, feel: null, input, result });
  }

  private async keepTest(test: Pick<WoodTest, 'id' | 'setId' | 'kind' | 'person' | 'feel' | 'input' | 'result'>) {
    await WoodTest.findOrCreate({ where: { id: test.id }, defaults: { ...test, at: new Date() } });
    return this.show(test.setId);
  }

  private async find(id: string): Promise<WoodSet> {
    const set = await WoodSet.findByPk(id);
    if (!set) throw notFound('set of wood');
    return set;
  }

  private view(set: WoodSet, weighings: readonly WoodWeighing[], tests: readonly WoodTest[]) {
    const facts = factsOf(set, weighings, tests);
    const properties = setProperties(facts);
    return {
      ...(set.get({ plain: true }) as WoodSet),
      weighings: weighings.map(({ id, at, person, mass, relativeHumidity, temperatureC }) => ({
        id, at, person, mass, relativeHumidity, temperatureC, moisture: shopMoisture(temperatureC, relativeHumidity),
      })), // prettier-ignore
      tests: tests.map(({ id, kind, at, person, feel, input, result }) => ({
        id,
        kind,
        at,
        person,
        feel,
        input,
        result,
      })),
      properties,
      objections: objections(facts, properties),
    };
  }
}

/** What the wood comes to in that air, where the air was measured and lies in the formula's range. */
function shopMoisture(temperatureC: number | null, relativeHumidity: number | null): number | null {
  if (temperatureC === null || relativeHumidity === null) return null;
  try {
    return equilibriumMoisture(temperatureC, relativeHumidity);
  } catch (error) {
    if (error instanceof InvalidInput) return null; // an unheated shed below -10 °C: nothing to say
    throw error;
  }
}

function factsOf(set: WoodSet, weighings: readonly WoodWeighing[], tests: readonly WoodTest[]): SetFacts {
  const { species, length, width, thickness, runout, offQuarter } = set;
  const findings = tests.map(({ kind, result }): WoodFinding => ({ kind, ...result }));
  return { species, length, width, thickness, runout, offQuarter, mass: weighings.at(-1)?.mass ?? null, findings };
}

function ofSet<T extends { setId: string }>(rows: readonly T[], { id }: WoodSet): T[] {
  return rows.filter((row) => row.setId === id);
}
