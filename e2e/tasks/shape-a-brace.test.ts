/**
 * A maker shapes a tone bar in elevation: reads its note, planes by key, seeks a note with the least planing, takes it
 * back, and lays a scoop.
 */
import { AxeBuilder } from '@axe-core/webdriverjs';
import { By, Key, type WebDriver } from 'selenium-webdriver';
import {
  choose,
  chooseIn,
  consoleErrors,
  fill,
  findField,
  findText,
  openBrowser,
  press,
  untilReads,
  type OpenBrowser,
} from '../support/browser';
import { OwnBench } from '../support/own-bench';
import { serveApp, type ServedApp } from '../support/served-app';

describe('shaping a brace', () => {
  let app: ServedApp;
  let browser: OpenBrowser;
  let driver: WebDriver;
  let id: string;
  const slip = () => driver.findElement(By.css('aside')).getText();
  const first = async () =>
    Number(
      /([\d.]+) Hz/.exec(await driver.findElement(By.css('[aria-label="Notes of the free bar"] button')).getText())![1],
    );
  type Kept = { braces: { id: string; name: string; section: string; heights: number[] }[] };
  const kept = async () => ((await (await fetch(`${app.address}/api/v1/builds/${id}/plan`)).json()) as Kept).braces;
  const bar = async () => (await kept()).find((brace) => brace.id === 'tone-1')!;

  beforeAll(async () => {
    app = await serveApp();
    const bench = new OwnBench(app.address);
    const build = await bench.build();
    await bench.plan(build, 'x');
    ({ id } = build);
    browser = await openBrowser();
    ({ driver } = browser);
    await driver.get(`${app.address}/builds/${id}/shape`);
    await findText(driver, 'Sets where it moves'.toLowerCase());
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
    const tall = Math.max(...(await bar()).heights);
    await untilReads(driver, async () => (await bar()).heights[12]! <= tall, 'it to be kept');
  });

  it('takes it back, change by change', async () => {
    const now = await first();
    await press(driver, 'Undo');
    await untilReads(driver, async () => (await first()) < now, 'the end to be as it was');
  });

  it('finds the least planing to a note, and draws it', async () => {
    await fill(driver, 'Bring the first note to', 'F9x\n');
    await findText(driver, 'Type a note with its octave');
    const field = await findField(driver, 'Bring the first note to');
    await field.clear();
    const wanted = Math.round((await first()) - 10);
    await field.sendKeys(`${wanted} Hz`, Key.ENTER);
    await findText(driver, 'Least planing:');
    await press(driver, 'Draw it so');
    await untilReads(driver, async () => Math.abs((await first()) - wanted) < 0.2, 'the note');
  });

  it('lays a scoop of another section, and is told both truths of it', async () => {
    await press(driver, 'Sizes');
    await choose(driver, 'Section', 'triangle');
    await choose(driver, 'A new profile', 'scooped');
    await press(driver, 'Lay this profile');
    await untilReads(
      driver,
      async () => {
        const { heights, section } = await bar();
        return section === 'triangle' && heights[12]! < heights[5]!;
      },
      'low in the middle',
    );
    await press(driver, 'Brace');
    await untilReads(
      driver,
      async () => /of its stiffness, at the tallest\s+33 %/.test(await slip()),
      'a third of the stiffness',
    );
  });

  it('keeps the forecast of a step before it is planed, and its outcome after', async () => {
    await press(driver, 'Steps');
    await findText(driver, 'From the plain stick to what is drawn');
    await chooseIn(driver, () => driver.findElement(By.css('[role=combobox][aria-label="Which brace"]')), 'tone-2');
    // The handles are drawn anew for the brace that was chosen: each press goes to the one that stands then.
    const pressDown = () =>
      driver
        .findElements(By.css('[role=slider]'))
        .then((handles) => handles[12]!.sendKeys(Key.ARROW_DOWN))
        .then(
          () => true,
          () => false,
        );
    for (let i = 0; i < 3; i++) await untilReads(driver, pressDown, 'the handle to move');
    await press(driver, 'I will plane it so: keep the forecast');
    await findText(driver, 'What came of it?');
    await fill(driver, 'Came off, by the scale', '0.02\n');
    await press(driver, 'Keep the outcome');
    await findText(driver, 'came 0.02 g');
  });

  it('shuts no screen reader out, and logs no error', async () => {
    const { violations } = await new AxeBuilder(driver).withTags(['wcag2a', 'wcag2aa']).analyze();
    expect(violations.map(({ id: rule, nodes }) => `${rule}: ${nodes[0]?.html.slice(0, 160)}`)).toEqual([]);
    expect(await consoleErrors(driver)).toEqual([]);
  });
});
