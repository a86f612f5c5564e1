/**
 * A maker asks the whole top: what does it sound like, what do the strings do, what does a pass here do, and what if
 * this brace were lower?
 */
import { randomUUID } from 'node:crypto';
import { AxeBuilder } from '@axe-core/webdriverjs';
import { By, Key, type WebDriver } from 'selenium-webdriver';
import {
  choose,
  consoleErrors,
  findField,
  findText,
  openBrowser,
  press,
  untilReads,
  type OpenBrowser,
} from '../support/browser';
import { OwnBench } from '../support/own-bench';
import { serveApp, type ServedApp } from '../support/served-app';

describe('the whole top', () => {
  let app: ServedApp;
  let browser: OpenBrowser;
  let driver: WebDriver;
  /** Of a top that is being voiced, and of one that is only drawn. */
  let id: string;
  let fan: string;
  const slip = () => driver.findElement(By.css('aside')).getText();
  const tab = (words: string) =>
    driver.findElement(By.xpath(`//nav[@aria-label="Slip pages"]/button[.="${words}"]`)).click();
  const hindrances = async () =>
    (await new AxeBuilder(driver).analyze()).violations.map(({ id: rule, nodes }) => `${rule}: ${nodes[0]?.html}`);
  type Kept = { braces: { name: string; heights: number[] }[] };
  const tallest = async () =>
    Math.max(...((await (await fetch(`${app.address}/api/v1/builds/${id}/plan`)).json()) as Kept).braces[0]!.heights);

  /** The slip is laid anew when a solution comes: the slider is looked for until it stands. */
  const lower = async () => {
    await findText(driver, 'Taller by');
    // Twice ten steps of 0.1 mm.
    const slide = async () => {
      const thumb = await driver.findElement(By.css('[role=slider][aria-label="Taller by"]'));
      const steps = Number(await thumb.getAttribute('aria-valuenow'));
      if (steps > -20) await thumb.sendKeys(Key.PAGE_DOWN);
      return steps <= -20;
    };
    await untilReads(driver, slide, 'the slider to be moved');
  };

  beforeAll(async () => {
    app = await serveApp({ worker: true });
    const bench = new OwnBench(app.address);
    const voiced = await bench.build();
    await bench.plan(voiced, 'x');
    const drawn = await bench.build({ number: 8, name: 'Dotterel', family: 'nylon-string' });
    await bench.plan(drawn, 'fan');
    [id, fan] = [voiced.id, drawn.id];
    browser = await openBrowser();
    ({ driver } = browser);
    await driver.get(`${app.address}/builds/${id}/shape`);
    await (await findText(driver, 'Whole top')).click();
  });
  afterAll(async () => {
    await browser.close();
    await app.close();
  });

  it('says how far it is, can be stopped and started again, then names its first mode', async () => {
    await press(driver, 'Stop');
    await findText(driver, 'Stopped.');
    await press(driver, 'Start again');
    await findText(driver, 'It pumps as one piece.');
    const note = Number(/([\d.]+) Hz/.exec(await slip())![1]);
    expect(note).toBeGreaterThan(140);
    expect(note).toBeLessThan(240);
  });

  it('shows what the strings do, and how stiff the rim is all round', async () => {
    await tab('Strings');
    await findText(driver, 'the bridge turns forward under the strings');
    expect(await slip()).toMatch(/reserve for ten years/);
    await driver.findElement(By.xpath('//button[@role="tab"][.="Round the rim"]')).click();
    await untilReads(
      driver,
      async () => (await driver.findElements(By.css('[aria-label="Stiffness round the rim"] text'))).length > 15,
      'the places round the rim',
    );
  });

  it('says what a tenth of a millimetre does where the plate is touched', async () => {
    await tab('Shave');
    await choose(driver, 'I wish', 'softer-across');
    const plate = await driver.findElement(By.css('svg[role=group]'));
    await driver.actions().move({ origin: plate, x: 60, y: 40 }).click().perform();
    await untilReads(
      driver,
      async () => /0\.10 mm off here:[^]*¢[^]*weight\s+−0\.0\d g/.test(await slip()),
      'what the pass does',
    );
  });

  it('stands as it was shaved, and makes no plan of braces that are wood by now', async () => {
    const [{ id: brace, length }] = (
      (await (await fetch(`${app.address}/api/v1/builds/${id}/plan`)).json()) as {
        braces: [{ id: string; length: number }];
      }
    ).braces;
    const shavings = [{ place: { kind: 'brace', id: brace, from: 0.3 * length, to: 0.7 * length }, depth: 5e-4 }];
    const body = { shavings, said: '0.5 mm', tool: 'finger plane', proposed: false, forecast: {}, settled: [] };
    const sent = await fetch(`${app.address}/api/v1/builds/${id}/voicing/shaving`, {
      method: 'POST',
      headers: { 'content-type': 'application/json' },
      body: JSON.stringify({ id: randomUUID(), round: 1, person: '', body }),
    });
    expect(sent.status).toBe(201);
    await driver.navigate().refresh();
    await findText(driver, 'As it stands: what was shaved in its rounds is off.');
    await tab('What if');
    const before = await tallest();
    await lower();
    await press(driver, 'Take the braces into the plan');
    await findText(driver, 'its braces are wood by now');
    expect(await tallest()).toBe(before);
  });

  it('lowers a brace of a drawn top and takes it into the plan', async () => {
    id = fan;
    await driver.get(`${app.address}/builds/${id}/shape`);
    await (await findText(driver, 'Whole top')).click();
    await findText(driver, 'Strings');
    await tab('What if');
    await findField(driver, 'Brace');
    const before = await tallest();
    await lower();
    await untilReads(driver, async () => /would be[^]*−\d+ ¢/.test(await slip()), 'a lower note');
    await findText(driver, 'Solved exactly.');
    expect(await hindrances()).toEqual([]);
    await press(driver, 'Keep beside the plan');
    await press(driver, 'Take the braces into the plan');
    await untilReads(driver, async () => Math.abs(before - (await tallest()) - 2e-3) < 1e-5, 'the plan to have it');
  });

  it('has kept it beside the plan, and makes it the plan again', async () => {
    await tab('Kept');
    // The list is laid anew when the changed plan is solved: pressed until it holds.
    await press(driver, 'Trial 1');
    expect(await hindrances()).toEqual([]);
    await press(driver, 'Make it the plan');
    await findText(driver, 'is the plan now');
  });

  it('has a worker vary the rim step by step, and draws what became of the modes', async () => {
    await tab('Explore');
    await choose(driver, 'Look into', 'sweep');
    await choose(driver, 'Vary', 'plate');
    await choose(driver, 'Either way by', '0');
    await press(driver, 'Start');
    // A quick worker may be done before anyone looks.
    await untilReads(
      driver,
      async () => /waits for a worker|under way|solved exactly/.test(await slip()),
      'it to be taken up',
    );
    await untilReads(
      driver,
      async () => (await driver.findElements(By.css('[aria-label="What came of it"] path'))).length >= 4,
      'the lines of the modes',
    );
    await findText(driver, 'Every step was solved exactly');
    expect(await hindrances()).toEqual([]);
    expect(await consoleErrors(driver)).toEqual([]);
  }, 120_000);
});
