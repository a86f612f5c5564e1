/**
 * One program at a time on a data folder. Its note says which processes belong to it, each with the moment it began: a
 * number that was given away again since is another process.
 */
import { existsSync, mkdirSync, readFileSync, renameSync, rmSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { setTimeout as wait } from 'node:timers/promises';
import { say, Stop } from './say.mjs';

const NOTE = 'running.json';
const PATIENCE_MS = 6000;

/**
 * Takes the folder; what a killed program left running there is ended first.
 * @returns notes of the processes that come, and the release
 * @throws Stop where a living program holds it
 */
export async function holdData(data) {
  makeFolder(data);
  const file = join(data, NOTE);
  const { starter, others = [] } = readNote(file);
  if (starter && lives(starter)) {
    throw new Stop(
      `Nimble Spruce is already running on this data folder (process ${starter.pid}). Use that one, stop it, or name another folder with --data.`,
    );
  }
  await endLeftOvers(others);
  const held = { starter: momentOf(process.pid), others: [] };
  const keep = () => {
    writeFileSync(`${file}.new`, JSON.stringify(held), { mode: 0o600 });
    renameSync(`${file}.new`, file);
  };
  keep();
  return {
    /** A process that must not outlive this one. */
    note: (pid) => {
      held.others = [...held.others.filter(lives), momentOf(pid)];
      keep();
    },
    release: () => rmSync(file, { force: true }),
  };
}

function makeFolder(data) {
  try {
    mkdirSync(data, { recursive: true, mode: 0o711 });
  } catch (error) {
    throw new Stop(`The folder ${data} can't be used: ${error.message}`);
  }
}

function readNote(file) {
  if (!existsSync(file)) return {};
  try {
    return JSON.parse(readFileSync(file, 'utf8'));
  } catch (error) {
    if (error.code === 'EACCES')
      throw new Stop(`${file} belongs to another user of this machine: use a folder of your own with --data.`);
    return {}; // cut off by a power failure: nobody lives who wrote it
  }
}

/** A process and the moment it began, in the kernel's own ticks. */
function momentOf(pid) {
  return { pid, began: beginningOf(pid) };
}

function beginningOf(pid) {
  try {
    // The name stands in brackets and may hold anything: what counts comes after it.
    return readFileSync(`/proc/${pid}/stat`, 'utf8').split(') ').at(-1).split(' ')[19];
  } catch {
    return null;
  }
}

const lives = ({ pid, began }) => began !== null && beginningOf(pid) === began;

async function endLeftOvers(others) {
  const left = others.filter(lives);
  if (left.length === 0) return;
  say('A program was killed here and left parts of itself running: ending them …');
  const signal = (name) => {
    for (const { pid } of left.filter(lives)) process.kill(pid, name);
  };
  signal('SIGTERM');
  for (const since = Date.now(); left.some(lives) && Date.now() - since < PATIENCE_MS; await wait(100));
  signal('SIGKILL');
  for (const since = Date.now(); left.some(lives) && Date.now() - since < PATIENCE_MS; await wait(100));
}
