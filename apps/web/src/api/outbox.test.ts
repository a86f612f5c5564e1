import { Refused, Unreachable } from './client';
import { Outbox, type OutboxEvents, type Write, type WriteStore } from './outbox';

const write = (label: string, buildId = 'b'): Write => ({
  id: label,
  method: 'POST',
  path: `/builds/${buildId}/x`,
  body: {},
  buildId,
  label,
});

/** The browser's database, which all its pages share. */
function memory(): WriteStore & { kept: Map<string, Write> } {
  const kept = new Map<string, Write>();
  return {
    kept,
    all: () => Promise.resolve([...kept].sort(([a], [b]) => (a < b ? -1 : 1)).map(([, one]) => structuredClone(one))),
    put: (one) => Promise.resolve(void kept.set(one.place!, structuredClone(one))),
    remove: ({ place }) => Promise.resolve(void kept.delete(place!)),
  };
}

const ignore: OutboxEvents = { sent: () => undefined, refused: () => undefined };
type Ways = NonNullable<ConstructorParameters<typeof Outbox>[1]>;

async function leading(ways: Ways, store = memory(), events: OutboxEvents = ignore) {
  const outbox = new Outbox(store, ways);
  await outbox.open(events);
  await outbox.lead();
  return { outbox, store };
}
/** Until all that was set going has come to rest; waits between tries pass at once. */
const settle = (ms = 0) => jest.advanceTimersByTimeAsync(ms);
const labels = (writes: readonly Write[]) => writes.map(({ label }) => label);

beforeEach(() => jest.useFakeTimers());
afterEach(() => jest.useRealTimers());

describe('outbox', () => {
  it('keeps writes in order while the server is away, and sends them in order when it is back', async () => {
    const sent: string[] = [];
    let away = true;
    const { outbox, store } = await leading({
      send: ({ label }) => (away ? Promise.reject(new Unreachable()) : Promise.resolve(void sent.push(label))),
    });
    for (const label of ['A1', 'A2', 'A3']) outbox.add(write(label));
    await settle();
    expect(outbox.snapshot().trouble).toMatchObject({ kind: 'unreachable' });
    expect(labels(await store.all())).toEqual(['A1', 'A2', 'A3']);
    away = false;
    outbox.retry();
    await settle();
    expect(sent).toEqual(['A1', 'A2', 'A3']);
    expect(store.kept.size).toBe(0);
    expect(outbox.snapshot()).toMatchObject({ writes: [], held: [], aside: [], trouble: null });
  });
  it('waits for somebody to sign in, sets nothing aside meanwhile, and goes on then', async () => {
    const sent: string[] = [];
    let isIn = false;
    const { outbox } = await leading({
      send: ({ label }) =>
        isIn ? Promise.resolve(void sent.push(label)) : Promise.reject(new Refused(401, 'Sign in first')),
    });
    for (const label of ['A1', 'A2']) outbox.add(write(label));
    await settle(60_000);
    expect(outbox.snapshot()).toMatchObject({ trouble: { kind: 'signed-out' }, aside: [] });
    isIn = true;
    outbox.retry();
    await settle();
    expect(sent).toEqual(['A1', 'A2']);
  });
  it('takes up what a closed page left behind, before anything new', async () => {
    const store = memory();
    const closed = new Outbox(store);
    await closed.open(ignore);
    closed.add(write('old'));
    await settle();
    const sent: string[] = [];
    const { outbox } = await leading({ send: ({ label }) => Promise.resolve(void sent.push(label)) }, store);
    outbox.add(write('new'));
    await settle();
    expect(sent).toEqual(['old', 'new']);
  });
  it('hands on the answer while the write still stands, so that nothing shown blinks', async () => {
    const seen: unknown[] = [];
    const { outbox } = await leading({ send: () => Promise.resolve('the record') }, memory(), {
      ...ignore,
      answered: (w, answer) => seen.push([w.label, answer, outbox.snapshot().writes.length]),
    });
    outbox.add(write('knock'));
    await settle();
    expect(seen).toEqual([['knock', 'the record', 1]]);
    expect(outbox.snapshot().writes).toEqual([]);
  });
  it('shows what the server has taken until it was asked again, also where something of that is refused', async () => {
    const asked: ((outcome: Error | null) => void)[] = [];
    const sent = () =>
      new Promise((accept, fail) => asked.push((failure) => (failure ? fail(failure) : accept(undefined))));
    const { outbox } = await leading({ send: () => Promise.resolve() }, memory(), { ...ignore, sent });
    const landed = () => labels(outbox.snapshot().landed);
    outbox.add(write('A1'));
    await settle();
    expect([labels(outbox.snapshot().writes), landed()]).toEqual([[], ['A1']]);
    asked[0]!(new Unreachable());
    await settle();
    expect(landed()).toEqual(['A1']);
    outbox.add(write('A2'));
    outbox.add(write('other', 'c'));
    await settle();
    asked[1]!(null);
    await settle();
    expect(landed()).toEqual(['other']);
    asked[2]!(new Refused(404, 'Not here'));
    await settle();
    expect(landed()).toEqual([]);
  });
  it('sends a sound as a form with the fields that are set', async () => {
    const asked: [string, RequestInit][] = [];
    window.fetch = ((path: string, init: RequestInit) => {
      asked.push([path, init]);
      return Promise.resolve({ ok: true, headers: new Headers(), json: () => Promise.resolve({}) });
    }) as unknown as typeof fetch;
    const { outbox } = await leading({
      ownBench: () => Promise.resolve('ours'),
      benchNow: () => Promise.resolve('ours'),
    });
    outbox.add({
      ...write('knock'),
      body: { name: 'C2', round: 3, heldX: undefined },
      file: new Uint8Array([1, 2, 3]),
    });
    await settle();
    const [, init] = asked[0]!;
    const form = init.body as FormData;
    expect([...form.keys()]).toEqual(['name', 'round', 'file']);
    expect(form.get('round')).toBe('3');
    expect((form.get('file') as File).size).toBe(3);
    expect(init.headers).toMatchObject({ 'x-bench': 'ours' });
    expect(init.headers).not.toHaveProperty('content-type'); // the browser says where its parts begin
  });
});

describe('two pages of one browser', () => {
  /** Each hears what the other tells. */
  async function pages(send: Ways['send']) {
    const store = memory();
    const made: Outbox[] = [];
    const sentTo: string[][] = [[], []];
    const tellFrom = (i: number) => (sent: Write | null) =>
      made.forEach((page, other) => other !== i && void page.heard(sent));
    for (const i of [0, 1]) {
      made.push(new Outbox(store, { send, tell: tellFrom(i) }));
      await made[i]!.open({ ...ignore, sent: ({ label }) => void sentTo[i]!.push(label) });
    }
    return { store, first: made[0]!, second: made[1]!, sentTo };
  }

  it('lose nothing of each other, and all arrives once, in the order in which it was entered', async () => {
    const sent: string[] = [];
    let away = true;
    const { store, first, second, sentTo } = await pages(({ label }) =>
      away ? Promise.reject(new Unreachable()) : Promise.resolve(void sent.push(label)),
    );
    await first.lead();
    for (let i = 1; i <= 10; i++) first.add(write(`one ${i}`));
    await settle();
    second.add(write('two 1'));
    await settle();
    first.add(write('one 11'));
    await settle();
    expect(store.kept.size).toBe(12);
    away = false;
    first.retry();
    await settle(60_000);
    expect(sent).toEqual([...Array.from({ length: 10 }, (_, i) => `one ${i + 1}`), 'two 1', 'one 11']);
    expect(store.kept.size).toBe(0);
    expect(second.snapshot().writes).toEqual([]);
    expect(sentTo).toEqual([sent, sent]);
  });
  it('go on where the page that sent was closed', async () => {
    const sent: string[] = [];
    const { first, second } = await pages(({ label }) => Promise.resolve(void sent.push(label)));
    await first.lead();
    first.yield();
    first.add(write('A1'));
    await settle();
    expect(sent).toEqual([]);
    await second.lead();
    await settle();
    expect(sent).toEqual(['A1']);
  });
});

describe('what the server will not take', () => {
  const bad = (label: string) => label.startsWith('bad');

  it('is set aside with its reason at once if it is wrong, and the next goes on', async () => {
    const told: string[] = [];
    const sent: string[] = [];
    const errors = [{ field: 'x', message: 'no such station' }];
    const { outbox, store } = await leading(
      {
        send: ({ label }) =>
          bad(label) ? Promise.reject(new Refused(400, 'Wrong', errors)) : Promise.resolve(void sent.push(label)),
      },
      memory(),
      { ...ignore, refused: (w, { words }) => void told.push(`${w.label}: ${words}`) },
    );
    outbox.add(write('bad'));
    outbox.add(write('good'));
    await settle();
    expect([told, sent]).toEqual([['bad: Wrong'], ['good']]);
    expect(outbox.snapshot()).toMatchObject({
      writes: [],
      aside: [{ label: 'bad', aside: { words: 'Wrong', errors } }],
    });
    const reopened = new Outbox(store);
    await reopened.open(ignore);
    expect(labels(reopened.snapshot().aside)).toEqual(['bad']);
  });
  it('is tried three times if the server itself fails, told of meanwhile, and then the others go on', async () => {
    const sent: string[] = [];
    let tries = 0;
    const { outbox } = await leading({
      send: ({ label }) => {
        if (!bad(label)) return Promise.resolve(void sent.push(label));
        tries += 1;
        return Promise.reject(new Refused(500, 'Something went wrong here'));
      },
    });
    outbox.add(write('bad'));
    for (let i = 1; i <= 5; i++) outbox.add(write(`A${i}`));
    await settle();
    expect(outbox.snapshot().trouble).toEqual({ kind: 'server', words: 'Something went wrong here' });
    await settle(30_000);
    expect([tries, sent]).toEqual([3, ['A1', 'A2', 'A3', 'A4', 'A5']]);
    expect(outbox.snapshot()).toMatchObject({ writes: [], trouble: null });
    expect(labels(outbox.snapshot().aside)).toEqual(['bad']);
  });
  it('holds up no other build meanwhile', async () => {
    const sent: string[] = [];
    const { outbox } = await leading({
      send: ({ label }) =>
        bad(label) ? Promise.reject(new Refused(507, 'The disk is full')) : Promise.resolve(void sent.push(label)),
    });
    outbox.add(write('bad', 'one'));
    outbox.add(write('after it', 'one'));
    outbox.add(write('other', 'two'));
    await settle(120_000);
    expect(sent).toEqual(['other']);
    expect(labels(outbox.snapshot().writes)).toEqual(['bad', 'after it']); // a full disk is no fault of the write
    expect(outbox.snapshot().trouble?.words).toBe('The disk is full');
  });
  it('is sent again, sent mended, or thrown away on the person’s word', async () => {
    const sent: unknown[] = [];
    const { outbox, store } = await leading({
      send: ({ body }) => {
        if ((body as { depth?: number }).depth === undefined) return Promise.reject(new Refused(400, 'Wrong'));
        return Promise.resolve(void sent.push(body));
      },
    });
    outbox.add(write('a'));
    outbox.add(write('b'));
    await settle();
    const [a, b] = outbox.snapshot().aside;
    outbox.sendAgain(a!);
    await settle();
    expect(labels(outbox.snapshot().aside)).toEqual(['b', 'a']);
    outbox.sendAgain(outbox.snapshot().aside[1]!, { depth: 1e-4 });
    outbox.throwAway(b!);
    await settle();
    expect(sent).toEqual([{ depth: 1e-4 }]);
    expect([outbox.snapshot().aside, store.kept.size]).toEqual([[], 0]);
  });
});

describe('another bench in its place', () => {
  it('gets nothing of what was written for this one, loses nothing of it, and it is sent when that is back', async () => {
    const sent: string[] = [];
    let there = 'ours';
    let away = true;
    const { outbox, store } = await leading({
      ownBench: () => Promise.resolve('ours'),
      benchNow: () => (away ? Promise.reject(new Unreachable()) : Promise.resolve(there)),
      send: ({ label, bench }) => {
        if (away) return Promise.reject(new Unreachable());
        if (bench !== there) return Promise.reject(new Refused(421, 'another bench'));
        return Promise.resolve(void sent.push(label));
      },
    });
    for (let i = 1; i <= 8; i++) outbox.add(write(`A${i}`));
    await settle();
    [away, there] = [false, 'another'];
    await settle(120_000);
    expect(sent).toEqual([]);
    expect([store.kept.size, outbox.snapshot().trouble?.kind]).toEqual([8, 'other-bench']);
    there = 'ours';
    await settle(60_000);
    expect(sent).toHaveLength(8);
    expect(outbox.snapshot().trouble).toBeNull();
  });
  it('is noticed by its own word even where it was swapped a moment ago', async () => {
    let there = 'ours';
    const sent: string[] = [];
    const { outbox } = await leading({
      ownBench: () => Promise.resolve('ours'),
      benchNow: () => Promise.resolve(there),
      send: ({ label, bench }) =>
        bench === there ? Promise.resolve(void sent.push(label)) : Promise.reject(new Refused(421, 'another bench')),
    });
    outbox.add(write('A1'));
    await settle();
    there = 'another';
    outbox.add(write('A2'));
    await settle(60_000);
    expect([sent, labels(outbox.snapshot().writes)]).toEqual([['A1'], ['A2']]);
  });
});

describe('changes of what other pages change too', () => {
  /** A server that keeps one document's revision and refuses what was made upon an older one. */
  async function shared(from: number, events?: OutboxEvents, store = memory()) {
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
    return { server, seen, ...(await leading({ send, revisionOf: () => seen.revision }, store, events)) };
  }
  const change = (id: string, body: object, method: Write['method'] = 'PATCH'): Write => ({
    ...write(id),
    method,
    body,
  });

  it('follow their own page’s changes, however quick', async () => {
    const { server, outbox } = await shared(5);
    for (let step = 1; step <= 10; step += 1) outbox.addUpon(change(`${step}`, { step }));
    await settle();
    expect(server.kept).toHaveLength(10);
    expect(outbox.snapshot()).toMatchObject({ writes: [], held: [], aside: [], trouble: null });
  });
  it('follow it also while its answer is being put away', async () => {
    const store = memory();
    const slow = {
      ...store,
      remove: (one: Write) => new Promise<void>((done) => setTimeout(done, 20)).then(() => store.remove(one)),
    };
    let second = () => undefined as void;
    const { server, outbox } = await shared(5, { ...ignore, answered: () => setTimeout(second, 10) }, slow);
    second = () => {
      second = () => undefined;
      outbox.addUpon(change('2', { step: 2 }));
    };
    outbox.addUpon(change('1', { step: 1 }));
    await settle(1000);
    expect(server.kept).toEqual([{ step: 1 }, { step: 2 }]);
    expect(outbox.snapshot().held).toEqual([]);
  });
  it('are held as one when another page was first, also through a closed page, and sent upon what stands then', async () => {
    const { server, seen, store, outbox } = await shared(5);
    server.away = true;
    outbox.addUpon(change('1', { name: 'Dipper' }));
    outbox.addUpon(change('2', { number: 7 }));
    await settle();
    server.revision = 6; // another page's
    server.away = false;
    outbox.retry();
    await settle();
    expect(server.kept).toEqual([]);
    const [held] = outbox.snapshot().held;
    expect(held).toMatchObject({ body: { name: 'Dipper', number: 7 }, outdated: ['name'] });
    const reopened = new Outbox(store);
    await reopened.open(ignore);
    expect(reopened.snapshot()).toMatchObject({ writes: [], held: [{ body: { name: 'Dipper' } }] });
    seen.revision = 6; // it was read again
    outbox.decide(held!, true);
    await settle();
    expect(server.kept).toEqual([{ name: 'Dipper', number: 7 }]);
    expect(store.kept.size).toBe(0);
  });
  it('keep the last of a document that is sent whole, and let it go on the person’s word', async () => {
    const { server, store, outbox } = await shared(5);
    server.revision = 6;
    outbox.addUpon(change('1', { plan: 1 }, 'PUT'));
    outbox.addUpon(change('2', { plan: 2 }, 'PUT'));
    await settle();
    const [held] = outbox.snapshot().held;
    expect(held!.body).toEqual({ plan: 2 });
    outbox.decide(held!, false);
    await settle();
    expect([server.kept, store.kept.size, outbox.snapshot().held]).toEqual([[], 0, []]);
  });
});
