import { Injectable } from '@nestjs/common';
import { keptAnalysis, keptWav } from '@nimble/core';
import { Sequelize } from 'sequelize-typescript';
import { Build } from '../builds/models/build.model';
import { hearKnock, hearPlayed } from '../compute/hearing';
import { streamBytes } from '../database/stream-bytes';
import { invalid, notFound, refusing } from '../problem';
import { insertOnce } from '../database/insert-once';
import type { KnockDto, PlayedDto } from './knocks.dto';
import { KnockRecord } from './models/knock.model';

/** A half of a top twists as low as this [Hz]. */
const LOWEST = 28;
const LISTED = { exclude: ['bytes'] };

export interface UploadedSound {
  buffer: Buffer;
}

@Injectable()
export class KnocksService {
  constructor(private readonly sequelize: Sequelize) {}

  /** All that was heard of a build, oldest first, the sounds themselves left where they are. */
  async list(buildId: string) {
    const rows = await KnockRecord.findAll({ where: { buildId }, attributes: LISTED, order: [['at', 'ASC']] });
    return rows.map(knockView);
  }

  async add(buildId: string, dto: KnockDto, file: UploadedSound | undefined) {
    const { about, round = 1, name, x, y, heldX, heldY, from = LOWEST } = dto;
    if (about === 'station' && (name === undefined || x === undefined || y === undefined))
      throw invalid([{ field: 'name', message: 'is missing: say at which station it was struck' }]);
    if (about === 'bar' && name === undefined)
      throw invalid([{ field: 'name', message: 'is missing: say which bar it was' }]);
    const held = heldX === undefined || heldY === undefined ? undefined : { x: heldX, y: heldY };
    const options = { from };
    return this.keep(buildId, dto, file, async (bytes) => ({
      about,
      round,
      place: { name, x, y, held },
      options,
      analysis: keptAnalysis(await hearKnock(bytes, options)),
    }));
  }

  async addPlayed(buildId: string, dto: PlayedDto, file: UploadedSound | undefined) {
    const { title, lowest, highest } = dto;
    return this.keep(buildId, dto, file, async (bytes) => ({
      about: 'played' as const,
      round: 1,
      place: { title, lowest, highest },
      options: {},
      analysis: await hearPlayed(bytes, { lowest, highest }),
    }));
  }

  /** The same sound with other settings. */
  async hearAgain(id: string, from: number) {
    const row = await KnockRecord.findByPk(id);
    if (!row) throw notFound('knock');
    if (row.about === 'played')
      throw invalid([{ field: 'id', message: 'is a played recording: its range is asked for when it is sent' }]);
    const options = { ...row.options, from };
    return knockView(await row.update({ options, analysis: keptAnalysis(await hearKnock(row.bytes, options)) }));
  }

  async open(id: string) {
    const row = await KnockRecord.findByPk(id, { attributes: LISTED });
    if (!row) throw notFound('knock');
    const stream = streamBytes(this.sequelize, { table: 'knocks', column: 'bytes', id, size: row.size });
    return { stream, size: row.size, name: soundName(row) };
  }

  /** A wrong one no longer counts; it stays in the record. */
  async retract(id: string, retracted: boolean) {
    const row = await KnockRecord.findByPk(id, { attributes: LISTED });
    if (!row) throw notFound('knock');
    return knockView(await row.update({ retractedAt: retracted ? new Date() : null }));
  }

  private async keep(
    buildId: string,
    { id, person, at, source }: Pick<KnockDto, 'id' | 'person' | 'at' | 'source'>,
    file: UploadedSound | undefined,
    hear: (bytes: Buffer) => Promise<Pick<KnockRecord, 'about' | 'round' | 'place' | 'options' | 'analysis'>>,
  ) {
    if (!(await Build.count({ where: { id: buildId } }))) throw notFound('build');
    // A retry of what is already here costs no second hearing.
    const known = await KnockRecord.findByPk(id, { attributes: LISTED });
    if (known) return knockView(known);
    if (!file) throw invalid([{ field: 'file', message: 'is missing: send a WAV' }]);
    const kept = refusing('', () => keptWav(file.buffer));
    const bytes = Buffer.from(kept.buffer, kept.byteOffset, kept.byteLength); // the same memory, not a copy
    const heard = await hear(bytes);
    const row = {
      id,
      buildId,
      person,
      source,
      at: at ? new Date(at) : new Date(),
      ...heard,
      bytes,
      size: bytes.length,
    };
    await insertOnce(KnockRecord, row);
    return knockView({ ...row, retractedAt: null });
  }
}

/** For a header, which takes plain letters only: a bar may be called anything. */
function soundName({ about, round, place }: KnockRecord): string {
  const called = (place.name ?? '')
    .normalize('NFKD')
    .replace(/[^A-Za-z0-9]+/g, '-')
    .replace(/^-|-$/g, '');
  return `${[about, `round-${round}`, called].filter(Boolean).join('-')}.wav`;
}

type Listed = Pick<
  KnockRecord,
  'id' | 'buildId' | 'about' | 'round' | 'place' | 'at' | 'person' | 'source' | 'options' | 'analysis' | 'retractedAt'
>;

function knockView({ id, buildId, about, round, place, at, person, source, options, analysis, retractedAt }: Listed) {
  return {
    id, buildId, about, round, place, at, person, source, options, analysis, retracted: retractedAt !== null,
  }; // prettier-ignore
}
