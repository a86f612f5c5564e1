/** What should never be sent, and who should never send: told in words, never a 500, and nothing is changed. */
import { randomUUID } from 'node:crypto';
import { aBuild } from './a-build';
import { openApplication, type Application } from './application';

const build = aBuild({ id: randomUUID() });

describe('what can’t be', () => {
  let api: Application;
  const surveyId = randomUUID();
  const reading = (change: object = {}) => ({
    ...{ id: randomUUID(), station: 'C2', x: 0.1, y: 0, thickness: 3e-3, typed: '3', source: 'typed', kept: false },
    ...{ supersedes: null, person: '', at: '2026-11-02T10:00:00Z' },
    ...change,
  });
  const read = (survey: string, one: object) =>
    api.http.post(`/api/v1/surveys/${survey}/readings`).send({ readings: [one] });
  beforeAll(async () => {
    api = await openApplication();
    await api.http.post('/api/v1/builds').send(build).expect(201);
    await api.http.post(`/api/v1/builds/${build.id}/surveys`).send({ id: surveyId, person: '' }).expect(201);
  });
  afterAll(() => api.close());

  it.each([
    ['upperBout', 50],
    ['lowerBout', 1000],
    ['lowerBout', 4.3e9],
  ])('a plate whose %s is %d m', async (field, value) => {
    const outline = { ...build.outline, [field]: value };
    const { body } = await api.http.patch(`/api/v1/builds/${build.id}`).send({ outline }).expect(400);
    expect(body.errors[0]).toEqual({
      field: `outline.${field}`,
      message: expect.stringContaining('longer than 1.5 m'),
    });
  });
  it('a body that is nested beyond reason', async () => {
    const deep = `{"name":${'['.repeat(2000)}${']'.repeat(2000)}}`;
    const { body } = await api.http
      .patch(`/api/v1/builds/${build.id}`)
      .set('content-type', 'application/json')
      .send(deep)
      .expect(400);
    expect(body.title).toContain('nested deeper');
  });
  it.each([
    ['a voicing event without a body', 'voicing/mass', { id: randomUUID(), round: 1, person: '' }],
    ['a note of null', 'notes', { id: randomUUID(), person: '', stage: 'voice', text: null }],
    ['a text that no database keeps', 'notes', { id: randomUUID(), person: '', stage: 'voice', text: 'a\u0000b' }],
    ['half a letter', 'notes', { id: randomUUID(), person: '', stage: 'voice', text: 'a\ud800b' }],
  ])('%s', async (_, path, sent) => {
    const { status } = await api.http.post(`/api/v1/builds/${build.id}/${path}`).send(sent);
    expect(status).toBe(400);
  });
  it('a reading of the year 2199, and one that belongs to another survey', async () => {
    const { body } = await read(surveyId, reading({ at: '2199-01-01T00:00:00Z' })).expect(400);
    expect(body.errors[0].message).toContain('lies in the future');
    const other = randomUUID();
    await api.http.post(`/api/v1/builds/${build.id}/surveys`).send({ id: other, person: '' }).expect(201);
    const known = reading();
    await read(surveyId, known).expect(201);
    await read(surveyId, known).expect(201); // a retry
    await read(other, known).expect(409);
  });
  it('two clocks that differ by twenty minutes: what they did stands in the order in which it was done', async () => {
    const sent = async (minutesAgo: number, minutesOff: number) => {
      const clock = (ago: number) => new Date(Date.now() + 60_000 * (minutesOff - ago)).toISOString();
      const one = reading({ at: clock(minutesAgo) });
      await read(surveyId, one).set('x-device-time', clock(0)).expect(201);
      return one.id;
    };
    const since = Date.now();
    const [early, late] = [await sent(3, 10), await sent(1, -10)];
    const took = Date.now() - since;
    const { body } = await api.http.get(`/api/v1/surveys/${surveyId}`).expect(200);
    const at = (id: string) => Date.parse((body.readings as { id: string; at: string }[]).find((r) => r.id === id)!.at);
    // However long the requests took: each was done its minutes before it was sent.
    for (const [id, minutes] of [
      [early, 3],
      [late, 1],
    ] as const) {
      const sentAt = at(id) + 60_000 * minutes;
      expect(sentAt).toBeGreaterThan(since - 1000);
      expect(sentAt).toBeLessThan(since + took + 1000);
    }
  });

  it('a clock that is an hour fast: what it did is of now', async () => {
    const fast = reading({ at: new Date(Date.now() + 3_600_000).toISOString() });
    await read(surveyId, fast).expect(201);
    const { body } = await api.http.get(`/api/v1/surveys/${surveyId}`).expect(200);
    const kept = (body.readings as { id: string; at: string }[]).find(({ id }) => id === fast.id)!;
    expect(Math.abs(Date.parse(kept.at) - Date.now())).toBeLessThan(60_000);
  });
  it('the same event five times at once: kept once, each answered', async () => {
    const event = { id: randomUUID(), round: 1, person: '', body: { mass: 0.2, said: '200 g' } };
    const send = () => api.http.post(`/api/v1/builds/${build.id}/voicing/mass`).send(event);
    const answers = await Promise.all(Array.from({ length: 5 }, send));
    expect(answers.map(({ status }) => status)).toEqual([201, 201, 201, 201, 201]);
    const { body } = await api.http.get(`/api/v1/builds/${build.id}/voicing`);
    expect((body as { id: string }[]).filter(({ id }) => id === event.id)).toHaveLength(1);
  });
  it('a page of another site: it neither reads nor puts a build away', async () => {
    const foreign = { origin: 'https://elsewhere.example', 'sec-fetch-site': 'cross-site' };
    await api.http.post(`/api/v1/builds/${build.id}/archive`).set(foreign).expect(403);
    await api.http.get('/api/v1/builds').set(foreign).expect(403);
    await api.http.get('/api/v1/builds').set('host', 'bench.elsewhere.example').expect(403);
    const { body } = await api.http.get(`/api/v1/builds/${build.id}`).expect(200);
    expect(body.archivedAt).toBeNull();
  });
  it('a hundred readings and forty changes at one instant: all kept', async () => {
    const before = ((await api.http.get(`/api/v1/surveys/${surveyId}`)).body.readings as object[]).length;
    const readings = Array.from({ length: 100 }, () => read(surveyId, reading()));
    const changes = Array.from({ length: 40 }, (_, i) =>
      api.http.patch(`/api/v1/builds/${build.id}`).send({ choices: { rules: {}, outcome: null }, name: `No ${i}` }),
    );
    const answers = await Promise.all([...readings, ...changes]);
    expect(answers.filter(({ status }) => status >= 500)).toEqual([]);
    expect(((await api.http.get(`/api/v1/surveys/${surveyId}`)).body.readings as object[]).length).toBe(before + 100);
  });
});
