/**
 * Around the plate: targets, history, stations, outlines from files, recipes; by mouse, by touch and for a screen
 * reader.
 */
import { plateArea } from '@nimble/core/outline';
import { AxeBuilder } from '@axe-core/webdriverjs';
import { mkdtempSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { By, Key, Origin, type WebDriver } from 'selenium-webdriver';
import {
  LAPTOP,
  PHONE,
  choose,
  chooseIn,
  consoleErrors,
  fill,
  findButton,
  findField,
  findText,
  openBrowser,
  press,
  setPageSize,
  settled,
  type OpenBrowser,
  untilReads,
} from '../support/browser';
import { OwnBench } from '../support/own-bench';
import { serveApp, type ServedApp } from '../support/served-app';

const DAY_MS = 86_400_000;
/** Of the plate as its scale says it [kg/m3]. */
const DENSITY = 400;

interface Target {
  base: { points?: unknown };
}

describe('around the plate', () => {
  let app: ServedApp;
  let browser: OpenBrowser;
  let driver: WebDriver;
  let id: string;
  let dunlin: string;
  const files = mkdtempSync(join(tmpdir(), 'nimble-spruce-files-'));
  const verdict = () => driver.findElement(By.css('[data-testid=verdict]')).getText();
  const slip = () => driver.findElement(By.css('[aria-label=Slip]')).getText();
  const open = (path: string) => driver.get(`${app.address}${path}`);

  beforeAll(async () => {
    app = await serveApp();
    const bench = new OwnBench(app.address);
    await bench.send('PATCH', '/workshop', { name: 'Larkspur Bench' });
    const turnstone = await bench.build({ number: 38, name: 'Turnstone' });
    const until = new Date(Date.now() + DAY_MS).toISOString();
    await bench.send('PATCH', `/builds/${turnstone.id}`, { waitsFor: { what: 'fresh ears', until } });
    const plate = await bench.build({ number: 42, name: 'Dunlin', family: 'nylon-string' });
    await bench.target(plate, 2.38e-3);
    for (const thickness of [2.9e-3, 2.7e-3, 2.48e-3])
      await bench.survey(plate, () => thickness, { mass: DENSITY * plateArea(plate.shape) * thickness });
    ({ id } = plate);
    dunlin = `/builds/${id}/thickness`;
    browser = await openBrowser();
    ({ driver } = browser);
  });
  afterAll(async () => {
    await browser.close();
    await app.close();
  });

  it('shows the bench with stage, verdict and what a build waits for', async () => {
    await open('/');
    await findText(driver, 'Larkspur Bench');
    await findText(driver, 'Waits for fresh ears until');
    const bench = await driver.findElement(By.css('main')).getText();
    expect(bench).toMatch(/42\s+Dunlin\s+Thickness/);
    expect(bench).toMatch(/Go on: \w+ more passes/);
    expect(bench).toMatch(/Waits for fresh ears until/);
  });

  it('follows a thicker target to "Stop" and past it, the same on the bench, and an undo back to "Go on"', async () => {
    await open(dunlin);
    await untilReads(driver, async () => (await verdict()).startsWith('Go on'), 'the first verdict');
    const before = await verdict();
    await press(driver, 'Target');
    await fill(driver, 'Everywhere', '2.48');
    await driver.actions().sendKeys(Key.ENTER).perform();
    await press(driver, 'Take off');
    await untilReads(driver, async () => (await verdict()) === 'Stop: the plate is there', 'the plate is there');
    await press(driver, 'Target');
    await fill(driver, 'Everywhere', '2.60');
    await driver.actions().sendKeys(Key.ENTER).perform();
    await press(driver, 'Take off');
    const past = 'Past it: 0.12 mm thinner than your target asks';
    await untilReads(driver, async () => (await verdict()) === past, 'the plate is past it');
    expect(await driver.findElement(By.css('[aria-label=Slip]')).getText()).not.toMatch(/took|What to take off/);
    await press(driver, 'How thin');
    await untilReads(
      driver,
      async () => (await driver.findElement(By.css('[data-testid=how-thin-verdict]')).getText()) === past,
      'the same under How thin',
    );
    const bench = (await (await fetch(`${app.address}/api/v1/builds`)).json()) as {
      number: number;
      newestSurvey: { headline: string };
    }[];
    expect(bench.find(({ number }) => number === 42)!.newestSurvey.headline).toBe(past);
    await press(driver, 'Target');
    await press(driver, 'Undo the last change');
    await press(driver, 'Target');
    await press(driver, 'Undo the last change');
    await press(driver, 'Take off');
    await untilReads(driver, async () => (await verdict()) === before, 'the verdict before');
  });

  it('refuses a limit above the target at its field, and keeps the target', async () => {
    await press(driver, 'Target');
    await fill(driver, 'Never below', '2.9');
    await driver.actions().sendKeys(Key.ENTER).perform();
    await findText(driver, 'Lies above the thinnest place of the target');
    await driver.navigate().refresh();
    await untilReads(
      driver,
      async () => (await (await findField(driver, 'Never below')).getAttribute('value')) === '1.90',
      'the limit before',
    );
  });

  it('drags a point of a drawn target and keeps where it was let go', async () => {
    const points = async () => {
      const { base } = (await (await fetch(`${app.address}/api/v1/builds/${id}/target`)).json()) as Target;
      return JSON.stringify(base.points ?? null);
    };
    await choose(driver, 'Graduation', 'Drawn');
    await untilReads(driver, async () => (await points()) !== 'null', 'the drawn target to be kept');
    const drawn = await points();
    const point = await findButton(driver, 'Control point 5');
    const before = await point.getAttribute('transform');
    await driver
      .actions()
      .move({ origin: point })
      .press()
      .move({ origin: Origin.POINTER, x: 60, y: 30 })
      .release()
      .perform();
    await untilReads(
      driver,
      async () => (await (await findButton(driver, 'Control point 5')).getAttribute('transform')) !== before,
      'the point moved',
    );
    await untilReads(driver, async () => (await points()) !== drawn, 'the moved point to be kept');
    const moved = await (await findButton(driver, 'Control point 5')).getAttribute('transform');
    await driver.navigate().refresh();
    const kept = await (await findButton(driver, 'Control point 5')).getAttribute('transform');
    const numbers = (text: string | null) => (text ?? '').match(/[\d.-]+/g)!.map(Number);
    numbers(kept).forEach((value, i) => expect(Math.abs(value - numbers(moved)[i]!)).toBeLessThan(0.01));
  });

  it('saves a target under a name', async () => {
    await (await driver.findElement(By.xpath('//button[@aria-expanded][contains(., "Saved targets")]'))).click();
    await fill(driver, 'Save this one as', 'Ridge');
    await press(driver, 'Save');
    await findButton(driver, 'Delete Ridge');
  });

  it('shows the plate as it was, and what came off since', async () => {
    await open(dunlin);
    await (await findText(driver, 'Survey 1')).click();
    await findText(driver, 'As it was at survey 1');
    await press(driver, 'Back to now');
    await press(driver, 'What came off');
    await findText(driver, 'Since survey 2:');
    const plate = await driver.findElement(By.css('[aria-label="The plate"]')).getText();
    const [, volume, mass] = /on average, (\d+) cm³; the scale says (\d+) g/.exec(plate)!.map(Number);
    expect(mass! / volume!).toBeCloseTo(DENSITY / 1000, 1);
    await chooseIn(
      driver,
      () => driver.findElement(By.xpath('//*[@role="combobox"][contains(., "survey")]')),
      'survey 1',
    );
    await findText(driver, 'Since survey 1:');
  });

  it('says whether a tear-out can be planed out', async () => {
    await open(`${dunlin}?slip=pass`);
    await (await driver.wait(async () => (await driver.findElements(By.css('[data-station=H4]')))[0], 10_000))!.click();
    const tear = await findText(driver, 'A tear-out at H4?');
    await driver.executeScript("arguments[0].scrollIntoView({ block: 'center' })", tear);
    await tear.click();
    await fill(driver, 'How deep, at H4, outer face', '0.6');
    await findText(driver, 'too little');
    await fill(driver, 'How deep, at H4, outer face', '0.05');
    await findText(driver, 'it fits, with');
    await press(driver, 'Keep it as a mark');
    await findText(driver, 'H4, outer face: 0.05 mm deep');
    const marks = () => driver.findElements(By.css('[aria-label="Tear-out at H4"]'));
    await untilReads(driver, async () => (await marks()).length === 1, 'the mark on the plate');
    await press(driver, 'Take the mark back');
    await untilReads(driver, async () => (await marks()).length === 0, 'the mark to go');
  });

  it('keeps what was taken off, and looks again by a whole survey; taken back, it is as before', async () => {
    await press(driver, 'I took all of it off');
    await findText(driver, 'Taken off since this survey');
    await press(driver, 'Whole survey');
    await findText(driver, '0 of 105 read');
    await findText(driver, 'Survey 4');
    await untilReads(
      driver,
      async () =>
        (await (await fetch(`${app.address}/api/v1${dunlin.replace('thickness', 'passes')}`)).json()).length === 1,
      'the pass',
    );
  });

  it('skips a station and adds one where it is touched', async () => {
    await press(driver, 'Stations');
    await press(driver, 'Skip it');
    await findText(driver, '1 skipped');
    await press(driver, 'Add a station');
    const plate = await driver.findElement(By.css('svg[role=group]'));
    await driver.actions().move({ origin: plate, x: 120, y: 75 }).click().perform();
    await findText(driver, '106 stations');
    await findText(driver, 'P1');
  });

  it('takes an outline from an SVG, and says what is wrong with one', async () => {
    const bad = join(files, 'bad.svg');
    writeFileSync(bad, '<svg width="300mm" viewBox="0 0 300 300"><path d="M0 0 L300 0 L300 200"/></svg>');
    const good = join(files, 'good.svg');
    writeFileSync(
      good,
      '<svg width="600mm" viewBox="0 0 600 500"><ellipse cx="300" cy="250" rx="240" ry="180"/></svg>',
    );
    await open('/new');
    await fill(driver, 'Number', '42');
    await fill(driver, 'Name', 'Dipper');
    await (await driver.findElement(By.css('input[aria-label="Outline file"]'))).sendKeys(bad);
    await findText(driver, 'has only open lines');
    // One damaged line of a drawing.
    const torn = join(files, 'torn.dxf');
    const lines = ['0', 'SECTION', '2', 'ENTITIES', '0', 'LWPOLYLINE', '8', '0', '90', '3', '70', '1'];
    const corners = ['10', '0', '2', '0', '10', '400', '20', '0', '10', '400', '20', '300'];
    writeFileSync(torn, [...lines, ...corners, '0', 'ENDSEC', '0', 'EOF'].join('\n'));
    await (await driver.findElement(By.css('input[aria-label="Outline file"]'))).sendKeys(torn);
    await fill(driver, 'Name', 'Dipper');
    await findText(driver, 'torn.dxf is not a DXF drawing that can be read');
    await (await driver.findElement(By.css('input[aria-label="Outline file"]'))).sendKeys(good);
    await findText(driver, '480 mm long, 360 mm wide');
    await press(driver, 'Take this outline');
    // It stays through a change of family.
    await choose(driver, 'Family', 'nylon-string');
    await untilReads(
      driver,
      async () => /From a file/.test(await (await findField(driver, 'Shape')).getText()),
      'the drawn outline',
    );
    await press(driver, 'Lay it on the bench');
    await findText(driver, 'Another build on the bench has this number');
    expect(await (await findField(driver, 'Name')).getAttribute('value')).toBe('Dipper');
    await fill(driver, 'Number', '45');
    await press(driver, 'Lay it on the bench');
    await findText(driver, 'No. 45 Dipper');
  });

  it('repeats a build as a recipe, puts it away and takes it back', async () => {
    await open('/');
    await press(driver, 'More for No. 38');
    await (await findText(driver, 'Repeat as a recipe')).click();
    await fill(driver, 'Number', '46');
    await fill(driver, 'Name', 'Sanderling');
    await press(driver, 'Lay it down');
    await findText(driver, 'Change No. 46');
    await open('/');
    await press(driver, 'More for No. 46');
    await (await findText(driver, 'Put away')).click().catch(() => undefined);
    await driver
      .findElement(By.xpath('//*[@role="menuitem"][contains(., "Put away")]'))
      .click()
      .catch(() => undefined);
    await findText(driver, 'No. 46 Sanderling is put away');
    await (await findText(driver, 'Undo')).click();
    await findText(driver, 'Sanderling');
  });

  it('keeps a note at another stage', async () => {
    await open(dunlin.replace('thickness', 'layout?slip=journal'));
    await fill(driver, 'Add a note', 'Five fans, one slanted bar');
    await press(driver, 'Keep the note');
    await untilReads(driver, async () => (await slip()).includes('Five fans, one slanted bar'), 'the note');
  });

  it('lists its keys, and changes units with one', async () => {
    await open(`${dunlin}?survey=none&slip=target`);
    await findText(driver, 'How thick?');
    await driver.actions().sendKeys('u').perform();
    await untilReads(driver, async () => (await (await findButton(driver, 'Units')).getText()) === 'in', 'inches');
    await driver.actions().sendKeys('?').perform();
    await findText(driver, 'What works on this page.');
    await driver.actions().sendKeys(Key.ESCAPE).perform();
  });

  it.each([
    ['/', LAPTOP],
    ['/new', LAPTOP],
    ['thickness', LAPTOP],
    ['thickness', PHONE],
  ])('has nothing that shuts out a screen reader: %s', async (path, size) => {
    await setPageSize(driver, size);
    await open(path === 'thickness' ? dunlin : path);
    await settled(driver);
    const { violations } = await new AxeBuilder(driver).withTags(['wcag2a', 'wcag2aa']).analyze();
    expect(
      violations.map(
        ({ id, nodes }) =>
          `${id}: ${nodes
            .slice(0, 3)
            .map((node) => node.html.slice(0, 140))
            .join(' | ')}`,
      ),
    ).toEqual([]);
    const wide = await driver.executeScript<number>(
      'return document.documentElement.scrollWidth - document.documentElement.clientWidth',
    );
    expect(wide).toBeLessThanOrEqual(0);
  });

  it('kept the pages free of errors that nobody expected', async () => {
    expect((await consoleErrors(driver)).filter((line) => !/status of 4\d\d/.test(line))).toEqual([]);
  });
});
