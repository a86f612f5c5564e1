#!/usr/bin/env node
// Mutated files through every reader of files: npm run fuzz [-- COUNT SEED]. Those that make one fail lie in .data/fuzz.
import { join } from 'node:path';
import { checkNode, ensureModules } from './lib/prepare.mjs';
import { ROOT, run } from './lib/run.mjs';
import { endOnStop } from './lib/say.mjs';

endOnStop(async () => {
  checkNode();
  await ensureModules();
  const file = join(ROOT, 'bench/fuzz.ts');
  const args = ['-C', 'source', '-r', '@swc-node/register', file, ...process.argv.slice(2)];
  process.exitCode = (await run(process.execPath, args)).code;
});
