import { openApplication, type Application } from './application';
import { breaches } from './contract';

const build = '6f1d7a10-0002-4000-8000-000000000041';
const survey = '6f1d7a10-0001-4000-8000-000000000001';

describe('the description of the API', () => {
  const answer = { method: 'GET', path: `/api/v1/builds/${build}/passes`, status: 200, type: 'application/json' };
  const pass = {
    id: survey,
    surveyId: survey,
    at: '2026-11-02T10:00:00.000Z',
    person: '',
    tool: null,
    taken: null,
    planned: [],
    forecast: null,
    supersedes: null,
    stands: true,
  };

  it('holds for a pass, and for none', () => {
    expect(breaches({ ...answer, body: [pass] })).toEqual([]);
    expect(breaches({ ...answer, body: [] })).toEqual([]);
  });
  it.each([
    ['a field that is missing', { ...pass, stands: undefined }, 'stands'],
    ['a field that nobody described', { ...pass, secret: 1 }, 'secret'],
    ['another type', { ...pass, stands: 'yes' }, '/0/stands must be boolean'],
    ['null where there must be something', { ...pass, planned: null }, '/0/planned'],
    ['no date', { ...pass, at: 'yesterday' }, 'date-time'],
  ])('is broken by %s', (_, body, words) => {
    expect(breaches({ ...answer, body: JSON.parse(JSON.stringify([body])) as unknown })).toEqual([
      expect.stringContaining(words),
    ]);
  });
  it('is broken by a status or a route of which it says nothing', () => {
    expect(breaches({ ...answer, status: 202, body: [] })).toEqual([expect.stringContaining('is not described')]);
    expect(breaches({ ...answer, path: '/api/v1/nowhere', body: [] })).toEqual([
      expect.stringContaining('is not described'),
    ]);
  });
});

describe('the demo bench', () => {
  let api: Application;
  beforeAll(async () => {
    api = await openApplication({ demo: true });
  });
  afterAll(() => api.close());

  it('is answered as described, build by build and survey by survey', async () => {
    const list = async (path: string) => (await api.http.get(`/api/v1${path}`).expect(200)).body as { id: string }[];
    for (const path of ['/workshop', '/target-templates', '/jigs', '/checks', '/feel', '/builds-compared', '/health'])
      await list(path);
    const builds = await list('/builds');
    expect(builds.length).toBeGreaterThan(2);
    for (const { id } of builds) {
      for (const what of ['', '/notes', '/target', '/passes', '/ledger', '/checks', '/knocks', '/plan', '/shapings'])
        await list(`/builds/${id}${what}`);
      for (const what of ['/glue-ups', '/variants', '/voicing', '/explorations']) await list(`/builds/${id}${what}`);
      for (const one of await list(`/builds/${id}/surveys`)) await list(`/surveys/${one.id}`);
    }
    const sets = await list('/wood-sets');
    expect(sets.length).toBeGreaterThan(2);
    for (const { id } of sets) await list(`/wood-sets/${id}`);
  });
});
