#!/usr/bin/env node
// Everything into one file, whether the program runs or not; or told once, the running program does so by itself.
import { existsSync } from 'node:fs';
import { join, resolve } from 'node:path';
import { parseArgs } from 'node:util';
import { writeBackup } from './lib/backup-file.mjs';
import { DATA, DATABASE, openCluster, runningCluster, stopCluster } from './lib/postgres.mjs';
import { endOnStop, say, Stop } from './lib/say.mjs';
import { keepSchedule, PERIODS } from './lib/scheduled-backups.mjs';

const USAGE = `npm run backup -- FILE [--data DIR] [--overwrite]
npm run backup -- --every hour|day|week --keep 30 FOLDER [--data DIR]   by the running program, from now on
npm run backup -- --every never [--data DIR]                            no longer`;
const MOST_KEPT = 1000;

endOnStop(async () => {
  const { values, positionals } = readArgs();
  const data = resolve(values.data ?? DATA);
  if (values.every !== undefined) return schedule(data, values, positionals);
  const [file] = positionals;
  if (!file) throw new Stop(`Name the file:\n${USAGE}`);
  if (!existsSync(join(data, 'postgres.password'))) throw new Stop(`There is nothing to back up in ${data}.`);
  const running = await runningCluster(join(data, 'postgres'));
  const cluster = running ?? (await openCluster(join(data, 'postgres')));
  try {
    say(`Everything is in ${await writeBackup(cluster, DATABASE, file, values)}.`);
  } finally {
    if (!running) stopCluster(cluster);
  }
});

function readArgs() {
  try {
    return parseArgs({
      options: {
        data: { type: 'string' },
        every: { type: 'string' },
        keep: { type: 'string', default: '30' },
        overwrite: { type: 'boolean', default: false },
      },
      allowPositionals: true,
    });
  } catch (error) {
    throw new Stop(`${error.message}\n${USAGE}`);
  }
}

function schedule(data, { every, keep: wanted }, [folder]) {
  if (every === 'never') {
    keepSchedule(data, null);
    return say('No more backups are made by themselves. Those that were made stay.');
  }
  const keep = Number(wanted);
  if (!Object.hasOwn(PERIODS, every)) throw new Stop(`--every ${every}: say hour, day, week or never.\n${USAGE}`);
  if (!Number.isInteger(keep) || keep < 1 || keep > MOST_KEPT)
    throw new Stop(`--keep ${wanted}: say how many stay, 1 to ${MOST_KEPT}.\n${USAGE}`);
  if (!folder) throw new Stop(`Name the folder for them:\n${USAGE}`);
  if (!existsSync(data))
    throw new Stop(`${data} is not there: start the program once, or name its folder with --data.`);
  keepSchedule(data, { every, keep, folder: resolve(folder) });
  say(`While the program runs, each ${every} a backup goes to ${resolve(folder)}; the newest ${keep} stay.`);
}
