#!/usr/bin/env node
// Starts everything on one port. Options: --port N, --data DIR, --empty, --database-url URL, --host ADDRESS
import { existsSync, mkdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { createServer } from 'node:net';
import { join, resolve } from 'node:path';
import { parseArgs } from 'node:util';
import { buildWhenChanged } from './lib/build.mjs';
import { createDatabase, DATA, databaseUrl, openCluster, stopCluster } from './lib/postgres.mjs';
import { checkNode, ensureModules } from './lib/prepare.mjs';
import { stopRunning } from './lib/run.mjs';
import { endOnStop, say, Stop } from './lib/say.mjs';
import { startServer, startWorker, stopServer } from './lib/server.mjs';

const DEFAULT_PORT = 4310;

endOnStop(async () => {
  const options = readOptions();
  checkNode();
  const data = resolve(options.data ?? DATA);
  const release = holdData(data);
  const held = { cluster: null, child: null, worker: null, stopping: false };
  const stop = async (code) => {
    if (held.stopping) return;
    held.stopping = true;
    say('\nStopping …');
    stopRunning();
    await Promise.all([held.child, held.worker].filter(Boolean).map(stopServer));
    if (held.cluster) stopCluster(held.cluster);
    release();
    say('Stopped. Everything is kept.');
    process.exit(code);
  };
  for (const signal of ['SIGINT', 'SIGTERM', 'SIGHUP']) process.on(signal, () => void stop(0));
  try {
    await checkPort(options.port, options.host);
    await ensureModules();
    await buildWhenChanged();
    let url = options['database-url'];
    if (!url) {
      say('Starting the database …');
      held.cluster = await openCluster(join(data, 'postgres'));
      createDatabase(held.cluster);
      url = databaseUrl(held.cluster);
    }
    const { child, address } = await startServer({ url, port: options.port, host: options.host, demo: !options.empty });
    held.child = child;
    child.on('exit', () => void stop(1));
    held.worker = startWorker({ url });
    say(`Nimble Spruce is ready: ${address}\nStop it with Ctrl-C.`);
  } catch (error) {
    if (held.cluster) stopCluster(held.cluster);
    release();
    if (!held.stopping) throw error;
  }
});

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

/** Two programs on one data folder would stop each other's database: the second one is told where the first is. */
function holdData(data) {
  mkdirSync(data, { recursive: true });
  const file = join(data, 'running.pid');
  const other = existsSync(file) ? Number(readFileSync(file, 'utf8')) : 0;
  if (other > 0 && other !== process.pid && isAlive(other)) {
    throw new Stop(
      `Nimble Spruce is already running on this data folder (process ${other}). Use that one, stop it, or name another folder with --data.`,
    );
  }
  writeFileSync(file, String(process.pid));
  return () => rmSync(file, { force: true });
}

function isAlive(pid) {
  try {
    process.kill(pid, 0);
    return readFileSync(`/proc/${pid}/cmdline`, 'utf8').includes('start.mjs');
  } catch {
    return false;
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
