/**
 * A maker plans the braces of a top: draws an X, drags, mends what is cautioned, reads the load, prints templates,
 * checks the arch, and glues by the clock.
 */
import { AxeBuilder } from '@axe-core/webdriverjs';
import { By, Key, Origin, type WebDriver } from 'selenium-webdriver';
import {
  choose,
  consoleErrors,
  downloaded,
  fill,
  findButton,
  findText,
  openBrowser,
  press,
  settled,
  type OpenBrowser,
  untilReads,
} from '../support/browser';
import { OwnBench } from '../support/own-bench';
import { serveApp, type ServedApp } from '../support/served-app';

interface Kept {
  braces: {
    id: string;
    name: string;
    role: string;
    from: [number, number];
    to: [number, number];
    ends: string[];
    length: number;
  }[];
  laps: { lower: string }[];
}

describe('planning the braces of a top', () => {
  let app: ServedApp;
  let browser: OpenBrowser;
  let driver: WebDriver;
  let id: string;
  /** Of the plate [m]. */
  let width: number;
  const slip = () => driver.findElement(By.css('aside')).getText();
  const kept = async () => (await (await fetch(`${app.address}/api/v1/builds/${id}/plan`)).json()) as Kept;
  const brace = async (named: string) => (await kept()).braces.find(({ name }) => name === named)!;
  const drag = async (label: string, x: number, y: number) => {
    const handle = await findButton(driver, label);
    await driver.actions().move({ origin: handle }).press().move({ origin: Origin.POINTER, x, y }).release().perform();
  };

  beforeAll(async () => {
    app = await serveApp();
    const bench = new OwnBench(app.address);
    const build = await bench.build();
    await bench.plan(build, 'lattice', { archRadius: 8, dishRadius: 8 });
    ({ id } = build);
    ({ width } = build.shape);
    browser = await openBrowser();
    ({ driver } = browser);
    await driver.get(`${app.address}/builds/${id}/layout`);
    await findText(driver, 'Nothing stands out');
  });
  afterAll(async () => {
    await browser.close();
    await app.close();
  });

  it('draws an X instead of the lattice; undo and redo bring either back', async () => {
    await driver.findElement(By.xpath('//button[@aria-expanded][contains(., "Another pattern")]')).click();
    await choose(driver, 'Pattern', 'x');
    await press(driver, 'Draw it instead');
    await untilReads(
      driver,
      async () => (await kept()).braces.filter(({ role }) => role === 'x-leg').length === 2,
      'the X',
    );
    await press(driver, 'Undo');
    await untilReads(
      driver,
      async () => (await kept()).braces.some(({ role }) => role === 'lattice-bar'),
      'the lattice',
    );
    await press(driver, 'Redo');
    await untilReads(driver, async () => (await kept()).braces.some(({ role }) => role === 'x-leg'), 'the X again');
    expect((await kept()).laps).toHaveLength(1);
  });

  it('says so when another page changed the plan meanwhile, keeps both until told, and turns back after', async () => {
    const plan = (await kept()) as Kept & { laps: { capThickness: number }[] };
    const [lap] = plan.laps;
    const theirs = { ...plan, laps: [{ ...lap, capThickness: 0.0011 }] };
    const headers = { 'content-type': 'application/json' };
    await fetch(`${app.address}/api/v1/builds/${id}/plan`, { method: 'PUT', headers, body: JSON.stringify(theirs) });
    const drawn = async (role: string) => (await kept()).braces.some((one) => one.role === role);
    await press(driver, 'Undo');
    await findText(driver, 'It was changed meanwhile');
    await findText(driver, 'Only in theirs: ');
    expect(await drawn('x-leg')).toBe(true); // nothing is overwritten unseen
    await press(driver, 'Mine holds');
    await untilReads(driver, () => drawn('lattice-bar'), 'the lattice, as this page wanted');
    await press(driver, 'The other one');
    await untilReads(driver, () => drawn('x-leg'), 'the X, as the other page left it');
    expect(await kept()).toMatchObject({ laps: [{ capThickness: 0.0011 }] });
    expect(await consoleErrors(driver)).toEqual([expect.stringContaining('412')]);
  });

  it('opens the X by its handle, and to an exact figure', async () => {
    const before = (await brace('X leg to the bass')).to;
    await drag('Opening of the X', -30, -20);
    await untilReads(driver, async () => (await brace('X leg to the bass')).to[0] < before[0] - 0.005, 'a wider X');
    await fill(driver, 'The X opens', `100${Key.ENTER}`);
    await untilReads(
      driver,
      async () => {
        const { from, to } = await brace('X leg to the bass');
        return Math.abs(Math.atan2(to[1] - from[1], to[0] - from[0]) - (50 * Math.PI) / 180) < 1e-6;
      },
      'half of 100 degrees',
    );
  });

  it('drags an end of a tone bar: the figure follows, the end takes hold of the rim', async () => {
    await press(driver, 'lower tone bar');
    await findText(driver, 'Colours the tone');
    const { to } = await brace('lower tone bar');
    await drag('Second end of lower tone bar', 14, 18);
    await untilReads(driver, async () => (await brace('lower tone bar')).to[1] > to[1] + 0.003, 'a longer bar');
    const moved = await brace('lower tone bar');
    expect(moved.length).toBeCloseTo(Math.hypot(moved.to[0] - moved.from[0], moved.to[1] - moved.from[1]), 6);
    await untilReads(
      driver,
      async () => new RegExp(`^${Math.round(moved.length * 1000)}\\s*mm`, 'm').test(await slip()),
      'its length',
    );
  });

  it('is told of an end over nothing, is led there, and takes the piece away', async () => {
    await press(driver, 'Plan');
    await fill(driver, 'A brace of your own', `stray${Key.ENTER}`);
    await findText(driver, 'Yours: say what it is for');
    const [first] = await driver.findElements(By.xpath('//label[normalize-space(.)="From the neck edge"]'));
    const field = await driver.findElement(By.id((await first!.getAttribute('for'))!));
    await field.sendKeys(Key.chord(Key.CONTROL, 'a'), '600', Key.ENTER);
    await press(driver, 'Plan');
    await findText(driver, 'ends over nothing');
    await press(driver, 'Show it');
    await press(driver, 'Take it away');
    await untilReads(driver, async () => !(await kept()).braces.some(({ name }) => name === 'stray'), 'it to be gone');
  });

  it('reads the pull of the strings and the turning of the bridge', async () => {
    await press(driver, 'Strings');
    const [, pull] = /(\d+)\s+N\s/.exec(await slip())!;
    expect(Number(pull)).toBeGreaterThan(600);
    const turning = async () => Number(/turning the bridge\s+([\d.]+) N m/.exec(await slip())![1]);
    const before = await turning();
    expect(before).toBeCloseTo(Number(pull) * 0.0125, 0); // the usual height of a pinned bridge's strings
    await fill(driver, 'Strings over the top', `15${Key.ENTER}`);
    await untilReads(driver, async () => Math.abs((await turning()) / before - 15 / 12.5) < 0.02, 'more turning');
  });

  it('lists the cuts and makes templates at true size', async () => {
    await press(driver, 'Cut list');
    await findText(driver, 'Notch from above for X leg to the treble');
    const pdf = await downloaded(driver, () => press(driver, 'PDF'));
    expect(pdf.bytes.subarray(0, 5).toString()).toBe('%PDF-');
    expect(pdf.name).toMatch(/plan.*\.pdf$/);
    const svg = (await downloaded(driver, () => press(driver, 'SVG'))).bytes.toString();
    const { length } = await brace('X leg to the bass');
    expect(svg).toMatch(/^<\?xml[\s\S]*width="\d+\.\d+mm"/);
    expect(length).toBeGreaterThan(0.3);
    expect((await downloaded(driver, () => press(driver, 'Cut list as CSV'))).bytes.toString()).toMatch(
      /^brace,stock,length_mm/,
    );
  });

  it('turns a rise into a radius and says what stands open in the dish', async () => {
    await driver.get(`${app.address}/builds/${id}/arch`);
    await fill(driver, 'Rise over the span', `3${Key.ENTER}`);
    const radius = width ** 2 / (8 * 0.003) + 0.0015;
    await untilReads(driver, async () => (await slip()).includes(`${radius.toFixed(2)}`), 'the radius');
    await findText(driver, 'open');
    await press(driver, 'Seasons');
    await findText(driver, 'a free plate shrinks');
  });

  it('glues a session by the clock: spread, pressed, released, curing', async () => {
    await driver.get(`${app.address}/builds/${id}/glue-up`);
    await findText(driver, 'Before the braces that pass near it');
    await press(driver, 'Glue this session by the clock');
    await driver.findElement(By.xpath('//label[contains(., "Every piece fits dry")]')).click();
    await press(driver, 'Glue is spread: start the clock');
    const clock = async () => driver.findElement(By.css('[role=timer]')).getText();
    await untilReads(driver, async () => /^4:5\d/.test(await clock()), 'the open time to run');
    await driver.navigate().refresh();
    await untilReads(driver, async () => /left to place and press/.test(await clock()), 'the clock to run on');
    await press(driver, 'Everything is under pressure');
    await untilReads(driver, async () => /^4[45]:\d\d/.test(await clock()), 'the time under pressure');
    await press(driver, 'Pressure is off');
    await findText(driver, 'cures for another');
    await untilReads(
      driver,
      async () => {
        const list = (await (await fetch(`${app.address}/api/v1/builds/${id}/glue-ups`)).json()) as {
          checked: string[];
          times: { releasedAt: number | null };
        }[];
        return list.length === 1 && list[0]!.checked[0] === 'fit' && list[0]!.times.releasedAt !== null;
      },
      'it to be kept',
    );
  });

  it('shuts no screen reader out, and logs no error', async () => {
    for (const page of ['layout', 'layout?slip=piece&piece=x-bass', 'layout?slip=strings', 'arch', 'glue-up']) {
      await driver.get(`${app.address}/builds/${id}/${page}`);
      await driver.wait(async () => (await driver.findElements(By.css('aside svg, aside p'))).length > 0, 10_000);
      await settled(driver);
      const { violations } = await new AxeBuilder(driver).withTags(['wcag2a', 'wcag2aa']).analyze();
      expect(violations.map(({ id: rule, nodes }) => `${page} ${rule}: ${nodes[0]?.html.slice(0, 160)}`)).toEqual([]);
    }
    expect(await consoleErrors(driver)).toEqual([]);
  });
});
