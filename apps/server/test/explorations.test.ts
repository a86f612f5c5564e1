import { solveOne, startBatch, type BatchSpec, type DoubtResult } from '@nimble/core/explore';
import type { TopPlan } from '@nimble/core/top';
import { spawn, type ChildProcess } from 'node:child_process';
import { randomUUID } from 'node:crypto';
import { join } from 'node:path';
import { setTimeout as wait } from 'node:timers/promises';
import { aBuild } from './a-build';
import { openApplication, type Application } from './application';

const SPREAD = { density: 0.05, modulus: 0.1, braceDensity: 0.05, braceModulus: 0.1 };
/** Short, so that a dead worker is missed soon. */
const LEASE = '6';
// With slices of no time each answer goes back to the queue, and whoever comes next must get further by one.

describe('explorations', () => {
  let app: Application;
  let build: string;
  const workers: ChildProcess[] = [];
  const at = (path = '') => `/api/v1/builds/${build}/explorations${path}`;
  const worker = () => {
    const child = spawn(
      process.execPath,
      ['-C', 'source', '-r', '@swc-node/register', join(__dirname, '../src/worker.ts')],
      {
        env: {
          ...process.env,
          DATABASE_URL: app.databaseUrl,
          JOB_LEASE_SECONDS: LEASE,
          EXPLORATION_SLICE_MS: '0',
          TS_NODE_PROJECT: join(__dirname, '../tsconfig.json'),
        },
        stdio: ['ignore', 'ignore', 'inherit'],
      },
    );
    workers.push(child);
    return child;
  };
  const start = async (spec: object) => {
    const id = randomUUID();
    const body = { id, hold: 'glued', spec };
    const sent = await app.http.post(at()).send(body);
    expect(sent.status).toBe(201);
    await app.http.post(at()).send(body).expect(201);
    return id;
  };
  const until = async (id: string, ready: (view: { state: string; done: number }) => boolean) => {
    for (let i = 0; i < 400; i++) {
      const { body } = await app.http.get(at(`/${id}`));
      if (ready(body)) return body;
      await wait(200);
    }
    throw new Error('it never came so far');
  };

  beforeAll(async () => {
    process.env.JOB_LEASE_SECONDS = LEASE;
    app = await openApplication();
    const sent = aBuild();
    build = sent.id;
    await app.http.post('/api/v1/builds').send(sent).expect(201);
  });
  afterAll(async () => {
    workers.forEach((child) => child.kill('SIGKILL'));
    await app.close();
  });

  it('a killed worker’s work is taken up by another, and comes out as if it had not been', async () => {
    const spec: BatchSpec = { kind: 'doubt', draws: 8, seed: 5, spread: SPREAD };
    const id = await start(spec);
    const first = worker();
    await until(id, ({ done }) => done >= 2);
    first.kill('SIGKILL');
    worker();
    const { result, state, total } = await until(id, (view) => view.state === 'done');
    expect([state, total]).toEqual(['done', 9]);
    const { body } = await app.http.get(at(`/${id}/inputs`)).expect(200);
    const batch = startBatch(body.top as TopPlan, { hold: 'glued' }, spec);
    const asked = batch.next().value as TopPlan;
    const own = solveOne(asked, { hold: 'glued' });
    const second = batch.next(own).value as TopPlan;
    const drawn = solveOne(second, { hold: 'glued' });
    if (drawn.kind !== 'solved') throw new Error(drawn.reason);
    expect((result as DoubtResult).draws[0]!.mass).toBeCloseTo(drawn.summary.mass, 9);
    expect((result as DoubtResult).draws).toHaveLength(8);
  }, 120_000);

  it('is told of as it goes, can be stopped, and goes on from there', async () => {
    const id = await start({
      kind: 'sweep',
      variable: { of: 'plate', parts: ['rim'] },
      from: -2e-4,
      to: 2e-4,
      steps: 41,
    });
    await until(id, ({ done }) => done >= 1);
    const { body: stopped } = await app.http.post(at(`/${id}/cancel`)).expect(200);
    expect(stopped.state).toBe('cancelled');
    await wait(3000);
    const { body: later } = await app.http.get(at(`/${id}`));
    expect(later.done).toBeLessThan(stopped.done + 3);
    await app.http.post(at(`/${id}/go-on`)).expect(200);
    await until(id, ({ done }) => done > later.done);
    await app.http.post(at(`/${id}/cancel`)).expect(200);
    const { body: list } = await app.http.get(at()).expect(200);
    expect(list).toHaveLength(2);
    expect(list[0]).toMatchObject({ id, state: 'cancelled', total: 41 });
    expect(list[0].result).toBeUndefined();
  }, 120_000);

  it.each([
    [{ kind: 'sweep', variable: { of: 'plate', parts: ['rim'] }, from: 0, to: 300, steps: 5 }, 'spec.to'],
    [{ kind: 'sweep', variable: { of: 'crossing' }, from: 0, to: 0.01, steps: 5 }, 'spec.variable.of'],
    [{ kind: 'doubt', draws: 3, seed: 1, spread: SPREAD }, 'spec.draws'],
    [
      {
        kind: 'search',
        variables: [{ of: 'plate', parts: ['rim'] }],
        goals: ['mass', 'note'],
        note: null,
        limits: { reserve: 1, lowest: 0.003, tallest: 0.02 },
        seed: 1,
      },
      'spec.note',
    ],
  ])('refuses %j at its field', async (spec, field) => {
    const { body } = await app.http.post(at()).send({ id: randomUUID(), hold: 'glued', spec }).expect(400);
    expect(body.errors.map((error: { field: string }) => error.field)).toContain(field);
  });
});
