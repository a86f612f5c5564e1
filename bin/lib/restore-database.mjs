/** A backup into a database beside the one in use, held against what it must hold, and only then in its place. */
import { readdirSync } from 'node:fs';
import { join } from 'node:path';
import { tool, withBackup } from './backup-file.mjs';
import {
  connected,
  databasesLike,
  dropDatabase,
  makeDatabase,
  migrationsOf,
  QUEUE_SCHEMA,
  summarise,
  swapDatabases,
} from './databases.mjs';
import { ROOT } from './run.mjs';
import { Stop } from './say.mjs';

const MIGRATIONS = join(ROOT, 'apps', 'server', 'src', 'database', 'migrations');

/** @returns name of the database that stood there before, which is kept */
export async function restoreDatabase(cluster, database, file) {
  const beside = `${database}_restoring`;
  await dropDatabase(cluster, beside);
  return withBackup(file, async ({ dump, manifest }) => {
    try {
      await makeDatabase(cluster, beside);
      await fill(cluster, beside, { dump, file });
      await connected(cluster, beside, (client) => check(client, manifest, file));
      const kept = keptName(database, new Date());
      await swapDatabases(cluster, { now: database, next: beside, kept });
      return kept;
    } catch (error) {
      await dropDatabase(cluster, beside);
      throw error;
    }
  });
}

const KEPT = '_before_';
const keptName = (database, at) => `${database}${KEPT}${at.toISOString().replace(/\D/g, '').slice(0, 14)}`;
export const keptDatabases = (cluster, database) => databasesLike(cluster, `${database}${KEPT}`);

/** Turns the last restore round: what stood before stands again, what was restored is kept in its place. */
export async function turnBack(cluster, database) {
  const last = (await keptDatabases(cluster, database)).at(-1);
  if (!last) throw new Stop('Nothing was restored here: there is nothing to turn back to.');
  await swapDatabases(cluster, { now: database, next: last, kept: keptName(database, new Date()) });
  return last;
}

async function fill(cluster, database, { dump, file }) {
  try {
    await tool(cluster, 'pg_restore', [
      '--exit-on-error',
      '--single-transaction',
      '--no-owner',
      `--dbname=${database}`,
      dump,
    ]);
  } catch (error) {
    if (!(error instanceof Stop) || /disk is full/.test(error.message)) throw error;
    throw new Stop(`${file} is broken or no backup of Nimble Spruce. Nothing was changed.`);
  }
}

/** @throws Stop where something is missing, or made by a newer program */
async function check(client, manifest, file) {
  const done = await migrationsOf(client);
  if (done.length === 0) throw new Stop(`${file} holds nothing of Nimble Spruce. Nothing was changed.`);
  const known = new Set(readdirSync(MIGRATIONS).map((name) => name.replace(/\.ts$/, '')));
  const newer = done.filter((name) => !known.has(name));
  if (newer.length > 0)
    throw new Stop(
      `${file} is of a newer program than this one (${newer.join(', ')}): update it first. Nothing was changed.`,
    );
  const found = await summarise(client);
  const unlike = Object.keys(manifest?.tables ?? {}).filter(
    (name) => JSON.stringify(found[name]) !== JSON.stringify(manifest.tables[name]),
  );
  if (unlike.length > 0) throw new Stop(`${file} came back unlike itself (${unlike.join(', ')}). Nothing was changed.`);
  await client.query(`drop schema if exists ${QUEUE_SCHEMA} cascade`);
  // Work that was under way belongs to a queue that is gone: it is gone on with when it is asked for.
  if (found.explorations)
    await client.query(`update explorations set state = 'cancelled' where state in ('waiting', 'running')`);
}
