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
  format: [['prettier', '--check', '--log-level', 'warn', '.']],
  contract: [['node', 'bin/contract.mjs', '--check']],
  lint: [['eslint', '.', '--max-warnings', '0']],
  layers: [
    ['depcruise', ...SOURCES, '--config', '.dependency-cruiser.cjs'],
    ['depcruise', ...SOURCES, '--config', '.dependency-cruiser.rooms.cjs'],
    ['knip', '--no-progress'],
  ],
};
/** Lint takes as long as the others together: it runs beside them. */
const LANES = [['lint'], ['types', 'contract', 'format', 'layers']];
const SUITES = { unit: ['core', 'server-unit', 'web'], api: ['api'], browser: ['e2e'] };
const STEP_LIMIT_MS = 15 * 60_000;

const counts = { passed: 0, failed: 0 };

endOnStop(async () => {
  checkNode();
  await ensureModules();
  const wanted = process.argv.slice(2).filter((name) => name !== '--');
  const isWanted = (name) => wanted.length === 0 || wanted.includes(name);
  if (Object.keys(CHECKS).some(isWanted)) await check('types of the core', [CORE_TYPES]);
  await Promise.all(
    LANES.map(async (names) => {
      for (const name of names.filter(isWanted)) await check(name, CHECKS[name]);
    }),
  );
  if (isWanted('unit')) await suite('unit', {});
  if (isWanted('api') || isWanted('browser')) await withDatabase(isWanted);
  say(`\n${counts.passed} passed, ${counts.failed} failed`);
  process.exitCode = counts.failed > 0 ? 1 : 0;
});

async function withDatabase(isWanted) {
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
    const env = { TEST_POSTGRES_URL: databaseUrl(cluster, 'postgres') };
    if (isWanted('api')) await suite('api', env);
    if (isWanted('browser')) {
      await ensureChromium();
      await buildWhenChanged();
      await suite('browser', { ...env, SE_OFFLINE: 'true' });
    }
  } finally {
    clear();
  }
}

/** A check counts as one test; what it says is said at its end, since others run beside it. */
async function check(name, commands) {
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
  say(`\n== ${name}\n${said.join('')}`);
  if (failed) counts.failed++;
  else counts.passed++;
}

async function suite(name, env) {
  say(`\n== ${name} tests`);
  const folder = mkdtempSync(join(tmpdir(), 'nimble-spruce-results-'));
  const file = join(folder, 'results.json');
  const args = [
    '--selectProjects',
    ...SUITES[name],
    '--json',
    `--outputFile=${file}`,
    ...(name === 'browser' ? ['--runInBand', '--testTimeout=120000'] : ['--testTimeout=60000', '--maxWorkers=2']),
  ];
  const { code } = await runTool('jest', args, {
    timeout: STEP_LIMIT_MS,
    env: { ...process.env, ...env },
    stdio: ['ignore', 'ignore', 'inherit'],
  });
  try {
    const result = JSON.parse(readFileSync(file, 'utf8'));
    counts.passed += result.numPassedTests;
    counts.failed += result.numFailedTests + result.numRuntimeErrorTestSuites;
  } catch {
    counts.failed++;
    say(`The ${name} tests ended without a result (exit ${code}).`);
  }
  rmSync(folder, { recursive: true, force: true });
}
