#!/usr/bin/env node
// Starts everything on one port. Options: --port N, --data DIR, --empty, --database-url URL, --host ADDRESS
import { createServer } from 'node:net';
import { join, resolve } from 'node:path';
import { parseArgs } from 'node:util';
import { buildWhenChanged } from './lib/build.mjs';
import { holdData } from './lib/hold.mjs';
import {
  clusterLives,
  createDatabase,
  DATA,
  DATABASE,
  databaseUrl,
  openCluster,
  reopenCluster,
  stopCluster,
} from './lib/postgres.mjs';
import { checkNode, ensureModules } from './lib/prepare.mjs';
import { stopRunning } from './lib/run.mjs';
import { endOnStop, say, Stop } from './lib/say.mjs';
import { keepBackups } from './lib/scheduled-backups.mjs';
import { addressOf, spawnServer, startWorker, stopServer, untilAnswers } from './lib/server.mjs';
import { keepUp, watchOver } from './lib/supervise.mjs';

const DEFAULT_PORT = 4310;

endOnStop(async () => {
  const options = readOptions();
  checkNode();
  const data = resolve(options.data ?? DATA);
  const hold = await holdData(data);
  const program = { cluster: null, server: null, worker: null, stopping: false };
  const stop = async (code) => {
    if (program.stopping) return;
    program.stopping = true;
    say('\nStopping …');
    stopRunning();
    await end(program, hold);
    say('Stopped. Everything is kept.');
    process.exit(code);
  };
  for (const signal of ['SIGINT', 'SIGTERM', 'SIGHUP']) process.on(signal, () => void stop(0));
  try {
    await checkPort(options.port, options.host);
    await ensureModules();
    await buildWhenChanged();
    await begin(program, { options, data, hold });
    say(`Nimble Spruce is ready: ${addressOf(options)}\nStop it with Ctrl-C.`);
  } catch (error) {
    if (program.stopping) return;
    program.stopping = true;
    await end(program, hold);
    throw error;
  }
});

/** Database, server and worker, each looked after from then on. @throws Stop where the first start fails */
async function begin(program, { options, data, hold }) {
  const isStopping = () => program.stopping;
  let url = options['database-url'];
  if (!url) {
    say('Starting the database …');
    const cluster = await openCluster(join(data, 'postgres'));
    program.cluster = cluster;
    createDatabase(cluster);
    url = databaseUrl(cluster);
    const database = { name: 'The database', lives: () => clusterLives(cluster), reopen: () => reopenCluster(cluster) };
    void watchOver({ ...database, isStopping });
    void keepBackups({ data, cluster, database: DATABASE, isStopping });
  }
  const noted = (child) => {
    hold.note(child.pid);
    return child;
  };
  const beginServer = () =>
    noted(spawnServer({ url, port: options.port, host: options.host, demo: !options.empty, data }));
  const first = beginServer();
  program.server = { child: first };
  await untilAnswers(first, addressOf(options));
  program.server = keepUp({ name: 'The server', first, begin: beginServer, isStopping });
  program.worker = keepUp({ name: 'The worker', begin: () => noted(startWorker({ url })), isStopping });
}

async function end({ cluster, server, worker }, hold) {
  await Promise.all([server?.child, worker?.child].filter(Boolean).map(stopServer));
  if (cluster) stopCluster(cluster);
  hold.release();
}

function readOptions() {
  try {
    const { values } = parseArgs({
      options: {
        port: { type: 'string', default: String(DEFAULT_PORT) },
        data: { type: 'string' },
        empty: { type: 'boolean', default: false },
        'database-url': { type: 'string' },
        host: { type: 'string', default: '127.0.0.1' },
      },
    });
    const port = Number(values.port);
    if (!Number.isInteger(port) || port < 1 || port > 65535) throw new Error(`--port ${values.port} is not a port`);
    if (!['127.0.0.1', 'localhost', '::1'].includes(values.host)) {
      throw new Error(
        '--host: other machines may come in only once sign-in is set up, which this version does not have yet. Leave it out.',
      );
    }
    return { ...values, port };
  } catch (error) {
    throw new Stop(`${error.message}\nOptions: --port N, --data DIR, --empty, --database-url URL`);
  }
}

function checkPort(port, host) {
  return new Promise((accept, refuse) => {
    const probe = createServer();
    probe.on('error', () =>
      refuse(new Stop(`Port ${port} is in use. Choose another: npm start -- --port ${port + 1}`)),
    );
    probe.listen(port, host, () => probe.close(() => accept()));
  });
}
