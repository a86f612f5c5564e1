/**
 * A backup is one file: a tar of a PostgreSQL dump and of what it must hold, table by table, so that whoever restores
 * it can tell whether all of it arrived.
 */
import {
  existsSync,
  mkdtempSync,
  readFileSync,
  readSync,
  renameSync,
  rmSync,
  openSync,
  fsyncSync,
  closeSync,
  writeFileSync,
} from 'node:fs';
import { dirname, join, resolve } from 'node:path';
import { connected, migrationsOf, QUEUE_SCHEMA, summarise } from './databases.mjs';
import { run } from './run.mjs';
import { Stop } from './say.mjs';

const DUMP = 'bench.dump';
const MANIFEST = 'manifest.json';
const KIND = 'nimble-spruce-backup';
/** What PostgreSQL's own dumps begin with: backups were those alone once. */
const PLAIN_DUMP = 'PGDMP';

/** Everything of a database as one moment has it; programs may write meanwhile. @throws Stop where the file is there */
export async function writeBackup(cluster, database, wanted, { overwrite = false } = {}) {
  const file = resolve(wanted);
  if (existsSync(file) && !overwrite)
    throw new Stop(`${wanted} is there already: name another file, or add --overwrite.`);
  if (!existsSync(dirname(file))) throw new Stop(`The folder ${dirname(file)} is not there.`);
  // Readable by its owner alone, whatever the shell's habits.
  const habit = process.umask(0o077);
  const folder = mkdtempSync(`${file}.making-`);
  try {
    await connected(cluster, database, async (client) => {
      await client.query('begin isolation level repeatable read read only');
      const { rows } = await client.query('select pg_export_snapshot() as snapshot');
      const manifest = {
        kind: KIND,
        version: 1,
        at: new Date().toISOString(),
        migrations: await migrationsOf(client),
        tables: await summarise(client),
      };
      writeFileSync(join(folder, MANIFEST), JSON.stringify(manifest, null, 2));
      const args = ['--format=custom', `--snapshot=${rows[0].snapshot}`, `--exclude-schema=${QUEUE_SCHEMA}`];
      await tool(cluster, 'pg_dump', [...args, `--file=${join(folder, DUMP)}`, `--dbname=${database}`]);
    });
    await tar(['-cf', join(folder, 'whole'), '-C', folder, MANIFEST, DUMP]);
    settleOnDisk(join(folder, 'whole'));
    renameSync(join(folder, 'whole'), file);
  } finally {
    process.umask(habit);
    rmSync(folder, { recursive: true, force: true });
  }
  return file;
}

/** Opens a backup for `work`; a dump of earlier days has no manifest. @throws Stop where it is no whole backup */
export async function withBackup(wanted, work) {
  const file = resolve(wanted);
  if (!existsSync(file)) throw new Stop(`${wanted} is not there.`);
  if (beginningOf(file).startsWith(PLAIN_DUMP)) return work({ dump: file, manifest: null });
  const folder = mkdtempSync(join(dirname(file), '.reading-backup-'));
  try {
    const { code } = await run('tar', ['-xf', file, '-C', folder, MANIFEST, DUMP], { capture: true });
    if (code !== 0) throw new Stop(`${wanted} is no whole backup of Nimble Spruce. Nothing was changed.`);
    return await work({ dump: join(folder, DUMP), manifest: manifestOf(join(folder, MANIFEST), wanted) });
  } finally {
    rmSync(folder, { recursive: true, force: true });
  }
}

function manifestOf(path, wanted) {
  const told = parsed(readFileSync(path, 'utf8'));
  if (told?.kind !== KIND) throw new Stop(`${wanted} is no backup of Nimble Spruce. Nothing was changed.`);
  if (told.version !== 1)
    throw new Stop(`${wanted} was made by a newer program: update this one first. Nothing was changed.`);
  return told;
}

function parsed(text) {
  try {
    return JSON.parse(text);
  } catch {
    return null;
  }
}

function beginningOf(file) {
  const bytes = Buffer.alloc(PLAIN_DUMP.length);
  const handle = openSync(file, 'r');
  readSync(handle, bytes);
  closeSync(handle);
  return bytes.toString('latin1');
}

/** PostgreSQL's own tools; the password goes by the environment, which only their owner can read. @throws Stop */
export async function tool(cluster, name, args) {
  const env = {
    ...process.env,
    PGHOST: '127.0.0.1',
    PGPORT: String(cluster.port),
    PGUSER: cluster.user,
    PGPASSWORD: cluster.password,
  };
  const { code, output } = await run(join(cluster.programs, name), args, { capture: true, env });
  if (code !== 0) throw new Stop(/No space left/i.test(output) ? 'The disk is full.' : `${name} failed:\n${output}`);
}

async function tar(args) {
  const { code, output } = await run('tar', args, { capture: true });
  if (code !== 0) throw new Stop(/No space left/i.test(output) ? 'The disk is full.' : `tar failed:\n${output}`);
}

function settleOnDisk(path) {
  const handle = openSync(path, 'r+');
  fsyncSync(handle);
  closeSync(handle);
}
