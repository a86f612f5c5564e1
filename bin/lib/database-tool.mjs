/** Runs one of PostgreSQL's own tools on the program's database, started for it when it is not running. */
import { existsSync } from 'node:fs';
import { join, resolve } from 'node:path';
import { parseArgs } from 'node:util';
import { createDatabase, DATA, databaseUrl, openCluster, runningCluster, stopCluster } from './postgres.mjs';
import { run } from './run.mjs';
import { say, Stop } from './say.mjs';

export async function withDatabaseTool({ tool, usage, args, done, mustExist = false, mustBeStopped = false }) {
  const { values, positionals } = parseArgs({ options: { data: { type: 'string' } }, allowPositionals: true });
  const [file] = positionals;
  if (!file) throw new Stop(`Name the file: ${usage}`);
  if (mustExist && !existsSync(file)) throw new Stop(`${file} is not there.`);
  const data = resolve(values.data ?? DATA);
  if (!existsSync(join(data, 'postgres.password'))) {
    if (!mustExist) throw new Stop(`There is nothing to back up in ${data}.`);
  }
  const running = await runningCluster(join(data, 'postgres'));
  if (running && mustBeStopped) throw new Stop('Nimble Spruce is running: stop it first.');
  const cluster = running ?? (await openCluster(join(data, 'postgres')));
  try {
    createDatabase(cluster);
    const { code, output } = await run(join(cluster.programs, tool), args(resolve(file), databaseUrl(cluster)), {
      capture: true,
    });
    if (code !== 0) throw new Stop(`${tool} failed:\n${output}`);
    say(done(file));
  } finally {
    if (!running) stopCluster(cluster);
  }
}
