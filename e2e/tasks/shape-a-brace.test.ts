/** A maker shapes a tone bar in elevation: reads its note, planes by key, seeks a note with the least planing, takes it back, and lays a scoop. */
import { AxeBuilder } from '@axe-core/webdriverjs';
import { By, Key, type WebDriver } from 'selenium-webdriver';
import {
  consoleErrors,
  fill,
  findField,
  findText,
  openBrowser,
  press,
  untilReads,
  type OpenBrowser,
} from '../support/browser';
import { serveApp, type ServedApp } from '../support/served-app';

describe('shaping a brace', () => {
  let app: ServedApp;
  let browser: OpenBrowser;
  let driver: WebDriver;
  let id: string;
  const slip = () => driver.findElement(By.css('aside')).getText();
  const first = async () => Number(/([\d.]+) Hz/.exec(await driver.findElement(By.css('[aria-label="Notes of the free bar"] button')).getText())![1]); // prettier-ignore
  type Kept = { choices: { braces: { name: string; section: string; heights: number[] }[] } };
  const kept = async () => ((await (await fetch(`${app.address}/api/v1/builds/${id}`)).json()) as Kept).choices.braces;

  beforeAll(async () => {
    app = await serveApp({ demo: true });
    const builds = (await (await fetch(`${app.address}/api/v1/builds`)).json()) as { id: string; number: number }[];
    id = builds.find(({ number }) => number === 41)!.id;
    browser = await openBrowser();
    ({ driver } = browser);
    await driver.get(`${app.address}/builds/${id}/shape`);
    await findText(driver, 'upper tone bar');
  });
  afterAll(async () => {
    await browser.close();
    await app.close();
  });

  it('planes a tenth off by a key: the middle lowers the note, an end raises it', async () => {
    const handles = await driver.findElements(By.css('[role=slider]'));
    const before = await first();
    await handles[12]!.sendKeys(Key.ARROW_DOWN);
    await untilReads(driver, async () => (await first()) < before, 'a lower note');
    const lower = await first();
    await handles[1]!.sendKeys(Key.ARROW_DOWN);
    await untilReads(driver, async () => (await first()) > lower, 'a higher note');
    await untilReads(driver, async () => (await kept())[0]!.heights[12]! < 0.01045, 'it to be kept');
  });

  it('takes it back, change by change', async () => {
    const now = await first();
    await press(driver, 'Undo the last change');
    await untilReads(driver, async () => (await first()) < now, 'the end to be as it was');
  });

  it('finds the least planing to a note, and draws it', async () => {
    await fill(driver, 'Bring the first note to', 'F9x\n');
    await findText(driver, 'Type a note with its octave');
    const field = await findField(driver, 'Bring the first note to');
    await field.clear();
    await field.sendKeys('1500 Hz', Key.ENTER);
    await findText(driver, 'Least planing:');
    await press(driver, 'Draw it so');
    await untilReads(driver, async () => Math.abs((await first()) - 1500) < 0.2, 'the note');
  });

  it('lays a scoop of another section on a brace of one’s own', async () => {
    await fill(driver, 'Another brace', 'treble bar');
    await press(driver, 'Add');
    await findText(driver, 'treble bar');
    await (await findField(driver, 'Section')).findElement(By.css('option[value=triangle]')).click();
    await untilReads(
      driver,
      async () => /of its stiffness, at the tallest\s+33 %/.test(await slip()),
      'a third of the stiffness',
    );
    await (await findField(driver, 'A new profile')).findElement(By.css('option[value=scooped]')).click();
    await press(driver, 'Lay this profile');
    const drawn = async () => (await kept()).find(({ name }) => name === 'treble bar');
    await untilReads(driver, async () => { const h = (await drawn())?.heights; return h !== undefined && h[12]! < h[5]!; }, 'low in the middle'); // prettier-ignore
    expect((await drawn())!.section).toBe('triangle');
  });

  it('shuts no screen reader out, and logs no error', async () => {
    const { violations } = await new AxeBuilder(driver).withTags(['wcag2a', 'wcag2aa']).analyze();
    expect(violations.map(({ id: rule, nodes }) => `${rule}: ${nodes[0]?.html.slice(0, 160)}`)).toEqual([]);
    expect(await consoleErrors(driver)).toEqual([]);
  });
});
