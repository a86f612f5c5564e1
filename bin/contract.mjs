#!/usr/bin/env node
// Writes the API's description and the pages' types anew. With --check it only says whether they are current.
import { keepContract, outdatedContract } from './lib/contract.mjs';
import { ensureModules } from './lib/prepare.mjs';
import { endOnStop, say, Stop } from './lib/say.mjs';

endOnStop(async () => {
  await ensureModules();
  if (!process.argv.includes('--check')) return keepContract();
  const outdated = await outdatedContract();
  if (outdated.length > 0) throw new Stop(`Not current: ${outdated.join(', ')}. Run npm run contract.`);
  say('The description of the API and the pages’ types are current.');
});
