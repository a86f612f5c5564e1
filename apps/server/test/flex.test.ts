import { randomUUID } from 'node:crypto';
import { aBuild, aReading, STATIONS } from './a-build';
import { openApplication, type Application } from './application';

const THICKNESS = 2.8e-3;
const beam = (change: Record<string, unknown> = {}) => ({
  kind: 'three-point',
  direction: 'along',
  span: 0.4,
  loadAt: 0.2,
  dialAt: 0.2,
  supportWidth: 0,
  ...change,
});
/** Dial readings of a spring of that many metres per newton. */
const readings = (compliance: number) => [0, 5, 10].map((load) => ({ load, deflection: 1e-3 + load * compliance }));

describe('jigs and checks of a plate', () => {
  let api: Application;
  let buildId: string;
  let jigId: string;
  beforeAll(async () => {
    api = await openApplication();
    const build = aBuild();
    buildId = build.id;
    await api.http.post('/api/v1/builds').send(build).expect(201);
    jigId = randomUUID();
    await api.http.post('/api/v1/jigs').send({ id: jigId, name: 'Long', body: beam() }).expect(201);
  });
  afterAll(() => api.close());

  const flex = (change: Record<string, unknown> = {}) =>
    api.http.post(`/api/v1/builds/${buildId}/flex-checks`).send({
      id: randomUUID(),
      person: 'Wren Halloran',
      jigId,
      thickness: THICKNESS,
      feel: 5,
      points: readings(2e-5),
      ...change,
    });
  const knock = (change: Record<string, unknown>) =>
    api.http
      .post(`/api/v1/builds/${buildId}/knock-checks`)
      .send({ id: randomUUID(), person: '', thickness: THICKNESS, ...change });
  const fieldOf = async (request: ReturnType<typeof flex>) =>
    (await request.expect(400)).body.errors[0].field as string;

  it('keeps the sag per load of a plate on a jig, with its doubt and the thickness it had', async () => {
    const id = randomUUID();
    await flex({ id }).expect(201);
    const { body } = await flex({ id }).expect(201); // a retry
    expect(body).toHaveLength(1);
    expect(body[0]).toMatchObject({ kind: 'flex', feel: 5, retracted: false, thickness: { value: THICKNESS } });
    expect(body[0].result.compliance.value).toBeCloseTo(2e-5, 12);
    expect(body[0].result.compliance.sd).toBeGreaterThan(0);
  });
  it('hears notes and ring, and offers the newest of each to other plates', async () => {
    await knock({ notes: { across: 92.5 }, ring: { time: 0.8 } }).expect(201);
    await knock({ notes: { across: 90.1 } }).expect(201);
    const newest = (await api.http.get('/api/v1/checks')).body as {
      kind: string;
      input: { notes?: { across: number } };
    }[];
    expect(newest.filter(({ kind }) => kind === 'knock').map(({ input }) => input.notes?.across)).toEqual([90.1]);
  });
  it('keeps notes that ring clear without names, eight at most', async () => {
    const { body } = await knock({ clear: [98.2, 142, 201.5] }).expect(201);
    expect(body.at(-1)).toMatchObject({ kind: 'knock', input: { clear: [98.2, 142, 201.5] } });
    expect((await knock({ clear: [2] }).expect(400)).body.errors[0].field).toBe('clear');
    expect((await knock({ clear: Array(9).fill(100) }).expect(400)).body.errors[0].field).toBe('clear');
    await api.http.post(`/api/v1/builds/${buildId}/checks/${body.at(-1).id}/retract`).expect(200);
  });
  it('asks about a bend or a note far from the last one of its kind, at the thickness then and now', async () => {
    const before = (await api.http.get(`/api/v1/builds/${buildId}/checks`)).body as object[];
    const { doubt } = (await flex({ points: readings(2e-6), ask: true }).expect(409)).body;
    expect(doubt).toMatchObject({ slip: { of: 'loads', words: 'the loads were newtons, not kilograms' } });
    const thin = 0.8 * THICKNESS;
    await flex({ thickness: thin, points: readings(2e-5), ask: true }).expect(409); // 0.8^3: it should bend twice as far
    const { doubt: note } = (await knock({ notes: { across: 901 }, ask: true }).expect(409)).body;
    expect(note.slip).toMatchObject({ note: 'across', factor: 0.1 });
    expect((await api.http.get(`/api/v1/builds/${buildId}/checks`)).body).toEqual(before);
    const last = await flex({ thickness: thin, points: readings(2e-5 / 0.8 ** 3), ask: true }).expect(201);
    await api.http
      .post(`/api/v1/builds/${buildId}/checks/${(last.body as { id: string }[]).at(-1)!.id}/retract`)
      .expect(200);
  });
  it('takes a wrong one back and brings it back, losing nothing', async () => {
    const id = randomUUID();
    await flex({ id, points: readings(9e-5) }).expect(201);
    const path = `/api/v1/builds/${buildId}/checks/${id}`;
    const find = (body: { id: string; retracted: boolean }[]) => body.find((check) => check.id === id)!.retracted;
    expect(find((await api.http.post(`${path}/retract`).expect(200)).body)).toBe(true);
    const offered = (await api.http.get('/api/v1/checks')).body as { id: string }[];
    expect(offered.some((check) => check.id === id)).toBe(false);
    expect(find((await api.http.post(`${path}/restore`).expect(200)).body)).toBe(false);
  });
  it('reads a ring jig as one stiffness and what it means along the grain', async () => {
    const ring = randomUUID();
    await api.http
      .post('/api/v1/jigs')
      .send({ id: ring, name: 'Ring', body: { kind: 'ring', diameter: 0.24, supportWidth: 0 } });
    const { body } = await flex({ jigId: ring, points: readings(8e-5) }).expect(201);
    expect(body.at(-1).result.modulusAlong.value).toBeGreaterThan(5e9);
    expect(body.at(-1).result.modulusAlong.value).toBeLessThan(25e9);
  });
  it('names what can’t be at its field', async () => {
    expect(await fieldOf(flex({ points: [{ load: 1, deflection: 1e-4 }] }))).toBe('points');
    expect(await fieldOf(flex({ points: [1, 1].map((load) => ({ load, deflection: 1e-4 })) }))).toBe('points');
    expect(await fieldOf(flex({ thickness: 2.8 }))).toBe('thickness');
    expect(await fieldOf(flex({ thickness: undefined }))).toBe('thickness'); // nothing read, nothing typed
    expect(await fieldOf(knock({ notes: {} }))).toBe('notes');
    expect(await fieldOf(knock({ notes: { twist: 2 } }))).toBe('notes.twist');
    expect(await fieldOf(knock({ ring: { time: 80 } }))).toBe('ring.time');
    const jig = (body: object) => api.http.post('/api/v1/jigs').send({ id: randomUUID(), name: 'x', body });
    expect(await fieldOf(jig(beam({ loadAt: 0.5 })))).toBe('body.loadAt');
    expect(await fieldOf(jig(beam({ span: 400 })))).toBe('body.span');
    const long = randomUUID();
    await api.http
      .post('/api/v1/jigs')
      .send({ id: long, name: 'Too long', body: beam({ span: 0.9 }) })
      .expect(201);
    expect(await fieldOf(flex({ jigId: long }))).toBe('jigId');
    await flex({ jigId: randomUUID() }).expect(404);
  });
  it('puts a jig away without touching what was measured on it', async () => {
    const { body } = await api.http.post(`/api/v1/jigs/${jigId}/archive`).expect(200);
    expect(body.map(({ id }: { id: string }) => id)).not.toContain(jigId);
    expect((await api.http.get(`/api/v1/builds/${buildId}/checks`)).body[0].jigId).toBe(jigId);
    await api.http.post(`/api/v1/jigs/${jigId}/restore`).expect(200);
  });
  it('keeps the maker’s choices for a build, and a recipe starts without an outcome', async () => {
    const { choices } = (await api.http.get(`/api/v1/builds/${buildId}`)).body;
    expect(choices.outcome).toBeNull();
    const chosen = { ...choices, outcome: 'too-stiff', rules: { ...choices.rules, leader: 'pitch', tension: 700 } };
    const { body } = await api.http.patch(`/api/v1/builds/${buildId}`).send({ choices: chosen }).expect(200);
    expect(body.choices).toMatchObject({ outcome: 'too-stiff', rules: { leader: 'pitch', tension: 700 } });
    const bad = { ...chosen, rules: { ...chosen.rules, tension: -1 } };
    const refused = await api.http.patch(`/api/v1/builds/${buildId}`).send({ choices: bad }).expect(400);
    expect(refused.body.errors[0].field).toBe('choices.rules.tension');
    const copy = { id: randomUUID(), number: 909, name: 'Again' };
    const made = (await api.http.post(`/api/v1/builds/${buildId}/duplicate`).send(copy).expect(201)).body;
    expect(made.choices).toMatchObject({ outcome: null, rules: { leader: 'pitch' } });
  });
  it('bends and weighs a simulated piece: the dial goes on by as much for each newton', async () => {
    const bend = async (load: number) =>
      Number.parseFloat(
        (await api.http.post(`/api/v1/devices/bench/${buildId}/bend`).send({ jigId, load }).expect(200)).body.line,
      );
    const [none, ten, twenty] = [await bend(0), await bend(10), await bend(20)];
    expect((twenty - ten) / (ten - none)).toBeGreaterThan(0.8);
    expect((twenty - ten) / (ten - none)).toBeLessThan(1.25);
    const { body } = await api.http.post(`/api/v1/devices/bench/${buildId}/weigh`).expect(200);
    expect(body).toMatchObject({ device: 'scale', line: expect.stringMatching(/^\d+\.\d g$/) });
    await api.http.post(`/api/v1/devices/bench/${buildId}/bend`).send({ load: 2 }).expect(400);
    await api.http.post(`/api/v1/devices/bench/${randomUUID()}/weigh`).expect(404);
  });
});

describe('a plate that is brought down by feel', () => {
  const ADA = 'Ada';
  const STEP = 1.25;
  const plate = aBuild();
  const other = aBuild();
  let api: Application;
  let jigId: string;
  beforeAll(async () => {
    api = await openApplication();
    for (const build of [plate, other]) await api.http.post('/api/v1/builds').send(build).expect(201);
    jigId = randomUUID();
    await api.http.post('/api/v1/jigs').send({ id: jigId, name: 'Long', body: beam() }).expect(201);
    const surveyId = randomUUID();
    await api.http.post(`/api/v1/builds/${plate.id}/surveys`).send({ id: surveyId }).expect(201);
    const all = STATIONS.map((station) => aReading(station, 3e-3));
    await api.http.post(`/api/v1/surveys/${surveyId}/readings`).send({ readings: all }).expect(201);
  });
  afterAll(() => api.close());
  const checks = (buildId: string) => `/api/v1/builds/${buildId}`;
  const feel = (change: Record<string, unknown> = {}) =>
    api.http.post(`${checks(plate.id)}/feel-checks`).send({ id: randomUUID(), person: ADA, score: 6, ...change });
  const told = async () => {
    const { id } = ((await api.http.get(`${checks(plate.id)}/surveys`)).body as { id: string }[])[0]!;
    return (await api.http.get(`/api/v1/surveys/${id}/assessment`).expect(200)).body.verdict.followed as {
      by: string;
      silent: string | null;
      line: { value: number };
    };
  };

  it('keeps a mark without loads, at the thickness that was read, and names what can’t be', async () => {
    const { body } = await feel().expect(201);
    expect(body).toEqual([
      expect.objectContaining({ kind: 'feel', feel: 6, person: ADA, input: {}, result: { warnings: [] } }),
    ]);
    expect(body[0].thickness.value).toBeCloseTo(3e-3, 6);
    expect((await feel({ score: 10 }).expect(400)).body.errors[0].field).toBe('score');
    const unread = await api.http
      .post(`${checks(other.id)}/feel-checks`)
      .send({ id: randomUUID(), person: ADA, score: 4 })
      .expect(400);
    expect(unread.body.errors[0].field).toBe('thickness');
  });
  it('stops where that person’s marks will be as wanted, once they are worth a thickness, and not before', async () => {
    const { choices } = (await api.http.get(checks(plate.id))).body;
    const rules = { ...choices.rules, leader: 'feel', feel: { person: ADA, score: 4, from: null } };
    const { body } = await api.http
      .patch(checks(plate.id))
      .send({ choices: { ...choices, rules } })
      .expect(200);
    expect(body.choices.rules.feel).toEqual({ person: ADA, score: 4, from: null });
    expect(await told()).toMatchObject({ by: 'target', silent: expect.stringMatching(/0 so far/) });
    const ids = await [3, 4, 5, 6, 7].reduce(async (before, score, i) => {
      const [id, off] = [randomUUID(), [1.03, 0.97, 1, 0.97, 1.03][i]!];
      const bent = {
        id,
        person: ADA,
        jigId,
        thickness: 3e-3,
        feel: score,
        points: readings((4e-5 * off) / STEP ** score),
      };
      const kept = await before;
      await api.http
        .post(`${checks(other.id)}/flex-checks`)
        .send(bent)
        .expect(201);
      return [...kept, id];
    }, Promise.resolve<string[]>([]));
    // Two steps of 25 %: 3.00 mm x 1.25^(-2/3) = 2.585 mm.
    const followed = await told();
    expect(followed.by).toBe('feel');
    expect(followed.line.value * 1e3).toBeCloseTo(2.585, 2);
    for (const id of ids.slice(0, 2)) await api.http.post(`${checks(other.id)}/checks/${id}/retract`).expect(200);
    expect(await told()).toMatchObject({ by: 'target', silent: expect.stringMatching(/3 so far/) });
  });
});

describe('how feel tracks the dial', () => {
  let api: Application;
  beforeAll(async () => {
    api = await openApplication({ demo: true });
  }, 120_000);
  afterAll(() => api.close());
  it('person by person, over boards and plates', async () => {
    const people = (await api.http.get('/api/v1/feel')).body as {
      person: string;
      record: { count: number; agreement: number };
    }[];
    const ines = people.find(({ person }) => person === 'Ines Okafor')!;
    expect(ines.record.count).toBeGreaterThan(8);
    expect(ines.record.agreement).toBeGreaterThan(0.3);
  });
  it('the demo’s forecasts of flex and note are in the ledger beside what came', async () => {
    const builds = (await api.http.get('/api/v1/builds')).body as { id: string; number: number }[];
    const id = builds.find(({ number }) => number === 42)!.id;
    const { passes } = (await api.http.get(`/api/v1/builds/${id}/ledger`)).body;
    const last = passes.at(-1).lines as {
      quantity: string;
      held: boolean;
      forecast: { value: number };
      outcome: { value: number };
    }[];
    expect(last.map(({ quantity }) => quantity)).toEqual(['mean-thickness', 'mass', 'flex', 'pitch']);
    for (const { forecast, outcome } of last) expect(Math.abs(outcome.value / forecast.value - 1)).toBeLessThan(0.1);
  });
});
