import { bridgeAt, drawPattern, emptyPlan, usualSettings, type BracingPlan } from '@nimble/core/bracing';
import { METRIC } from '@nimble/core/units';
import { plateShape } from '@nimble/core/outline';
import { randomUUID } from 'node:crypto';
import { Sequelize } from 'sequelize-typescript';
import { migrate } from '../src/database/migrate';
import { aBuild } from './a-build';
import { makeDatabase, openApplication, type Application } from './application';

interface Refusal {
  errors: { field: string; message: string }[];
}

const build = aBuild();
const shape = plateShape(build.outline, build.holes);
const empty = emptyPlan('steel-string', 'flat');
const hole = { x: 0.152, diameter: 0.098 };
const drawn = drawPattern(usualSettings('x'), { shape, hole, bridgeAt: bridgeAt(empty.bridge, 0.645), trebleSign: -1 });
const plan: BracingPlan = { ...empty, ...drawn };

describe('braces of a build', () => {
  let api: Application;
  const path = `/api/v1/builds/${build.id}`;
  beforeAll(async () => {
    api = await openApplication();
    await api.http.post('/api/v1/builds').send(build).expect(201);
  });
  afterAll(() => api.close());

  it('begins with an empty plan of the family, keeps one that is drawn, and copies it with the recipe', async () => {
    const { body: first } = await api.http.get(`${path}/plan`).expect(200);
    expect(first).toEqual(JSON.parse(JSON.stringify(empty)));
    await api.http.put(`${path}/plan`).send(plan).expect(200);
    await api.http.put(`${path}/plan`).send(plan).expect(200);
    const { body } = await api.http.get(`${path}/plan`).expect(200);
    expect(body.braces).toHaveLength(plan.braces.length);
    expect(body.laps).toEqual(plan.laps);
    const id = randomUUID();
    await api.http
      .post(`${path}/duplicate`)
      .send({ id, number: build.number + 1, name: 'Again' })
      .expect(201);
    expect((await api.http.get(`/api/v1/builds/${id}/plan`).expect(200)).body).toEqual(body);
    await api.http.get(`/api/v1/builds/${randomUUID()}/plan`).expect(404);
  });

  it.each<[string, (p: BracingPlan) => object, RegExp]>([
    ['a height of zero', (p) => ({ ...p, braces: [{ ...p.braces[0]!, heights: [0, 0.01] }] }), /^braces\[0\]\.heights/],
    ['a brace without a place', (p) => ({ ...p, braces: [{ ...p.braces[0]!, to: [1] }] }), /^braces\[0\]\.to/],
    [
      'a length that is another',
      (p) => ({ ...p, braces: [{ ...p.braces[0]!, length: 0.1 }], laps: [] }),
      /^braces\[0\]\.length/,
    ],
    ['a lap of nobody', (p) => ({ ...p, laps: [{ ...p.laps[0]!, a: 'nobody', lower: 'nobody' }] }), /^laps\[0\]/],
    [
      'a section nobody knows',
      (p) => ({ ...p, braces: [{ ...p.braces[0]!, section: 'star' }] }),
      /^braces\[0\]\.section/,
    ],
    ['an absurd radius', (p) => ({ ...p, archRadius: 0.1 }), /^archRadius/],
    ['a field too many', (p) => ({ ...p, colour: 'red' }), /^colour/],
  ])('refuses %s, naming the field', async (_, change, field) => {
    const { body } = await api.http.put(`${path}/plan`).send(change(plan)).expect(400);
    expect((body as Refusal).errors[0]!.field).toMatch(field);
  });

  it('keeps a step of shaping with its forecast, settles it with what came, once, and takes it back', async () => {
    const brace = plan.braces.find(({ role }) => role === 'tone-bar')!;
    const stick = ({ name, length, section, width, topWidth, heights, modulus, density }: typeof brace) => ({
      name,
      length,
      section,
      width,
      topWidth,
      heights,
      modulus,
      density,
    });
    const before = { ...stick(brace), heights: brace.heights.map(() => 0.0105) };
    const step = {
      id: randomUUID(),
      braceId: brace.id,
      person: 'Wren Halloran',
      heardBefore: 900,
      before,
      after: stick(brace),
    };
    const { body } = await api.http.post(`${path}/shapings`).send(step).expect(201);
    await api.http.post(`${path}/shapings`).send(step).expect(201);
    expect(body.forecast.removed.value).toBeGreaterThan(0);
    const outcome = `${path}/shapings/${step.id}/outcome`;
    const { body: settled } = await api.http
      .put(outcome)
      .send({ removed: body.forecast.removed.value, frequency: null })
      .expect(200);
    expect(settled.lines).toEqual([expect.objectContaining({ quantity: 'mass', held: true, miss: 0 })]);
    await api.http.put(outcome).send({ removed: 0.001, frequency: null }).expect(409);
    await api.http.post(`${path}/shapings/${step.id}/retract`).expect(200);
    const { body: list } = await api.http.get(`${path}/shapings`).expect(200);
    expect(list).toEqual([expect.objectContaining({ id: step.id, retracted: true })]);
    const grown = await api.http
      .post(`${path}/shapings`)
      .send({ ...step, id: randomUUID(), before: step.after, after: before })
      .expect(400);
    expect((grown.body as Refusal).errors[0]!.field).toMatch(/^after\.heights/);
  });

  it('keeps a glue-up through each press of a button, and refuses times that run backwards', async () => {
    const { body: workshop } = await api.http.get('/api/v1/workshop').expect(200);
    const glue = workshop.glues[0];
    const id = randomUUID();
    const times = { spreadAt: 1_000_000_000_000, pressedAt: null as number | null, releasedAt: null as number | null };
    const glueUp = {
      person: '',
      glue,
      pieces: [{ id: 'x-bass', name: 'X leg to the bass' }],
      times,
      checked: ['fit'],
      relativeHumidity: 0.45,
      temperatureC: 21,
      note: '',
    };
    const put = (change: object) => api.http.put(`${path}/glue-ups/${id}`).send({ ...glueUp, ...change });
    await put({}).expect(200);
    await put({ times: { ...times, pressedAt: times.spreadAt + 180_000 } }).expect(200);
    const { body } = await api.http.get(`${path}/glue-ups`).expect(200);
    expect(body).toEqual([expect.objectContaining({ id, times: { ...times, pressedAt: times.spreadAt + 180_000 } })]);
    const back = await put({ times: { ...times, pressedAt: 5 } }).expect(400);
    expect((back.body as Refusal).errors[0]!.field).toBe('times.pressedAt');
    const wet = await put({ relativeHumidity: 45 }).expect(400);
    expect((wet.body as Refusal).errors[0]!.field).toBe('relativeHumidity');
    await api.http.post(`${path}/glue-ups/${id}/retract`).expect(200);
  });

  it('keeps the workshop’s own glues and how used to it a person is', async () => {
    const { body } = await api.http.get('/api/v1/workshop').expect(200);
    const glues = [{ ...body.glues[0], openTime: 240 }];
    const { body: changed } = await api.http.patch('/api/v1/workshop').send({ glues }).expect(200);
    expect(changed.glues).toEqual(glues);
    const bad = await api.http
      .patch('/api/v1/workshop')
      .send({ glues: [{ ...glues[0], openTime: -1 }] })
      .expect(400);
    expect((bad.body as Refusal).errors[0]!.field).toBe('glues[0].openTime');
    const id = randomUUID();
    await api.http.post('/api/v1/workshop/people').send({ id, name: 'Wren Halloran' }).expect(201);
    const { body: known } = await api.http
      .patch(`/api/v1/workshop/people/${id}`)
      .send({ experience: 'new' })
      .expect(200);
    expect(known.people).toContainEqual(expect.objectContaining({ id, experience: 'new' }));
    await api.http.patch(`/api/v1/workshop/people/${id}`).send({ experience: 'godlike' }).expect(400);
  });
});

describe('an older database', () => {
  it('gives braces that were drawn without a place one on the plate, and loses none', async () => {
    const database = await makeDatabase();
    const sequelize = new Sequelize(database.url, { dialect: 'postgres', logging: false });
    try {
      await migrate(sequelize, '0005-knocks');
      const old = {
        name: 'tone bar',
        length: 0.2,
        section: 'parabola',
        width: 7e-3,
        topWidth: null,
        heights: [3e-3, 0.012, 3e-3],
        modulus: 11e9,
        density: 410,
      };
      const fields = {
        id: build.id,
        wood: '{}',
        outline: '{}',
        holes: '[]',
        stations: '[]',
        tool: '{}',
        units: JSON.stringify(METRIC),
        choices: JSON.stringify({ braces: [old], bars: [] }),
      };
      await sequelize.query(
        `insert into builds (id, number, name, family, construction, plate, left_handed, wood, outline, holes, stations, units, tool, stage, stages_done, demo, choices, created_at, updated_at)
         values (:id, 1, 'Old', 'steel-string', 'flat', 'top', false, :wood, :outline, :holes, :stations, :units, :tool, 'shape', '[]', false, :choices, now(), now())`,
        { replacements: fields },
      );
      await migrate(sequelize);
      const [[record]] = (await sequelize.query('select plan from bracing_plans')) as unknown as [
        { plan: BracingPlan }[],
      ];
      expect(record!.plan.braces).toEqual([
        expect.objectContaining({ ...old, role: 'free', from: [0.26, -0.1], to: [0.26, 0.1] }),
      ]);
      const [[left]] = (await sequelize.query('select choices from builds')) as unknown as [{ choices: object }[]];
      expect(left!.choices).toEqual({ bars: [] });
    } finally {
      await sequelize.close();
      await database.drop();
    }
  });
});
