/** Backups that the running program makes by itself, as often as it was told, the oldest dropped in time. */
import { existsSync, mkdirSync, readdirSync, readFileSync, renameSync, rmSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { setTimeout as wait } from 'node:timers/promises';
import { writeBackup } from './backup-file.mjs';
import { say, Stop } from './say.mjs';

const HOUR_MS = 3_600_000;
export const PERIODS = { hour: HOUR_MS, day: 24 * HOUR_MS, week: 7 * 24 * HOUR_MS };
const LOOK_EVERY_MS = 5_000;
/** Nothing else in the folder is ever touched. */
const NAME = /^nimble-spruce-(\d{4})-(\d\d)-(\d\d)-(\d\d)(\d\d)(\d\d)\.backup$/;

const noteIn = (data) => join(data, 'backups.json');

/** @param schedule null ends them */
export function keepSchedule(data, schedule) {
  const file = noteIn(data);
  if (!schedule) return rmSync(file, { force: true });
  writeFileSync(`${file}.new`, JSON.stringify(schedule), { mode: 0o600 });
  renameSync(`${file}.new`, file);
}

function scheduleOf(data) {
  try {
    return JSON.parse(readFileSync(noteIn(data), 'utf8'));
  } catch {
    return null;
  }
}

/** Backups in a folder, oldest first, with the moment that their name tells [ms]. */
export function backupsIn(folder) {
  if (!existsSync(folder)) return [];
  return readdirSync(folder)
    .flatMap((name) => {
      const [, ...parts] = NAME.exec(name) ?? [];
      const [year, month, ...rest] = parts.map(Number);
      return parts.length > 0 ? [{ name, at: Date.UTC(year, month - 1, ...rest) }] : [];
    })
    .sort((a, b) => a.at - b.at);
}

export function isDue({ every, folder }, now) {
  const last = backupsIn(folder).at(-1)?.at ?? -Infinity;
  return now - last >= PERIODS[every];
}

const nameAt = (now) =>
  `nimble-spruce-${new Date(now).toISOString().slice(0, 19).replace('T', '-').replaceAll(':', '')}.backup`;

/** One backup into the folder; those beyond `keep` go, the oldest first. */
export async function backUpInto({ folder, keep }, write, now = Date.now()) {
  mkdirSync(folder, { recursive: true, mode: 0o700 });
  const name = nameAt(now);
  await write(join(folder, name));
  for (const { name: old } of backupsIn(folder).slice(0, -keep)) rmSync(join(folder, old));
  return name;
}

/** Goes on until the program stops; what fails is said once and tried again. */
export async function keepBackups({ data, cluster, database, isStopping }) {
  let said = '';
  while (!isStopping()) {
    await wait(LOOK_EVERY_MS);
    const schedule = scheduleOf(data);
    if (isStopping() || !schedule || !isDue(schedule, Date.now())) continue;
    try {
      await backUpInto(schedule, (file) => writeBackup(cluster, database, file));
      said = '';
    } catch (error) {
      const words = error instanceof Stop ? error.message : String(error);
      if (words !== said) say(`The backup into ${schedule.folder} was not made: ${words}`);
      said = words;
    }
  }
}
