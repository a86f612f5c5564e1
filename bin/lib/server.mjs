/** Runs the built server as a child process and waits until it answers. */
import { spawn } from 'node:child_process';
import { join } from 'node:path';
import { setTimeout as wait } from 'node:timers/promises';
import { WEB_ROOT } from './build.mjs';
import { ROOT } from './run.mjs';
import { Stop } from './say.mjs';

/** A tenth of a second each: the demo's sounds are heard before the first answer, and a busy machine takes its time. */
const READY_TRIES = 1200;

export async function startServer({ url, port, host = '127.0.0.1', demo = true, quiet = false }) {
  const env = {
    ...process.env,
    NODE_ENV: 'production',
    DATABASE_URL: url,
    PORT: String(port),
    HOST: host,
    WEB_ROOT,
    DEMO: demo ? 'on' : 'off',
    LOG_LEVEL: process.env.LOG_LEVEL ?? (quiet ? 'error' : 'warn'),
  };
  // A group of its own: Ctrl-C in the terminal reaches only the starter, which then stops things in order.
  const child = spawn(
    process.execPath,
    ['--disable-warning=ExperimentalWarning', join(ROOT, 'apps', 'server', 'dist', 'main.js')],
    { env, stdio: 'inherit', detached: true },
  );
  let ended = null;
  child.on('exit', (code) => (ended = code ?? 1));
  const address = `http://${host === '0.0.0.0' ? '127.0.0.1' : host}:${port}`;
  for (let attempt = 0; attempt < READY_TRIES; attempt++) {
    if (ended !== null) throw new Stop(`The server stopped while starting (exit ${ended}).`);
    const answer = await fetch(`${address}/api/v1/health`).catch(() => null);
    if (answer?.ok) return { child, address };
    await wait(100);
  }
  child.kill('SIGKILL');
  throw new Stop('The server did not answer within two minutes.');
}

/** Takes explorations from the queue; it ends with the signal that it is given. */
export function startWorker({ url }) {
  const env = { ...process.env, NODE_ENV: 'production', DATABASE_URL: url };
  const file = join(ROOT, 'apps', 'server', 'dist', 'worker.js');
  return spawn(process.execPath, ['--disable-warning=ExperimentalWarning', file], {
    env,
    stdio: 'inherit',
    detached: true,
  });
}

export function stopServer(child) {
  if (child.exitCode !== null || child.signalCode !== null) return Promise.resolve();
  return new Promise((resolve) => {
    const insist = setTimeout(() => child.kill('SIGKILL'), 5000);
    child.on('exit', () => {
      clearTimeout(insist);
      resolve();
    });
    child.kill('SIGTERM');
  });
}
