#!/usr/bin/env node
// Starts everything. Options: --port N, --data DIR, --empty, --database-url URL, --host [ADDRESS], --certificate FILE --key FILE
import { existsSync } from 'node:fs';
import { createServer, isIP } from 'node:net';
import { join, resolve } from 'node:path';
import { parseArgs } from 'node:util';
import { buildWhenChanged } from './lib/build.mjs';
import { benchCertificate, shopNames } from './lib/certificate.mjs';
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
const ALL_NETWORKS = '0.0.0.0';
const USAGE =
  'Options: --port N, --data DIR, --empty, --database-url URL, --host [ADDRESS], --certificate FILE --key FILE';

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
    await checkPort(options.port, '127.0.0.1');
    if (options.host) await checkPort(options.port + 1, options.host);
    await ensureModules();
    await buildWhenChanged();
    const shop = options.host ? await shopOf(options, data) : null;
    await begin(program, { options, data, hold, shop });
    say(`Nimble Spruce is ready: ${addressOf(options)}`);
    if (shop) say(`Other devices of the shop: ${shop.addresses.join('  ')}`);
    say('Stop it with Ctrl-C.');
  } catch (error) {
    if (program.stopping) return;
    program.stopping = true;
    await end(program, hold);
    throw error;
  }
});

/** Database, server and worker, each looked after from then on. @throws Stop where the first start fails */
async function begin(program, { options, data, hold, shop }) {
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
  const beginServer = () => noted(spawnServer({ url, port: options.port, demo: !options.empty, data, shop }));
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

/** The next port of the shop's network, encrypted: by a certificate that is given, or one of the bench's own. */
async function shopOf({ host, port, certificate, key }, data) {
  const names = shopNames(host);
  if (names.length === 0) throw new Stop('--host: this machine is on no network. Leave it out, or name an address.');
  const files = certificate
    ? { certificate: resolve(certificate), key: resolve(key) }
    : await benchCertificate(data, names);
  return { host, addresses: names.map((name) => `https://${name}:${port + 1}`), ...files };
}

function readOptions() {
  try {
    const { values } = parseArgs({
      args: hostGiven(process.argv.slice(2)),
      options: {
        port: { type: 'string', default: String(DEFAULT_PORT) },
        data: { type: 'string' },
        empty: { type: 'boolean', default: false },
        'database-url': { type: 'string' },
        host: { type: 'string' },
        certificate: { type: 'string' },
        key: { type: 'string' },
      },
    });
    const port = Number(values.port);
    if (!Number.isInteger(port) || port < 1 || port > 65534) throw new Error(`--port ${values.port} is not a port`);
    checkHost(values);
    return { ...values, port };
  } catch (error) {
    throw new Stop(`${error.message}\n${USAGE}`);
  }
}

/** `--host` alone means all networks of this machine. */
function hostGiven(args) {
  const at = args.indexOf('--host');
  const isAlone = at >= 0 && (args[at + 1] ?? '--').startsWith('--');
  return isAlone ? [...args.slice(0, at + 1), ALL_NETWORKS, ...args.slice(at + 1)] : args;
}

function checkHost({ host, certificate, key }) {
  if (host !== undefined && isIP(host) !== 4)
    throw new Error(`--host ${host}: name an address of this machine, such as 192.168.1.20, or none for all`);
  if ((certificate === undefined) !== (key === undefined)) throw new Error('--certificate and --key go together');
  for (const file of [certificate, key])
    if (file !== undefined && !existsSync(file)) throw new Error(`${file} is not there`);
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
