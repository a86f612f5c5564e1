#!/usr/bin/env node
// An invitation made at the machine itself: the way back in for an owner who has lost the password.
import { execFileSync } from 'node:child_process';
import { existsSync } from 'node:fs';
import { join, resolve } from 'node:path';
import { parseArgs } from 'node:util';
import { buildWhenChanged } from './lib/build.mjs';
import { DATA, databaseUrl, openCluster, runningCluster, stopCluster } from './lib/postgres.mjs';
import { checkNode, ensureModules } from './lib/prepare.mjs';
import { ROOT } from './lib/run.mjs';
import { endOnStop, say, Stop } from './lib/say.mjs';

const USAGE = 'npm run invite -- owner|helper [NAME] [--data DIR]';

endOnStop(async () => {
  const { values, positionals } = readArgs();
  const [role = 'owner', name] = positionals;
  if (!['owner', 'helper'].includes(role)) throw new Stop(`${role} is no role.\n${USAGE}`);
  const data = resolve(values.data ?? DATA);
  if (!existsSync(join(data, 'postgres.password'))) throw new Stop(`There is no bench in ${data}.`);
  checkNode();
  await ensureModules();
  await buildWhenChanged();
  const running = await runningCluster(join(data, 'postgres'));
  const cluster = running ?? (await openCluster(join(data, 'postgres')));
  try {
    const code = codeOf(databaseUrl(cluster), [role, ...(name ? [name] : [])]);
    say(`For three days, once: open the bench’s address with /join/${code} behind it.`);
  } finally {
    if (!running) stopCluster(cluster);
  }
});

function codeOf(url, args) {
  const file = join(ROOT, 'apps', 'server', 'dist', 'invite.js');
  const env = { ...process.env, DATABASE_URL: url, LOG_LEVEL: 'error' };
  try {
    return execFileSync(process.execPath, ['--disable-warning=ExperimentalWarning', file, ...args], { env })
      .toString()
      .trim();
  } catch {
    throw new Stop('The invitation could not be made: see above.');
  }
}

function readArgs() {
  try {
    return parseArgs({ options: { data: { type: 'string' } }, allowPositionals: true });
  } catch (error) {
    throw new Stop(`${error.message}\n${USAGE}`);
  }
}
