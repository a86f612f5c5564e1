#!/usr/bin/env node
// Everything, from nothing: format, lint, types, layers, unit, API and browser tests. Ends with "N passed, N failed".
// Names after `--` run only those steps: npm test -- unit api
import { mkdtempSync, readFileSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { buildWhenChanged } from './lib/build.mjs';
import { ensureChromium } from './lib/chromium.mjs';
import { databaseUrl, openCluster, removeCluster, temporaryFolder } from './lib/postgres.mjs';
import { checkNode, ensureModules } from './lib/prepare.mjs';
import { run, runTool, stopRunning } from './lib/run.mjs';
import { endOnStop, say } from './lib/say.mjs';

const SOURCES = ['packages/core/src', 'apps/server/src', 'apps/web/src'];
/** All else reads the core's types. */
const CORE_TYPES = ['tsc', '-p', 'packages/core'];
const CHECKS = {
  types: [
    ['tsc', '-p', 'packages/core/test'],
    ['tsc', '-p', 'apps/server'],
    ['tsc', '-p', 'apps/web'],
    ['tsc', '-p', 'bench', '--noEmit'],
  ],
  contract: [['node', 'bin/contract.mjs', '--check']],
  format: [['prettier', '--check', '--log-level', 'warn', '.']],
  lint: [['eslint', '.', '--max-warnings', '0']],
  layers: [
    ['depcruise', ...SOURCES, '--config', '.dependency-cruiser.cjs'],
    ['depcruise', ...SOURCES, '--config', '.dependency-cruiser.rooms.cjs'],
    ['knip', '--no-progress'],
  ],
};
const UNIT = { core: 'core', server: 'server-unit', web: 'web' };
/** Two cores: two things at a time, the longest first. */
const AT_ONCE = 2;
/** What lives a moment is cleared away before it is looked at twice [MiB]: a third less work for lint and types. */
const YOUNG_MB = 64;
const STEP_LIMIT_MS = 29 * 60_000;

const counts = { passed: 0, failed: 0 };

endOnStop(async () => {
  checkNode();
  process.env.NODE_OPTIONS = `${process.env.NODE_OPTIONS ?? ''} --max-semi-space-size=${YOUNG_MB}`.trim();
  await ensureModules();
  const wanted = process.argv.slice(2).filter((name) => name !== '--');
  const isWanted = (name) => wanted.length === 0 || wanted.includes(name);
  if (Object.keys(CHECKS).some(isWanted)) await check('types of the core', [CORE_TYPES]);
  // What is built is read by whatever runs beside: it must stand first.
  if (isWanted('browser') || isWanted('contract')) await buildWhenChanged();
  if (isWanted('browser')) await ensureChromium();
  await withDatabase(isWanted, (env) => inTurn(jobsOf(isWanted, env)));
  say(`\n${counts.passed} passed, ${counts.failed} failed`);
  process.exitCode = counts.failed > 0 ? 1 : 0;
});

function jobsOf(isWanted, env) {
  const unit = (name) => () => suite(`unit tests of the ${name}`, [UNIT[name], ...ONE_WORKER], {});
  return [
    ['browser', () => suite('browser tests', ['e2e', ...ONE_BROWSER], { ...env, SE_OFFLINE: 'true' })],
    ['unit', unit('core')],
    ['api', () => suite('API tests', ['api', ...ONE_WORKER], env)],
    ['lint', () => check('lint', CHECKS.lint)],
    ['unit', unit('web')],
    ['types', () => check('types', CHECKS.types)],
    ['layers', () => check('layers', CHECKS.layers)],
    ['format', () => check('format', CHECKS.format)],
    ['contract', () => check('contract', CHECKS.contract)],
    ['unit', unit('server')],
  ].flatMap(([name, job]) => (isWanted(name) ? [job] : []));
}

const ONE_WORKER = ['--maxWorkers=1', '--testTimeout=60000'];
const ONE_BROWSER = ['--runInBand', '--testTimeout=120000'];

async function inTurn(jobs) {
  const left = [...jobs];
  const lane = async () => {
    for (let job = left.shift(); job; job = left.shift()) await job();
  };
  await Promise.all(Array.from({ length: AT_ONCE }, lane));
}

/** A cluster of its own where any of the wanted steps needs one. */
async function withDatabase(isWanted, work) {
  if (!isWanted('api') && !isWanted('browser')) return work({});
  const folder = temporaryFolder();
  const cluster = await openCluster(join(folder, 'postgres'), { throwAway: true });
  const clear = () => {
    removeCluster(cluster);
    rmSync(folder, { recursive: true, force: true });
  };
  for (const signal of ['SIGINT', 'SIGTERM']) {
    process.on(signal, () => {
      stopRunning();
      clear();
      process.exit(1);
    });
  }
  try {
    await work({ TEST_POSTGRES_URL: databaseUrl(cluster, 'postgres') });
  } finally {
    clear();
  }
}

/** A check counts as one test. What anything says is said at its end, since others run beside it. */
async function check(name, commands) {
  const since = Date.now();
  let failed = false;
  const said = [];
  for (const [tool, ...args] of commands) {
    const options = { timeout: STEP_LIMIT_MS, capture: true };
    const { code, output } = await (tool === 'node'
      ? run(process.execPath, args, options)
      : runTool(tool, args, options));
    failed ||= code !== 0;
    said.push(output);
  }
  tell(name, since, said.join(''));
  if (failed) counts.failed++;
  else counts.passed++;
}

async function suite(name, args, env) {
  const since = Date.now();
  const folder = mkdtempSync(join(tmpdir(), 'nimble-spruce-results-'));
  const file = join(folder, 'results.json');
  const { code, output } = await runTool('jest', ['--selectProjects', ...args, '--json', `--outputFile=${file}`], {
    timeout: STEP_LIMIT_MS,
    env: { ...process.env, ...env },
    stdio: ['ignore', 'ignore', 'pipe'],
    capture: true,
  });
  tell(name, since, output);
  try {
    const result = JSON.parse(readFileSync(file, 'utf8'));
    counts.passed += result.numPassedTests;
    counts.failed += result.numFailedTests + result.numRuntimeErrorTestSuites;
  } catch {
    counts.failed++;
    say(`The ${name} ended without a result (exit ${code}).`);
  }
  rmSync(folder, { recursive: true, force: true });
}

const tell = (name, since, output) => say(`\n== ${name}, ${Math.round((Date.now() - since) / 1000)} s\n${output}`);
