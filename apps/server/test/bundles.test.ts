/** Builds as open files: out and in again is the same; whatever else comes as a file changes nothing. */
import { writeWav } from '@nimble/core/sound';
import { randomUUID } from 'node:crypto';
import { unzipSync, zipSync, strFromU8, strToU8 } from 'fflate';
import { openApplication, type Application } from './application';

type Files = Record<string, Uint8Array>;
type Row = Record<string, unknown>;

const RATE = 8000;
/** A second of a blow that dies away. */
const wav = (): Buffer =>
  Buffer.from(
    writeWav(
      [
        Float64Array.from(
          { length: RATE },
          (_, n) => 0.6 * Math.exp((-6 * n) / RATE) * Math.sin((360 * Math.PI * n) / RATE),
        ),
      ],
      RATE,
    ),
  );
const JPEG = Buffer.concat([Buffer.from([0xff, 0xd8, 0xff, 0xe0]), Buffer.alloc(2000, 5)]);

const bundleOf = async (api: Application, path = '/bundle'): Promise<Files> => {
  const { body } = await api.http
    .get(`/api/v1${path}`)
    .buffer(true)
    .parse((response, done) => {
      const pieces: Buffer[] = [];
      response.on('data', (piece: Buffer) => pieces.push(piece));
      response.on('end', () => done(null, Buffer.concat(pieces)));
    })
    .expect(200);
  return unzipSync(new Uint8Array(body as Buffer));
};
const readIn = (api: Application, files: Files | Buffer) =>
  api.http
    .post('/api/v1/bundles')
    .attach('file', Buffer.isBuffer(files) ? files : Buffer.from(zipSync(files)), 'bundle.zip');
const rows = (files: Files, table: string) => JSON.parse(strFromU8(files[`rows/${table}.json`]!)) as Row[];

let files: Files;
let one: Files;
let sandpiper: string;
let voicing: Row[];
beforeAll(async () => {
  // One after the other: a program has one database.
  const from = await openApplication({ demo: true });
  const builds = (await from.http.get('/api/v1/builds')).body as { id: string; number: number }[];
  sandpiper = builds.find(({ number }) => number === 41)!.id;
  await from.http
    .post(`/api/v1/builds/${sandpiper}/knocks`)
    .field({ id: randomUUID(), about: 'plate', round: 1, person: 'Wren', source: 'file' })
    .attach('file', wav(), 'knock.wav')
    .expect(201);
  const [set] = (await from.http.get('/api/v1/wood-sets')).body as { id: string }[];
  await from.http
    .post(`/api/v1/wood-sets/${set!.id}/photos`)
    .field({ id: randomUUID(), person: 'Wren', caption: 'end grain' })
    .attach('file', JPEG, 'end.jpg')
    .expect(201);
  files = await bundleOf(from);
  one = await bundleOf(from, `/builds/${sandpiper}/bundle`);
  voicing = (await from.http.get(`/api/v1/builds/${sandpiper}/voicing`)).body as Row[];
  await from.close();
}, 60_000);

describe('a bundle', () => {
  let to: Application;
  beforeAll(async () => {
    to = await openApplication();
  });
  afterAll(() => to.close());

  it('holds records as JSON, readings as CSV, sounds as WAV and pictures, and says what it is', () => {
    expect(JSON.parse(strFromU8(files['bundle.json']!))).toMatchObject({ kind: 'nimble-spruce-bundle', version: 1 });
    expect(rows(files, 'builds').map(({ number }) => number)).toEqual([36, 38, 41, 42, 43, 44]);
    const [csv] = Object.keys(files).filter((name) => /^readings\/no-42-survey-\d+\.csv$/.test(name));
    expect(strFromU8(files[csv!]!)).toMatch(/^station,/);
    const [knock] = rows(files, 'knocks');
    expect(Buffer.from(files[`sounds/${String(knock!.id)}.wav`]!).equals(wav())).toBe(true);
    const photo = rows(files, 'wood_photos')[0]!;
    expect(Buffer.from(files[`photos/${String(photo.id)}`]!).equals(JPEG)).toBe(true);
    expect(photo).not.toHaveProperty('bytes');
    expect(strFromU8(files['README.txt']!)).toContain('rows/TABLE.json');
  });

  it('read in on another bench and written again is the same, to the last byte of each file', async () => {
    const { body } = await readIn(to, files).expect(201);
    expect((body as { added: Row[] }).added.map(({ number }) => number)).toEqual([36, 38, 41, 42, 43, 44]);
    const again = await bundleOf(to);
    expect(Object.keys(again).sort()).toEqual(Object.keys(files).sort());
    const unlike = Object.keys(files).filter(
      (name) => name !== 'bundle.json' && !Buffer.from(files[name]!).equals(Buffer.from(again[name]!)),
    );
    expect(unlike).toEqual([]);
    // The other bench's pages have it all.
    expect((await to.http.get(`/api/v1/builds/${sandpiper}/voicing`).expect(200)).body).toEqual(voicing);
  });

  it('read in twice changes nothing', async () => {
    const before = await bundleOf(to);
    const { body } = await readIn(to, files).expect(201);
    expect(body).toMatchObject({ added: [], here: expect.arrayContaining([expect.objectContaining({ number: 41 })]) });
    expect(rows(await bundleOf(to), 'readings')).toEqual(rows(before, 'readings'));
  });
});

describe('another bundle', () => {
  it('of one build brings its boards along; a number that is taken becomes another', async () => {
    const other = await openApplication();
    try {
      expect(rows(one, 'builds')).toHaveLength(1);
      expect(rows(one, 'wood_sets').map(({ name }) => name)).toEqual(['Engelmann 14']);
      const [build] = rows(one, 'builds');
      const stranger = { ...build, id: randomUUID() };
      await readIn(other, {
        'bundle.json': one['bundle.json']!,
        'rows/builds.json': strToU8(JSON.stringify([stranger])),
      }).expect(201);
      const { body } = await readIn(other, one).expect(201);
      expect(body.added).toEqual([expect.objectContaining({ id: sandpiper, number: 42 })]);
    } finally {
      await other.close();
    }
  });

  it.each<[string, (files: Files) => Files | Buffer, RegExp]>([
    ['bytes of another kind', () => Buffer.alloc(3000, 9), /no whole zip/],
    ['a bundle that was cut', (whole) => Buffer.from(zipSync(whole)).subarray(0, 40_000), /no whole zip/],
    ['a zip of something else', () => ({ 'holiday.txt': strToU8('sand') }), /no bundle/],
    [
      'one of a newer program',
      (whole) => ({ ...whole, 'bundle.json': strToU8('{"kind":"nimble-spruce-bundle","version":9}') }),
      /newer program/,
    ],
    [
      'one whose sound is missing',
      (whole) => Object.fromEntries(Object.entries(whole).filter(([name]) => !name.startsWith('sounds/'))),
      /lacks the sound/,
    ],
    [
      'one whose readings are of no survey',
      (whole) => ({ ...whole, 'rows/surveys.json': strToU8('[]') }),
      /rests on records that it lacks/,
    ],
    [
      'one whose records are of another kind',
      (whole) => ({ ...whole, 'rows/people.json': strToU8('[{"id":"seven"}]') }),
      /records that can’t be/,
    ],
    [
      'one whose build can’t be',
      (whole) => {
        const builds = rows(whole, 'builds').map((build) => ({ ...build, wood: { ...(build.wood as Row), rho: 9e9 } }));
        return { ...whole, 'rows/builds.json': strToU8(JSON.stringify(builds)) };
      },
      /rho/,
    ],
  ])('refuses %s, and reads nothing in', async (_, change, words) => {
    const empty = await openApplication();
    try {
      const { body } = await readIn(empty, change(files)).expect(400);
      expect(`${body.title} ${JSON.stringify(body.errors)}`).toMatch(words);
      expect((await empty.http.get('/api/v1/builds')).body).toEqual([]);
      expect((await empty.http.get('/api/v1/wood-sets')).body).toEqual([]);
    } finally {
      await empty.close();
    }
  });
});
