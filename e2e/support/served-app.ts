/** The built application as its users run it: a server process of its own on a fresh database. */
import { spawn, type ChildProcess } from 'node:child_process';
import { randomUUID } from 'node:crypto';
import { createServer, type AddressInfo } from 'node:net';
import { join, resolve } from 'node:path';
import { setTimeout as wait } from 'node:timers/promises';
import { Client } from 'pg';

const ROOT = resolve(__dirname, '..', '..');
/** A tenth of a second each: a busy machine takes its time. */
const READY_TRIES = 600;

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

/** On an empty database. @param worker whether explorations are worked on */
export async function serveApp({ worker = false }: { worker?: boolean } = {}): Promise<ServedApp> {
  const url = await makeDatabase();
  const port = await freePort();
  const address = `http://127.0.0.1:${port}`;
  const own = serverOn({ url, port });
  let another: ReturnType<typeof serverOn> | null = null;
  await own.start();
  const endWorker = worker ? startWorker(url) : () => undefined;
  const crash = async () => {
    await Promise.all([own.crash(), another?.crash()]);
    another = null;
  };
  const startAnother = async () => {
    another = serverOn({ url: await makeDatabase(), port });
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
  const url = await makeDatabase();
  const ports: number[] = [];
  while (ports.length < servers) ports.push(await freePort());
  const all = ports.map((port) => serverOn({ url, port }));
  await Promise.all(all.map(({ start }) => start()));
  const ends = Array.from({ length: workers }, () => startWorker(url));
  const close = async () => {
    for (const end of ends) end();
    await Promise.all(all.map(({ crash }) => crash()));
  };
  return { addresses: ports.map((port) => `http://127.0.0.1:${port}`), close };
}

/** A server process that can be started and ended again. */
function serverOn({ url, port }: { url: string; port: number }) {
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
      DEMO: 'off',
      LOG_LEVEL: 'error',
    };
    child = spawn(process.execPath, ['--disable-warning=ExperimentalWarning', join(ROOT, 'apps/server/dist/main.js')], {
      env,
      stdio: 'ignore',
    });
    for (let attempt = 0; attempt < READY_TRIES; attempt++) {
      const answer = await fetch(`http://127.0.0.1:${port}/api/v1/health`).catch(() => null);
      if (answer?.ok) return;
      await wait(100);
    }
    await crash();
    throw new Error('the server did not answer');
  };
  return { start, crash };
}

async function makeDatabase(): Promise<string> {
  const name = `browser_${randomUUID().replaceAll('-', '')}`;
  await asked(`create database ${name}`);
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

/** Two free ports in a row. @returns the first */
export async function freePair(): Promise<number> {
  for (;;) {
    const port = await freePort();
    if (await isFree(port + 1)) return port;
  }
}

function isFree(port: number): Promise<boolean> {
  return new Promise((accept) => {
    const probe = createServer().on('error', () => accept(false));
    probe.listen(port, '0.0.0.0', () => probe.close(() => accept(true)));
  });
}
