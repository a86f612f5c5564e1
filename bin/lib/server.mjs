/** Runs the built server as a child process and waits until it answers. */
import { spawn } from 'node:child_process';
import { join } from 'node:path';
import { setTimeout as wait } from 'node:timers/promises';
import { WEB_ROOT } from './build.mjs';
import { ROOT } from './run.mjs';
import { say, Stop } from './say.mjs';

/** A slow machine takes its time: nobody gives up while the server lives, but it is said that it still works. */
const SAY_EVERY_MS = 20_000;

const LOOPBACK = '127.0.0.1';
export const addressOf = ({ port }) => `http://${LOOPBACK}:${port}`;

/** @param shop what else it listens to, from `shopOf` @returns the process; it does not answer yet */
export function spawnServer({ url, port, demo = true, quiet = false, data, shop = null }) {
  const env = {
    ...process.env,
    NODE_ENV: 'production',
    DATABASE_URL: url,
    PORT: String(port),
    HOST: LOOPBACK,
    ...(shop && shopSettings(shop)),
    WEB_ROOT,
    DEMO: demo ? 'on' : 'off',
    ...(data && { DATA_FOLDER: data }),
    LOG_LEVEL: process.env.LOG_LEVEL ?? (quiet ? 'error' : 'warn'),
  };
  // A group of its own: Ctrl-C in the terminal reaches only the starter, which then stops things in order.
  return spawn(
    process.execPath,
    ['--disable-warning=ExperimentalWarning', join(ROOT, 'apps', 'server', 'dist', 'main.js')],
    { env, stdio: 'inherit', detached: true },
  );
}

const shopSettings = ({ host, addresses, certificate, key, authority }) => ({
  SHOP_HOST: host,
  SHOP_ADDRESSES: addresses.join(','),
  TLS_CERTIFICATE: certificate,
  TLS_KEY: key,
  ...(authority && { TLS_AUTHORITY: authority }),
});

/** @param whole whether the demo bench must be laid out as well @throws Stop where the server ends instead */
export async function untilAnswers(child, address, { whole = false } = {}) {
  let ended = null;
  child.on('exit', (code) => (ended = code ?? 1));
  let said = Date.now();
  for (;;) {
    if (ended !== null) throw new Stop(`The server stopped while starting (exit ${ended}).`);
    const answer = await fetch(`${address}/api/v1/health`).catch(() => null);
    if (answer?.ok && (!whole || (await answer.json()).demo === null)) return;
    if (Date.now() - said > SAY_EVERY_MS) {
      say('Still starting …');
      said = Date.now();
    }
    await wait(100);
  }
}

/** Up, with its demo bench laid out whole. */
export async function startServer(options) {
  const child = spawnServer(options);
  const address = addressOf(options);
  await untilAnswers(child, address, { whole: true });
  return { child, address };
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
