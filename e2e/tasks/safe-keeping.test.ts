/**
 * What a shop's records must outlive: a restore onto whatever stands there, broken and foreign files, kills at any
 * instant, and parts of the program that die.
 */
import { execFileSync, spawn, spawnSync } from 'node:child_process';
import { randomUUID } from 'node:crypto';
import {
  chmodSync,
  existsSync,
  mkdirSync,
  mkdtempSync,
  readdirSync,
  readFileSync,
  rmSync,
  statSync,
  writeFileSync,
} from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { setTimeout as wait } from 'node:timers/promises';
import { freePort } from '../support/served-app';
import { bin, startProgram, stopProgram, type Started } from '../support/program';

const PATIENCE_MS = 60_000;

let port: number;
let address: string;
const folders: string[] = [];

function newFolder(): string {
  const folder = mkdtempSync(join(tmpdir(), 'nimble-spruce-keep-'));
  chmodSync(folder, 0o711);
  folders.push(folder);
  return folder;
}
const start = (data: string) => startProgram('--port', String(port), '--data', data, '--empty');
const script = (which: 'backup' | 'restore', data: string, ...args: string[]) =>
  spawnSync(process.execPath, [bin(`${which}.mjs`), ...args, '--data', data], { encoding: 'utf8' });
const workshopName = async () => ((await (await fetch(`${address}/api/v1/workshop`)).json()) as { name: string }).name;
const rename = (name: string) =>
  fetch(`${address}/api/v1/workshop`, {
    method: 'PATCH',
    headers: { 'content-type': 'application/json' },
    body: JSON.stringify({ name }),
  });
/** Starts, does something, stops. */
async function whileUp<T>(data: string, work: (started: Started) => Promise<T>): Promise<T> {
  const started = await start(data);
  try {
    return await work(started);
  } finally {
    await stopProgram(started);
  }
}
async function until(holds: () => Promise<boolean> | boolean, what: string): Promise<void> {
  for (const since = Date.now(); Date.now() - since < PATIENCE_MS; await wait(100))
    if (await Promise.resolve(holds()).catch(() => false)) return;
  throw new Error(`waited in vain for ${what}`);
}

beforeAll(async () => {
  port = await freePort();
  address = `http://127.0.0.1:${port}`;
});
afterAll(() => folders.forEach((folder) => rmSync(folder, { recursive: true, force: true })));

describe('a backup', () => {
  const data = newFolder();
  const files = newFolder();
  const file = join(files, 'bench.backup');
  const first = `first ${randomUUID()}`;
  const second = `second ${randomUUID()}`;

  beforeAll(async () => {
    await whileUp(data, async () => {
      await rename(first);
      expect(script('backup', data, file).stdout).toContain('Everything is in');
      await rename(second);
    });
  });

  it('is read by its owner alone, and never written over unasked', () => {
    expect(statSync(file).mode & 0o777).toBe(0o600);
    expect(readdirSync(files)).toEqual(['bench.backup']);
    const before = readFileSync(file);
    const again = script('backup', data, file);
    expect([again.status, again.stderr]).toEqual([1, expect.stringContaining('is there already')]);
    expect(readFileSync(file).equals(before)).toBe(true);
    expect(script('backup', data, file, '--overwrite').status).toBe(0);
    writeFileSync(file, before);
  });

  it('goes back onto a used folder; that can be turned round, and what was kept is dropped when told', async () => {
    expect(script('restore', data, file).stdout).toContain('is back');
    await whileUp(data, async () => expect(await workshopName()).toBe(first));
    expect(script('restore', data, '--back').stdout).toContain('is back');
    await whileUp(data, async () => expect(await workshopName()).toBe(second));
    expect(script('restore', data, '--forget').stdout).toContain('Dropped');
    expect(script('restore', data, '--back').stderr).toContain('nothing to turn back to');
  });

  it('goes onto an empty folder as well, with all rows', async () => {
    const other = newFolder();
    expect(script('restore', other, file).stdout).toContain('is back');
    await whileUp(other, async () => expect(await workshopName()).toBe(first));
  });

  const broken: Record<string, (path: string) => void> = {
    'a part of it': (path) => writeFileSync(path, readFileSync(file).subarray(0, statSync(file).size / 2)),
    'bytes that say nothing': (path) => writeFileSync(path, Buffer.alloc(5000, 7)),
    'a dump that was cut': (path) => writeFileSync(path, `PGDMP${'x'.repeat(500)}`),
    'an archive of something else': (path) => {
      const folder = newFolder();
      writeFileSync(join(folder, 'manifest.json'), '{"kind":"holiday"}');
      writeFileSync(join(folder, 'bench.dump'), 'sand');
      execFileSync('tar', ['-cf', path, '-C', folder, 'manifest.json', 'bench.dump']);
    },
    'one that lacks rows': (path) => {
      const folder = newFolder();
      execFileSync('tar', ['-xf', file, '-C', folder]);
      const manifest = join(folder, 'manifest.json');
      const told = JSON.parse(readFileSync(manifest, 'utf8')) as { tables: { bench: { rows: number } } };
      told.tables.bench.rows += 1;
      writeFileSync(manifest, JSON.stringify(told));
      execFileSync('tar', ['-cf', path, '-C', folder, 'manifest.json', 'bench.dump']);
    },
    'one of a newer program': (path) => {
      const folder = newFolder();
      writeFileSync(join(folder, 'manifest.json'), '{"kind":"nimble-spruce-backup","version":2}');
      writeFileSync(join(folder, 'bench.dump'), '');
      execFileSync('tar', ['-cf', path, '-C', folder, 'manifest.json', 'bench.dump']);
    },
  };
  it('that is broken, foreign or newer changes nothing, and says so', async () => {
    for (const [what, make] of Object.entries(broken)) {
      const path = join(newFolder(), 'broken');
      make(path);
      const { status, stderr } = script('restore', data, path);
      expect([what, status, stderr]).toEqual([what, 1, expect.stringContaining('Nothing was changed')]);
    }
    await whileUp(data, async () => expect(await workshopName()).toBe(second));
  });
});

describe('the program', () => {
  it('comes up after a first start that was killed at any instant', async () => {
    for (const after of [150, 500, 1100, 1800]) {
      const data = newFolder();
      const child = spawn(process.execPath, [bin('start.mjs'), '--port', String(port), '--data', data, '--empty'], {
        stdio: 'ignore',
        detached: true,
      });
      await wait(after);
      process.kill(-child.pid!, 'SIGKILL');
      await whileUp(data, async () => expect((await rename('up')).status).toBe(200));
    }
  });

  it('brings back its database, its server and its worker', async () => {
    const data = newFolder();
    await whileUp(data, async ({ output }) => {
      await rename('kept');
      const isUp = async () => (await workshopName()) === 'kept';
      const others = () =>
        (JSON.parse(readFileSync(join(data, 'running.json'), 'utf8')) as { others: { pid: number }[] }).others;
      const [server, worker] = others().map(({ pid }) => pid);
      process.kill(server!, 'SIGKILL');
      await until(() => output().includes('The server ended by itself'), 'word of the server');
      await until(isUp, 'the server');
      process.kill(worker!, 'SIGKILL');
      await until(() => output().includes('The worker ended by itself'), 'word of the worker');
      await until(() => others().length === 2 && !others().some(({ pid }) => pid === worker), 'another worker');
      process.kill(Number(readFileSync(join(data, 'postgres', 'postmaster.pid'), 'utf8').split('\n')[0]), 'SIGKILL');
      await until(() => output().includes('The database is back'), 'the database');
      await until(isUp, 'what was kept');
    });
  });

  it('takes over what a killed starter left running, and needs no other port', async () => {
    const data = newFolder();
    const killed = await start(data);
    await rename('before');
    killed.child.kill('SIGKILL');
    await whileUp(data, async ({ output }) => {
      expect(output()).toContain('left parts of itself running');
      expect(await workshopName()).toBe('before');
    });
  });

  it('refuses data that a newer program has brought forward, and writes nothing', async () => {
    const data = newFolder();
    await whileUp(data, async () => rename('now'));
    onDatabase(data, `insert into migrations (name) values ('9999-of-tomorrow')`);
    const { status, stderr } = spawnSync(
      process.execPath,
      [bin('start.mjs'), '--port', String(port), '--data', data, '--empty'],
      { encoding: 'utf8' },
    );
    expect(status).toBe(1);
    expect(stderr).toContain('9999-of-tomorrow');
    expect(stderr).toContain('update this program');
    onDatabase(data, `delete from migrations where name = '9999-of-tomorrow'`);
    await whileUp(data, async () => expect(await workshopName()).toBe('now'));
  });

  it('says what is missing where the folder was copied without its key', async () => {
    const data = newFolder();
    await whileUp(data, async () => rename('now'));
    rmSync(join(data, 'postgres.password'));
    const { status, stderr } = spawnSync(process.execPath, [bin('start.mjs'), '--port', String(port), '--data', data], {
      encoding: 'utf8',
    });
    expect([status, stderr]).toEqual([1, expect.stringContaining('postgres.password is missing')]);
  });
});

describe('backups by themselves', () => {
  const lib = bin('lib/scheduled-backups.mjs');
  /** What the module answers, in a process of its own. */
  const answer = (code: string) =>
    JSON.parse(
      execFileSync(
        process.execPath,
        ['--input-type=module', '-e', `import * as b from ${JSON.stringify(lib)};${code}`],
        {
          encoding: 'utf8',
        },
      ),
    ) as unknown;

  it('are due when the newest is as old as the period, and drop the oldest of their own kind alone', () => {
    const folder = join(newFolder(), 'kept');
    mkdirSync(folder);
    writeFileSync(join(folder, 'holiday.backup'), '');
    const at = Date.UTC(2026, 10, 2, 8);
    const made = answer(`
      import { writeFileSync } from 'node:fs';
      const write = async (file) => writeFileSync(file, '');
      const told = { folder: ${JSON.stringify(folder)}, every: 'day', keep: 2 };
      const due = [b.isDue(told, ${at})];
      for (const days of [0, 1, 2]) await b.backUpInto(told, write, ${at} + days * 86_400_000);
      due.push(b.isDue(told, ${at} + 3 * 86_400_000 - 1), b.isDue(told, ${at} + 3 * 86_400_000));
      console.log(JSON.stringify(due));`);
    expect(made).toEqual([true, false, true]);
    expect(readdirSync(folder).sort()).toEqual([
      'holiday.backup',
      'nimble-spruce-2026-11-03-080000.backup',
      'nimble-spruce-2026-11-04-080000.backup',
    ]);
  });
  it.each([
    [['--every', 'fortnight', '/tmp'], /say hour, day, week or never/],
    [['--every', 'day', '--keep', '0', '/tmp'], /1 to 1000/],
    [['--every', 'day'], /Name the folder/],
    [['--colour'], /npm run backup/],
    [[], /Name the file/],
  ])('says what is wrong with %j', (args, words) => {
    const { status, stderr } = script('backup', newFolder(), ...args);
    expect(status).toBe(1);
    expect(stderr).toMatch(words);
  });
  it('are made by the running program once it is told', async () => {
    const data = newFolder();
    const folder = join(newFolder(), 'kept');
    await whileUp(data, async () => {
      expect(script('backup', data, '--every', 'hour', '--keep', '3', folder).stdout).toContain('each hour');
      await until(() => existsSync(folder) && readdirSync(folder).some((name) => name.endsWith('.backup')), 'a backup');
    });
    const [made] = readdirSync(folder);
    const other = newFolder();
    expect(script('restore', other, join(folder, made!)).stdout).toContain('is back');
  });
});

/** On the database of a folder whose program is stopped. */
function onDatabase(data: string, statement: string): void {
  const code = `
    import { openCluster, stopCluster } from ${JSON.stringify(bin('lib/postgres.mjs'))};
    import { connected } from ${JSON.stringify(bin('lib/databases.mjs'))};
    const cluster = await openCluster(${JSON.stringify(join(data, 'postgres'))});
    await connected(cluster, 'nimble_spruce', (client) => client.query(${JSON.stringify(statement)}));
    stopCluster(cluster);`;
  execFileSync(process.execPath, ['--input-type=module', '-e', code]);
}
