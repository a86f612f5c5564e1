/** The built application as its users run it: a server process of its own on a fresh database. */
import { spawn, type ChildProcess } from 'node:child_process';
import { randomUUID } from 'node:crypto';
import { statSync } from 'node:fs';
import { createServer, type AddressInfo } from 'node:net';
import { join, resolve } from 'node:path';
import { setTimeout as wait } from 'node:timers/promises';
import { Client } from 'pg';

const ROOT = resolve(__dirname, '..', '..');
/** A tenth of a second each: the demo's sounds are heard before the first answer, and a busy machine takes its time. */
const READY_TRIES = 900;

export interface ServedApp {
  address: string;
  /** Ends the server as a crash would, and starts it again on the same database and port. */
  crash(): Promise<void>;
  start(): Promise<void>;
  /** Starts another bench on the same port, as another data folder would; `crash` ends it. */
  startAnother(): Promise<void>;
  close(): Promise<void>;
}

/** Takes explorations from the queue of a served application. @returns ends it */
function startWorker(url: string): () => void {
  const env = { ...process.env, NODE_ENV: 'production', DATABASE_URL: url };
  const worker = spawn(
    process.execPath,
    ['--disable-warning=ExperimentalWarning', join(ROOT, 'apps/server/dist/worker.js')],
    { env, stdio: 'ignore' },
  );
  return () => void worker.kill('SIGKILL');
}

/**
 * @param worker whether explorations are worked on
 * @param sounds of the demo's tops: only what plays or shows them needs to wait for them.
 */
export async function serveApp({
  demo,
  sounds = false,
  worker = false,
}: {
  demo: boolean;
  sounds?: boolean;
  worker?: boolean;
}): Promise<ServedApp> {
  const mode = !demo ? 'off' : sounds ? 'on' : 'silent';
  const url = await makeDatabase(demo ? await demoTemplate(mode) : null);
  const port = await freePort();
  const address = `http://127.0.0.1:${port}`;
  const own = serverOn({ url, port, demo: mode });
  let another: ReturnType<typeof serverOn> | null = null;
  await own.start();
  const endWorker = worker ? startWorker(url) : () => undefined;
  const crash = async () => {
    await Promise.all([own.crash(), another?.crash()]);
    another = null;
  };
  const startAnother = async () => {
    another = serverOn({ url: await makeDatabase(null), port, demo: 'off' });
    await another.start();
  };
  return { address, start: own.start, startAnother, crash, close: () => (endWorker(), crash()) };
}

export interface Servers {
  addresses: string[];
  close(): Promise<void>;
}

/** Several servers and workers that begin at one moment on one empty database. */
export async function serveSeveral({ servers, workers }: { servers: number; workers: number }): Promise<Servers> {
  const url = await makeDatabase(null);
  const ports: number[] = [];
  while (ports.length < servers) ports.push(await freePort());
  const all = ports.map((port) => serverOn({ url, port, demo: 'off' }));
  await Promise.all(all.map(({ start }) => start()));
  const ends = Array.from({ length: workers }, () => startWorker(url));
  const close = async () => {
    for (const end of ends) end();
    await Promise.all(all.map(({ crash }) => crash()));
  };
  return { addresses: ports.map((port) => `http://127.0.0.1:${port}`), close };
}

type DemoMode = 'off' | 'on' | 'silent';

/** A server process that can be started and ended again. */
function serverOn({ url, port, demo }: { url: string; port: number; demo: DemoMode }) {
  let child: ChildProcess | null = null;
  const crash = () =>
    new Promise<void>((accept) => {
      if (!child || child.exitCode !== null || child.signalCode !== null) return accept();
      child.on('exit', () => accept());
      child.kill('SIGKILL');
    });
  const start = async () => {
    const env = {
      ...process.env,
      NODE_ENV: 'production',
      DATABASE_URL: url,
      PORT: String(port),
      WEB_ROOT: join(ROOT, 'apps/web/dist'),
      DEMO: demo,
      LOG_LEVEL: 'error',
    };
    child = spawn(process.execPath, ['--disable-warning=ExperimentalWarning', join(ROOT, 'apps/server/dist/main.js')], {
      env,
      stdio: 'ignore',
    });
    for (let attempt = 0; attempt < READY_TRIES; attempt++) {
      const answer = await fetch(`http://127.0.0.1:${port}/api/v1/health`).catch(() => null);
      if (answer?.ok && ((await answer.json()) as { demo: object | null }).demo === null) return;
      await wait(100);
    }
    await crash();
    throw new Error('the server did not answer');
  };
  return { start, crash };
}

const BUILT = ['apps/server/dist/main.js', 'packages/core/dist/units/index.js'];

/**
 * A demo bench is loaded once for each build of the program, and copied from then on: to work it out takes longer than
 * most tests.
 * @returns name of a database that nobody is connected to
 */
async function demoTemplate(mode: DemoMode): Promise<string> {
  const built = Math.max(...BUILT.map((file) => statSync(join(ROOT, file)).mtimeMs));
  const name = `demo_${mode}_${Math.round(built)}`;
  await withLock(async () => {
    const { rowCount } = await asked(`select 1 from pg_database where datname = '${name}'`);
    if (rowCount === 0) await loadDemo(name, mode);
  });
  return name;
}

async function loadDemo(name: string, mode: DemoMode): Promise<void> {
  const loading = `${name}_loading`;
  await asked(`drop database if exists ${loading} with (force)`);
  await asked(`create database ${loading}`);
  const { start, crash } = serverOn({ url: addressOf(loading), port: await freePort(), demo: mode });
  await start();
  await crash();
  await asked(`select pg_terminate_backend(pid) from pg_stat_activity where datname = '${loading}'`);
  await asked(`alter database ${loading} rename to ${name}`);
}

const LOADING = 41;

/** Suites may run side by side: one loads the demo, the other waits for it. */
async function withLock(work: () => Promise<void>): Promise<void> {
  const client = new Client({ connectionString: serverAddress() });
  await client.connect();
  try {
    await client.query(`select pg_advisory_lock(${LOADING})`);
    await work();
  } finally {
    await client.end();
  }
}

async function makeDatabase(template: string | null): Promise<string> {
  const name = `browser_${randomUUID().replaceAll('-', '')}`;
  await asked(`create database ${name}${template ? ` template ${template}` : ''}`);
  return addressOf(name);
}

function serverAddress(): string {
  const server = process.env.TEST_POSTGRES_URL;
  if (!server) throw new Error('TEST_POSTGRES_URL is not set: run these tests through npm test');
  return server;
}

function addressOf(database: string): string {
  const url = new URL(serverAddress());
  url.pathname = `/${database}`;
  return url.href;
}

async function asked(statement: string) {
  const client = new Client({ connectionString: serverAddress() });
  await client.connect();
  try {
    return await client.query(statement);
  } finally {
    await client.end();
  }
}

export function freePort(): Promise<number> {
  return new Promise((accept) => {
    const probe = createServer().listen(0, '127.0.0.1', () => {
      const { port } = probe.address() as AddressInfo;
      probe.close(() => accept(port));
    });
  });
}
