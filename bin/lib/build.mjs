/** Builds core and server (swc) and the pages (Vite), when their sources changed since the last build. */
import { createHash } from 'node:crypto';
import { existsSync, readdirSync, readFileSync, statSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { ROOT, run, runTool } from './run.mjs';
import { say, Stop } from './say.mjs';

const SOURCES = [
  'packages/core/src',
  'apps/server/src',
  'apps/web/src',
  'apps/web/public',
  'apps/web/index.html',
  'apps/web/vite.config.ts',
  'package-lock.json',
  'bin/lib/build.mjs',
];
const NOTE = join(ROOT, 'apps', 'web', 'dist', '.built-from');

export const WEB_ROOT = join(ROOT, 'apps', 'web', 'dist');

export async function buildWhenChanged() {
  const state = stateOfSources();
  if (existsSync(NOTE) && readFileSync(NOTE, 'utf8') === state) return;
  say('Building …');
  await buildServer();
  await orStop(
    run(process.execPath, [join(ROOT, 'node_modules', 'vite', 'bin', 'vite.js'), 'build', '--logLevel', 'warn'], {
      cwd: join(ROOT, 'apps', 'web'),
      // Whoever starts it may work at something else: pages for makers are never a developer's.
      env: { ...process.env, NODE_ENV: 'production' },
    }),
    'apps/web',
  );
  writeFileSync(NOTE, state);
}

/** Core and server alone. */
export async function buildServer() {
  const args = 'src -d dist --strip-leading-paths --config-file .swcrc --ignore **/*.test.ts --quiet'.split(' ');
  for (const workspace of ['packages/core', 'apps/server'])
    await orStop(runTool('swc', args, { cwd: join(ROOT, workspace) }), workspace);
}

async function orStop(running, what) {
  const { code } = await running;
  if (code !== 0) throw new Stop(`Building ${what} failed: see above.`);
}

/** Names, sizes and times of all source files. */
function stateOfSources() {
  const hash = createHash('sha256');
  const visit = (path) => {
    if (!existsSync(path)) return;
    const stat = statSync(path);
    if (stat.isDirectory()) for (const name of readdirSync(path).sort()) visit(join(path, name));
    else hash.update(`${path} ${stat.size} ${stat.mtimeMs}\n`);
  };
  for (const source of SOURCES) visit(join(ROOT, source));
  return hash.digest('hex');
}
