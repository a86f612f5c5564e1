/** The built application as its users run it: a server process of its own on a fresh database. */
import { spawn, type ChildProcess } from 'node:child_process';
import { randomUUID } from 'node:crypto';
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

/** @param worker whether explorations are worked on @param sounds of the demo's tops: only what plays or shows them needs to wait for them. */
export async function serveApp({
  demo,
  sounds = false,
  worker = false,
}: {
  demo: boolean;
  sounds?: boolean;
  worker?: boolean;
}): Promise<ServedApp> {
  const url = await makeDatabase();
  const port = await freePort();
  const address = `http://127.0.0.1:${port}`;
  let child: ChildProcess | null = null;
  const start = async () => {
    const env = {
      ...process.env,
      NODE_ENV: 'production',
      DATABASE_URL: url,
      PORT: String(port),
      WEB_ROOT: join(ROOT, 'apps/web/dist'),
      DEMO: !demo ? 'off' : sounds ? 'on' : 'silent',
      LOG_LEVEL: 'error',
    };
    child = spawn(process.execPath, ['--disable-warning=ExperimentalWarning', join(ROOT, 'apps/server/dist/main.js')], {
      env,
      stdio: 'ignore',
    });
    for (let attempt = 0; attempt < READY_TRIES; attempt++) {
      const answer = await fetch(`${address}/api/v1/health`).catch(() => null);
      if (answer?.ok) return;
      await wait(100);
    }
    await crash();
    throw new Error('the server did not answer');
  };
  const crash = () =>
    new Promise<void>((accept) => {
      if (!child || child.exitCode !== null || child.signalCode !== null) return accept();
      child.on('exit', () => accept());
      child.kill('SIGKILL');
    });
  await start();
  const endWorker = worker ? startWorker(url) : () => undefined;
  return { address, start, crash, close: () => (endWorker(), crash()) };
}

async function makeDatabase(): Promise<string> {
  const server = process.env.TEST_POSTGRES_URL;
  if (!server) throw new Error('TEST_POSTGRES_URL is not set: run these tests through npm test');
  const name = `browser_${randomUUID().replaceAll('-', '')}`;
  const client = new Client({ connectionString: server });
  await client.connect();
  await client.query(`create database ${name}`);
  await client.end();
  const url = new URL(server);
  url.pathname = `/${name}`;
  return url.href;
}

export function freePort(): Promise<number> {
  return new Promise((accept) => {
    const probe = createServer().listen(0, '127.0.0.1', () => {
      const { port } = probe.address() as AddressInfo;
      probe.close(() => accept(port));
    });
  });
}
