import { Injectable } from '@nestjs/common';
import { exportReadings } from '@nimble/core/formats';
import { strToU8, Zip, ZipDeflate, ZipPassThrough } from 'fflate';
import { Readable } from 'node:stream';
import { QueryTypes } from 'sequelize';
import { Sequelize } from 'sequelize-typescript';
import { Build } from '../build-records/models/build.model';
import { ReadingRecord } from '../build-records/models/reading.model';
import { Survey } from '../build-records/models/survey.model';
import { toStationReadings } from '../build-records/survey.mapper';
import { streamBytes } from '../database/stream-bytes';
import { openSound } from '../knocks/sound-store';
import {
  BUNDLE_TABLES,
  BYTES,
  KIND,
  MANIFEST,
  OWN_COUNT,
  photoFile,
  README,
  rowsFile,
  soundFile,
  VERSION,
  type BundleTable,
  type Manifest,
} from './bundle-tables';

/** Rows pack well at once; sounds and pictures hardly at all. */
const PACKING = 4;

interface File {
  name: string;
  bytes: AsyncIterable<Buffer> | string;
}

/** Builds as open files in one zip, written as it is asked for: it never stands in memory whole. */
@Injectable()
export class BundleOutService {
  constructor(private readonly sequelize: Sequelize) {}

  /** @param all whether the whole rack goes along, and not only the boards that the builds were cut from */
  zip(builds: readonly Build[], all: boolean): Readable {
    return Readable.from(zipped(this.files(builds, all)), { objectMode: false });
  }

  private async *files(builds: readonly Build[], all: boolean): AsyncGenerator<File> {
    yield { name: MANIFEST, bytes: JSON.stringify(await this.manifest(), null, 2) };
    yield { name: 'README.txt', bytes: README };
    const ids = builds.map(({ id }) => id);
    for (const spec of BUNDLE_TABLES) {
      const rows = await this.rowsOf(spec, ids, all);
      yield { name: rowsFile(spec.table), bytes: JSON.stringify(rows, null, 1) };
      for (const { id, size } of rows) {
        if (spec.table === 'knocks')
          yield { name: soundFile(id as string), bytes: openSound(this.sequelize, id as string) };
        if (spec.table === 'wood_photos')
          yield { name: photoFile(id as string), bytes: this.photo(id as string, size as number) };
      }
    }
    for (const build of builds) yield* this.readings(build);
  }

  private async manifest(): Promise<Manifest> {
    const rows = await this.sequelize.query<{ name: string }>('select name from migrations order by 1', {
      type: QueryTypes.SELECT,
    });
    const at = new Date().toISOString();
    return { kind: KIND, version: VERSION, at, migrations: rows.map(({ name }) => name) };
  }

  private async rowsOf({ table, of, order }: BundleTable, ids: string[], all: boolean) {
    const left = [...(BYTES[table] ?? []), ...(OWN_COUNT[table] ?? [])];
    const rows = await this.sequelize.query<{ row: Record<string, unknown> }>(
      `select to_jsonb(t) - $3::text[] as row from ${table} t where ($1::uuid[] is not null and $2::boolean is not null) and ${of} order by ${order}`,
      { type: QueryTypes.SELECT, bind: [ids, all, left] },
    );
    return rows.map(({ row }) => row);
  }

  private photo(id: string, size: number): Readable {
    return streamBytes(this.sequelize, { table: 'wood_photos', column: 'bytes', id, size });
  }

  private async *readings(build: Build): AsyncGenerator<File> {
    const surveys = await Survey.findAll({ where: { buildId: build.id, retractedAt: null }, order: ['number'] });
    for (const { id, number } of surveys) {
      const rows = await ReadingRecord.findAll({ where: { surveyId: id }, order: ['sequence'], raw: true });
      if (rows.length === 0) continue;
      const name = `readings/no-${build.number}-survey-${number}.csv`;
      yield { name, bytes: exportReadings(toStationReadings(rows)) };
    }
  }
}

async function* zipped(files: AsyncIterable<File>): AsyncGenerator<Uint8Array> {
  const made: Uint8Array[] = [];
  const zip = new Zip((error, bytes) => {
    if (error) throw error;
    made.push(bytes);
  });
  const taken = () => made.splice(0);
  for await (const { name, bytes } of files) {
    const isText = typeof bytes === 'string';
    const entry = isText ? new ZipDeflate(name, { level: PACKING }) : new ZipPassThrough(name);
    zip.add(entry);
    if (isText) entry.push(strToU8(bytes), true);
    else {
      for await (const piece of bytes) {
        entry.push(piece);
        yield* taken();
      }
      entry.push(new Uint8Array(0), true);
    }
    yield* taken();
  }
  zip.end();
  yield* taken();
}
