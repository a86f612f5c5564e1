import { defaultOutline } from '@nimble/core/outline';
import { randomUUID } from 'node:crypto';
import { aBuild } from './a-build';
import { openApplication, type Application } from './application';

describe('builds', () => {
  let api: Application;
  beforeAll(async () => {
    api = await openApplication();
  });
  afterAll(() => api.close());

  const create = (build = aBuild()) => api.http.post('/api/v1/builds').send(build);

  it('lays stations on a new plate, and the same build once however often it is sent', async () => {
    const build = aBuild();
    const { body } = await create(build).expect(201);
    expect(body.stations.length).toBeGreaterThan(80);
    await create(build).expect(201);
    const list = await api.http.get('/api/v1/builds');
    expect(list.body.filter((b: { id: string }) => b.id === build.id)).toHaveLength(1);
  });
  it('keeps a number for one build on the bench, and frees it when that is put away', async () => {
    const first = aBuild();
    await create(first).expect(201);
    const { body } = await create(aBuild({ number: first.number })).expect(409);
    expect(body.errors[0].field).toBe('number');
    await api.http.post(`/api/v1/builds/${first.id}/archive`).expect(200);
    await create(aBuild({ number: first.number })).expect(201);
    await api.http.post(`/api/v1/builds/${first.id}/restore`).expect(409);
  });
  it('puts away and takes back with everything on it', async () => {
    const build = aBuild();
    await create(build);
    await api.http.post(`/api/v1/builds/${build.id}/archive`).expect(200);
    expect((await api.http.get('/api/v1/builds?archived=true')).body.map((b: { id: string }) => b.id)).toContain(
      build.id,
    );
    const { body } = await api.http.post(`/api/v1/builds/${build.id}/restore`).expect(200);
    expect(body.archivedAt).toBeNull();
  });
  it('repeats a build as a recipe with its target and without its readings', async () => {
    const build = aBuild();
    await create(build);
    const target = {
      base: { kind: 'graded', treble: 2.9e-3, bass: 2.6e-3 },
      rim: null,
      tolerance: 5e-5,
      limit: 2.2e-3,
    };
    await api.http
      .put(`/api/v1/builds/${build.id}/target`)
      .send({ id: randomUUID(), person: '', body: target })
      .expect(200);
    const id = randomUUID();
    const copy = await api.http
      .post(`/api/v1/builds/${build.id}/duplicate`)
      .send({ id, number: build.number + 1_000, name: 'Again' })
      .expect(201);
    expect(copy.body).toMatchObject({ name: 'Again', stage: 'wood', outline: build.outline });
    // What its target was found in stays with it until the maker has said what holds in the new wood.
    const from = `No. ${build.number} ${build.name}`;
    expect(copy.body.choices.recipe).toMatchObject({
      from,
      wood: { species: build.wood.species, E_L: build.wood.E_L },
    });
    const again = { id: randomUUID(), number: build.number + 2_000, name: 'And again' };
    const third = await api.http.post(`/api/v1/builds/${id}/duplicate`).send(again).expect(201);
    expect(third.body.choices.recipe.from).toBe(from);
    const choices = { ...copy.body.choices, recipe: null };
    const told = await api.http.patch(`/api/v1/builds/${id}`).send({ choices }).expect(200);
    expect(told.body.choices.recipe).toBeNull();
    expect((await api.http.get(`/api/v1/builds/${id}/target`)).body).toEqual(target);
    expect((await api.http.get(`/api/v1/builds/${id}/surveys`)).body).toEqual([]);
  });
  it('lays stations anew when the outline changes, and notes when the stage does', async () => {
    const build = aBuild();
    await create(build);
    const changed = await api.http
      .patch(`/api/v1/builds/${build.id}`)
      .send({ outline: defaultOutline('ukulele'), holes: [], stage: 'layout' })
      .expect(200);
    expect(changed.body.stations.length).toBeLessThan(60);
    const notes = await api.http.get(`/api/v1/builds/${build.id}/notes`);
    expect(notes.body).toMatchObject([{ kind: 'stage', body: { stage: 'layout' } }]);
  });
  it('keeps notes, once each', async () => {
    const build = aBuild();
    await create(build);
    const note = { id: randomUUID(), stage: 'wood', text: 'Even grain', person: 'Ines Okafor' };
    await api.http.post(`/api/v1/builds/${build.id}/notes`).send(note).expect(201);
    const { body } = await api.http.post(`/api/v1/builds/${build.id}/notes`).send(note).expect(201);
    expect(body).toHaveLength(1);
  });

  it.each([
    [{ number: 0 }, 'number'],
    [{ number: 'forty' }, 'number'],
    [{ name: '' }, 'name'],
    [{ family: 'banjo' }, 'family'],
    [{ scaleLength: 645 }, 'scaleLength'],
    [{ outline: { ...defaultOutline('steel-string'), waist: 0.6 } }, 'outline.waist'],
    [{ outline: { ...defaultOutline('steel-string'), bodyLength: -1 } }, 'outline.bodyLength'],
    [{ outline: { kind: 'cloud' } }, 'outline.kind'],
    [
      {
        outline: {
          kind: 'drawn',
          points: [
            [0, 0],
            [0.4, 0.3],
            [0.4, 0],
            [0, 0.3],
          ],
        },
      },
      'outline',
    ],
    [{ holes: [{ kind: 'round', x: 0.01, y: 0, diameter: 0.1 }] }, 'holes[0]'],
    [{ wood: { ...aBuild().wood, rho: 4000 } }, 'wood.rho'],
    [{ wood: { ...aBuild().wood, nu_LC: 5 } }, 'wood.nu_LC'],
    [{ tool: { kind: 'plane', depthPerPass: 0.05 } }, 'tool.depthPerPass'],
    [{ units: { thickness: 'cubit', length: 'mm', mass: 'g', temperature: '°C' } }, 'units.thickness'],
  ])('refuses %j at its field', async (change, field) => {
    const { body } = await create(aBuild(change)).expect(400);
    expect(body.errors.map((e: { field: string }) => e.field)).toContain(field);
  });
});

describe('targets', () => {
  let api: Application;
  let buildId: string;
  beforeAll(async () => {
    api = await openApplication();
    const build = aBuild();
    buildId = build.id;
    await api.http.post('/api/v1/builds').send(build);
  });
  afterAll(() => api.close());
  const even = {
    base: { kind: 'even', thickness: 2.6e-3 },
    rim: { width: 0.03, thinnerBy: 2e-4 },
    tolerance: 6e-5,
    limit: 2.2e-3,
  };

  it('starts from the family’s band by number', async () => {
    const { body } = await api.http.get(`/api/v1/builds/${buildId}/target`).expect(200);
    expect(body.base).toEqual({ kind: 'even', thickness: 2.75e-3 });
  });
  it('saves, lists and deletes targets under their own names', async () => {
    const template = { id: randomUUID(), name: 'Thin rim', body: even };
    await api.http.post('/api/v1/target-templates').send(template).expect(201);
    await api.http
      .post('/api/v1/target-templates')
      .send({ ...template, id: randomUUID() })
      .expect(409);
    expect((await api.http.get('/api/v1/target-templates')).body).toMatchObject([{ name: 'Thin rim', body: even }]);
    await api.http.delete(`/api/v1/target-templates/${template.id}`).expect(200);
    await api.http.delete(`/api/v1/target-templates/${template.id}`).expect(404);
  });
  it.each([
    [{ ...even, limit: 2.9e-3 }, 'body.limit'],
    [{ ...even, tolerance: 0 }, 'body.tolerance'],
    [{ ...even, base: { kind: 'even', thickness: 2.6 } }, 'body.base.thickness'],
    [{ ...even, base: { kind: 'drawn', points: [] } }, 'body.base.points'],
    [{ ...even, base: { kind: 'drawn', points: [{ u: 3, v: 0, thickness: 2.6e-3 }] } }, 'body.base.points[0].u'],
  ])('refuses %j', async (body, field) => {
    const response = await api.http
      .put(`/api/v1/builds/${buildId}/target`)
      .send({ id: randomUUID(), person: '', body })
      .expect(400);
    expect(response.body.errors.map((e: { field: string }) => e.field)).toContain(field);
  });
});
