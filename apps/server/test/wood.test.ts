import { randomUUID } from 'node:crypto';
import { openApplication, type Application } from './application';

const aSet = (change: Record<string, unknown> = {}) => ({
  id: randomUUID(),
  name: 'Sitka 3',
  use: 'top',
  species: 'sitka-spruce',
  cut: 'quartered',
  worked: 'split',
  length: 0.55,
  width: 0.21,
  thickness: 0.0036,
  runout: 0.01,
  offQuarter: 0.05,
  ...change,
});
const partials = { twist: 43.8535, across: 116.298, along: 65.3764 };

describe('the rack', () => {
  let api: Application;
  beforeAll(async () => {
    api = await openApplication();
  });
  afterAll(() => api.close());
  const create = async (set = aSet()) => {
    await api.http.post('/api/v1/wood-sets').send(set).expect(201);
    return set.id;
  };
  const weigh = (id: string, change = {}) =>
    api.http.post(`/api/v1/wood-sets/${id}/weighings`).send({
      id: randomUUID(),
      person: 'Wren Halloran',
      mass: 0.174636,
      relativeHumidity: 0.45,
      temperatureC: 20,
      ...change,
    });
  const knock = (id: string, change = {}) =>
    api.http
      .post(`/api/v1/wood-sets/${id}/knock-tests`)
      .send({ id: randomUUID(), person: '', partials: { ...partials, ...change } });
  const flex = (id: string, change = {}) =>
    api.http.post(`/api/v1/wood-sets/${id}/flex-tests`).send({
      id: randomUUID(),
      person: '',
      span: 0.45,
      direction: 'along',
      feel: 6,
      points: [0, 2, 4, 6].map((load) => ({
        load,
        deflection: (load * 0.45 ** 3) / (48 * 12e9 * ((0.21 * 0.0036 ** 3) / 12)),
      })),
      ...change,
    });

  it('knows a set by its species’ mean, then by its own weight, notes and flex', async () => {
    const id = await create();
    const before = (await api.http.get(`/api/v1/wood-sets/${id}`)).body.properties;
    expect([before.density.by, before.modulusAlong.by]).toEqual(['prior', 'prior']);
    const weighed = (await weigh(id).expect(201)).body;
    expect(weighed.properties.density.by).toBe('scale');
    expect(weighed.properties.density.value).toBeCloseTo(420, 1);
    expect(weighed.weighings[0].moisture).toBeCloseTo(0.0849, 4); // 20 °C, 45 %
    const knocked = (await knock(id).expect(201)).body.properties;
    expect(knocked.modulusAlong.value / 12e9).toBeCloseTo(1, 3);
    const both = (await flex(id).expect(201)).body;
    expect(both.properties.modulusAlong).toMatchObject({ by: 'both', value: expect.closeTo(12e9, -8) });
    expect(both.properties.modulusAlong.sd).toBeLessThan(knocked.modulusAlong.sd);
    expect(both.tests.map((t: { kind: string; feel: number | null }) => [t.kind, t.feel])).toEqual([
      ['knock', null],
      ['flex', 6],
    ]);
  });
  it('asks about what can hardly be before it keeps it, names the slip, and keeps it when told', async () => {
    const id = await create();
    const kept = async () =>
      (await api.http.get(`/api/v1/wood-sets/${id}`)).body as { weighings: object[]; tests: object[] };
    const heavy = (await weigh(id, { mass: 2 * 0.174636, ask: true }).expect(409)).body;
    expect(heavy.doubt).toMatchObject({
      slip: { of: 'weight', factor: 0.5, words: 'both halves were weighed, not one' },
    });
    expect((await kept()).weighings).toEqual([]);
    await weigh(id, { ask: true }).expect(201); // what can be is kept at once
    const thousandfold = [0, 2, 4, 6].map((load) => ({
      load: 1000 * load,
      deflection: (load * 0.45 ** 3) / (48 * 12e9 * ((0.21 * 0.0036 ** 3) / 12)),
    }));
    const stiff = (await flex(id, { points: thousandfold, ask: true }).expect(409)).body;
    expect(stiff.doubt.slip).toMatchObject({ of: 'loads', factor: 1e-3 });
    expect((await kept()).tests).toEqual([]);
    await flex(id, { points: thousandfold, ask: false }).expect(201);
    expect((await kept()).tests).toHaveLength(1);
  });
  it('asks about a note that looks like another one, also where a sure flex stands beside it', async () => {
    const id = await create();
    await weigh(id).expect(201);
    await flex(id).expect(201);
    const ask = { partials: { ...partials, along: 2.76 * partials.along }, ask: true }; // the second note along
    const { doubt } = (await knock(id).send(ask).expect(409)).body;
    expect(doubt.message).toMatch(/misnamed|second note along/);
  });
  it('keeps every weighing in order, each once', async () => {
    const id = await create();
    const twice = { id: randomUUID() };
    await weigh(id, { mass: 0.18 });
    await weigh(id, twice);
    const { body } = await weigh(id, twice).expect(201);
    expect(body.weighings.map((w: { mass: number }) => w.mass)).toEqual([0.18, 0.174636]);
  });
  it('speaks against heavy runout, and keeps the maker’s own reason for rejecting', async () => {
    const id = await create(aSet({ runout: 0.15 }));
    const { body } = await api.http.patch(`/api/v1/wood-sets/${id}`).send({ rejected: 'Runout' }).expect(200);
    expect(body.objections[0]).toMatchObject({ code: 'runout', reject: true });
    expect(body.rejected).toBe('Runout');
    expect((await api.http.patch(`/api/v1/wood-sets/${id}`).send({ rejected: null })).body.rejected).toBeNull();
  });
  it('puts a set away and takes it back', async () => {
    const id = await create();
    const ids = async () => (await api.http.get('/api/v1/wood-sets')).body.map((set: { id: string }) => set.id);
    await api.http.post(`/api/v1/wood-sets/${id}/archive`).expect(200);
    expect(await ids()).not.toContain(id);
    await api.http.post(`/api/v1/wood-sets/${id}/restore`).expect(200);
    expect(await ids()).toContain(id);
  });
  it('takes a wrong weight or test back, and counts it again', async () => {
    const id = await create();
    await weigh(id);
    const weighing = randomUUID();
    await weigh(id, { id: weighing, mass: 0.21 });
    const density = async () => (await api.http.get(`/api/v1/wood-sets/${id}`)).body.properties.density.value as number;
    expect(await density()).toBeCloseTo(0.21 / (0.55 * 0.21 * 0.0036), 0);
    await api.http.post(`/api/v1/wood-sets/${id}/weighings/${weighing}/retract`).expect(200);
    expect(await density()).toBeCloseTo(420, 0);
    await api.http.post(`/api/v1/wood-sets/${id}/weighings/${weighing}/restore`).expect(200);
    expect(await density()).toBeGreaterThan(500);
    await api.http.post(`/api/v1/wood-sets/${id}/sandwiches/${weighing}/retract`).expect(400);
  });
  it('hears damping in ring times: Q = f T60 / 2.199', async () => {
    const id = await create();
    await weigh(id);
    const { body } = await api.http
      .post(`/api/v1/wood-sets/${id}/knock-tests`)
      .send({ id: randomUUID(), person: '', partials, ring: { along: 4 } })
      .expect(201);
    expect(1 / body.properties.damping.along).toBeCloseTo((65.3764 * 4) / 2.1989, 1);
    expect(body.properties.damping.twist).toBeNull();
  });
  it('knows brace stock by its stiffness for its weight', async () => {
    const id = await create(aSet({ use: 'brace', length: 0.6, width: 0.05, thickness: 0.02, runout: 0.0873 }));
    const { brace, objections } = (await api.http.get(`/api/v1/wood-sets/${id}`)).body;
    expect(brace.strengthLeft).toBeCloseTo(0.874, 3); // by hand: 5 degrees
    expect(objections.map(({ code }: { code: string }) => code)).toEqual(['runout']);
  });
  it('knows a billet by the note it gives held at its nodes, on its flat side as on its edge', async () => {
    const id = await create(aSet({ use: 'brace', length: 0.6, width: 0.03, thickness: 0.018 }));
    const stick = (change = {}) =>
      api.http
        .post(`/api/v1/wood-sets/${id}/stick-knocks`)
        .send({ id: randomUUID(), person: '', note: 250, over: 'thickness', ring: 0.8, ...change });
    expect((await stick().expect(400)).body.errors[0]).toMatchObject({ field: 'mass' });
    await weigh(id, { mass: 0.1425 });
    const { body } = await stick().expect(201);
    // Thin bar 10.40 GPa by (2 pi f)^2 m L^3 12 / (beta^4 b h^3); shear and turning sections add some two per cent.
    const thin = ((2 * Math.PI * 250) ** 2 * 0.1425 * 0.6 ** 3 * 12) / (4.73004 ** 4 * 0.03 * 0.018 ** 3);
    const found = body.tests[0].result.modulusAlong.value;
    expect(found / thin).toBeGreaterThan(1.01);
    expect(found / thin).toBeLessThan(1.03);
    expect(body.properties.modulusAlong.by).toBe('knock');
    expect(body.tests[0].result.quality.along).toBeCloseTo((250 * 0.8) / 2.1989, 1);
    expect(body.brace.modulus).toBeCloseTo(body.properties.modulusAlong.value, 0);
    // On its edge it is 30 high: a note five thirds as high, but for more shear, tells the same wood.
    const edge = (await stick({ note: 401, over: 'width' }).expect(201)).body.tests[1].result.modulusAlong.value;
    expect(edge / found).toBeGreaterThan(0.95);
    expect(edge / found).toBeLessThan(1.05);
    expect((await stick({ note: 5 }).expect(400)).body.errors[0].field).toBe('note');
    expect((await stick({ note: 900, ask: true }).expect(409)).body.doubt.message).toBeTruthy();
    const half = await create();
    await weigh(half);
    const refused = await api.http
      .post(`/api/v1/wood-sets/${half}/stick-knocks`)
      .send({ id: randomUUID(), person: '', note: 60, over: 'thickness' })
      .expect(400);
    expect(refused.body.errors[0].field).toBe('note');
  });
  it('takes the shear off a bend along the grain, by what is known of the wood', async () => {
    const id = await create(aSet({ use: 'brace', length: 0.6, width: 0.03, thickness: 0.018 }));
    const points = [0, 20, 40].map((load) => ({ load, deflection: load * 1e-5 }));
    const { result } = (await flex(id, { span: 0.4, points }).expect(201)).body.tests[0];
    // The kth of it that shear is: k L / (4 (5/6) G A), with Sitka's G of 0.064 x 11.9 GPa.
    const share = (1e5 * 0.4) / (4 * (5 / 6) * 0.064 * 11.9e9 * 0.03 * 0.018);
    expect(result.shearShare).toBeCloseTo(share, 4);
    const apparent = (1e5 * 0.4 ** 3 * 12) / (48 * 0.03 * 0.018 ** 3);
    expect(result.modulusAlong.value / apparent).toBeCloseTo(1 / (1 - share), 6);
  });
  it('keeps photos and gives them back byte for byte; anything else is refused', async () => {
    const id = await create();
    const picture = Buffer.concat([Buffer.from([0xff, 0xd8, 0xff]), Buffer.alloc(700_000, 7)]);
    const add = (bytes: Buffer) =>
      api.http
        .post(`/api/v1/wood-sets/${id}/photos`)
        .field('id', randomUUID())
        .field('person', '')
        .attach('file', bytes, 'a.jpg');
    const { photos } = (await add(picture).expect(201)).body;
    const shown = await api.http.get(`/api/v1/wood-photos/${photos[0].id}`).buffer(true).expect(200);
    expect(shown.headers['content-type']).toBe('image/jpeg');
    expect(Buffer.compare(shown.body as Buffer, picture)).toBe(0);
    expect((await add(Buffer.from('not a picture')).expect(400)).body.errors[0].field).toBe('file');
    await add(Buffer.alloc(13 * 1024 * 1024, 1)).expect(413);
    await api.http.post(`/api/v1/wood-sets/${id}/photos/${photos[0].id}/retract`).expect(200);
    expect((await api.http.get(`/api/v1/wood-sets/${id}`)).body.photos).toEqual([]);
  });
  describe('its halves', () => {
    const show = async (id: string) => (await api.http.get(`/api/v1/wood-sets/${id}`).expect(200)).body;
    const densities = async (id: string) =>
      (await show(id)).pieces.map(({ mark, properties: { density } }: Piece) => [
        mark,
        density.by === 'prior' ? null : Math.round(density.value),
      ]);
    interface Piece {
      mark: string;
      properties: { density: { value: number; by: string }; modulusAlong: { value: number } };
    }
    /** Masses of 0.55 x 0.21 x 0.0036 m [kg]. */
    const of = (density: number) => density * 0.55 * 0.21 * 0.0036;
    const measured = async (a: number, b: number) => {
      const id = await create();
      await weigh(id, { mass: of(a) }).expect(201);
      await weigh(id, { mass: of(b), piece: 'B' }).expect(201);
      return id;
    };
    const trade = (id: string, body: object) => api.http.post(`/api/v1/wood-sets/${id}/trades`).send(body);

    it('are measured each by itself, and joined: a knock is fitted with the weight of its own half', async () => {
      const id = await measured(420, 460);
      expect(await densities(id)).toEqual([
        ['A', 420],
        ['B', 460],
      ]);
      // The same notes of a half that is 460 / 420 times as heavy: as much stiffer.
      await api.http
        .post(`/api/v1/wood-sets/${id}/knock-tests`)
        .send({ id: randomUUID(), person: '', partials, piece: 'B' })
        .expect(201);
      await knock(id).expect(201);
      const { pieces, properties, joinedWidth } = await show(id);
      const [a, b] = pieces.map((piece: Piece) => piece.properties.modulusAlong.value);
      expect(b / a).toBeCloseTo(460 / 420, 3);
      expect(properties.modulusAlong.value).toBeCloseTo((a + b) / 2, -6);
      expect(properties.density.value).toBeCloseTo(440, 1);
      expect(joinedWidth).toBeCloseTo(0.42, 9);
    });
    it('have sizes of their own, change places, and are not dropped once measured', async () => {
      const id = await measured(420, 460);
      const lie = (pieces: object[], status = 200) =>
        api.http.patch(`/api/v1/wood-sets/${id}`).send({ pieces }).expect(status);
      await lie([{ mark: 'B' }, { mark: 'A', thickness: 0.004 }]);
      expect(await densities(id)).toEqual([
        ['B', 460],
        ['A', 378], // 420 x 3.6 / 4.0
      ]);
      // What is written without a mark stays of A, wherever it lies.
      await weigh(id, { mass: of(400) }).expect(201);
      expect((await show(id)).weighings.at(-1).piece).toBe('A');
      expect((await lie([{ mark: 'A' }], 400)).body.errors[0].message).toMatch(/would lose one that was measured/);
      expect((await lie([{ mark: 'A' }, { mark: 'A' }], 400)).body.errors[0].field).toBe('pieces');
      expect((await weigh(id, { mass: of(400), piece: 'C' }).expect(400)).body.errors[0]).toMatchObject({
        field: 'piece',
        message: 'is not of this set: it has A, B',
      });
    });
    it('go over into another set with all that was measured on them, once; and come back', async () => {
      const [one, other] = [await measured(400, 470), await measured(465, 405)];
      const body = { id: randomUUID(), mine: 'B', with: other, theirs: 'B' };
      const { pieces } = (await trade(one, body).expect(201)).body;
      expect(pieces[1].home).toEqual({ setId: other, set: 'Sitka 3', mark: 'B' });
      await trade(one, body).expect(201); // sent again
      expect([await densities(one), await densities(other)]).toEqual([
        [
          ['A', 400],
          ['B', 405],
        ],
        [
          ['A', 465],
          ['B', 470],
        ],
      ]);
      const back = (await trade(one, { ...body, id: randomUUID() }).expect(201)).body;
      expect(back.pieces.map(({ home }: { home: object | null }) => home)).toEqual([null, null]);
      expect(await densities(one)).toEqual([
        ['A', 400],
        ['B', 470],
      ]);
    });
    it('are not traded for a piece of another species, of no set, or of the same', async () => {
      const one = await measured(400, 470);
      const cedar = await create(aSet({ species: 'western-redcedar' }));
      const body = { id: randomUUID(), mine: 'B', theirs: 'A' };
      expect((await trade(one, { ...body, with: cedar }).expect(400)).body.errors[0].field).toBe('with');
      expect((await trade(one, { ...body, with: one }).expect(400)).body.errors[0].field).toBe('with');
      await trade(one, { ...body, with: randomUUID() }).expect(404);
    });
  });
  it.each([
    [{ length: 550 }, 'length'],
    [{ width: -0.2 }, 'width'],
    [{ species: 'plywood' }, 'species'],
    [{ runout: 3 }, 'runout'],
    [{ name: '' }, 'name'],
    [{ grainLinesPerCm: 0 }, 'grainLinesPerCm'],
  ])('refuses a set with %j', async (change, field) => {
    const { body } = await api.http.post('/api/v1/wood-sets').send(aSet(change)).expect(400);
    expect(body.errors.map((e: { field: string }) => e.field)).toContain(field);
  });
  it('refuses tests and weights that can’t be, at their field', async () => {
    const id = await create();
    const fieldOf = async (request: ReturnType<typeof weigh>) => (await request.expect(400)).body.errors[0].field;
    expect(await fieldOf(knock(id))).toBe('mass'); // not weighed yet
    expect(await fieldOf(weigh(id, { mass: 17.4 }))).toBe('mass'); // 42,000 kg/m3
    await weigh(id);
    expect(await fieldOf(knock(id, { twist: 0 }))).toBe('partials.twist');
    expect(await fieldOf(flex(id, { span: 0.6 }))).toBe('span');
    expect(await fieldOf(flex(id, { points: [{ load: 1, deflection: 0 }] }))).toBe('points');
    expect(await fieldOf(flex(id, { feel: 12 }))).toBe('feel');
    await api.http
      .post(`/api/v1/wood-sets/${randomUUID()}/weighings`)
      .send({ id: randomUUID(), person: '', mass: 0.17 })
      .expect(404);
  });
});
