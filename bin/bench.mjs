#!/usr/bin/env node
// Speed, as ratios within one run, on a throw-away database with 200 builds and 100,000 readings.
import { rmSync } from 'node:fs';
import { join } from 'node:path';
import { buildWhenChanged } from './lib/build.mjs';
import { createDatabase, databaseUrl, freePort, openCluster, removeCluster, temporaryFolder } from './lib/postgres.mjs';
import { checkNode, ensureModules } from './lib/prepare.mjs';
import { ROOT, run } from './lib/run.mjs';
import { endOnStop, say } from './lib/say.mjs';
import { startServer, stopServer } from './lib/server.mjs';

endOnStop(async () => {
  checkNode();
  await ensureModules();
  await buildWhenChanged();
  const folder = temporaryFolder();
  const cluster = await openCluster(join(folder, 'postgres'), { throwAway: true });
  createDatabase(cluster);
  const { child, address } = await startServer({
    url: databaseUrl(cluster),
    port: await freePort(),
    demo: false,
    quiet: true,
  });
  try {
    const file = join(ROOT, '.data', 'bench.json');
    const { code } = await run(process.execPath, [
      '-C',
      'source',
      '-r',
      '@swc-node/register',
      join(ROOT, 'bench/main.ts'),
      address,
      file,
    ]);
    if (code === 0) say(`\nThe same as JSON: ${file}`);
    process.exitCode = code;
  } finally {
    await stopServer(child);
    removeCluster(cluster);
    rmSync(folder, { recursive: true, force: true });
  }
});
