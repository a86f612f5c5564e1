import { Injectable } from '@nestjs/common';
import {
  identifyPlate,
  middleOfSpan,
  newDoubts,
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
import type { Estimate } from '@nimble/core/base';
import { Op } from 'sequelize';
import { FlexService } from '../flex/flex.service';
import { doubtful, invalid, notFound, refusing } from '../http/problem';
import { insertOnce } from '../database/insert-once';
import { WoodPhoto } from './models/wood-photo.model';
import { WoodSet, type StoredPiece } from '../build-records/models/wood-set.model';
import { WoodTest, type WoodTestResult } from '../build-records/models/wood-test.model';
import { WoodWeighing } from './models/wood-weighing.model';
import { pieceFacts, pieceOf, piecesOf, sizeOf } from './set-facts';
import { setView } from './set-view';
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

const ONE_PIECE: readonly StoredPiece[] = [{ mark: 'A' }];
const TWO_HALVES: readonly StoredPiece[] = [{ mark: 'A' }, { mark: 'B' }];

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
    const of = (set: WoodSet) => ({
      weighings: ofSet(weighings, set),
      tests: ofSet(tests, set),
      photos: ofSet(photos, set),
    });
    return sets.map((set) => setView(set, of(set)));
  }

  async show(id: string) {
    const set = await this.find(id);
    const [weighings, tests, photos] = await Promise.all([
      WoodWeighing.findAll({ where: { setId: id }, order: ['at'] }),
      WoodTest.findAll({ where: { setId: id }, order: ['at'] }),
      findPhotos({ setId: id }),
    ]);
    return setView(set, { weighings, tests, photos });
  }

  /** A second request with the same id (a retry) gives the set that is already there. */
  async create(dto: CreateWoodSetDto) {
    const pieces = dto.use === 'brace' ? ONE_PIECE : (dto.pieces ?? TWO_HALVES);
    await insertOnce(WoodSet, { ...dto, pieces, demo: false });
    return this.show(dto.id);
  }

  async change(id: string, dto: ChangeWoodSetDto) {
    const set = await this.find(id);
    const pieces = dto.pieces && (await this.keptPieces(set, dto.pieces));
    await set.update({ ...dto, ...(pieces && { pieces }) });
    return this.show(id);
  }

  async archive(id: string, archived: boolean) {
    await (await this.find(id)).update({ archivedAt: archived ? new Date() : null });
    return this.show(id);
  }

  async weigh(id: string, { id: weighingId, piece: mark, ask, ...weighing }: WeighDto) {
    const set = await this.find(id);
    const piece = pieceOf(set, mark);
    const { length, width, thickness } = sizeOf(set, piece);
    const density = weighing.mass / (length * width * thickness);
    if (density < 80 || density > 1500) {
      throw invalid([
        {
          field: 'mass',
          message: `would make the wood ${density.toPrecision(3)} kg/m³: check grams against kilograms, one piece against all`,
        },
      ]);
    }
    if (ask) await this.askAbout([set, piece], { mass: weighing.mass });
    await insertOnce(WoodWeighing, { ...weighing, id: weighingId, setId: id, piece: piece.mark, at: new Date() });
    return this.show(id);
  }

  async flex(
    id: string,
    { id: testId, piece: mark, person, feel = null, jigId = null, points, ask, ...own }: FlexTestDto,
  ) {
    const set = await this.find(id);
    const piece = pieceOf(set, mark);
    const board = sizeOf(set, piece);
    const jig = await this.jigOf(jigId, own);
    const [size, width] = jig.direction === 'along' ? [board.length, board.width] : [board.width, board.length];
    if (jig.span > size)
      throw invalid([
        { field: jigId ? 'jigId' : 'span', message: `is longer than the board (${Math.round(size * 1000)} mm)` },
      ]);
    const { span, direction } = jig;
    const shear = await this.shearOf(set, piece);
    const input: FlexTest = { span, direction, points, width, thickness: board.thickness, jig, shear };
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
    if (ask) await this.askAbout([set, piece], { finding: { kind: 'flex', ...result } });
    return this.keepTest({
      id: testId,
      setId: id,
      piece: piece.mark,
      kind: 'flex',
      jigId,
      person,
      feel,
      input,
      result,
    });
  }

  async knock(id: string, { id: testId, piece: mark, person, partials, ring = {}, ask }: KnockTestDto) {
    const set = await this.find(id);
    const piece = pieceOf(set, mark);
    const input: KnockTest = { ...sizeOf(set, piece), mass: await this.massOf(set, piece), ...partials };
    const { modulusAlong, modulusAcross, shearModulus, residuals, warnings } = refusing('', () => identifyPlate(input));
    const quality = qualities(partials, ring);
    const result: WoodTestResult = { modulusAlong, modulusAcross, shearModulus, residuals, quality, warnings };
    const misnamed = warnings.find(({ code }) => code === 'misnamed');
    if (ask && misnamed) throw doubtful({ message: misnamed.message, slip: null });
    if (ask) await this.askAbout([set, piece], { finding: { kind: 'knock', ...result } });
    return this.keepTest({
      id: testId,
      setId: id,
      piece: piece.mark,
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
    const piece = pieceOf(set);
    const mass = await this.massOf(set, piece);
    const { length, width, thickness } = sizeOf(set, piece);
    const [across, height] = over === 'thickness' ? [width, thickness] : [thickness, width];
    const shear = await this.shearOf(set, piece);
    const { modulusAlong } = refusing('', () => identifyStick({ length, width: across, height, mass, note, shear }));
    const quality = qualities({ along: note }, ring === undefined ? {} : { along: ring });
    const result: WoodTestResult = { modulusAlong, quality, warnings: [] };
    if (ask) await this.askAbout([set, piece], { finding: { kind: 'knock', ...result } });
    const timed = ring !== undefined && { ring: { along: ring } };
    const input = { length, width, thickness, mass, along: note, over, ...timed };
    return this.keepTest({
      id: testId,
      setId: id,
      piece: piece.mark,
      kind: 'knock',
      jigId: null,
      person,
      feel: null,
      input,
      result,
    });
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
    test: Pick<WoodTest, 'id' | 'setId' | 'piece' | 'kind' | 'jigId' | 'person' | 'feel' | 'input' | 'result'>,
  ) {
    await insertOnce(WoodTest, { ...test, at: new Date() });
    if (test.feel !== null) await this.jigs.handChanged(test.person);
    return this.show(test.setId);
  }

  /** @throws 409 where the record would come into a doubt that it was not in */
  private async askAbout(
    [set, piece]: [WoodSet, StoredPiece],
    { mass, finding }: { mass?: number; finding?: WoodFinding },
  ): Promise<void> {
    const facts = await this.factsNow(set, piece);
    const findings = finding ? [...facts.findings, finding] : facts.findings;
    const then = setProperties({ ...facts, findings, mass: mass ?? facts.mass });
    const [doubt] = newDoubts(setProperties(facts).doubts, then.doubts);
    if (doubt) throw doubtful(doubt);
  }

  /** Of its newest weighing [kg]. */
  private async massOf({ id }: WoodSet, { mark }: StoredPiece): Promise<number> {
    const newest = await WoodWeighing.findOne({
      where: { setId: id, piece: mark, retractedAt: null },
      order: [['at', 'DESC']],
    });
    if (!newest) throw invalid([{ field: 'mass', message: 'is not known: weigh the board first' }]);
    return newest.mass;
  }

  /** What counts of it at this moment. */
  private async factsNow(set: WoodSet, piece: StoredPiece): Promise<SetFacts> {
    const where = { setId: set.id, piece: piece.mark, retractedAt: null };
    const [weighings, tests] = await Promise.all([
      WoodWeighing.findAll({ where, order: [['at', 'ASC']] }),
      WoodTest.findAll({ where, order: [['at', 'ASC']] }),
    ]);
    return pieceFacts(set, piece, { weighings, tests });
  }

  /** Modulus of rigidity along the grain, as far as it is known by now [Pa]. */
  private async shearOf(set: WoodSet, piece: StoredPiece): Promise<Estimate> {
    const { value, sd } = setProperties(await this.factsNow(set, piece)).shearModulus;
    return { value, sd };
  }

  /** As told, what it knows of where they came from kept. @throws 400 where one that was measured would go */
  private async keptPieces(set: WoodSet, told: readonly StoredPiece[]): Promise<StoredPiece[]> {
    const gone = piecesOf(set).filter(({ mark }) => told.every((one) => one.mark !== mark));
    const where = { setId: set.id, piece: gone.map(({ mark }) => mark), retractedAt: null };
    const [weighed, tested] = await Promise.all([WoodWeighing.count({ where }), WoodTest.count({ where })]);
    if (weighed + tested > 0)
      throw invalid([
        { field: 'pieces', message: 'would lose one that was measured: take its weights and tests back first' },
      ]);
    return told.map((piece) => ({ ...set.pieces.find(({ mark }) => mark === piece.mark), ...piece }));
  }

  private async find(id: string): Promise<WoodSet> {
    const set = await WoodSet.findByPk(id);
    if (!set) throw notFound('set of wood');
    return set;
  }
}

/** Without the pictures themselves. */
function findPhotos(where: { setId?: string }): Promise<WoodPhoto[]> {
  return WoodPhoto.findAll({
    where: { ...where, retractedAt: null },
    attributes: { exclude: ['bytes'] },
    order: ['at'],
  });
}

function ofSet<T extends { setId: string }>(rows: readonly T[], { id }: WoodSet): T[] {
  return rows.filter((row) => row.setId === id);
}
