/** Databases of a cluster: what they hold in figures, and how they are made, named anew and dropped. */
import pg from 'pg';
import { databaseUrl } from './postgres.mjs';

/** Where a queue lays its jobs: they are made anew, never kept. */
export const QUEUE_SCHEMA = 'job_queue';

const MAINTENANCE = 'postgres';

/** Runs `work` with a connection that is closed after it. */
export async function connected(cluster, name, work) {
  const client = new pg.Client({ connectionString: databaseUrl(cluster, name) });
  await client.connect();
  try {
    return await work(client);
  } finally {
    await client.end();
  }
}

const asked = (cluster, statement, values) =>
  connected(cluster, MAINTENANCE, async (client) => (await client.query(statement, values)).rows);
const quoted = (name) => `"${name.replaceAll('"', '""')}"`;

/** Names that begin so, oldest first where they end in a time. */
export async function databasesLike(cluster, beginning) {
  const rows = await asked(cluster, 'select datname from pg_database where starts_with(datname, $1) order by 1', [
    beginning,
  ]);
  return rows.map(({ datname }) => datname);
}

export async function makeDatabase(cluster, name) {
  if ((await databasesLike(cluster, name)).includes(name)) return;
  await asked(cluster, `create database ${quoted(name)} template template0 encoding 'UTF8'`);
}

export const dropDatabase = (cluster, name) => asked(cluster, `drop database if exists ${quoted(name)} with (force)`);

/** One takes the place of another, which is kept under a name of its own: both or neither. */
export async function swapDatabases(cluster, { now, next, kept }) {
  await asked(cluster, `select pg_terminate_backend(pid) from pg_stat_activity where datname in ($1, $2)`, [now, next]);
  const hasNow = (await databasesLike(cluster, now)).includes(now);
  const putAway = hasNow ? `alter database ${quoted(now)} rename to ${quoted(kept)};` : '';
  await asked(cluster, `begin; ${putAway} alter database ${quoted(next)} rename to ${quoted(now)}; commit`);
}

/** Rows of each table and a sum over all of them, as one moment has them. Text of a row is the same on any machine. */
export async function summarise(client) {
  await client.query(`set timezone = 'UTC'; set extra_float_digits = 3; set bytea_output = hex; set datestyle = ISO`);
  const { rows: tables } = await client.query(
    `select tablename as name from pg_tables where schemaname = 'public' order by 1`,
  );
  const summary = {};
  for (const { name } of tables) {
    const { rows } = await client.query(
      `select count(*)::int as rows, md5(coalesce(string_agg(sum, '' order by sum), '')) as sum
         from (select md5(t::text) as sum from public.${quoted(name)} t) each`,
    );
    summary[name] = rows[0];
  }
  return summary;
}

/** Steps that a database has been through; none where it was never started. */
export async function migrationsOf(client) {
  const { rows } = await client.query(`select to_regclass('public.migrations') as known`);
  if (!rows[0].known) return [];
  return (await client.query('select name from migrations order by 1')).rows.map(({ name }) => name);
}
