/**
 * A shop with a tablet: the owner makes an account at the machine, opens the bench to the network, invites; the tablet
 * comes in from another address, works there as at the machine, and is sent away again with nothing typed lost.
 */
import { AxeBuilder } from '@axe-core/webdriverjs';
import { createHash, X509Certificate } from 'node:crypto';
import { mkdtempSync, readFileSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { By, type WebDriver } from 'selenium-webdriver';
import {
  fill,
  findField,
  findText,
  LAPTOP,
  openBrowser,
  press,
  TABLET,
  untilReads,
  type OpenBrowser,
} from '../support/browser';
import { freePair } from '../support/served-app';
import { startProgram, stopProgram, type Started } from '../support/program';

const SECRET = 'four dusty words here';
/** Another address of this machine: to browser and server another machine. */
const ELSEWHERE = '127.0.0.2';

describe('a bench that lets others in', () => {
  const data = mkdtempSync(join(tmpdir(), 'nimble-spruce-let-in-'));
  const browsers: OpenBrowser[] = [];
  let program: Started;
  let port: number;
  let here: string;
  let shop: string;
  let owner: WebDriver;
  let tablet: WebDriver;

  const start = (...more: string[]) => startProgram('--port', `${port}`, '--data', data, '--empty', ...more);
  const browser = async (...flags: string[]) => {
    const opened = await openBrowser(flags.length > 0 ? TABLET : LAPTOP, flags);
    browsers.push(opened);
    return opened.driver;
  };
  /** As a device does that has taken the shop's certificate. */
  const trusting = () => {
    const authority = new X509Certificate(readFileSync(join(data, 'certificate', 'bench.crt')));
    const key = authority.publicKey.export({ type: 'spki', format: 'der' });
    return `--ignore-certificate-errors-spki-list=${createHash('sha256').update(key).digest('base64')}`;
  };
  const body = (driver: WebDriver) => driver.findElement(By.css('body')).getText();
  const reads = (driver: WebDriver, words: RegExp) =>
    untilReads(driver, async () => words.test(await body(driver)), `${words} to be read`);
  const accessible = async (driver: WebDriver) =>
    expect(
      (await new AxeBuilder(driver).analyze()).violations.map(({ id, nodes }) => `${id}: ${nodes[0]?.html}`),
    ).toEqual([]);

  beforeAll(async () => {
    port = await freePair();
    here = `http://127.0.0.1:${port}`;
    shop = `https://${ELSEWHERE}:${port + 1}`;
    program = await start();
    owner = await browser();
  });
  afterAll(async () => {
    for (const { close } of browsers) await close();
    await stopProgram(program);
    rmSync(data, { recursive: true, force: true });
  });

  it('is opened to no network while it has no owner', async () => {
    await stopProgram(program);
    await expect(start('--host', ELSEWHERE)).rejects.toThrow(/only once the bench has an owner/);
    program = await start();
  });

  it('has its owner made at the machine, who is who stands at the bench', async () => {
    await owner.get(`${here}/people`);
    await findText(owner, 'The bench answers its own machine only.');
    await fill(owner, 'Your name', 'Ines Okafor');
    await fill(owner, 'Password', 'short');
    await press(owner, 'Make me the owner');
    await findText(owner, 'At least 8 characters');
    expect(await (await findField(owner, 'Your name')).getAttribute('value')).toBe('Ines Okafor');
    await fill(owner, 'Password', SECRET);
    await fill(owner, 'The same again', SECRET);
    await press(owner, 'Make me the owner');
    await findText(owner, 'this device');
    await reads(owner, /Ines\n/);
    await accessible(owner);
  });

  it('opens the shop’s network, and lets nobody in who is not signed in', async () => {
    await stopProgram(program);
    program = await start('--host', ELSEWHERE);
    expect(program.output()).toContain(shop);
    tablet = await browser(trusting());
    await tablet.get(shop);
    await findText(tablet, 'Who has an account signs in.');
    expect(await tablet.executeScript('return isSecureContext')).toBe(true);
    const asked = (path: string) =>
      tablet.executeAsyncScript<number>(
        `const [path, done] = arguments; fetch(path).then(({ status }) => done(status));`,
        `/api/v1${path}`,
      );
    expect(await asked('/builds')).toBe(401);
    expect(await asked('/bundle')).toBe(401);
    await fill(tablet, 'Name', 'Ines Okafor');
    await fill(tablet, 'Password', 'not the one');
    await press(tablet, 'Sign in');
    await findText(tablet, 'This name and password do not go together');
    expect(await (await findField(tablet, 'Name')).getAttribute('value')).toBe('Ines Okafor');
    await accessible(tablet);
  });

  it('takes an invitation up from there, and works there as at the machine', async () => {
    await owner.get(`${here}/people`);
    await fill(owner, 'Whom (may be left empty)', 'Wren Halloran');
    await press(owner, 'Make an invitation');
    const card = await owner.findElement(By.css('[aria-label="The invitation"]'));
    const link = /https:\S+/.exec(await card.getText())![0];
    expect(link.startsWith(`${shop}/join/`)).toBe(true);
    await tablet.get(link);
    await findText(tablet, 'Wren Halloran is invited as a helper.');
    await fill(tablet, 'New password', SECRET);
    await fill(tablet, 'The same again', 'something else');
    await press(tablet, 'Come in');
    await findText(tablet, 'The two are not the same');
    await fill(tablet, 'The same again', SECRET);
    await press(tablet, 'Come in');
    await findText(tablet, 'The bench is clear.');
    await press(tablet, 'Who is at the bench');
    await findText(tablet, 'Signed in as Wren Halloran');
    await tablet.get(`${shop}/people`);
    await findText(tablet, 'Another password for me');
    expect(await body(tablet)).not.toContain('Make an invitation');
    // What work away from the server rests on.
    await tablet.executeAsyncScript('navigator.serviceWorker.ready.then(arguments[arguments.length - 1])');
    await tablet.get(link);
    await findText(tablet, 'This invitation can’t be taken up');
  });

  it('is signed out from afar, and loses nothing that was typed', async () => {
    await tablet.get(`${shop}/new`);
    await fill(tablet, 'Number', '7');
    await fill(tablet, 'Name', 'Lapwing');
    await owner.get(`${here}/people`);
    const wren = By.xpath('//section[@aria-label="Wren Halloran"]//button[.="Sign out everywhere"]');
    await (await owner.findElement(wren)).click();
    await reads(owner, /Wren Halloran is signed out everywhere else/);
    await press(tablet, 'Lay it on the bench');
    await findText(tablet, 'Sign in again');
    const inDialog = (label: string) =>
      tablet.findElement(By.xpath(`//*[@role="dialog"]//input[@id=//label[.="${label}"]/@for]`));
    await (await inDialog('Name')).sendKeys('wren halloran');
    await (await inDialog('Password')).sendKeys(SECRET);
    await press(tablet, 'Sign in');
    await untilReads(tablet, async () => !(await body(tablet)).includes('Sign in again'), 'the page to go on');
    expect(await (await findField(tablet, 'Name')).getAttribute('value')).toBe('Lapwing');
    await press(tablet, 'Lay it on the bench');
    await findText(tablet, 'Start the first survey');
    await owner.get(here);
    await findText(owner, 'Lapwing');
  });

  it('leaves a device with nothing of what was seen on it', async () => {
    await press(tablet, 'Who is at the bench');
    await press(tablet, 'Sign out here');
    await findText(tablet, 'Who has an account signs in.');
    const kept = await tablet.executeAsyncScript<number>(`
      const done = arguments[0];
      const opening = indexedDB.open('nimble-spruce-answers');
      opening.onsuccess = () => {
        const counting = opening.result.transaction('answers').objectStore('answers').getAllKeys();
        counting.onsuccess = () => done(counting.result.filter((key) => key.includes('/builds')).length);
      };`);
    expect(kept).toBe(0);
  });
});
