#!/usr/bin/env node
// For work on the program: server and pages from their sources, restarted and reloaded on every change.
import { spawn } from 'node:child_process';
import { join } from 'node:path';
import { createDatabase, DATA, databaseUrl, freePort, openCluster, stopCluster } from './lib/postgres.mjs';
import { checkNode, ensureModules } from './lib/prepare.mjs';
import { ROOT } from './lib/run.mjs';
import { endOnStop, say } from './lib/say.mjs';

endOnStop(async () => {
  checkNode();
  await ensureModules();
  const cluster = await openCluster(join(DATA, 'dev-postgres'));
  createDatabase(cluster);
  const port = await freePort();
  const env = {
    ...process.env,
    DATABASE_URL: databaseUrl(cluster),
    PORT: String(port),
    API_URL: `http://127.0.0.1:${port}`,
    LOG_LEVEL: 'warn',
  };
  const server = spawn(process.execPath, ['--watch', '-C', 'source', '-r', '@swc-node/register', 'src/main.ts'], {
    cwd: join(ROOT, 'apps/server'),
    env,
    stdio: 'inherit',
  });
  const pages = spawn(process.execPath, [join(ROOT, 'node_modules/vite/bin/vite.js')], {
    cwd: join(ROOT, 'apps/web'),
    env,
    stdio: 'inherit',
  });
  const stop = () => {
    server.kill();
    pages.kill();
    stopCluster(cluster);
    process.exit(0);
  };
  for (const signal of ['SIGINT', 'SIGTERM']) process.on(signal, stop);
  say('Stop with Ctrl-C.');
});
