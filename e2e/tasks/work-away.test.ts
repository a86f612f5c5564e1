/**
 * A shop's network goes away, its server is another for a while, two tabs are open, and something is entered that can't
 * be: nothing is lost, and all of it is told.
 */
import { METRIC } from '@nimble/core/units';
import { defaultHoles, defaultOutline } from '@nimble/core/outline';
import { woodOfSpecies } from '@nimble/core/project';
import { randomUUID } from 'node:crypto';
import { Key, type WebDriver } from 'selenium-webdriver';
import { findText, openBrowser, press, untilReads, type OpenBrowser } from '../support/browser';
import { serveApp, type ServedApp } from '../support/served-app';

describe('away from the server', () => {
  let app: ServedApp;
  let browser: OpenBrowser;
  let driver: WebDriver;
  const id = randomUUID();
  const surveyId = randomUUID();
  const send = (method: string, path: string, body: object) =>
    fetch(`${app.address}/api/v1${path}`, {
      method,
      headers: { 'content-type': 'application/json' },
      body: JSON.stringify(body),
    });
  type Reading = { station: string; typed: string };
  const stored = async () =>
    ((await (await fetch(`${app.address}/api/v1/surveys/${surveyId}`)).json()) as { readings: Reading[] }).readings;
  const open = () => driver.get(`${app.address}/builds/${id}/thickness?slip=read`);
  const body = async () => (await driver.findElement({ css: 'body' })).getText();
  const progress = (count: number) =>
    untilReads(driver, async () => (await body()).includes(`${count} of `), `${count} to be read`);
  const type = async (figures: readonly string[]) => {
    for (const figure of figures) await driver.switchTo().activeElement().sendKeys(figure, Key.ENTER);
  };

  beforeAll(async () => {
    app = await serveApp();
    const outline = defaultOutline('steel-string');
    const made = await send('POST', '/builds', {
      id,
      number: 7,
      name: 'Lapwing',
      family: 'steel-string',
      construction: 'flat',
      plate: 'top',
      leftHanded: false,
      scaleLength: 0.645,
      wood: woodOfSpecies('sitka-spruce'),
      outline,
      holes: defaultHoles('steel-string'),
      units: METRIC,
      tool: { kind: 'plane', depthPerPass: 5e-5 },
    });
    expect(made.status).toBe(201);
    expect((await send('POST', `/builds/${id}/surveys`, { id: surveyId, person: 'Wren' })).status).toBe(201);
    browser = await openBrowser();
    ({ driver } = browser);
    await open();
    await progress(0);
    // The pages themselves stay on the device from the second visit on.
    await driver.executeAsyncScript('navigator.serviceWorker.ready.then(arguments[arguments.length - 1])');
  });
  afterAll(async () => {
    await browser.close();
    await app.close();
  });

  it('two tabs keep what each took, through a reload away from the server; all arrives once and in order', async () => {
    const [first] = await driver.getAllWindowHandles();
    await driver.switchTo().newWindow('tab');
    await open();
    await progress(0);
    const second = await driver.getWindowHandle();
    await app.crash();
    await driver.switchTo().window(first!);
    await type(['3.10', '3.11', '3.12', '3.13', '3.14', '3.15', '3.16', '3.17', '3.18', '3.19']);
    await progress(10);
    await driver.switchTo().window(second);
    await progress(10);
    await type(['3.20']);
    await progress(11);
    await findText(driver, 'The server can’t be reached. 11 entries are kept on this device');
    for (const tab of [first!, second]) {
      await driver.switchTo().window(tab);
      await driver.navigate().refresh();
      await progress(11);
      await findText(driver, 'You see what this device saw last');
    }
    await app.start();
    await untilReads(driver, async () => (await stored()).length === 11, 'all to arrive');
    expect((await stored()).map(({ typed }) => typed)).toEqual(
      Array.from({ length: 11 }, (_, i) => (3.1 + i / 100).toFixed(2)),
    );
    await untilReads(driver, async () => !/kept on this device|saw last/.test(await body()), 'the word to go');
    await driver.close();
    await driver.switchTo().window(first!);
  });

  it('sends nothing to another bench on the same port, and all of it to its own when that is back', async () => {
    await open();
    await progress(11);
    await app.crash();
    await type(['3.21', '3.22']);
    await progress(13);
    await app.startAnother();
    await findText(driver, 'Another bench answers here');
    expect(await body()).toContain('2 entries are kept on this device');
    await app.crash();
    await app.start();
    await untilReads(driver, async () => (await stored()).length === 13, 'both to arrive');
  });

  it('sets aside what is refused, shows it with its reason, and lets it be mended', async () => {
    await open();
    await progress(13);
    // A write of an earlier page that today's server does not take, and one behind it that it does.
    const refused = { readings: [reading('A1', 3.1)] };
    const good = { readings: [reading('A1', 3.1e-3)] };
    await driver.executeAsyncScript(
      `const [path, buildId, bodies, done] = arguments;
       const opened = indexedDB.open('nimble-spruce');
       opened.onsuccess = () => {
         const change = opened.result.transaction('writes', 'readwrite');
         bodies.forEach((body, i) => {
           const write = { id: 'w' + i, method: 'POST', path, body, buildId, label: 'the reading at A1', place: '00000000000000' + i };
           change.objectStore('writes').put(write, write.place);
         });
         change.oncomplete = () => done();
       };`,
      `/surveys/${surveyId}/readings`,
      id,
      [refused, good],
    );
    await driver.navigate().refresh();
    await findText(driver, 'The server did not take one entry');
    await untilReads(driver, async () => (await stored()).length === 14, 'the good one to arrive');
    await press(driver, 'Look at it');
    await findText(driver, 'The reading at A1');
    await press(driver, 'Mend it');
    const field = await driver.findElement({ xpath: '//label[.="Thickness"]/following::input' });
    await field.sendKeys(Key.chord(Key.CONTROL, 'a'), '0.00312');
    await press(driver, 'Send it so');
    await untilReads(driver, async () => (await stored()).length === 15, 'the mended one to arrive');
    await untilReads(driver, async () => !(await body()).includes('did not take'), 'the word to go');
  });
});

function reading(station: string, thickness: number) {
  const [id, at] = [randomUUID(), new Date().toISOString()];
  const typed = String(thickness);
  return {
    id,
    station,
    x: 0.05,
    y: 0,
    thickness,
    typed,
    source: 'typed',
    kept: true,
    supersedes: null,
    person: '',
    at,
  };
}
