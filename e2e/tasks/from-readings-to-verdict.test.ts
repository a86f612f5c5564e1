/**
 * A maker lays down a build, brings in readings, reads the verdict, and finds it all again after a reload and a crash.
 */
import { defaultHoles, defaultOutline, plateShape } from '@nimble/core/outline';
import { layStations } from '@nimble/core/survey';
import { mkdtempSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { By, Key, type WebDriver } from 'selenium-webdriver';
import {
  comesToRest,
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

describe('from caliper readings to the next pass', () => {
  let app: ServedApp;
  let browser: OpenBrowser;
  let driver: WebDriver;
  const files = mkdtempSync(join(tmpdir(), 'nimble-spruce-files-'));
  const stations = layStations(plateShape(defaultOutline('steel-string'), defaultHoles('steel-string')));
  const figure = () => driver.findElement(By.css('[data-testid=live-figure]')).getText();
  const progress = (words: string) =>
    untilReads(driver, async () => (await (await findText(driver, ' read')).getText()).includes(words), words);
  /** In one look: the station is drawn anew with each reading. */
  const lit = async () => {
    const look = `return document.querySelector('[aria-label=Slip] strong.figures')?.textContent?.trim() ?? ''`;
    await untilReads(driver, () => driver.executeScript<string>(look), 'a station to be lit');
    return driver.executeScript<string>(look);
  };

  beforeAll(async () => {
    app = await serveApp();
    browser = await openBrowser();
    ({ driver } = browser);
  });
  afterAll(async () => {
    await browser.close();
    await app.close();
  });

  it('starts on a clear bench and lays down the first build', async () => {
    await driver.get(app.address);
    await findText(driver, 'The bench is clear.');
    await press(driver, 'Lay down the first build');
    await press(driver, 'Lay it on the bench');
    await findText(driver, 'Give it a name');
    await fill(driver, 'Number', '7');
    await fill(driver, 'Name', 'Lapwing');
    await fill(driver, 'Scale length', '25.4in');
    await fill(driver, 'Waist', 'abc');
    await findText(driver, "Can't be read as a figure");
    expect(await (await findField(driver, 'Name')).getAttribute('value')).toBe('Lapwing'); // nothing else typed is lost
    await fill(driver, 'Waist', '240');
    await press(driver, 'Lay it on the bench');
    await press(driver, 'Start the first survey');
    await progress(`0 of ${stations.length}`);
  });

  it('takes ten readings by keyboard alone, in any unit', async () => {
    const typed = ['3.16', '3.15 mm', '0.1245in', '124 thou', '3,17', '3.14', '3.15', '3.18', '3.16', '3.13'];
    const first = await lit();
    for (const [i, text] of typed.entries()) {
      await driver.switchTo().activeElement().sendKeys(text, Key.ENTER);
      await progress(`${i + 1} of ${stations.length}`);
    }
    expect(await lit()).not.toBe(first);
  });

  it('works at nothing while nobody does', () => comesToRest(driver));

  it('questions a reading that can’t belong, and steps back with Backspace', async () => {
    const here = await lit();
    await driver.switchTo().activeElement().sendKeys('28', Key.ENTER);
    await findText(driver, '28.00 mm: did you mean 2.80 mm?');
    await driver.actions().sendKeys(Key.ESCAPE).perform();
    await driver.switchTo().activeElement().sendKeys('nonsense', Key.ENTER);
    await findText(driver, "can't be read as a figure");
    await fillActive(driver, '');
    await driver.actions().sendKeys(Key.BACK_SPACE).perform();
    await progress(`9 of ${stations.length}`);
    await driver.switchTo().activeElement().sendKeys('3.13', Key.ENTER);
    await progress(`10 of ${stations.length}`);
    expect(await lit()).toBe(here);
  });

  it('hears the simulated caliper, whose plate is another one: its reading goes again', async () => {
    await press(driver, 'Plug in');
    await findText(driver, 'on the cable');
    const before = 10;
    await press(driver, 'Press (Space)');
    await progress(`${before + 1} of ${stations.length}`);
    await driver.actions().sendKeys(Key.BACK_SPACE).perform();
    await progress(`${before} of ${stations.length}`);
  });

  it('refuses a CSV with unknown stations by line, then takes a whole one', async () => {
    const bad = join(files, 'bad.csv');
    writeFileSync(bad, 'station,thickness\nA1,2.8\nQ99,2.8\n');
    const survey = await driver.findElement(By.xpath('//button[@aria-expanded][contains(., "Survey 1")]'));
    await survey.click();
    await (await driver.findElement(By.css('input[aria-label="CSV file of readings"]'))).sendKeys(bad);
    await findText(driver, 'line 3: station "Q99" is not on this plate');
    await driver.actions().sendKeys(Key.ESCAPE).perform();
    const good = join(files, 'good.csv');
    writeFileSync(good, `Station;Thickness (mm)\n${stations.map((s) => `${s.name};3,05`).join('\n')}\n`);
    await (await driver.findElement(By.css('input[aria-label="CSV file of readings"]'))).sendKeys(good);
    await progress(`${stations.length} of ${stations.length}`);
  });

  it('says what to take off, where, and what it will do', async () => {
    await press(driver, 'Take off');
    await untilReads(
      driver,
      async () =>
        /^Go on: (six|seven|eight|nine) more passes$/.test(
          await driver.findElement(By.css('[data-testid=verdict]')).getText(),
        ),
      'the verdict',
    );
    const slip = await driver.findElement(By.css('[aria-label=Slip]')).getText();
    // 0.3 mm over by one's hand: four shavings all over before the parts.
    expect(slip).toMatch(/The whole plate/);
    expect(slip).toMatch(/4 shavings of 0\.05 mm, then read again/);
    expect(slip).toMatch(/4 shavings all over, as advised/);
    expect(slip).toMatch(/flex along\s*\+3\d % ± \d/); // (3.05 / 2.75)^3 = 1.36
  });

  it('shows it again in thou, after a reload and after the server crashed', async () => {
    const verdict = await driver.findElement(By.css('[data-testid=verdict]')).getText();
    await driver.navigate().refresh();
    await untilReads(
      driver,
      async () => (await driver.findElement(By.css('[data-testid=verdict]')).getText()) === verdict,
      'the verdict after a reload',
    );
    await app.crash();
    await app.start();
    await driver.navigate().refresh();
    await untilReads(
      driver,
      async () => (await driver.findElement(By.css('[data-testid=verdict]')).getText()) === verdict,
      'the verdict after a crash',
    );
    await press(driver, 'Units');
    await (await findText(driver, 'thou, g')).click();
    await press(driver, 'Read');
    await untilReads(driver, async () => /^12\d$/.test(await figure()), 'a figure in thou');
  });

  it('keeps a reading while the server is away and sends it when it is back', async () => {
    const station = await lit();
    await app.crash();
    await driver.switchTo().activeElement().sendKeys('119', Key.ENTER);
    await findText(driver, 'kept on this device and will be sent.');
    await app.start();
    await untilReads(
      driver,
      async () => (await driver.findElements(By.css('[role=status]'))).length === 0,
      'the entry was sent',
    );
    await driver.navigate().refresh();
    // The plate is drawn before its readings are there.
    const shown = new RegExp(`Station ${station}: 1[12]\\d thou`);
    const label = async () => {
      const [mark] = await driver.findElements(By.css(`[data-station=${station}]`));
      return (await mark?.getAttribute('aria-label')) ?? '';
    };
    await untilReads(driver, async () => shown.test(await label()), 'the reading on the plate');
  });

  it('kept the page free of errors that nobody expected', async () => {
    const errors = (await consoleErrors(driver)).filter(
      (line) => !/ERR_CONNECTION|ERR_INCOMPLETE|status of 400|net::ERR/.test(line),
    );
    expect(errors).toEqual([]);
  });
});

async function fillActive(driver: WebDriver, text: string): Promise<void> {
  await driver.switchTo().activeElement().sendKeys(Key.chord(Key.CONTROL, 'a'), Key.BACK_SPACE, text);
}
