/** A headless Chromium of a stated page size, driven through Debian's chromedriver; nothing is fetched. */
import { existsSync, mkdtempSync, readdirSync, readFileSync, rmSync, statSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { Browser, Builder, By, logging, until, type WebDriver, type WebElement } from 'selenium-webdriver';
import { Options, ServiceBuilder, type Driver } from 'selenium-webdriver/chrome';

export interface PageSize {
  width: number;
  height: number;
  mobile?: boolean;
}

export const LAPTOP: PageSize = { width: 1280, height: 800 };
export const PHONE: PageSize = { width: 390, height: 844, mobile: true };
export const TABLET: PageSize = { width: 820, height: 1180, mobile: true };

const CHROMIUM = ['/usr/bin/chromium', '/usr/bin/chromium-browser'];
const DRIVER = ['/usr/bin/chromedriver', '/usr/lib/chromium/chromedriver'];
const FLAGS = [
  '--headless=new',
  '--no-sandbox',
  '--disable-gpu',
  '--disable-quic',
  '--no-first-run',
  '--disable-background-networking',
  '--disable-component-update',
  '--disable-sync',
  '--disable-dev-shm-usage',
  '--force-color-profile=srgb',
];

export interface OpenBrowser {
  driver: WebDriver;
  close: () => Promise<void>;
}

export async function openBrowser(size: PageSize = LAPTOP, flags: readonly string[] = []): Promise<OpenBrowser> {
  const profile = mkdtempSync(join(tmpdir(), 'nimble-spruce-browser-'));
  const options = new Options();
  options.setChromeBinaryPath(firstOf(CHROMIUM));
  options.addArguments(...FLAGS, `--user-data-dir=${profile}`, ...flags);
  const log = new logging.Preferences();
  log.setLevel(logging.Type.BROWSER, logging.Level.ALL);
  options.setLoggingPrefs(log);
  const builder = new Builder().forBrowser(Browser.CHROME).setChromeOptions(options);
  const driver = (await builder.setChromeService(new ServiceBuilder(firstOf(DRIVER))).build()) as Driver;
  // A page draws what was pressed for a moment later: whoever looks for one thing waits for it. Who looks again and
  // again does not: what has gone meanwhile would be waited for in vain.
  const findNow = driver.findElement.bind(driver);
  driver.findElement = (locator) =>
    looking.has(driver) ? findNow(locator) : driver.wait(until.elementLocated(locator as By), PATIENCE_MS);
  await setPageSize(driver, size);
  await driver.sendAndGetDevToolsCommand('Page.addScriptToEvaluateOnNewDocument', { source: COUNT_ASKED });
  const close = async () => {
    await driver.quit();
    rmSync(profile, { recursive: true, force: true });
  };
  return { driver, close };
}

export async function setPageSize(driver: WebDriver, { width, height, mobile = false }: PageSize): Promise<void> {
  await (driver as Driver).sendDevToolsCommand('Emulation.setDeviceMetricsOverride', {
    width,
    height,
    deviceScaleFactor: 1,
    mobile,
  });
}

export async function saveScreenshot(driver: WebDriver, file: string): Promise<void> {
  writeFileSync(file, await driver.takeScreenshot(), 'base64');
}

/** Downloads land in a folder of their own; gives the bytes of the first that comes. */
export async function downloaded(
  driver: WebDriver,
  start: () => Promise<void>,
): Promise<{ name: string; bytes: Buffer }> {
  const folder = mkdtempSync(join(tmpdir(), 'nimble-spruce-downloads-'));
  try {
    await (driver as Driver).sendDevToolsCommand('Browser.setDownloadBehavior', {
      behavior: 'allow',
      downloadPath: folder,
    });
    await start();
    const whole = () => readdirSync(folder).find((name) => !/\.(crdownload|tmp)$|^\./.test(name));
    await driver.wait(
      () => Promise.resolve(whole() !== undefined && statSync(join(folder, whole()!)).size > 0),
      PATIENCE_MS,
      'waiting for a download',
    );
    return { name: whole()!, bytes: readFileSync(join(folder, whole()!)) };
  } finally {
    rmSync(folder, { recursive: true, force: true });
  }
}

/** Errors the page wrote to its console, the expected ones of an unreachable server left out. */
export async function consoleErrors(driver: WebDriver): Promise<string[]> {
  const entries = await driver.manage().logs().get(logging.Type.BROWSER);
  return entries.filter((entry) => entry.level.value >= logging.Level.SEVERE.value).map((entry) => entry.message);
}

const PATIENCE_MS = 45_000;

/** Waits for an element that holds the text (or whose label is it). */
export function findText(driver: WebDriver, text: string): Promise<WebElement> {
  const literal = quoted(text);
  return driver.wait(
    until.elementLocated(
      By.xpath(
        `//*[not(self::script) and contains(normalize-space(.), ${literal}) and not(.//*[contains(normalize-space(.), ${literal})])]`,
      ),
    ),
    PATIENCE_MS,
    `waiting for "${text}"`,
  );
}

export function findButton(driver: WebDriver, name: string): Promise<WebElement> {
  const literal = quoted(name);
  return driver.wait(
    until.elementLocated(
      By.xpath(
        `//*[(self::button or self::a or @role='button' or @role='menuitem' or @role='tab') and (normalize-space(.)=${literal} or @aria-label=${literal})]`,
      ),
    ),
    PATIENCE_MS,
    `waiting for the button "${name}"`,
  );
}

async function scrollToMiddle(driver: WebDriver, name: string): Promise<void> {
  await driver.executeScript('arguments[0].scrollIntoView({ block: "center" })', await findButton(driver, name));
}

export async function press(driver: WebDriver, name: string): Promise<void> {
  let inTheWay = '';
  const pressed = driver.wait(async () => {
    try {
      await (await findButton(driver, name)).click();
      return true;
    } catch (error) {
      inTheWay = (error as Error).name + (error as Error).message;
      if (!/stale|intercepted|not interactable/i.test(inTheWay)) throw error;
      // The driver scrolls no further than the edge of the slip, where its buttons stand in the way: scroll on, as a
      // hand would.
      if (/intercepted/.test(inTheWay)) await scrollToMiddle(driver, name);
      return false;
    }
  }, PATIENCE_MS);
  try {
    await pressed;
  } catch {
    throw new Error(`"${name}" could not be pressed: ${inTheWay}`);
  }
}

export function findField(driver: WebDriver, label: string): Promise<WebElement> {
  const literal = quoted(label);
  return driver.wait(
    until.elementLocated(
      By.xpath(
        `//*[@id=//label[normalize-space(.)=${literal}]/@for] | //*[self::input or @role='combobox'][@aria-label=${literal}]`,
      ),
    ),
    PATIENCE_MS,
    `waiting for the field "${label}"`,
  );
}

/** Replaces what stands in a field. */
export async function fill(driver: WebDriver, label: string, value: string): Promise<void> {
  const field = await findField(driver, label);
  await field.sendKeys('\uE009a\uE000', value);
}

/** Chooses in a list, by the value of an option or by how its words begin. */
export async function choose(driver: WebDriver, label: string, wanted: string): Promise<void> {
  await chooseIn(driver, () => findField(driver, label), wanted);
}

/** @param field finds the list, as often as the page lays it anew */
export async function chooseIn(driver: WebDriver, field: () => Promise<WebElement>, wanted: string): Promise<void> {
  const literal = quoted(wanted);
  const byValue = By.xpath(`//*[@role='option'][@data-value=${literal}]`);
  const byWords = By.xpath(`//*[@role='option'][starts-with(normalize-space(.), ${literal})]`);
  const chosen = async () => {
    const [open] = [...(await driver.findElements(byValue)), ...(await driver.findElements(byWords))];
    if (!open) {
      const closed = await field();
      await driver.executeScript('arguments[0].scrollIntoView({ block: "center" })', closed);
      await closed.click();
      return false;
    }
    await open.click();
    return true;
  };
  await untilReads(driver, chosen, `${wanted} to be chosen`);
}

/** Browsers that are looked at again and again. */
const looking = new WeakSet<WebDriver>();

/** Waits until the page reads as asked. */
export async function untilReads(driver: WebDriver, read: () => Promise<unknown>, what: string): Promise<void> {
  const look = async () => {
    looking.add(driver);
    try {
      return Boolean(await read());
    } catch {
      return false;
    } finally {
      looking.delete(driver);
    }
  };
  await driver.wait(look, PATIENCE_MS, `waiting until ${what}`);
}

/** Waits until the page has come and stands still: two looks find the same, and nothing is said to be fetched. */
export async function settled(driver: WebDriver): Promise<void> {
  let before = '';
  const stands = async () => {
    const now = await driver.executeScript<string>('return document.body.innerHTML');
    const same = now === before;
    before = now;
    return same && !/Fetching|Opening the bench/.test(now);
  };
  await untilReads(driver, stands, 'the page to stand still');
}

/** Of what a page asks its workers. */
const COUNT_ASKED = `
  window.askedOfWorkers = 0;
  const { postMessage } = Worker.prototype;
  Worker.prototype.postMessage = function (...message) {
    window.askedOfWorkers++;
    return postMessage.apply(this, message);
  };`;
const RESTING_LOOKS = 6;

/** Waits until the page asks its workers for nothing more: one that goes on empties a battery. */
export async function comesToRest(driver: WebDriver): Promise<void> {
  let before = -1;
  let looks = 0;
  const isStill = async () => {
    const asked = await driver.executeScript<number>('return window.askedOfWorkers');
    looks = asked === before ? looks + 1 : 0;
    before = asked;
    return looks === RESTING_LOOKS;
  };
  await untilReads(driver, isStill, 'the page to rest');
}

/** XPath has no escapes: a text with double quotes is put in single ones. */
function quoted(text: string): string {
  return text.includes('"') ? `'${text}'` : `"${text}"`;
}

function firstOf(paths: readonly string[]): string {
  const found = paths.find((path) => existsSync(path));
  if (!found) throw new Error(`None of ${paths.join(', ')} is there`);
  return found;
}
