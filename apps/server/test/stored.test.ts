/**
 * Benches as earlier versions of the program left them: laid out, kept and dumped by those versions themselves. This one
 * brings them forward, loses nothing, reads every document, and goes on writing.
 */
import { randomUUID } from 'node:crypto';
import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { gunzipSync } from 'node:zlib';
import { Client } from 'pg';
import { openApplication, type Application } from './application';

const FOLDER = join(__dirname, 'stored');
/** By the last step of the database that the version knew. */
const STORED = readdirSync(FOLDER).map((file) => [/^\d+/.exec(file)![0], join(FOLDER, file)] as const);
/** Kept by the program for itself. */
const OWN_TABLES = ['migrations'];
/** Under another name since. */
const NOW_CALLED: Record<string, string> = { pass_forecasts: 'passes' };

async function rows<T>(url: string, statement: string): Promise<T[]> {
  const client = new Client({ connectionString: url });
  await client.connect();
  try {
    const { rows: found } = await client.query<T & object>(statement);
    return found;
  } finally {
    await client.end();
  }
}

async function countsOf(url: string): Promise<Record<string, number>> {
  const tables = await rows<{ name: string }>(
    url,
    `select tablename as name from pg_tables where schemaname = 'public' order by 1`,
  );
  const counts: Record<string, number> = {};
  for (const { name } of tables.filter((table) => !OWN_TABLES.includes(table.name)))
    counts[name] = (await rows<{ count: number }>(url, `select count(*)::int from "${name}"`))[0]!.count;
  return counts;
}

it('has the first version among them, and several later ones', () => {
  expect(STORED.map(([version]) => version)).toEqual(expect.arrayContaining(['0001', '0008', '0014', '0016']));
});

describe.each(STORED)('a bench that was kept by the version of step %s', (_, file) => {
  let api: Application;
  let before: Record<string, number>;
  let read: { id: string; survey_id: string; station: string; thickness: number }[];

  beforeAll(async () => {
    api = await openApplication({
      before: async (url) => {
        await rows(url, gunzipSync(readFileSync(file)).toString());
        before = await countsOf(url);
        read = await rows(url, 'select id, survey_id, station, thickness from readings order by id');
      },
    });
  });
  afterAll(() => api.close());

  const get = async <T>(path: string) => (await api.http.get(`/api/v1${path}`).expect(200)).body as T;
  const builds = () => get<{ id: string; number: number; name: string }[]>('/builds');

  it('loses no row of any table', async () => {
    const after = await countsOf(api.databaseUrl);
    expect(before.builds).toBeGreaterThan(0);
    expect(before.readings).toBeGreaterThan(0);
    const kept = Object.keys(before).map((table) => [table, after[NOW_CALLED[table] ?? table]]);
    expect(Object.fromEntries(kept)).toEqual(before);
  });

  it('has every reading as it was', async () => {
    const surveys = [...new Set(read.map(({ survey_id }) => survey_id))];
    for (const id of surveys) {
      const { readings } = await get<{ readings: { id: string; station: string; thickness: number }[] }>(
        `/surveys/${id}`,
      );
      const were = read.filter(({ survey_id }) => survey_id === id);
      const brief = (all: { id: string; station: string; thickness: number }[]) =>
        all.map((one) => [one.id, one.station, one.thickness]).sort();
      expect(brief(readings)).toEqual(brief(were));
    }
  });

  it('opens each build with all that is kept of it, as it is described', async () => {
    for (const { id } of await builds()) {
      for (const part of ['', '/target', '/surveys', '/passes', '/ledger', '/notes', '/checks', '/plan', '/shapings'])
        await get(`/builds/${id}${part}`);
      for (const part of ['/glue-ups', '/knocks', '/voicing', '/variants', '/explorations'])
        await get(`/builds/${id}${part}`);
      const bundle = await api.http.get(`/api/v1/builds/${id}/bundle`).expect(200);
      expect(bundle.headers['content-type']).toMatch(/zip/);
    }
    for (const path of ['/workshop', '/wood-sets', '/jigs', '/checks', '/target-templates', '/builds-compared'])
      await get(path);
  });

  it('goes on: a reading more, a plan, a judgement', async () => {
    const { survey_id: survey, station, thickness } = read[0]!;
    const body = { id: randomUUID(), person: 'Wren Halloran', at: new Date().toISOString(), source: 'typed' };
    const one = {
      ...body,
      station,
      x: 0.2,
      y: 0,
      thickness: thickness - 1e-5,
      typed: '',
      kept: false,
      supersedes: null,
    };
    await api.http
      .post(`/api/v1/surveys/${survey}/readings`)
      .send({ readings: [one] })
      .expect(201);
    const { verdict } = await get<{ verdict: { headline: string } }>(`/surveys/${survey}/assessment`);
    expect(verdict.headline).not.toBe('');
    const [first] = await builds();
    const plan = await get<object>(`/builds/${first!.id}/plan`);
    await api.http.put(`/api/v1/builds/${first!.id}/plan`).send(plan).expect(200);
    expect(await get(`/builds/${first!.id}/plan`)).toEqual(plan);
  });
});
