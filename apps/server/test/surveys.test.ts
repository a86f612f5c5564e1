import { randomUUID } from 'node:crypto';
import { aBuild, aReading, STATIONS } from './a-build';
import { openApplication, type Application } from './application';

describe('surveys', () => {
  let api: Application;
  let buildId: string;
  let surveyId: string;
  beforeAll(async () => {
    api = await openApplication();
  });
  afterAll(() => api.close());
  beforeEach(async () => {
    const build = aBuild();
    buildId = build.id;
    surveyId = randomUUID();
    await api.http.post('/api/v1/builds').send(build).expect(201);
    await api.http
      .post(`/api/v1/builds/${buildId}/surveys`)
      .send({ id: surveyId, person: 'Wren Halloran' })
      .expect(201);
  });

  const readAll = (thickness: number, id = surveyId) =>
    api.http.post(`/api/v1/surveys/${id}/readings`).send({ readings: STATIONS.map((s) => aReading(s, thickness)) });

  it('gives a verdict with its evidence, and the next passes by hand', async () => {
    await readAll(2.9e-3).expect(201);
    const { body } = await api.http.get(`/api/v1/surveys/${surveyId}/assessment`).expect(200);
    expect(body.verdict).toMatchObject({ kind: 'go-on', rule: 'over-band', headline: 'Go on: three more passes' }); // 2.90 to 2.75 in 0.05
    expect(body.statistics.mean).toBeCloseTo(2.9e-3, 9);
    const mass = 448 * body.statistics.volume; // Sitka spruce by the handbook
    expect(body.forecast.massNow.value).toBeCloseTo(mass, 6);
    expect(body.forecast.massAfter.value / mass).toBeCloseTo(2.75 / 2.9, 4);
    const list = await api.http.get('/api/v1/builds').expect(200);
    expect(list.body.find((b: { id: string }) => b.id === buildId).newestSurvey).toMatchObject({
      headline: 'Go on: three more passes',
      verdict: 'go-on',
    });
  });
  it('stores a reading once, however often it is sent', async () => {
    const reading = aReading(STATIONS[0]!, 2.8e-3);
    for (let i = 0; i < 3; i++)
      await api.http
        .post(`/api/v1/surveys/${surveyId}/readings`)
        .send({ readings: [reading] })
        .expect(201);
    const { body } = await api.http.get(`/api/v1/surveys/${surveyId}`);
    expect(body.readings).toHaveLength(1);
  });
  it('keeps a corrected reading beside its correction', async () => {
    const wrong = aReading(STATIONS[0]!, 2.8e-3);
    const right = aReading(STATIONS[0]!, 2.7e-3, { supersedes: wrong.id });
    await api.http
      .post(`/api/v1/surveys/${surveyId}/readings`)
      .send({ readings: [wrong, right] })
      .expect(201);
    const { body } = await api.http.get(`/api/v1/surveys/${surveyId}`);
    expect(body.readings.map((r: { thickness: number }) => r.thickness)).toEqual([2.8e-3, 2.7e-3]);
    expect(body.assessment.statistics.mean).toBeCloseTo(2.7e-3, 9);
  });
  it('follows the target and the wood at once', async () => {
    await readAll(2.9e-3);
    const target = { base: { kind: 'even', thickness: 2.9e-3 }, rim: null, tolerance: 6e-5, limit: 2.4e-3 };
    await api.http
      .put(`/api/v1/builds/${buildId}/target`)
      .send({ id: randomUUID(), person: '', body: target })
      .expect(200);
    const { body } = await api.http.get(`/api/v1/surveys/${surveyId}/assessment`);
    expect(body.verdict.kind).toBe('there');
  });
  it('imports a file with doubtful lines only once each of them was answered, and takes an import back whole', async () => {
    const lines = STATIONS.map((s, i) => `${s.name},${i === 7 ? '30.5' : '2.81'}`).join('\n');
    const send = (decisions?: { line: number; keep: boolean }[]) =>
      api.http
        .post(`/api/v1/surveys/${surveyId}/import`)
        .send({ text: `station,thickness\n${lines}`, person: '', decisions });
    const asked = await send().expect(201);
    expect(asked.body).toMatchObject({ imported: 0, readings: [], batch: null });
    expect(asked.body.doubtful).toMatchObject([{ line: 9, station: STATIONS[7]!.name, thickness: 0.0305 }]);
    const done = await send([{ line: 9, keep: false }]).expect(201);
    expect(done.body).toMatchObject({ imported: STATIONS.length - 1, doubtful: [] });
    expect(done.body.assessment.verdict.questioned).toEqual([]);
    const back = await api.http.post(`/api/v1/surveys/${surveyId}/imports/${done.body.batch}/retract`).expect(200);
    expect(back.body.assessment).toBeNull();
    expect(back.body.readings).toHaveLength(2 * (STATIONS.length - 1)); // nothing is lost
  });
  it('takes a whole survey back and gives it back, the plate then as the one before left it', async () => {
    await readAll(2.9e-3);
    const next = randomUUID();
    await api.http.post(`/api/v1/builds/${buildId}/surveys`).send({ id: next }).expect(201);
    await readAll(2.6e-3, next).expect(201);
    const tile = async () => {
      const { body } = await api.http.get('/api/v1/builds');
      return body.find((b: { id: string }) => b.id === buildId).newestSurvey.verdict;
    };
    expect(await tile()).toBe('past');
    await api.http.post(`/api/v1/surveys/${next}/retract`).send({ retracted: true }).expect(200);
    expect(await tile()).toBe('go-on');
    await api.http.post(`/api/v1/surveys/${next}/retract`).send({ retracted: false }).expect(200);
    expect(await tile()).toBe('past');
  });
  it('imports a CSV whole or not at all, naming the lines', async () => {
    const good = `station,thickness\n${STATIONS.map((s) => `${s.name},2.81`).join('\n')}`;
    const done = await api.http.post(`/api/v1/surveys/${surveyId}/import`).send({ text: good, person: '' }).expect(201);
    expect(done.body.imported).toBe(STATIONS.length);
    const bad = await api.http
      .post(`/api/v1/surveys/${surveyId}/import`)
      .send({ text: 'station,thickness\nA1,2.8\nZZ9,2.8', person: '' })
      .expect(400);
    expect(bad.type).toBe('application/problem+json');
    expect(bad.body.errors).toEqual([{ field: 'line 3', message: 'station "ZZ9" is not on this plate' }]);
    const { body } = await api.http.get(`/api/v1/surveys/${surveyId}`);
    expect(body.readings).toHaveLength(STATIONS.length);
  });
  it('gives readings back as CSV', async () => {
    await readAll(2.81e-3);
    const { text } = await api.http
      .get(`/api/v1/surveys/${surveyId}/readings.csv`)
      .expect(200)
      .expect('content-disposition', /survey-1\.csv/);
    expect(text.split('\n')[0]).toBe('station,x_mm,y_mm,thickness_mm');
    expect(text).toMatch(/^A1,[\d.]+,-?[\d.]+,2\.810$/m);
  });
  it('numbers surveys in order also when two are begun at once', async () => {
    const ids = [randomUUID(), randomUUID(), randomUUID()];
    await Promise.all(ids.map((id) => api.http.post(`/api/v1/builds/${buildId}/surveys`).send({ id }).expect(201)));
    const { body } = await api.http.get(`/api/v1/builds/${buildId}/surveys`);
    expect(body.map((s: { number: number }) => s.number)).toEqual([1, 2, 3, 4]);
  });

  it.each([
    ['a text for a thickness', { thickness: 'abc' }, 'readings[0].thickness'],
    ['a negative thickness', { thickness: -0.0028 }, 'readings[0].thickness'],
    ['zero', { thickness: 0 }, 'readings[0].thickness'],
    ['28 metres', { thickness: 28 }, 'readings[0].thickness'],
    ['1e9', { thickness: 1e9 }, 'readings[0].thickness'],
    ['no station', { station: undefined }, 'readings[0].station'],
    ['an id that is none', { id: 'x' }, 'readings[0].id'],
    ['an unknown source', { source: 'guess' }, 'readings[0].source'],
    ['a correction of nothing', { supersedes: randomUUID() }, 'readings[0].supersedes'],
    ['a field nobody knows', { colour: 'red' }, 'readings[0].colour'],
  ])('refuses %s at its field and stores nothing', async (_, change, field) => {
    const response = await api.http
      .post(`/api/v1/surveys/${surveyId}/readings`)
      .send({ readings: [aReading(STATIONS[0]!, 2.8e-3, change)] })
      .expect(400);
    expect(response.type).toBe('application/problem+json');
    expect(response.body.errors[0].field).toBe(field);
    const { body } = await api.http.get(`/api/v1/surveys/${surveyId}`);
    expect(body.readings).toEqual([]);
  });
  it.each([
    [{ relativeHumidity: 45 }, 'relativeHumidity'],
    [{ mass: -1 }, 'mass'],
    [{ mass: 250 }, 'mass'],
    [{ temperatureC: 'warm' }, 'temperatureC'],
  ])('refuses conditions %j', async (change, field) => {
    const { body } = await api.http.patch(`/api/v1/surveys/${surveyId}`).send(change).expect(400);
    expect(body.errors[0].field).toBe(field);
  });
  it('answers 413 to a huge upload and 404 for what is not there', async () => {
    await api.http
      .post(`/api/v1/surveys/${surveyId}/import`)
      .send({ text: 'x'.repeat(3_000_000), person: '' })
      .expect(413);
    await api.http
      .get(`/api/v1/surveys/${randomUUID()}`)
      .expect(404)
      .expect('content-type', /problem\+json/);
  });
});
