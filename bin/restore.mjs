#!/usr/bin/env node
// A backup in place of what is there, which is kept until it is told to go. The program must be stopped.
import { join, resolve } from 'node:path';
import { parseArgs } from 'node:util';
import { dropDatabase } from './lib/databases.mjs';
import { holdData } from './lib/hold.mjs';
import { DATA, DATABASE, openCluster, stopCluster } from './lib/postgres.mjs';
import { keptDatabases, restoreDatabase, turnBack } from './lib/restore-database.mjs';
import { endOnStop, say, Stop } from './lib/say.mjs';

const USAGE = `npm run restore -- FILE [--data DIR]     puts it in place; what was there is kept
npm run restore -- --back [--data DIR]   turns the last restore round
npm run restore -- --forget [--data DIR] drops what earlier restores kept`;

endOnStop(async () => {
  const { values, positionals } = readArgs();
  const [file] = positionals;
  if (!file && !values.back && !values.forget) throw new Stop(`Name the file:\n${USAGE}`);
  const data = resolve(values.data ?? DATA);
  const hold = await holdData(data);
  try {
    const cluster = await openCluster(join(data, 'postgres'));
    try {
      if (values.forget) await forget(cluster);
      else if (values.back) await back(cluster);
      else await restore(cluster, file);
    } finally {
      stopCluster(cluster);
    }
  } finally {
    hold.release();
  }
});

async function restore(cluster, file) {
  await restoreDatabase(cluster, DATABASE, file);
  say(
    `${file} is back. Start with npm start. What was here before is kept: npm run restore -- --back puts that back, --forget drops it.`,
  );
}

async function back(cluster) {
  await turnBack(cluster, DATABASE);
  say('What was here before the restore is back. Start with npm start.');
}

async function forget(cluster) {
  const kept = await keptDatabases(cluster, DATABASE);
  for (const name of kept) await dropDatabase(cluster, name);
  say(
    kept.length === 0
      ? 'Nothing was kept.'
      : `Dropped what ${kept.length === 1 ? 'one restore' : `${kept.length} restores`} had kept.`,
  );
}

function readArgs() {
  try {
    return parseArgs({
      options: {
        data: { type: 'string' },
        back: { type: 'boolean', default: false },
        forget: { type: 'boolean', default: false },
      },
      allowPositionals: true,
    });
  } catch (error) {
    throw new Stop(`${error.message}\n${USAGE}`);
  }
}
