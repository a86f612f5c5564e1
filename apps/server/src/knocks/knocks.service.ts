import { Injectable } from '@nestjs/common';
import { keptAnalysis } from '@nimble/core/sound';
import { Sequelize } from 'sequelize-typescript';
import { Build } from '../build-records/models/build.model';
import { Hearing } from '../compute/hearing';
import { insertOnce } from '../database/insert-once';
import { invalid, notFound } from '../http/problem';
import type { UploadedSound } from '../http/sound-upload';
import type { SoundView } from './knock.view';
import type { KnockDto, PlayedDto } from './knocks.dto';
import { KnockRecord } from '../build-records/models/knock.model';
import { openSound, storeSound, withSoundFile } from './sound-store';

/** A half of a top twists as low as this [Hz]. */
const LOWEST = 28;

@Injectable()
export class KnocksService {
  constructor(
    private readonly sequelize: Sequelize,
    private readonly hearing: Hearing,
  ) {}

  /** All that was heard of a build, oldest first, the sounds themselves left where they are. */
  async list(buildId: string) {
    const rows = await KnockRecord.findAll({ where: { buildId }, order: [['at', 'ASC']] });
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
    return this.keep(buildId, dto, file, async (path) => ({
      about,
      round,
      place: { name, x, y, held },
      options,
      analysis: keptAnalysis(await this.hearing.knock(path, options)),
    }));
  }

  async addPlayed(buildId: string, dto: PlayedDto, file: UploadedSound | undefined) {
    const { title, lowest, highest } = dto;
    return this.keep(buildId, dto, file, async (path) => ({
      about: 'played' as const,
      round: 1,
      place: { title, lowest, highest },
      options: {},
      analysis: await this.hearing.played(path, { lowest, highest }),
    }));
  }

  /** The same sound with other settings. */
  async hearAgain(id: string, from: number) {
    const row = await KnockRecord.findByPk(id);
    if (!row) throw notFound('knock');
    if (row.about === 'played')
      throw invalid([{ field: 'id', message: 'is a played recording: its range is asked for when it is sent' }]);
    const options = { ...row.options, from };
    const analysis = await withSoundFile(this.sequelize, id, (path) => this.hearing.knock(path, options));
    return knockView(await row.update({ options, analysis: keptAnalysis(analysis) }));
  }

  async open(id: string) {
    const row = await KnockRecord.findByPk(id);
    if (!row) throw notFound('knock');
    return { stream: openSound(this.sequelize, id), size: row.size, name: soundName(row) };
  }

  /** A wrong one no longer counts; it stays in the record. */
  async retract(id: string, retracted: boolean) {
    const row = await KnockRecord.findByPk(id);
    if (!row) throw notFound('knock');
    return knockView(await row.update({ retractedAt: retracted ? new Date() : null }));
  }

  private async keep(
    buildId: string,
    { id, person, at, source }: Pick<KnockDto, 'id' | 'person' | 'at' | 'source'>,
    file: UploadedSound | undefined,
    hear: (path: string) => Promise<Pick<KnockRecord, 'about' | 'round' | 'place' | 'options' | 'analysis'>>,
  ) {
    if (!(await Build.count({ where: { id: buildId } }))) throw notFound('build');
    // A retry of what is already here costs no second hearing.
    const known = await KnockRecord.findByPk(id);
    if (known) return knockView(known);
    if (!file) throw invalid([{ field: 'file', message: 'is missing: send a WAV' }]);
    const heard = await hear(file.path);
    const row = { id, buildId, person, source, at: at ? new Date(at) : new Date(), ...heard };
    await this.sequelize.transaction(async (transaction) => {
      if (!(await insertOnce(KnockRecord, { ...row, size: 0 }, { transaction }))) return;
      const size = await storeSound(this.sequelize, { knockId: id, path: file.path }, transaction);
      await KnockRecord.update({ size }, { where: { id }, transaction });
    });
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

function knockView({
  id,
  buildId,
  about,
  round,
  place,
  at,
  person,
  source,
  options,
  analysis,
  retractedAt,
}: Listed): SoundView {
  return {
    id,
    buildId,
    about,
    round,
    place,
    at,
    person,
    source,
    options,
    analysis,
    retracted: retractedAt !== null,
  } as SoundView;
}
