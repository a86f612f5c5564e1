import { Worker } from 'node:worker_threads';
import { WorkerPool } from './worker-pool';

/** A worker without a file: doubles what it gets, dies of 13, never answers 99. */
class Doubling extends WorkerPool<number, number> {
  readonly started: Worker[] = [];

  protected override start(): Worker {
    const source = `const { parentPort } = require('node:worker_threads');
      parentPort.on('message', (n) => (n === 13 ? process.exit(3) : n === 99 ? null : parentPort.postMessage(2 * n)));`;
    const worker = this.watched(new Worker(source, { eval: true }));
    this.started.push(worker);
    return worker;
  }
}

const aPool = (atOnce = 1) =>
  new Doubling({ file: 'none', atOnce, timeBudget: 2000, tooLate: () => new Error('too late') });

describe('a pool of workers', () => {
  let pool: Doubling;
  beforeEach(() => (pool = aPool()));
  afterEach(() => pool.close());

  it('answers one task after another with the same worker', async () => {
    expect(await Promise.all([1, 2, 3].map((n) => pool.run(n)))).toEqual([2, 4, 6]);
    expect(pool.started).toHaveLength(1);
  });
  it('tells of a worker that died, and goes on with a new one', async () => {
    await expect(pool.run(13)).rejects.toThrow('ended before it answered (3)');
    expect(await pool.run(4)).toBe(8);
    expect(pool.started).toHaveLength(2);
  });
  it('does not ask one that died while it was idle', async () => {
    await pool.run(1);
    await pool.started[0]!.terminate();
    expect(await pool.run(5)).toBe(10);
  });
  it('ends what takes too long', async () => {
    await expect(pool.run(99)).rejects.toThrow('too late');
    expect(await pool.run(6)).toBe(12);
  });
  it('turns away what would wait too long in line', async () => {
    const many = Array.from({ length: 250 }, (_, n) => pool.run(n + 100));
    const settled = await Promise.allSettled(many);
    const refused = settled.filter(({ status }) => status === 'rejected');
    expect(refused).toHaveLength(49);
    expect(refused[0]).toMatchObject({ reason: { response: expect.objectContaining({ status: 503 }) } });
  });
});
