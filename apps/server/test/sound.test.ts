import { writeWav } from '@nimble/core/sound';
import { openApplication, type Application } from './application';

const RATE = 48_000;

/** One blow on two resonators, with a little hiss. */
function knock(): Float64Array {
  let seed = 1;
  const hiss = () => ((seed = (seed * 16807) % 2147483647) / 2147483647 - 0.5) * 1e-4;
  return Float64Array.from({ length: 1.2 * RATE }, (_, n) => {
    const t = n / RATE - 0.3;
    const mode = (f: number, q: number, a: number) =>
      a * Math.exp((-Math.PI * f * t) / q) * Math.sin(2 * Math.PI * f * t);
    return hiss() + (t < 0 ? 0 : mode(146.83, 45, 0.4) - mode(311.4, 60, 0.2));
  });
}

describe('sounds through the API', () => {
  let api: Application;
  beforeAll(async () => {
    api = await openApplication();
  });
  afterAll(() => api.close());
  const send = (path: string, file: Uint8Array, fields: Record<string, string> = {}) =>
    Object.entries(fields).reduce(
      (request, [name, value]) => request.field(name, value),
      api.http.post(`/api/v1/compute/${path}`).attach('file', Buffer.from(file), 'a.wav'),
    );
  const fieldOf = async (request: ReturnType<typeof send>) =>
    (await request.expect(400)).body.errors[0].field as string;

  it('hears the notes of a knock, with polarity, quality and ring', async () => {
    const { body } = await send('knock', writeWav([knock()], RATE)).expect(200);
    expect(body).toMatchObject({ sampleRate: RATE, warnings: [], rattle: 0 });
    expect(body.onsets).toHaveLength(1);
    expect(body.onsets[0]).toMatchObject({ accepted: true, time: expect.closeTo(0.3, 2) });
    expect(body.partials).toHaveLength(2);
    expect(body.partials[0]).toMatchObject({
      note: 'D',
      octave: 3,
      polarity: 1,
      level: 0,
      frequency: expect.closeTo(146.83, 2),
      q: expect.closeTo(45, 0),
    });
    expect(body.partials[1]).toMatchObject({
      polarity: -1,
      frequency: expect.closeTo(311.4, 2),
      level: expect.closeTo(-6, 0),
    });
    expect(body.partials[0].ringTime).toBeCloseTo((2.1989 * 45) / 146.83, 1);
  });
  it('moves its names with A4, not its frequencies', async () => {
    const { body } = await send('knock', writeWav([knock()], RATE), { a4: '415' }).expect(200);
    expect(body.partials[0]).toMatchObject({ note: 'D#', frequency: expect.closeTo(146.83, 2) });
  });
  it('finds the peak of a played instrument, and its valleys by name', async () => {
    const scale = Float64Array.from({ length: 12 * RATE }, (_, n) => {
      const note = Math.floor(n / (0.4 * RATE));
      const f = 110 * 2 ** (note / 12);
      const t = (n % (0.4 * RATE)) / RATE;
      return (
        (Math.abs(note - 14) < 1 ? 0.005 : 0.1) * Math.sin(2 * Math.PI * f * t) * Math.exp(-3 * t) * Math.min(1, t * 50)
      );
    });
    const { body } = await send('played', writeWav([scale], RATE), { lowest: '110', highest: '500' }).expect(200);
    expect(body.valleys.map(({ note }: { note: string }) => note)).toEqual(['B3']); // the fifteenth note is 26 dB down
    expect(body.valleys[0].depth).toBeGreaterThan(8); // its neighbours ring into the window
    expect(Math.max(...body.curve.map(([, level]: [number, number]) => level))).toBe(0);
  });
  it('says in plain words what a file is that is no sound', async () => {
    expect(await fieldOf(send('knock', Buffer.from('these are words')))).toBe('file');
    expect(await fieldOf(send('knock', Buffer.alloc(0)))).toBe('file');
    await api.http.post('/api/v1/compute/knock').field('a4', '440').expect(400);
    expect(await fieldOf(send('knock', writeWav([knock()], RATE), { a4: '44' }))).toBe('a4');
    expect(await fieldOf(send('played', writeWav([knock()], RATE), { lowest: '110', highest: '100' }))).toBe('highest');
    expect(await fieldOf(send('played', writeWav([knock()], RATE), { lowest: 'E2', highest: '100' }))).toBe('lowest');
  });
  it('gives what a file that broke off still holds, and says that it did; silence is silence', async () => {
    const whole = writeWav([knock()], RATE);
    const cut = await send('knock', whole.subarray(0, Math.round(0.8 * whole.length))).expect(200);
    expect(cut.body.warnings).toContain('truncated');
    expect(cut.body.partials).toHaveLength(2);
    const silent = await send('knock', writeWav([new Float64Array(RATE)], RATE)).expect(200);
    expect(silent.body).toMatchObject({ warnings: ['silent'], partials: [], ringTime: null });
  });
  it('refuses minutes of knocks in one piece', async () => {
    await send('knock', writeWav([new Float64Array(121 * 8000)], 8000)).expect(413);
    const minutes = writeWav([new Float64Array(420 * 8000)], 8000);
    const { body } = await send('played', minutes, { lowest: '110', highest: '500' }).expect(400);
    expect(body.errors[0]).toMatchObject({ field: 'file', message: expect.stringContaining('over 200 seconds') });
  });
});
