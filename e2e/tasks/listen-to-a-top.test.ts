/**
 * A maker walks round a braced top by ear, reads what it says, tunes a bar, and hears a finished instrument played;
 * every sound is a file or the simulated microphone.
 */
import { knockPlaces, type KnockPlace } from '@nimble/core/knock-map';
import type { TopPlan } from '@nimble/core/top';
import { applyShavings } from '@nimble/core/voicing';
import { AxeBuilder } from '@axe-core/webdriverjs';
import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { By, type WebDriver } from 'selenium-webdriver';
import {
  choose,
  chooseIn,
  consoleErrors,
  fill,
  findField,
  findText,
  openBrowser,
  press,
  settled,
  type OpenBrowser,
  untilReads,
} from '../support/browser';
import { OwnBench } from '../support/own-bench';
import { play, walk } from '../support/own-sounds';
import { serveApp, type ServedApp } from '../support/served-app';
import { wav } from '../support/wav';

const RATE = 24_000;

const hiss = (n: number) => 2e-4 * Math.sin(n * 12.9898 + 7 * Math.sin(n));

/** One blow at 0.3 s on partials: frequency, quality, signed size. */
const blow = (partials: readonly (readonly [number, number, number])[]) =>
  wav(
    (n) => {
      const t = n / RATE - 0.3;
      if (t < 0) return hiss(n);
      return partials.reduce(
        (sum, [f, q, a]) => sum + a * Math.exp((-Math.PI * f * t) / q) * Math.sin(2 * Math.PI * f * t),
        hiss(n),
      );
    },
    1.5,
    RATE,
  );

const THICKNESS = 2.8e-3;
/** Half a millimetre off every brace but at its ends. */
const shaved = (top: TopPlan): TopPlan =>
  applyShavings(
    top,
    top.plan.braces.map(({ id, length }) => ({
      place: { kind: 'brace', id, from: 0.015, to: length - 0.015 },
      depth: 5e-4,
    })),
  );
/** Resonances of two finished instruments: frequency, quality, strength. */
const BODIES = [
  [
    [101, 17, 0.9],
    [189, 22, 1],
    [247, 28, -0.5],
    [372, 30, 0.5],
    [563, 36, 0.5],
    [801, 40, -0.5],
  ],
  [
    [108, 15, 0.6],
    [219, 26, 1],
    [301, 34, -0.3],
    [455, 36, 0.5],
    [590, 42, 0.35],
  ],
] as const;

describe('listening to a top', () => {
  let app: ServedApp;
  let browser: OpenBrowser;
  let driver: WebDriver;
  let sandpiper: string;
  let turnstone: string;
  let plover: string;
  /** Names of the places that a walk goes to, in its order, and the one nearest to what was loose. */
  let places: string[];
  let nearest: string;
  const folder = mkdtempSync(join(tmpdir(), 'nimble-spruce-top-'));
  const slip = () => driver.findElement(By.css('aside')).getText();
  const plate = (name: string) => driver.findElement(By.css(`[data-station="${name}"]`)).getText();
  type Kept = {
    about: string;
    round: number;
    retracted: boolean;
    source: string;
    place: { name?: string };
    analysis: { partials: { frequency: number }[] };
  };
  const kept = async () => (await (await fetch(`${app.address}/api/v1/builds/${sandpiper}/knocks`)).json()) as Kept[];
  const voice = (query: string) => driver.get(`${app.address}/builds/${sandpiper}/listen?${query}`);
  const hear = (name: string, sound: Buffer, label = 'WAV file') => {
    writeFileSync(join(folder, name), sound);
    return driver.findElement(By.css(`[aria-label="${label}"]`)).sendKeys(join(folder, name));
  };

  beforeAll(async () => {
    app = await serveApp();
    const bench = new OwnBench(app.address);
    const voiced = await bench.build({ number: 41, name: 'Sandpiper' });
    const plan = await bench.plan(voiced, 'x');
    await bench.survey(voiced, () => THICKNESS);
    await bench.standsAt(voiced, 'voice');
    const top = bench.topOf(voiced, plan, THICKNESS);
    places = knockPlaces(top.shape, 'few', []).map(({ name }) => name);
    const [x, y] = plan.braces.filter(({ role }) => role === 'tone-bar').at(-1)!.to;
    const away = (place: KnockPlace) => Math.hypot(place.x - x, place.y - y);
    nearest = knockPlaces(top.shape, 'few', []).sort((a, b) => away(a) - away(b))[0]!.name;
    await walk(bench, voiced, { top, round: 1, loose: { x, y, reach: 0.07 } });
    await walk(bench, voiced, { top, round: 2 });
    await walk(bench, voiced, { top: shaved(top), round: 3 });
    const finished = [
      await bench.build({ number: 38, name: 'Turnstone' }),
      await bench.build({ number: 36, name: 'Plover' }),
    ];
    for (const [i, build] of finished.entries()) {
      await bench.standsAt(build, 'close');
      await play(bench, build, BODIES[i]!);
    }
    [sandpiper, turnstone, plover] = [voiced, ...finished].map(({ id }) => id) as [string, string, string];
    browser = await openBrowser();
    ({ driver } = browser);
  });
  afterAll(async () => {
    await browser.close();
    await app.close();
    rmSync(folder, { recursive: true });
  });

  it('walks round hands-free: each knock goes to the lit place, which moves on by itself', async () => {
    await voice('slip=map&round=4');
    await findText(driver, 'Nothing is knocked in this round');
    expect(await driver.findElement(By.css('[data-testid=lit-place]')).getText()).toBe(places[0]);
    await press(driver, 'Simulated microphone');
    await untilReads(driver, async () => new RegExp(`[3-9] of ${places.length}`).test(await slip()), 'three places');
    await press(driver, 'Stop listening');
    await untilReads(
      driver,
      async () => (await kept()).filter(({ round }) => round === 4).length >= 3,
      'them to be kept',
    );
    const fourth = (await kept()).filter(({ round }) => round === 4);
    expect(fourth.slice(0, 3).map(({ place }) => place.name)).toEqual(places.slice(0, 3));
    expect(fourth.every(({ source, about }) => source === 'simulated' && about === 'station')).toBe(true);
    expect(await plate(places[0]!)).toMatch(/^[A-G][♯♭]?\d$/);
  });

  it('takes the last knock back by one key, and lights its place again', async () => {
    // A knock that was under way when the listening ended still comes: page and server must have the same.
    const heard = async () => (await kept()).filter(({ round }) => round === 4);
    const lit = () => driver.findElement(By.css('[data-testid=lit-place]')).getText();
    await findText(driver, 'Simulated microphone');
    await untilReads(
      driver,
      async () => (await slip()).includes(`${(await heard()).length} of ${places.length}`),
      'the page to have them all',
    );
    const struck = (await heard()).at(-1)!.place.name!;
    await driver.findElement(By.css('body')).sendKeys('\uE003');
    await untilReads(driver, async () => (await lit()) === struck, 'the place to light up');
    await untilReads(
      driver,
      async () => (await heard()).filter(({ retracted }) => retracted).length === 1,
      'it to be taken back',
    );
  });

  it('points at the joint that was loose in round 1, and hears nothing loose in round 3', async () => {
    await voice('slip=notes&round=1&view=loose');
    await findText(driver, `Very likely loose near ${nearest}`);
    expect(await slip()).toMatch(/it rattles after the blow, and it dies \d+ % sooner/);
    await untilReads(driver, async () => /^(9\d|100) %/.test(await plate(nearest)), 'the figure on the plate');
    await voice('slip=notes&round=3');
    await findText(driver, 'Nothing sounds loose.');
    // Shaved braces: every note went down since round 2.
    await findText(driver, 'since, ¢');
    const cents = await driver.findElements(By.css('[aria-label="Notes of this round"] tbody td:last-child'));
    const moves = await Promise.all(cents.map((cell) => cell.getText()));
    expect(moves.length).toBeGreaterThan(5);
    expect(moves.filter((move) => move.startsWith('−')).length).toBeGreaterThan(0.7 * moves.length);
  });

  it('draws a shape with its node lines, and says where to hold and to strike', async () => {
    await voice('slip=notes&view=shape&round=3');
    await findText(driver, 'hold');
    await findText(driver, 'strike');
    const notes = await driver.findElements(By.css('[aria-label^="Shape at"]'));
    expect(notes.length).toBeGreaterThan(5);
    const before = await plate(places.at(-1)!);
    await notes[0]!.click();
    await untilReads(driver, async () => (await plate(places.at(-1)!)) !== before, 'another shape');
    expect(await plate(places.at(-1)!)).toMatch(/^[+−](1\.00|\.\d\d)$/);
  });

  it('names no pitch for who wants none', async () => {
    await voice('slip=notes&round=3');
    await findText(driver, 'Census of notes');
    await driver.findElement(By.css('body')).sendKeys('nn');
    await untilReads(driver, async () => !(await slip()).includes('Census of notes'), 'the names to go');
    expect(await plate('D2')).toMatch(/^(alive|dull)$/);
    await driver.findElement(By.css('body')).sendKeys('n');
  });

  it('sets a knock against the one before in cents, and keeps its sound', async () => {
    await voice('slip=knock');
    await hear(
      'first.wav',
      blow([
        [180, 50, 0.4],
        [330, 60, 0.2],
      ]),
    );
    await findText(driver, '1 knock used.');
    await hear(
      'second.wav',
      blow([
        [180 * 2 ** (-30 / 1200), 50, 0.4],
        [330, 60, 0.2],
        [505, 60, 0.15],
      ]),
    );
    await untilReads(driver, async () => /−30 ¢ since/.test(await slip()), 'thirty cents lower');
    expect(await slip()).toMatch(/New: B4/); // 505 Hz lies over B4, 493.9
    await hear('words.wav', Buffer.from('these are words'));
    await findText(driver, 'The file is not a WAV sound, whatever its name says');
    const links = () => driver.findElements(By.css('a[aria-label="Save as WAV"]'));
    await untilReads(driver, async () => (await links()).length === 2, 'both to be sent');
    const link = await (await links())[0]!.getAttribute('href').then(String);
    const sound = Buffer.from(await (await fetch(link)).arrayBuffer());
    expect(
      Buffer.compare(
        sound,
        blow([
          [180, 50, 0.4],
          [330, 60, 0.2],
        ]),
      ),
    ).toBe(0);
    // The same sound heard from 200 Hz up has one note less.
    await chooseIn(driver, () => driver.findElement(By.css('[role=combobox][aria-label^="Lowest note"]')), '150');
    await untilReads(
      driver,
      async () => (await kept()).some(({ about, analysis }) => about === 'plate' && analysis.partials.length === 2),
      'it to be heard again',
    );
  });

  it('reads one bar at a time, with the cents to its goal', async () => {
    await voice('slip=bars');
    await fill(driver, 'Goal of the upper tone bar, note or Hz', 'H3\n');
    await findText(driver, 'Type a note with its octave');
    const goal = await findField(driver, 'Goal of the upper tone bar, note or Hz');
    await goal.clear();
    await goal.sendKeys('G3', '\n');
    await hear(
      'bar.wav',
      blow([
        [196 * 2 ** (40 / 1200), 40, 0.4],
        [610, 50, 0.1],
      ]),
    );
    await findText(driver, 'Lower it by');
    expect(await slip()).toMatch(/Lower it by 40 ¢/);
    await press(driver, 'lower tone bar');
    await hear('other.wav', blow([[233.08, 40, 0.4]]));
    await untilReads(
      driver,
      async () => /From upper tone bar to lower tone bar: \+260 ¢/.test(await slip()),
      'the interval',
    );
  });

  it('hears a played instrument, and sets it against another', async () => {
    await driver.get(`${app.address}/builds/${turnstone}/close`);
    await findText(driver, 'peaks in range');
    await choose(driver, 'Compared with (dashed)', plover);
    await findText(driver, '(the other:');
    const scale = wav(
      (n) => 0.3 * Math.sin((2 * Math.PI * 110 * 2 ** (Math.floor(n / (RATE / 3)) / 12) * n) / RATE) + hiss(n),
      5,
      RATE,
    );
    await fill(driver, 'What it is', 'a scale of one octave');
    await fill(driver, 'Lowest note', 'A2');
    await fill(driver, 'Highest note', 'A2');
    await hear('scale.wav', scale, 'Played WAV file');
    await findText(driver, 'must be well above the lowest note');
    await fill(driver, 'Highest note', 'A3');
    await press(driver, 'Hear it out'); // the sound is still there: it need not be opened again
    await findText(driver, 'a scale of one octave');
  });

  it('shuts no screen reader out, and logs no unexpected error', async () => {
    for (const path of [
      `/builds/${sandpiper}/listen?slip=notes`,
      `/builds/${sandpiper}/listen?slip=bars`,
      `/builds/${turnstone}/close`,
    ]) {
      await driver.get(app.address + path);
      await settled(driver);
      const { violations } = await new AxeBuilder(driver).withTags(['wcag2a', 'wcag2aa']).analyze();
      expect(violations.map(({ id, nodes }) => `${id}: ${nodes[0]?.html.slice(0, 160)}`)).toEqual([]);
    }
    expect((await consoleErrors(driver)).filter((line) => !/status of 4\d\d/.test(line))).toEqual([]);
  });
});
