/**
 * A maker brings two tone bars nearer to an interval: knocks over each, says which note is its own, planes as told, and
 * hears them again.
 */
import { AxeBuilder } from '@axe-core/webdriverjs';
import { By, type WebDriver } from 'selenium-webdriver';
import { consoleErrors, fill, findText, openBrowser, press, untilReads, type OpenBrowser } from '../support/browser';
import { OwnBench } from '../support/own-bench';
import { serveApp, type ServedApp } from '../support/served-app';

const UPPER = 'upper tone bar';
const LOWER = 'lower tone bar';
/**
 * So much narrower than it is the interval shall be [cents]: a stroke off the lower bar takes its own note down most.
 */
const NARROWER = 25;

describe('two bars tuned together', () => {
  let app: ServedApp;
  let browser: OpenBrowser;
  let driver: WebDriver;
  let id: string;
  const slip = () => driver.findElement(By.css('aside')).getText();
  const open = (path: string) => driver.get(`${app.address}/builds/${id}/${path}`);
  const own = (what: string) => driver.findElements(By.css(`[aria-label="Its own note"] button${what}`));
  const barKnocks = async (bar: string) => {
    const knocks = (await (await fetch(`${app.address}/api/v1/builds/${id}/knocks`)).json()) as {
      about: string;
      place: { name?: string };
    }[];
    return knocks.filter(({ about, place }) => about === 'bar' && place.name === bar).length;
  };
  /** The simulated microphone over a bar, until one more knock is kept. */
  const hear = async (bar: string) => {
    const before = await barKnocks(bar);
    await press(driver, bar);
    await press(driver, 'Simulated microphone');
    await untilReads(driver, async () => (await barKnocks(bar)) > before, 'a knock over the bar to be kept');
    await press(driver, 'Stop listening');
  };
  /**
   * The note over the lit bar that lies nearest to a frequency [Hz]. The list is drawn anew once the knock is kept:
   * then it is looked for again.
   */
  const choose = async (near: number) => {
    let isChosen = false;
    await untilReads(
      driver,
      async () => {
        if (isChosen && (await own('[aria-pressed=true]')).length === 1) return true;
        const buttons = await own('');
        const notes = await Promise.all(
          buttons.map(async (button) => Number(/(\d+) Hz/.exec(await button.getText())![1])),
        );
        const off = notes.map((note) => Math.abs(Math.log(note / near)));
        await buttons[off.indexOf(Math.min(...off))]!.click();
        isChosen = true;
        return false;
      },
      'its own note to be chosen',
    );
  };
  const wide = async () => {
    await open('voice?slip=next');
    await findText(driver, 'Bars together');
    return Number(/Interval: (\d+) ¢ too wide/.exec(await slip())?.[1]);
  };

  beforeAll(async () => {
    app = await serveApp();
    const bench = new OwnBench(app.address);
    const build = await bench.build();
    await bench.plan(build, 'x');
    await bench.survey(build, () => 2.8e-3);
    await bench.standsAt(build, 'voice');
    ({ id } = build);
    browser = await openBrowser();
    ({ driver } = browser);
  });
  afterAll(async () => {
    await browser.close();
    await app.close();
  });

  it('shows where each bar lies, hears it, and follows the note that is named its own', async () => {
    await open('listen?slip=bars');
    await hear(UPPER);
    await choose(103);
    await hear(LOWER);
    await choose(185);
    await untilReads(
      driver,
      async () => /From upper tone bar to lower tone bar: \+\d+ ¢/.test(await slip()),
      'how far they are apart',
    );
    const marks = await driver.findElements(By.xpath('//*[local-name()="text"][.="knock" or .="pad"]'));
    expect(marks).toHaveLength(2);
    const { violations } = await new AxeBuilder(driver).analyze();
    expect(violations.map(({ id: rule }) => rule)).toEqual([]);
  }, 120_000);

  it('says how much off which, and after that stroke nothing before they are heard again', async () => {
    const apart = Number(/From upper tone bar to lower tone bar: \+(\d+) ¢/.exec(await slip())![1]);
    await open('voice?slip=goal');
    // The demo's top stands at what its shop leaves for the strings: nothing more would come off its bars.
    await fill(driver, 'Reserve against the strings, at least', '0.8');
    await fill(driver, 'In cents', `${apart - NARROWER}`);
    await press(driver, 'Wish for it');
    await findText(driver, `The ${LOWER} shall sing`);
    const first = await wide();
    expect(Math.abs(first - NARROWER)).toBeLessThanOrEqual(1);
    expect(await slip()).toMatch(/Take 0\.\d\d mm off the (upper|lower) tone bar, from \d+ mm to \d+ mm along it/);
    await press(driver, 'I planed the bars so');
    await findText(driver, 'measure now');
    await open('voice?slip=next');
    await findText(driver, 'A bar was planed since they were heard');
    await open('listen?slip=bars');
    await hear(UPPER);
    await hear(LOWER);
    const then = await wide();
    expect(then).toBeLessThan(first);
    expect(await consoleErrors(driver)).toEqual([]);
  }, 120_000);
});
