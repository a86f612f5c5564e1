import { Refused, Unreachable } from './client';
import { Outbox, type Keeper, type Write } from './outbox';

const write = (label: string): Write => ({ id: label, method: 'POST', path: '/x', body: {}, buildId: 'b', label });

function memory(left: Write[] = []): Keeper & { kept: readonly Write[] } {
  const keeper = {
    kept: left as readonly Write[],
    load: () => Promise.resolve([...left]),
    save: (writes: readonly Write[]) => Promise.resolve(void (keeper.kept = [...writes])),
  };
  return keeper;
}

const settle = () => new Promise((resolve) => setTimeout(resolve, 0));
const ignore = { sent: () => undefined, refused: () => undefined };

describe('outbox', () => {
  it('keeps writes in order while the server is away, and sends them in order when it is back', async () => {
    const sent: string[] = [];
    let away = true;
    const keeper = memory();
    const outbox = new Outbox(keeper, ({ label }) => {
      if (away) return Promise.reject(new Unreachable());
      sent.push(label);
      return Promise.resolve();
    });
    await outbox.open(ignore);
    for (const label of ['A1', 'A2', 'A3']) outbox.add(write(label));
    await settle();
    expect(outbox.snapshot()).toMatchObject({ reachable: false });
    expect(keeper.kept.map((w) => w.label)).toEqual(['A1', 'A2', 'A3']);
    away = false;
    outbox.retry();
    await settle();
    expect(sent).toEqual(['A1', 'A2', 'A3']);
    expect(keeper.kept).toEqual([]);
    expect(outbox.snapshot()).toEqual({ writes: [], held: [], reachable: true });
  });
  it('takes up what a closed page left behind, before anything new', async () => {
    const sent: string[] = [];
    const outbox = new Outbox(memory([write('old')]), ({ label }) => Promise.resolve(void sent.push(label)));
    await outbox.open(ignore);
    outbox.add(write('new'));
    await settle();
    expect(sent).toEqual(['old', 'new']);
  });
  it('sets a refused write aside, says why, and goes on with the next', async () => {
    const refused: string[] = [];
    const sent: string[] = [];
    const outbox = new Outbox(memory(), ({ label }) =>
      label === 'bad' ? Promise.reject(new Refused(400, 'no such station')) : Promise.resolve(void sent.push(label)),
    );
    await outbox.open({ sent: () => undefined, refused: (w, error) => refused.push(`${w.label}: ${error.message}`) });
    outbox.add(write('bad'));
    outbox.add(write('good'));
    await settle();
    expect(refused).toEqual(['bad: no such station']);
    expect(sent).toEqual(['good']);
  });
  it('hands on the answer while the write still stands, so that nothing shown blinks', async () => {
    const seen: unknown[] = [];
    const outbox = new Outbox(memory(), () => Promise.resolve('the record'));
    await outbox.open({
      ...ignore,
      answered: (w, answer) => seen.push([w.label, answer, outbox.snapshot().writes.length]),
    });
    outbox.add(write('knock'));
    await settle();
    expect(seen).toEqual([['knock', 'the record', 1]]);
    expect(outbox.snapshot().writes).toEqual([]);
  });
  it('sends a sound as a form with the fields that are set', async () => {
    const asked: [string, RequestInit][] = [];
    window.fetch = ((path: string, init: RequestInit) => {
      asked.push([path, init]);
      return Promise.resolve({ ok: true, headers: new Headers(), json: () => Promise.resolve({}) });
    }) as unknown as typeof fetch;
    const outbox = new Outbox(memory());
    await outbox.open(ignore);
    outbox.add({
      ...write('knock'),
      body: { name: 'C2', round: 3, heldX: undefined },
      file: new Uint8Array([1, 2, 3]),
    });
    await settle();
    const form = asked[0]![1].body as FormData;
    expect([...form.keys()]).toEqual(['name', 'round', 'file']);
    expect(form.get('round')).toBe('3');
    expect((form.get('file') as File).size).toBe(3);
  });
});

describe('changes of what other pages change too', () => {
  /** A server that keeps one document's revision and refuses what was made upon an older one. */
  function shared(from: number) {
    const server = { revision: from, kept: [] as unknown[], away: false };
    const seen = { revision: from };
    const send = ({ body, upon }: Write) => {
      if (server.away) return Promise.reject(new Unreachable());
      if (upon !== undefined && upon < server.revision)
        return Promise.reject(new Refused(412, 'It was changed meanwhile', [{ field: 'name', message: '' }]));
      server.kept.push(body);
      seen.revision = server.revision += 1;
      return Promise.resolve();
    };
    const keeper = memory();
    return { server, seen, keeper, outbox: new Outbox(keeper, send, () => seen.revision) };
  }
  const change = (body: object, method: Write['method'] = 'PATCH'): Write => ({ ...write('change'), method, body });

  it('follow their own page’s changes, however quick', async () => {
    const { server, outbox } = shared(5);
    await outbox.open(ignore);
    for (let step = 1; step <= 10; step += 1) outbox.addUpon(change({ step }));
    await settle();
    expect(server.kept).toHaveLength(10);
    expect(outbox.snapshot()).toEqual({ writes: [], held: [], reachable: true });
  });
  it('are held as one when another page was first, also through a closed page, and sent upon what stands then', async () => {
    const { server, seen, keeper, outbox } = shared(5);
    await outbox.open(ignore);
    server.away = true;
    outbox.addUpon(change({ name: 'Dipper' }));
    outbox.addUpon(change({ number: 7 }));
    await settle();
    server.revision = 6; // another page's
    server.away = false;
    outbox.retry();
    await settle();
    expect(server.kept).toEqual([]);
    const [held] = outbox.snapshot().held;
    expect(held).toMatchObject({ body: { name: 'Dipper', number: 7 }, outdated: ['name'] });
    const reopened = new Outbox(memory([...keeper.kept]));
    await reopened.open(ignore);
    expect(reopened.snapshot()).toMatchObject({ writes: [], held: [{ body: { name: 'Dipper' } }] });
    seen.revision = 6; // it was read again
    outbox.decide(held!, true);
    await settle();
    expect(server.kept).toEqual([{ name: 'Dipper', number: 7 }]);
    expect(keeper.kept).toEqual([]);
  });
  it('keep the last of a document that is sent whole, and let it go on the person’s word', async () => {
    const { server, keeper, outbox } = shared(5);
    await outbox.open(ignore);
    server.revision = 6;
    outbox.addUpon(change({ plan: 1 }, 'PUT'));
    outbox.addUpon(change({ plan: 2 }, 'PUT'));
    await settle();
    const [held] = outbox.snapshot().held;
    expect(held!.body).toEqual({ plan: 2 });
    outbox.decide(held!, false);
    await settle();
    expect([server.kept, keeper.kept, outbox.snapshot().held]).toEqual([[], [], []]);
  });
});
