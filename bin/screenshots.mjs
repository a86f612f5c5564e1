#!/usr/bin/env node
// Makes docs/screenshots anew from the demo data, one picture a main view.
import { rmSync } from 'node:fs';
import { join } from 'node:path';
import { buildWhenChanged } from './lib/build.mjs';
import { ensureChromium } from './lib/chromium.mjs';
import { createDatabase, databaseUrl, freePort, openCluster, removeCluster, temporaryFolder } from './lib/postgres.mjs';
import { checkNode, ensureModules } from './lib/prepare.mjs';
import { ROOT, run } from './lib/run.mjs';
import { endOnStop, say } from './lib/say.mjs';
import { startServer, stopServer } from './lib/server.mjs';

endOnStop(async () => {
  checkNode();
  await ensureModules();
  await ensureChromium();
  await buildWhenChanged();
  const folder = temporaryFolder();
  const cluster = await openCluster(join(folder, 'postgres'), { throwAway: true });
  createDatabase(cluster);
  const { child, address } = await startServer({ url: databaseUrl(cluster), port: await freePort(), quiet: true });
  try {
    const args = [
      '-C',
      'source',
      '-r',
      '@swc-node/register',
      join(ROOT, 'e2e/support/take-screenshots.ts'),
      address,
      join(ROOT, 'docs/screenshots'),
    ];
    const { code } = await run(process.execPath, args, { env: { ...process.env, SE_OFFLINE: 'true' } });
    if (code === 0) say('docs/screenshots is new.');
    process.exitCode = code;
  } finally {
    await stopServer(child);
    removeCluster(cluster);
    rmSync(folder, { recursive: true, force: true });
  }
});
