/**
 * The two commands' promises: up quickly the second time, nothing lost in a crash, a clean stop, plain words for bad
 * options.
 */
import { spawnSync } from 'node:child_process';
import { randomUUID } from 'node:crypto';
import { chmodSync, existsSync, mkdtempSync, readFileSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { bin, ROOT, startProgram, stopProgram, type Started } from '../support/program';
import { freePort } from '../support/served-app';

const START = bin('start.mjs');

/** Ends the starter, the server and the database at once, as a power cut would. */
function killEverything({ child }: Started, data: string): void {
  child.kill('SIGKILL');
  spawnSync('pkill', ['-9', '-f', join(ROOT, 'apps/server/dist/main.js')]);
  const note = join(data, 'postgres', 'postmaster.pid');
  process.kill(Number(readFileSync(note, 'utf8').split('\n')[0]), 'SIGKILL');
}

describe('npm start', () => {
  const data = mkdtempSync(join(tmpdir(), 'nimble-spruce-start-'));
  let port: number;
  let address: string;
  let options: string[];
  const name = randomUUID();
  const workshop = async () =>
    (await (await fetch(`${address}/api/v1/workshop`)).json()) as { name: string; demo: boolean };

  beforeAll(async () => {
    chmodSync(data, 0o711);
    port = await freePort();
    address = `http://127.0.0.1:${port}`;
    options = ['--port', String(port), '--data', data, '--empty'];
  });
  afterAll(() => rmSync(data, { recursive: true, force: true }));

  it('serves pages and API on one port, keeps what was committed through kill -9 of everything, and stops cleanly', async () => {
    const first = await startProgram(...options);
    const page = await fetch(`${address}/builds/anything/thickness`, { headers: { accept: 'text/html' } });
    expect(await page.text()).toContain('<div id="root">');
    expect(await (await fetch(`${address}/api/v1/builds`)).json()).toEqual([]);
    const answer = await fetch(`${address}/api/v1/workshop`, {
      method: 'PATCH',
      headers: { 'content-type': 'application/json' },
      body: JSON.stringify({ name }),
    });
    expect(answer.status).toBe(200);
    killEverything(first, data);

    const second = await startProgram(...options);
    expect((await workshop()).name).toBe(name);
    expect(await stopProgram(second)).toBe(0);
    expect(second.output()).toContain('Everything is kept.');
    expect(existsSync(join(data, 'postgres', 'postmaster.pid'))).toBe(false);
  });

  it('refuses a second program on the same data, and a port that is taken, in plain words', async () => {
    const running = await startProgram(...options);
    const sameData = spawnSync(process.execPath, [START, '--port', String(await freePort()), '--data', data], {
      encoding: 'utf8',
    });
    expect([sameData.status, sameData.stderr]).toEqual([
      1,
      expect.stringContaining('already running on this data folder'),
    ]);
    const other = mkdtempSync(join(tmpdir(), 'nimble-spruce-start-'));
    const samePort = spawnSync(process.execPath, [START, '--port', String(port), '--data', other], {
      encoding: 'utf8',
    });
    expect([samePort.status, samePort.stderr]).toEqual([1, expect.stringContaining(`Port ${port} is in use`)]);
    rmSync(other, { recursive: true });
    await stopProgram(running);
  });

  it.each([
    [['--port', 'many'], /not a port/],
    [['--host', 'everywhere'], /name an address/],
    [['--certificate', 'mine.crt'], /--certificate and --key go together/],
    [['--colour'], /Options: --port/],
  ])('says what is wrong with %j', (wrong, words) => {
    const { status, stderr } = spawnSync(process.execPath, [START, ...wrong], { encoding: 'utf8' });
    expect(status).toBe(1);
    expect(stderr).toMatch(words);
  });

  it('uses an existing PostgreSQL when told to', async () => {
    const server = new URL(process.env.TEST_POSTGRES_URL!);
    server.pathname = '/postgres';
    const other = mkdtempSync(join(tmpdir(), 'nimble-spruce-start-'));
    const started = await startProgram(
      '--port',
      String(port),
      '--data',
      other,
      '--empty',
      '--database-url',
      server.href,
    );
    expect(await workshop()).toMatchObject({ name: 'My bench', demo: false, people: [] });
    expect(existsSync(join(other, 'postgres'))).toBe(false);
    await stopProgram(started);
    rmSync(other, { recursive: true });
  });
});
