import { Injectable } from '@nestjs/common';
import { checkBuildWood, type BuildWood } from '@nimble/core/project';
import { plateShape, type HoleSpec, type OutlineSpec } from '@nimble/core/outline';
import { DatabaseError, ForeignKeyConstraintError, QueryTypes, type Transaction } from 'sequelize';
import { Sequelize } from 'sequelize-typescript';
import { MIGRATIONS } from '../database/migrations';
import { upgradeDocuments } from '../database/stored-shapes';
import { invalid, refusing } from '../http/problem';
import { VerdictsService } from '../verdicts/verdicts.service';
import {
  BUNDLE_TABLES,
  BYTES,
  KIND,
  MANIFEST,
  photoFile,
  rowsFile,
  soundFile,
  VERSION,
  type Manifest,
} from './bundle-tables';
import type { BundleReadView } from './bundle.view';
import { OpenZip } from './open-zip';

type Row = Record<string, unknown>;
/** Rows of the largest table of a workshop's life stay well below [bytes]. */
const LARGEST_ROWS = 400 * 2 ** 20;
const SMALL = 2 ** 20;
const PIECE = 256 * 1024;

/** Reads builds in that another bench, or this one, wrote into a bundle. What is here already stays as it is. */
@Injectable()
export class BundleInService {
  constructor(
    private readonly sequelize: Sequelize,
    private readonly verdicts: VerdictsService,
  ) {}

  /** All of it or nothing. @throws ProblemException for a file that is no whole bundle of this program or an older one */
  async read(path: string): Promise<BundleReadView> {
    const zip = await OpenZip.of(path);
    try {
      await this.checkManifest(zip);
      const answer = await this.sequelize
        .transaction((transaction) => this.readAll(zip, transaction))
        .catch((error: unknown) => {
          throw inWords(error);
        });
      await upgradeDocuments(this.sequelize);
      const added = answer.added.map(({ id }) => id);
      for (const id of added) await this.verdicts.markLearners(id, added);
      return answer;
    } finally {
      zip.close();
    }
  }

  private async checkManifest(zip: OpenZip): Promise<void> {
    const manifest = (await zip.json(MANIFEST, SMALL)) as Partial<Manifest> | null;
    if (manifest?.kind !== KIND) throw refused('is no bundle of Nimble Spruce');
    const known = new Set(MIGRATIONS.map(({ name }) => name));
    const isNewer = manifest.version !== VERSION || (manifest.migrations ?? []).some((name) => !known.has(name));
    if (isNewer) throw refused('was written by a newer program: update this one first');
  }

  private async readAll(zip: OpenZip, transaction: Transaction): Promise<BundleReadView> {
    const builds = ((await zip.json(rowsFile('builds'), LARGEST_ROWS)) ?? []) as Row[];
    builds.forEach(checkBuild);
    const here = await this.idsHere(builds, transaction);
    const taken = new Set(here);
    const numbered = await this.numbered(
      builds.filter(({ id }) => !taken.has(id as string)),
      transaction,
    );
    for (const { table, build } of BUNDLE_TABLES) {
      const all = table === 'builds' ? numbered : (((await zip.json(rowsFile(table), LARGEST_ROWS)) ?? []) as Row[]);
      const rows = build ? all.filter((row) => !taken.has(row[build] as string)) : all;
      const added = await this.insert(table, rows, transaction);
      if (table === 'knocks') for (const id of added) await this.addSound(zip, id, transaction);
      if (table === 'wood_photos') for (const id of added) await this.addPhoto(zip, id, transaction);
    }
    await this.asTheyWere(zip, numbered, transaction);
    const told = ({ id, number, name }: Row) => ({ id, number, name }) as BundleReadView['added'][number];
    return { added: numbered.map(told), here: builds.filter(({ id }) => taken.has(id as string)).map(told) };
  }

  private async idsHere(builds: readonly Row[], transaction: Transaction): Promise<string[]> {
    const rows = await this.sequelize.query<{ id: string }>('select id from builds where id = any($1)', {
      type: QueryTypes.SELECT,
      bind: [builds.map(({ id }) => id)],
      transaction,
    });
    return rows.map(({ id }) => id);
  }

  /** A number that another build on the bench has is changed for the next one that is free. */
  private async numbered(builds: readonly Row[], transaction: Transaction): Promise<Row[]> {
    const rows = await this.sequelize.query<{ number: number }>('select number from builds', {
      type: QueryTypes.SELECT,
      transaction,
    });
    const used = new Set(rows.map(({ number }) => number));
    return builds.map((build) => {
      let number = build.number as number;
      while (used.has(number)) number += 1;
      used.add(number);
      return { ...build, number };
    });
  }

  /** @returns ids of the rows that are new here */
  private async insert(table: string, rows: readonly Row[], transaction: Transaction): Promise<string[]> {
    if (rows.length === 0) return [];
    const columns = (await this.columnsOf(table, transaction)).filter((name) => name in rows[0]!);
    const listed = columns.map((name) => `"${name}"`).join(', ');
    const blank = BYTES[table] ? `, ${BYTES[table].join(', ')}` : '';
    const nothing = BYTES[table] ? `, ''::bytea` : '';
    const key = columns.includes('id') ? 'id' : 'build_id';
    const added = await this.sequelize.query<{ id: string }>(
      `insert into ${table} (${listed}${blank})
       select ${listed}${nothing} from jsonb_populate_recordset(null::${table}, $1::jsonb) on conflict do nothing returning ${key} as id`,
      { type: QueryTypes.SELECT, bind: [JSON.stringify(rows)], transaction },
    );
    return added.map(({ id }) => id);
  }

  /** Those that the database does not work out by itself. */
  private async columnsOf(table: string, transaction: Transaction): Promise<string[]> {
    const rows = await this.sequelize.query<{ name: string }>(
      `select column_name as name from information_schema.columns
         where table_schema = current_schema() and table_name = $1 and is_generated = 'NEVER' and is_identity = 'NO'
         order by ordinal_position`,
      { type: QueryTypes.SELECT, bind: [table], transaction },
    );
    return rows.map(({ name }) => name);
  }

  /** Readings that come in tell their survey and build so: that they came long ago is put right. */
  private async asTheyWere(zip: OpenZip, builds: readonly Row[], transaction: Transaction): Promise<void> {
    const ids = builds.map(({ id }) => id);
    const surveys = ((await zip.json(rowsFile('surveys'), LARGEST_ROWS)) ?? []) as Row[];
    const of = (table: string, columns: string, rows: readonly Row[]) =>
      this.sequelize.query(
        `update ${table} set (${columns}) = (select ${columns} from jsonb_populate_record(null::${table}, one)) from jsonb_array_elements($1::jsonb) one
          where ${table}.id = (one ->> 'id')::uuid`,
        { bind: [JSON.stringify(rows)], transaction },
      );
    await of(
      'surveys',
      'last_read_at, revision',
      surveys.filter((row) => ids.includes(row.build_id)),
    );
    await of('builds', 'updated_at, revision', builds);
  }

  private async addSound(zip: OpenZip, id: string, transaction: Transaction): Promise<void> {
    let number = 0;
    for await (const bytes of zip.pieces(soundFile(id), PIECE)) {
      await this.sequelize.query('insert into sound_pieces (knock_id, number, bytes) values ($1, $2, $3)', {
        bind: [id, number, bytes],
        transaction,
      });
      number += 1;
    }
    if (number === 0) throw refused(`lacks the sound ${soundFile(id)}`);
  }

  private async addPhoto(zip: OpenZip, id: string, transaction: Transaction): Promise<void> {
    const pieces: Buffer[] = [];
    for await (const bytes of zip.pieces(photoFile(id), PIECE)) pieces.push(bytes);
    if (pieces.length === 0) throw refused(`lacks the picture ${photoFile(id)}`);
    await this.sequelize.query('update wood_photos set bytes = $2 where id = $1', {
      bind: [id, Buffer.concat(pieces)],
      transaction,
    });
  }
}

const refused = (reason: string) =>
  invalid([{ field: 'file', message: reason }], `The file ${reason}. Nothing was read in`);

/** What the database says of rows that someone else wrote. */
function inWords(error: unknown): unknown {
  if (error instanceof ForeignKeyConstraintError) return refused('rests on records that it lacks');
  if (error instanceof DatabaseError && /^2[23]/.test((error.original as { code?: string }).code ?? ''))
    return refused('holds records that can’t be');
  return error;
}

/** Whoever edited the open files: a build that can't be is refused before a page stumbles over it. */
function checkBuild({ wood, outline, holes }: Row, i: number): void {
  refusing(`builds[${i}].outline`, () => plateShape(outline as OutlineSpec, holes as HoleSpec[]));
  refusing(`builds[${i}].wood`, () => checkBuildWood(wood as BuildWood));
}
