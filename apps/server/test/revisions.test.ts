/** Two pages that change one build: neither change is lost unseen. */
import { bridgeAt, drawPattern, emptyPlan, usualSettings, type BracingPlan } from '@nimble/core/bracing';
import { plateShape } from '@nimble/core/outline';
import { aBuild } from './a-build';
import { openApplication, type Application } from './application';

interface Refusal {
  title: string;
  errors: { field: string; message: string }[];
}

describe('changes upon a revision', () => {
  let api: Application;
  beforeAll(async () => {
    api = await openApplication();
  });
  afterAll(() => api.close());

  async function laidDown() {
    const build = aBuild();
    await api.http.post('/api/v1/builds').send(build).expect(201);
    const path = `/api/v1/builds/${build.id}`;
    const change = (body: object, upon?: string) => {
      const sent = api.http.patch(path).send(body);
      return upon === undefined ? sent : sent.set('If-Match', upon);
    };
    return { build, path, change };
  }

  describe('of a build', () => {
    it('tells the revision it stands at, and counts every change', async () => {
      const { path, change } = await laidDown();
      const { headers, body } = await api.http.get(path).expect(200);
      expect([headers.etag, body.revision]).toEqual(['"1"', 1]);
      // An undrawn plan is another one for another family, at the same count: no browser may answer from what it kept.
      expect(headers['cache-control']).toBe('no-store');
      expect((await api.http.get(`${path}/plan`)).headers['cache-control']).toBe('no-store');
      const changed = await change({ name: 'Dipper' }, '"1"').expect(200);
      expect([changed.headers.etag, changed.body.revision]).toEqual(['"2"', 2]);
      await api.http.post(`${path}/archive`).expect(200);
      expect((await api.http.get(path)).headers.etag).toBe('"3"');
    });
    it('keeps both changes of two pages that touch different things', async () => {
      const { path, change } = await laidDown();
      await change({ name: 'Dipper' }, '"1"').expect(200);
      await change({ leftHanded: true }, '"1"').expect(200);
      expect((await api.http.get(path)).body).toMatchObject({ name: 'Dipper', leftHanded: true, revision: 3 });
    });
    it('refuses the later of two that touch the same, whole, and takes it once it is made upon what stands', async () => {
      const { path, change } = await laidDown();
      await change({ name: 'Dipper' }, '"1"').expect(200);
      const { body } = await change({ name: 'Ouzel', leftHanded: true }, '"1"').expect(412);
      expect(body).toMatchObject({ title: 'It was changed meanwhile', errors: [{ field: 'name' }] });
      expect((body as Refusal).errors).toHaveLength(1);
      expect((await api.http.get(path)).body).toMatchObject({ name: 'Dipper', leftHanded: false });
      await change({ name: 'Ouzel' }, '"2"').expect(200);
    });
    it('takes the same change sent again after a lost answer', async () => {
      const { path, change } = await laidDown();
      const wood = { ...aBuild().wood, rho: 431 };
      await change({ wood }, '"1"').expect(200);
      await change({ wood }, '"1"').expect(200);
      expect((await api.http.get(path)).body.wood.rho).toBe(431);
    });
    it('keeps exactly one of ten that are sent at once', async () => {
      const { path, change } = await laidDown();
      const answers = await Promise.all([...'abcdefghij'].map((name) => change({ name }, '"1"')));
      expect(answers.map(({ status }) => status).sort()).toEqual([200, ...Array<number>(9).fill(412)]);
      const kept = answers.find(({ status }) => status === 200)!.body.name;
      expect((await api.http.get(path)).body).toMatchObject({ name: kept, revision: 2 });
    });
    it('takes a change that names no revision as it comes, and refuses a revision that is none', async () => {
      const { change } = await laidDown();
      await change({ name: 'Dipper' }).expect(200);
      await change({ name: 'Ouzel' }, '*').expect(200);
      const { body } = await change({ name: 'Wren' }, 'W/"2"').expect(400);
      expect((body as Refusal).errors[0]!.field).toBe('If-Match');
    });
    it('knows that a file brought in new places: a page that moved places before is told', async () => {
      const { build, path, change } = await laidDown();
      const { stations } = (await api.http.get(path)).body;
      const survey = { id: crypto.randomUUID() };
      await api.http.post(`${path}/surveys`).send(survey).expect(201);
      const text = 'x,y,thickness\n200 mm,10 mm,3.0\n';
      await api.http.post(`/api/v1/surveys/${survey.id}/import`).send({ text, person: '' }).expect(201);
      const { body } = await change({ stations: stations.slice(1) }, '"1"').expect(412);
      expect((body as Refusal).errors[0]!.field).toBe('stations');
      expect((await api.http.get(`/api/v1/builds/${build.id}`)).body.stations).toHaveLength(stations.length + 1);
    });
  });

  describe('of the plan of the braces', () => {
    const { outline, holes } = aBuild();
    const empty = emptyPlan('steel-string', 'flat');
    const ground = {
      shape: plateShape(outline, holes),
      hole: { x: 0.152, diameter: 0.098 },
      bridgeAt: bridgeAt(empty.bridge, 0.645),
      trebleSign: -1 as const,
    };
    const drawn = (archRadius: number): BracingPlan => ({
      ...empty,
      ...drawPattern(usualSettings('x'), ground),
      archRadius,
    });
    const put = (path: string, plan: BracingPlan, upon: string) =>
      api.http.put(`${path}/plan`).set('If-Match', upon).send(plan);

    it('counts from an undrawn one, follows one page’s own changes, and refuses what another page drew before', async () => {
      const { path } = await laidDown();
      expect((await api.http.get(`${path}/plan`)).headers.etag).toBe('"0"');
      expect((await put(path, drawn(7), '"0"').expect(200)).headers.etag).toBe('"1"');
      expect((await put(path, drawn(7), '"0"').expect(200)).headers.etag).toBe('"1"'); // sent again
      expect((await put(path, drawn(8), '"1"').expect(200)).headers.etag).toBe('"2"');
      await put(path, drawn(9), '"1"').expect(412);
      expect((await api.http.get(`${path}/plan`)).body.archRadius).toBe(8);
      await put(path, drawn(9), '"2"').expect(200);
    });
    it('keeps exactly one of the first plans of ten pages', async () => {
      const { path } = await laidDown();
      const answers = await Promise.all(Array.from({ length: 10 }, (_, i) => put(path, drawn(5 + i), '"0"')));
      expect(answers.filter(({ status }) => status === 200)).toHaveLength(1);
      expect(answers.filter(({ status }) => status === 412)).toHaveLength(9);
    });
  });
});
