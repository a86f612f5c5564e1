#!/usr/bin/env node
// One more worker for explorations of whole tops: npm run worker [-- --data DIR | --database-url URL]. Stop it with
// Ctrl-C: what it was at goes on elsewhere.
import { join, resolve } from 'node:path';
import { parseArgs } from 'node:util';
import { buildWhenChanged } from './lib/build.mjs';
import { DATA, databaseUrl, runningCluster } from './lib/postgres.mjs';
import { checkNode, ensureModules } from './lib/prepare.mjs';
import { endOnStop, say, Stop } from './lib/say.mjs';
import { startWorker, stopServer } from './lib/server.mjs';

endOnStop(async () => {
  checkNode();
  const { values } = parseArgs({ options: { data: { type: 'string' }, 'database-url': { type: 'string' } } });
  await ensureModules();
  await buildWhenChanged();
  const child = startWorker({ url: values['database-url'] ?? (await urlOf(resolve(values.data ?? DATA))) });
  for (const signal of ['SIGINT', 'SIGTERM', 'SIGHUP']) process.on(signal, () => void stopServer(child));
  say('A worker is at the queue. Stop it with Ctrl-C.');
  process.exitCode = await new Promise((ended) => child.on('exit', (code) => ended(code ?? 0)));
});

async function urlOf(data) {
  const cluster = await runningCluster(join(data, 'postgres'));
  if (!cluster)
    throw new Stop(
      'Nimble Spruce is not running on this data folder: start it first, or name a database with --database-url.',
    );
  return databaseUrl(cluster);
}
