/** Passes as they were taken, looks after them, and the ledger that rests on both. */
import { defaultHoles, defaultOutline, plateShape } from '@nimble/core/outline';
import { cellAt, createMapGrid, reachShape } from '@nimble/core/survey';
import { randomUUID } from 'node:crypto';
import { aBuild, aReading, STATIONS } from './a-build';
import { openApplication, type Application } from './application';

describe('passes', () => {
  let api: Application;
  let buildId: string;
  let first: string;
  beforeAll(async () => {
    api = await openApplication();
  });
  afterAll(() => api.close());
  beforeEach(async () => {
    const build = aBuild({ tool: { kind: 'sander', depthPerPass: 1.5e-4 } });
    buildId = build.id;
    await api.http.post('/api/v1/builds').send(build).expect(201);
    first = await survey();
    await read(first, 3.6e-3);
  });

  const survey = async (kind = 'full', change: Record<string, unknown> = {}) => {
    const id = randomUUID();
    await api.http
      .post(`/api/v1/builds/${buildId}/surveys`)
      .send({ id, kind, ...change })
      .expect(201);
    return id;
  };
  const read = (id: string, thickness: number, stations = STATIONS) =>
    api.http
      .post(`/api/v1/surveys/${id}/readings`)
      .send({ readings: stations.map((s) => aReading(s, thickness)) })
      .expect(201);
  const take = (taken: unknown, change: Record<string, unknown> = {}, surveyId = first) =>
    api.http
      .post(`/api/v1/surveys/${surveyId}/passes`)
      .send({ id: randomUUID(), person: 'Wren Halloran', taken, ...change });
  const ledger = async () => (await api.http.get(`/api/v1/builds/${buildId}/ledger`).expect(200)).body;
  const QUICK = [STATIONS[10]!, STATIONS[40]!, STATIONS[70]!, STATIONS[90]!];

  it('one pass of the sander of five advised, exactly as set, is foretold and scored as one', async () => {
    const { body } = await take({ kind: 'whole', passes: 1 }).expect(201);
    expect(body[0].planned[0].passes).toBeGreaterThan(3);
    expect(body[0].forecast.meanAfter.value).toBeCloseTo(3.45e-3, 9);
    await read(await survey(), 3.45e-3);
    const { passes, removalSpread } = await ledger();
    expect(passes).toHaveLength(1);
    expect(passes[0].lines[0]).toMatchObject({ quantity: 'mean-thickness', held: true });
    expect(passes[0].lines[0].miss).toBeCloseTo(0, 7);
    expect(removalSpread).toBeLessThan(0.2); // it went as set: surer than the first guess, not less sure
  });
  it('two passes without a look between them are foretold together, and scored once', async () => {
    await take({ kind: 'whole', passes: 1 }).expect(201);
    const { body } = await take({ kind: 'whole', passes: 1 }).expect(201);
    expect(body[1].forecast.meanAfter.value).toBeCloseTo(3.3e-3, 9);
    await read(await survey(), 3.3e-3);
    expect((await ledger()).passes.map((pass: { passId: string }) => pass.passId)).toEqual([body[1].id]);
  });
  it('learns how much more a hand takes at the rim, foretells it, and does not learn it twice', async () => {
    const shape = plateShape(defaultOutline('steel-string'), defaultHoles('steel-string'));
    const grid = createMapGrid(shape);
    const field = reachShape(grid);
    const at = ({ x, y }: { x: number; y: number }) => field[Math.max(0, cellAt(grid, x, y))]!;
    await api.http
      .patch(`/api/v1/builds/${buildId}`)
      .send({ tool: { kind: 'plane', depthPerPass: 5e-5 } })
      .expect(200);
    let surveyId = first;
    const left = new Map(STATIONS.map(({ name }) => [name, 3.6e-3]));
    for (const passes of [4, 4, 4]) {
      await take({ kind: 'whole', passes }, { person: 'Ada' }, surveyId).expect(201);
      surveyId = await survey();
      for (const station of STATIONS)
        left.set(station.name, left.get(station.name)! - passes * 5e-5 * (1 + 0.4 * at(station)));
      const readings = STATIONS.map((station) => aReading(station, left.get(station.name)!));
      await api.http.post(`/api/v1/surveys/${surveyId}/readings`).send({ readings }).expect(201);
    }
    await api.http.get(`/api/v1/builds/${randomUUID()}/ledger`).expect(404);
    const { reach } = await ledger();
    expect(reach.passes).toBe(3);
    expect(reach.value).toBeGreaterThan(0.3);
    expect(reach.value).toBeLessThan(0.42);
    const { body: assessment } = await api.http.get(`/api/v1/surveys/${surveyId}/assessment`).expect(200);
    expect(assessment.reach).toEqual(reach);
    await take({ kind: 'whole', passes: 2 }, { person: 'Ada' }, surveyId).expect(201);
    const { expected } = (await api.http.get(`/api/v1/surveys/${await survey('quick')}`).expect(200)).body;
    const standing = expected.readings as { station: string; thickness: number }[];
    const depths = Object.fromEntries(
      standing.map(({ station, thickness }) => [station, left.get(station)! - thickness]),
    );
    const [rim, middle] = [0, 1].map(
      (end) => STATIONS.reduce((a, b) => ((end === 0 ? at(b) > at(a) : at(b) < at(a)) ? b : a)).name,
    );
    expect(depths[rim!]! / depths[middle!]!).toBeGreaterThan(1.25);
  });
  it('a correction replaces the pass, and the forecast with it', async () => {
    const { body } = await take({ kind: 'whole', passes: 1 }).expect(201);
    const mended = await take({ kind: 'whole', passes: 3 }, { supersedes: body[0].id }).expect(201);
    expect(mended.body.map((pass: { stands: boolean }) => pass.stands)).toEqual([false, true]);
    expect(mended.body[1].forecast.meanAfter.value).toBeCloseTo(3.15e-3, 9);
    await take({ kind: 'whole', passes: 3 }, { supersedes: randomUUID() }).expect(400);
  });
  it('the same pass sent twice is kept once; one taken back counts no longer', async () => {
    const id = randomUUID();
    await take({ kind: 'whole', passes: 1 }, { id }).expect(201);
    expect((await take({ kind: 'whole', passes: 1 }, { id }).expect(201)).body).toHaveLength(1);
    const { body } = await api.http.post(`/api/v1/passes/${id}/retract`).send({ retracted: true }).expect(200);
    expect(body[0].stands).toBe(false);
    await read(await survey(), 3.45e-3);
    expect((await ledger()).passes).toEqual([]);
  });
  it('a quick look at four places moves the whole map, gives a verdict, and settles the pass', async () => {
    await take({ kind: 'whole', passes: 1 }).expect(201);
    const look = await survey('quick');
    await read(look, 3.47e-3, QUICK);
    const { body } = await api.http.get(`/api/v1/surveys/${look}`).expect(200);
    expect(body.assessment.verdict).toMatchObject({ kind: 'go-on', read: 4, look: { places: 4 } });
    expect(body.assessment.verdict.look.lift.value).toBeCloseTo(2e-5, 9); // 3.47 read, 3.45 foretold
    expect(body.assessment.statistics.mean).toBeCloseTo(3.47e-3, 6);
    expect((await ledger()).passes[0].lines[0]).toMatchObject({ held: true });
  });
  it('a second quick look stands upon the first', async () => {
    await take({ kind: 'whole', passes: 1 }).expect(201);
    const look = await survey('quick');
    await read(look, 3.47e-3, QUICK);
    await take({ kind: 'whole', passes: 1 }, {}, look).expect(201);
    const second = await survey('quick');
    await read(second, 3.31e-3, QUICK.slice(0, 3));
    const { body } = await api.http.get(`/api/v1/surveys/${second}/assessment`).expect(200);
    expect(body.verdict.look.lift.value).toBeCloseTo(-1e-5, 9); // 3.32 foretold
  });
  it('the scale alone tells how much came off: 245 of 260 g are left, so 3.60 became 3.392', async () => {
    await api.http.patch(`/api/v1/surveys/${first}`).send({ mass: 0.26 }).expect(200);
    await take({ kind: 'whole', passes: 1 }).expect(201);
    const weighed = await survey('weight', { mass: 0.245 });
    const { body } = await api.http.get(`/api/v1/surveys/${weighed}/assessment`).expect(200);
    expect(body.statistics.mean).toBeCloseTo((3.6e-3 * 0.245) / 0.26, 6);
    expect(body.verdict.look.places).toBe(0);
  });
  it.each([
    [{ kind: 'whole' }, 'taken.passes'],
    [{ kind: 'whole', passes: -1 }, 'taken.passes'],
    [{ kind: 'parts', parts: [] }, 'taken.parts'],
    [{ kind: 'parts', parts: [{ place: 'The handle', passes: 1 }] }, 'taken.parts[0].place'],
    [{ kind: 'some' }, 'taken.kind'],
  ])('refuses %j at its field', async (taken, field) => {
    const { body } = await take(taken).expect(400);
    expect(body.errors[0].field).toBe(field);
  });
});

describe('wood in doubt', () => {
  it('given to a build is kept as such, and the verdict that rests on it asks to look again', async () => {
    const api = await openApplication();
    const build = aBuild();
    const [id, doubt] = [randomUUID(), 'Stiffness along is in doubt: hardly any wood of its kind has that.'];
    await api.http.post('/api/v1/builds').send(build).expect(201);
    await api.http.post(`/api/v1/builds/${build.id}/surveys`).send({ id }).expect(201);
    const readings = STATIONS.map((station) => aReading(station, 2.9e-3));
    await api.http.post(`/api/v1/surveys/${id}/readings`).send({ readings }).expect(201);
    await api.http
      .patch(`/api/v1/builds/${build.id}`)
      .send({ wood: { ...build.wood, doubt } })
      .expect(200);
    const { body } = await api.http.get(`/api/v1/surveys/${id}/assessment`).expect(200);
    expect(body.verdict).toMatchObject({ kind: 'look-again', rule: 'constants-doubted', passes: 0 });
    await api.close();
  });
});

describe('writes at once', () => {
  it('forty readings at one instant: none fails, none is lost, and the verdict knows them all', async () => {
    const api = await openApplication();
    const build = aBuild();
    const id = randomUUID();
    await api.http.post('/api/v1/builds').send(build).expect(201);
    await api.http.post(`/api/v1/builds/${build.id}/surveys`).send({ id }).expect(201);
    const answers = await Promise.all(
      STATIONS.slice(0, 40).map((station) =>
        api.http.post(`/api/v1/surveys/${id}/readings`).send({ readings: [aReading(station, 2.9e-3)] }),
      ),
    );
    expect(answers.map(({ status }) => status)).toEqual(Array.from({ length: 40 }, () => 201));
    const { body } = await api.http.get(`/api/v1/surveys/${id}`).expect(200);
    expect(body.readings).toHaveLength(40);
    expect(body.assessment.verdict.read).toBe(40);
    await api.close();
  });
});
