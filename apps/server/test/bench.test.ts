import { randomUUID } from 'node:crypto';
import { Sequelize } from 'sequelize-typescript';
import { Build } from '../src/build-records/models/build.model';
import { migrate } from '../src/database/migrate';
import { DemoService } from '../src/demo/demo.service';
import { MIGRATIONS } from '../src/database/migrations';
import { aBuild, aReading, STATIONS } from './a-build';
import { makeDatabase, openApplication, type Application } from './application';

describe('a demo bench that was interrupted', () => {
  it('says how far it is, and goes on where it was: nothing twice, nothing missing', async () => {
    const api = await openApplication();
    try {
      const demo = api.app.get(DemoService);
      const health = async () => (await api.http.get('/api/v1/health').expect(200)).body as { demo: object | null };
      expect(await health()).toMatchObject({ status: 'ok', demo: null });
      const real = Build.create.bind(Build);
      const create = jest.spyOn(Build, 'create');
      let made = 0;
      create.mockImplementation(((...args: Parameters<typeof real>) => {
        if (++made === 3) throw new Error('the plug was pulled');
        return real(...args);
      }) as typeof Build.create);
      await expect(demo.loadWhenEmpty({ sounds: false })).rejects.toThrow('plug');
      create.mockRestore();
      // People and rack, and two of six builds.
      expect((await health()).demo).toEqual({ done: 3, of: 7 });
      expect((await api.http.get('/api/v1/builds')).body).toHaveLength(2);
      expect(await demo.loadWhenEmpty({ sounds: false })).toBe(true);
      expect((await health()).demo).toBeNull();
      const { body } = await api.http.get('/api/v1/builds').expect(200);
      expect((body as { number: number }[]).map(({ number }) => number).sort()).toEqual([36, 38, 41, 42, 43, 44]);
      const sets = (await api.http.get('/api/v1/wood-sets')).body as { name: string; use: string }[];
      expect(new Set(sets.map(({ name }) => name)).size).toBe(sets.length);
      expect(sets.filter(({ use }) => use === 'top')).toHaveLength(10);
      expect(await demo.loadWhenEmpty({ sounds: false })).toBe(false);
    } finally {
      await api.close();
    }
  }, 60_000);
});

describe('the workshop’s bands of thickness', () => {
  it('are the target of a plate that has no other, and judge it anew when they change', async () => {
    const api = await openApplication();
    try {
      const build = aBuild();
      await api.http.post('/api/v1/builds').send(build).expect(201);
      const id = randomUUID();
      await api.http.post(`/api/v1/builds/${build.id}/surveys`).send({ id }).expect(201);
      const readings = STATIONS.map((station) => aReading(station, 2.6e-3));
      await api.http.post(`/api/v1/surveys/${id}/readings`).send({ readings }).expect(201);
      const headline = async () =>
        (await api.http.get(`/api/v1/surveys/${id}/assessment`).expect(200)).body.verdict.headline as string;
      const before = await headline();
      const band = { family: 'steel-string', plate: 'top', species: 'sitka-spruce', from: 2e-3, to: 2.2e-3 };
      const { body } = await api.http
        .patch('/api/v1/workshop')
        .send({ bands: [band] })
        .expect(200);
      expect(body.bands).toEqual([band]);
      const { body: target } = await api.http.get(`/api/v1/builds/${build.id}/target`).expect(200);
      expect(target.base.thickness).toBeCloseTo(2.1e-3, 9);
      const { body: chosen } = await api.http.get(`/api/v1/builds/${build.id}`).expect(200);
      const rules = { ...chosen.choices.rules, leader: 'number' };
      await api.http
        .patch(`/api/v1/builds/${build.id}`)
        .send({ choices: { ...chosen.choices, rules } })
        .expect(200);
      // 0.50 mm to go by 0.05 mm a pass.
      expect(await headline()).toBe('Go on: ten more passes');
      expect(before).not.toBe('Go on: ten more passes');
      await api.http
        .patch('/api/v1/workshop')
        .send({ bands: [{ ...band, to: 2.4e-3 }] })
        .expect(200);
      expect(await headline()).toBe('Go on: eight more passes');
      const upside = await api.http
        .patch('/api/v1/workshop')
        .send({ bands: [{ ...band, to: 1e-3 }] })
        .expect(400);
      expect(upside.body.errors[0].field).toBe('bands[0].to');
    } finally {
      await api.close();
    }
  });
});

describe('the demo bench', () => {
  let api: Application;
  beforeAll(async () => {
    api = await openApplication({ demo: true });
  }, 120_000);
  afterAll(() => api.close());

  it('has six builds, one in the middle of thicknessing and two finished, all marked as demo', async () => {
    const { body } = await api.http.get('/api/v1/builds').expect(200);
    const builds = body as {
      number: number;
      name: string;
      demo: boolean;
      newestSurvey: { number: number; verdict: string } | null;
    }[];
    expect(builds.map((b) => b.name).sort()).toEqual([
      'Curlew',
      'Dunlin',
      'Plover',
      'Sandpiper',
      'Turnstone',
      'Whimbrel',
    ]);
    expect(builds.every((b) => b.demo)).toBe(true);
    const of = (number: number) => builds.find((b) => b.number === number)?.newestSurvey;
    expect(of(42)).toMatchObject({ number: 5, verdict: 'go-on' });
    expect([of(41)?.verdict, of(38)?.verdict]).toEqual(['there', 'there']);
  });
  it('forecasts its own passes well enough: outcomes fall within said intervals more often than not', async () => {
    const { body } = await api.http.get('/api/v1/builds');
    const dunlin = body.find((b: { number: number }) => b.number === 42);
    const ledger = await api.http.get(`/api/v1/builds/${dunlin.id}/ledger`).expect(200);
    expect(ledger.body.summary.count).toBe(16); // mean, weight, flex and note of four passes
    expect(ledger.body.summary.held).toBeGreaterThanOrEqual(9);
  });
  it('has a rack of ten sets, measured, one of them rejected for its runout', async () => {
    const { body } = await api.http.get('/api/v1/wood-sets').expect(200);
    const all = body as {
      name: string;
      use: string;
      rejected: string | null;
      objections: { reject: boolean }[];
      properties: { modulusAlong: { by: string } };
    }[];
    const sets = all.filter(({ use }) => use === 'top');
    expect(all.filter(({ use }) => use === 'brace').length).toBeGreaterThan(1);
    expect(sets).toHaveLength(10);
    expect(sets.every((set) => set.properties.modulusAlong.by === 'both')).toBe(true);
    expect(sets.filter((set) => set.rejected).map((set) => set.name)).toEqual(['European 22, runout']);
    expect(sets.filter((set) => set.objections.some((o) => o.reject))).toHaveLength(1);
  });
  it('has a plan for each of its tops, and steps of shaping that were forecast and settled', async () => {
    const { body } = await api.http.get('/api/v1/builds');
    const roles = async (number: number) => {
      const { id } = body.find((b: { number: number }) => b.number === number);
      const plan = (await api.http.get(`/api/v1/builds/${id}/plan`).expect(200)).body as { braces: { role: string }[] };
      return plan.braces.map(({ role }) => role);
    };
    expect((await roles(41)).filter((role) => role === 'x-leg')).toHaveLength(2);
    const fan = await roles(42);
    expect([
      fan.filter((role) => role === 'fan-bar').length,
      fan.filter((role) => role === 'closing-bar').length,
    ]).toEqual([5, 1]);
    expect(await roles(43)).toEqual(['long-bar', 'long-bar']);
    expect((await roles(44)).filter((role) => role === 'lattice-bar').length).toBeGreaterThan(6);
    const { id } = body.find((b: { number: number }) => b.number === 41);
    const { body: steps } = await api.http.get(`/api/v1/builds/${id}/shapings`).expect(200);
    const lines = (steps as { lines: { held: boolean }[] }[]).flatMap((step) => step.lines);
    expect(lines).toHaveLength(8); // weight and note of two steps of two bars
    expect(lines.filter(({ held }) => held).length).toBeGreaterThanOrEqual(6);
  });
  it('describes itself in OpenAPI', async () => {
    const { body } = await api.http.get('/api/docs-json').expect(200);
    expect(Object.keys(body.paths)).toEqual(
      expect.arrayContaining([
        '/api/v1/builds',
        '/api/v1/surveys/{id}/assessment',
        '/api/v1/devices/caliper/{buildId}/press',
      ]),
    );
  });
  it('sends security headers and no word of its framework', async () => {
    const { headers } = await api.http.get('/api/v1/health').expect(200);
    expect(headers['content-security-policy']).toContain("default-src 'self'");
    expect(headers['x-powered-by']).toBeUndefined();
  });
});

describe('a bench', () => {
  let api: Application;
  beforeAll(async () => {
    api = await openApplication();
  });
  afterAll(() => api.close());

  it('takes what was written for it, or for none, and nothing that was written for another', async () => {
    const { bench } = (await api.http.get('/api/v1/health').expect(200)).body as { bench: string };
    const name = (to: string, header?: string) => {
      const sent = api.http.patch('/api/v1/workshop').send({ name: to });
      return header ? sent.set('x-bench', header) : sent;
    };
    await name('One', bench).expect(200);
    await name('Two').expect(200);
    const { body } = await name('Three', '6f1d7a10-0000-4000-8000-000000000001').expect(421);
    expect(body).toMatchObject({ status: 421, title: expect.stringContaining('another bench') });
    expect((await api.http.get('/api/v1/workshop')).body).toMatchObject({ name: 'Two' });
  });
});

describe('the workshop', () => {
  let api: Application;
  beforeAll(async () => {
    api = await openApplication();
  });
  afterAll(() => api.close());

  it('starts unnamed and empty, takes a name and people, each once', async () => {
    expect((await api.http.get('/api/v1/workshop')).body).toMatchObject({ name: 'My bench', demo: false, people: [] });
    await api.http.patch('/api/v1/workshop').send({ name: 'Larkspur Bench' }).expect(200);
    const person = { id: randomUUID(), name: 'Wren Halloran' };
    await api.http.post('/api/v1/workshop/people').send(person).expect(201);
    const { body } = await api.http.post('/api/v1/workshop/people').send(person).expect(201);
    expect(body).toMatchObject({ name: 'Larkspur Bench', people: [{ name: 'Wren Halloran' }] });
    await api.http.post('/api/v1/workshop/people').send({ id: randomUUID(), name: '' }).expect(400);
    await api.http.patch('/api/v1/workshop').send({ name: 7 }).expect(400);
  });
  it('presses a simulated caliper that reads as a cabled one, near what such a plate has', async () => {
    const build = aBuild();
    await api.http.post('/api/v1/builds').send(build);
    const { body } = await api.http
      .post(`/api/v1/devices/caliper/${build.id}/press`)
      .send({ x: 0.3, y: 0.02 })
      .expect(200);
    expect(body.line).toMatch(/^\+0\d\.\d\d mm$/);
    expect(Math.abs(parseFloat(body.line) - 2.75 * 1.15)).toBeLessThan(0.4);
    await api.http.post(`/api/v1/devices/caliper/${build.id}/press`).send({ x: 'left', y: 0 }).expect(400);
    await api.http.post(`/api/v1/devices/caliper/${randomUUID()}/press`).send({ x: 0.3, y: 0 }).expect(404);
  });
  it('migrates from the version before, keeping and completing what is there', async () => {
    const database = await makeDatabase();
    const older = new Sequelize(database.url, { logging: false });
    await migrate(older, '0001-first-tables');
    const build = aBuild();
    const json = (value: unknown) => JSON.stringify(value).replaceAll("'", "''");
    await older.query(`insert into builds (id, number, name, family, construction, plate, wood, outline, holes, stations, units, tool, stage, stages_done, created_at, updated_at)
      values ('${build.id}', 1, 'Old', 'steel-string', 'flat', 'top', '{}', '${json(build.outline)}', '[]', '[]', '{}', '{}', 'thickness', '[]', now(), now())`);
    await older.query(
      `insert into surveys (id, build_id, number, started_at, assessment) values ('${build.id}', '${build.id}', 1, now(), '{"statistics":{"mean":0.0028},"verdict":{"kind":"stop"}}')`,
    );
    await older.query(
      `insert into readings (id, survey_id, station, x, y, thickness, typed, source, at) values ('${build.id}', '${build.id}', 'A1', 0, 0, 0.0028, '2.8', 'typed', '2026-01-02T03:04:05Z')`,
    );
    expect(await migrate(older)).toEqual(MIGRATIONS.slice(1).map(({ name }) => name));
    const [[survey]] = (await older.query('select mean, verdict, last_read_at from surveys')) as unknown as [
      [Record<string, unknown>],
    ];
    expect(survey).toEqual({ mean: 0.0028, verdict: 'stop', last_read_at: new Date('2026-01-02T03:04:05Z') });
    await older.close();
    await database.drop();
  });
  it('migrates from empty once, and keeps what is there on the next start', async () => {
    const sequelize = new Sequelize(api.databaseUrl, { logging: false });
    expect(await migrate(sequelize)).toEqual([]);
    const [rows] = await sequelize.query('select name from migrations order by name');
    expect(rows).toEqual(MIGRATIONS.map(({ name }) => ({ name })));
    expect((await api.http.get('/api/v1/builds')).body).toHaveLength(1);
    await sequelize.close();
  });
});
