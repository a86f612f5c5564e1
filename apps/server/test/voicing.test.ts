import { drawPattern, emptyPlan, usualSettings, bridgeAt, type BracingPlan } from '@nimble/core/bracing';
import { METRIC } from '@nimble/core/units';
import { NO_GOAL } from '@nimble/core/voicing';
import { plateShape } from '@nimble/core/outline';
import { randomUUID } from 'node:crypto';
import { aBuild } from './a-build';
import { openApplication, type Application } from './application';

interface Event {
  id: string;
  kind: string;
  round: number;
  body: Record<string, unknown>;
  retracted: boolean;
}

/** One after another: the stand-in's wood and its hand are seeded by ids, and no test leans on their luck. */
let count = 0;
const nextId = () => `6f1d7a10-0009-4000-8000-${String(++count).padStart(12, '0')}`;

const build = { ...aBuild({ id: nextId() }), units: METRIC };
const shape = plateShape(build.outline, build.holes);
const empty = emptyPlan('steel-string', 'flat');
const drawn = drawPattern(usualSettings('x'), {
  shape,
  hole: { x: 0.152, diameter: 0.098 },
  bridgeAt: bridgeAt(empty.bridge, 0.645),
  trebleSign: -1,
});
const plan: BracingPlan = { ...empty, ...drawn };
const leg = plan.braces.find(({ role }) => role === 'x-leg')!;
const wren = 'Wren Halloran';

describe('rounds of a voicing', () => {
  let api: Application;
  const path = `/api/v1/builds/${build.id}`;
  const send = (kind: string, body: object, more: object = {}) =>
    api.http.post(`${path}/voicing/${kind}`).send({ id: nextId(), round: 1, person: wren, body, ...more });
  const events = async () => (await api.http.get(`${path}/voicing`).expect(200)).body as Event[];
  const stroke = (depth: number) => ({
    shavings: [{ place: { kind: 'brace', id: leg.id, from: 0.1, to: 0.25 }, depth }],
    said: '0.3 mm',
    tool: 'finger plane',
    proposed: true,
    forecast: { 'flex:across': { value: 5.2e-5, sd: 1e-6 } },
    settled: [
      {
        quantity: 'flex:across',
        where: 'brace',
        before: { value: 5e-5, sd: 1e-6 },
        forecast: { value: 5.1e-5, sd: 1e-6 },
        outcome: { value: 5.12e-5, sd: 1e-6 },
      },
    ],
  });
  beforeAll(async () => {
    api = await openApplication();
    await api.http.post('/api/v1/builds').send(build).expect(201);
    await api.http.put(`${path}/plan`).send(plan).expect(200);
  });
  afterAll(() => api.close());

  it('keeps each event once, in time order, under the id of the browser', async () => {
    expect(await events()).toEqual([]);
    const goal = { ...NO_GOAL, weight: 0.19, flex: [{ place: 'across', compliance: 5e-5, from: 'No. 38' }] };
    await send('goal', goal, { at: '2026-11-20T09:00:00Z' }).expect(201);
    const bend = { place: 'across', load: 9.81, deflection: 4.6e-4, feel: null, closed: false, said: '0.46 mm' };
    const id = randomUUID();
    for (let again = 0; again < 2; again++) await send('flex', bend, { id, at: '2026-11-20T09:05:00Z' }).expect(201);
    await send('mass', { mass: 0.2, said: '200 g' }, { at: '2026-11-20T09:02:00Z' }).expect(201);
    const all = await events();
    expect(all.map(({ kind }) => kind)).toEqual(['goal', 'mass', 'flex']);
    expect(all[0]!.body).toEqual(goal);
    expect(all[2]!.body).toEqual(bend);
  });

  it('remembers by person which places are worked last or never, as said last and not taken back', async () => {
    const remembered = async (person: string) =>
      (await api.http.get('/api/v1/place-wishes').query({ person }).expect(200)).body.places as unknown;
    const say = (person: string, places: object, at: string) =>
      send('goal', { ...NO_GOAL, places }, { person, at }).expect(201);
    expect(await remembered('Linnet')).toEqual({});
    await say('Linnet', { main: 'never' }, '2026-11-19T09:00:00Z');
    await say('Dunnock', { main: 'first' }, '2026-11-19T09:01:00Z');
    const { id } = (await say('Linnet', { 'hole-side': 'last' }, '2026-11-19T09:02:00Z')).body as { id: string };
    expect(await remembered('Linnet')).toEqual({ 'hole-side': 'last' });
    await api.http.post(`${path}/voicing/${id}/retract`).expect(200);
    expect(await remembered('Linnet')).toEqual({ main: 'never' });
    const refused = await send('goal', { ...NO_GOAL, places: { main: 'rarely' } }).expect(400);
    expect((refused.body as { errors: { field: string }[] }).errors[0]!.field).toBe('body.places.main');
  });

  it('takes back and gives again, and never forgets', async () => {
    const { id } = (await events()).find(({ kind }) => kind === 'mass')!;
    await api.http.post(`${path}/voicing/${id}/retract`).expect(200);
    expect((await events()).find((one) => one.id === id)!.retracted).toBe(true);
    await api.http.post(`${path}/voicing/${id}/restore`).expect(200);
    expect((await events()).find((one) => one.id === id)!.retracted).toBe(false);
    await api.http.post(`${path}/voicing/${randomUUID()}/retract`).expect(404);
  });

  it('keeps shavings with their forecast and tells the record of a maker to every other build', async () => {
    await send('shaving', stroke(3e-4)).expect(201);
    const { body: all } = await api.http.get('/api/v1/shaving-record').query({ person: wren }).expect(200);
    expect(all).toEqual(stroke(3e-4).settled);
    expect((await api.http.get('/api/v1/shaving-record').query({ but: build.id })).body).toEqual([]);
    expect((await api.http.get('/api/v1/shaving-record').query({ person: 'Tomas Brandl' })).body).toEqual([]);
  });

  it('foretells a shaving from its own record, whatever the page sent of it, and settles the round before', async () => {
    const own = aBuild();
    const at = `/api/v1/builds/${own.id}`;
    await api.http.post('/api/v1/builds').send(own).expect(201);
    await api.http.put(`${at}/plan`).send(plan).expect(200);
    const say = (kind: string, round: number, body: object) =>
      api.http.post(`${at}/voicing/${kind}`).send({ id: randomUUID(), round, person: 'Ines Okafor', body }).expect(201);
    const shave = { shavings: stroke(3e-4).shavings, said: '0.3 mm', tool: 'finger plane', proposed: false };
    await say('mass', 1, { mass: 0.21, said: '210 g' });
    await say('shaving', 1, shave); // of a page that knew no forecast
    await say('mass', 2, { mass: 0.2098, said: '209.8 g' });
    await say('shaving', 2, { ...shave, forecast: { mass: { value: 5, sd: 0.001 } } }); // of one that is mad
    interface Shaved {
      body: {
        forecast: { mass?: { value: number } };
        settled: { quantity: string; outcome: { value: number } }[];
        pending?: boolean;
      };
    }
    const shavings = async () =>
      ((await api.http.get(`${at}/voicing`).expect(200)).body as Event[]).filter(
        ({ kind }) => kind === 'shaving',
      ) as unknown as Shaved[];
    expect((await shavings())[1]!.body.pending).toBe(true);
    let kept = await shavings();
    for (let tries = 0; tries < 200 && kept.some(({ body }) => body.pending); tries++) {
      await new Promise((resolve) => setTimeout(resolve, 200));
      kept = await shavings();
    }
    // A stroke of 150 mm runs in and out over 20 mm and narrows upwards.
    const off = leg.density * leg.width * 3e-4 * 0.15;
    const [first, second] = kept.map(({ body }) => body);
    expect((0.21 - first!.forecast.mass!.value) / off).toBeGreaterThan(0.5);
    expect((0.21 - first!.forecast.mass!.value) / off).toBeLessThan(1.02);
    expect(second!.forecast.mass!.value).toBeCloseTo(0.2098 - (0.21 - first!.forecast.mass!.value), 4);
    expect(first!.settled).toEqual([]);
    expect(second!.settled.map(({ quantity, outcome }) => [quantity, outcome.value])).toEqual([
      ['mass', expect.closeTo(0.2098, 4)],
    ]);
    const { body: all } = await api.http.get('/api/v1/shaving-record').query({ person: 'Ines Okafor' }).expect(200);
    expect(all).toEqual(second!.settled);
    await say('let-in', 2, { quantity: 'mass', counts: true });
    const { body: letIn } = await api.http.get('/api/v1/shaving-record').query({ person: 'Ines Okafor' }).expect(200);
    expect(letIn).toEqual([{ ...second!.settled[0], letIn: true }]);
    await api.http.post(`${at}/archive`).expect(200);
  });

  it('counts what was shaved before when it refuses to cut through, unless that was taken back', async () => {
    const tall = Math.max(...leg.heights);
    const most = {
      ...stroke(0.6 * tall),
      shavings: [{ place: { kind: 'brace', id: leg.id, from: 0.2, to: 0.26 }, depth: 0.6 * tall }],
    };
    const first = await send('shaving', most).expect(201);
    const { body } = await send('shaving', most).expect(400);
    expect(body.errors[0]).toEqual({
      field: 'body.shavings[0].depth',
      message: expect.stringContaining('cut through'),
    });
    await api.http.post(`${path}/voicing/${(first.body as Event).id}/retract`).expect(200);
    await send('shaving', most).expect(201);
  });

  it.each([
    ['flex', { place: 'nose', load: 10, deflection: 1e-4, feel: null, closed: false, said: '' }, 'body.place'],
    [
      'flex',
      { place: 'across', load: 10, deflection: 0.46, feel: null, closed: false, said: '0.46' },
      'body.deflection',
    ],
    ['flex', { place: 'across', load: null, deflection: null, feel: 12, closed: false, said: '12' }, 'body.feel'],
    ['mass', { mass: 200, said: '200' }, 'body.mass'],
    ['shaving', { ...stroke(0.3) }, 'body.shavings[0].depth'],
    ['shaving', { ...stroke(3e-4), shavings: [] }, 'body.shavings'],
    [
      'shaving',
      { ...stroke(3e-4), shavings: [{ place: { kind: 'brace', id: 'nobody', from: 0, to: 0.1 }, depth: 1e-4 }] },
      'body.shavings[0].place.id',
    ],
    ['goal', { ...NO_GOAL, weight: 90 }, 'body.weight'],
    ['box', { volume: 14, said: '14 l' }, 'body.volume'],
    ['trim', { what: 'rim', depth: 4e-3, said: '4 mm', forecast: null }, 'body.depth'],
    ['trim', { what: 'back', depth: 1e-4, said: '', forecast: null }, 'body.what'],
    ['resonances', { air: 190, top: 100, said: '' }, 'body.top'],
    ['settling', { turn: null, belly: null, said: '' }, 'body.turn'],
    ['settling', { turn: 2, belly: null, said: '' }, 'body.turn'],
    ['outcome', { words: '', again: '', differently: '', marks: [{ name: 'warmth', mark: 11 }] }, 'body.marks[0].mark'],
  ])('refuses a %s that can’t be: %j', async (kind, body, field) => {
    const { body: refusal } = await send(kind, body).expect(400);
    expect(refusal.errors[0].field).toBe(field);
  });

  it('keeps how it turned out, a second look, a repair, a tick and a rest', async () => {
    await send('outcome', {
      words: 'Open.',
      again: 'the scoops',
      differently: '',
      marks: [{ name: 'warmth', mark: 8 }],
    }).expect(201);
    await send('second-look', { liked: 'now', note: '' }).expect(201);
    await send('repair', { brace: leg.id, what: 'glued-back', note: 'end let go' }).expect(201);
    await send('reduction', { reduction: `ends:${leg.id}` }).expect(201);
    await send('park', { until: '2026-11-27T08:00:00Z', why: 'fresh ears' }).expect(201);
    const kinds = (await events()).map(({ kind }) => kind);
    for (const kind of ['outcome', 'second-look', 'repair', 'reduction', 'park']) expect(kinds).toContain(kind);
    await api.http.get(`/api/v1/builds/${randomUUID()}/voicing`).expect(404);
  });

  it('keeps what comes after the box is closed, and lays builds beside each other by what was read last', async () => {
    await send('box', { volume: 0.014, said: '14 l' }).expect(201);
    await send('trim', {
      what: 'hole',
      depth: 1e-3,
      said: '1 mm',
      forecast: { air: { value: 102, sd: 1 }, top: { value: 190, sd: 2 } },
    }).expect(201);
    await send('resonances', { air: 101, top: 189, said: '' }).expect(201);
    await send('strung', { note: 'light set' }).expect(201);
    await send('settling', { turn: 0.02, belly: null, said: '1.1°' }).expect(201);
    await send(
      'flex',
      { place: 'across', load: 10, deflection: 6e-4, feel: null, closed: false, said: '0.6' },
      { round: 2 },
    ).expect(201);
    const { body } = await api.http.get('/api/v1/builds-compared').expect(200);
    const compared = body as {
      number: number;
      good: boolean | null;
      marks: object[];
      figures: Record<string, number | null>;
    }[];
    const own = compared.find(({ number }) => number === build.number);
    expect(own).toMatchObject({ number: build.number, good: null, marks: [{ name: 'warmth', mark: 8 }] });
    expect(own!.figures).toMatchObject({ air: 101, top: 189, turn: 0.02, thickness: null, ring: null });
    expect(own!.figures['flex:across']).toBeCloseTo(6e-5, 12);
  });

  it('has a stand-in gauge and balance under the plate: softer once it is shaved, lighter by what came off', async () => {
    const read = async () => {
      const bends = [];
      for (let i = 0; i < 5; i++)
        bends.push(
          (await api.http.post(`/api/v1/devices/top/${build.id}/bend`).send({ place: 'across' }).expect(200)).body
            .deflection as number,
        );
      const { body } = await api.http.post(`/api/v1/devices/top/${build.id}/weigh`).expect(200);
      return { bend: bends.sort((a, b) => a - b)[2]!, mass: (body as { mass: number }).mass };
    };
    const before = await read();
    // Wood of any luck and a dial of one per cent: enough must come off that every top shows it.
    const worked = plan.braces.filter(({ role }) => role === 'tone-bar' || role === 'x-leg');
    const off = worked.map(({ id, length }) => ({
      place: { kind: 'brace', id, from: 0.3 * length, to: 0.7 * length },
      depth: 3e-3,
    }));
    await send('shaving', { ...stroke(3e-4), shavings: off }, { round: 3 }).expect(201);
    const after = await read();
    expect(after.bend).toBeGreaterThan(before.bend * 1.05);
    const wood = worked.reduce((sum, { length, width, density }) => sum + 3e-3 * 0.4 * length * width * density, 0);
    // Hands plane unevenly by a tenth, a section narrows upwards: within a good half.
    expect((before.mass - after.mass) / wood).toBeGreaterThan(0.45);
    expect((before.mass - after.mass) / wood).toBeLessThan(1.3);
    // The bench says where it stands; what explores the top starts from it as it stands.
    const benches = (await api.http.get('/api/v1/builds').expect(200)).body as {
      id: string;
      newestRound: object | null;
    }[];
    expect(benches.find(({ id }) => id === build.id)!.newestRound).toMatchObject({ number: 3, shaved: true });
    const exploration = randomUUID();
    const spec = {
      kind: 'doubt',
      draws: 8,
      seed: 5,
      spread: { density: 0.03, modulus: 0.1, braceDensity: 0.05, braceModulus: 0.1 },
    };
    await api.http.post(`${path}/explorations`).send({ id: exploration, hold: 'glued', spec }).expect(201);
    const { body: inputs } = await api.http.get(`${path}/explorations/${exploration}/inputs`).expect(200);
    const middle = (all: BracingPlan['braces'], id: string) => {
      const { heights } = all.find((one) => one.id === id)!;
      return heights[heights.length >> 1]!;
    };
    const [bar] = worked;
    expect(
      middle(plan.braces, bar!.id) - middle((inputs as { top: { plan: BracingPlan } }).top.plan.braces, bar!.id),
    ).toBeGreaterThan(2.5e-3);
    await api.http.post(`/api/v1/devices/top/${build.id}/bend`).send({ place: 'bridge' }).expect(400);
    await api.http.post(`/api/v1/devices/top/${randomUUID()}/weigh`).expect(404);
  });
});
