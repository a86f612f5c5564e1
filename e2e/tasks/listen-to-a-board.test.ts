/**
 * A maker knocks on a board before the microphone; the program hears the notes, and a file does as well. The sound
 * comes through Chromium's fake capture device.
 */
import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { By, type WebDriver } from 'selenium-webdriver';
import {
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
import { wav } from '../support/wav';

const RATE = 48_000;

/** Knocks on a board of three notes, and silence at the seam where the device begins again. */
function knocks(seconds: number, at: readonly number[]): Buffer {
  const note = (f: number, q: number, a: number, t: number) =>
    a * Math.exp((-Math.PI * f * t) / q) * Math.sin(2 * Math.PI * f * t);
  const sample = (n: number) =>
    at.reduce(
      (x, blow) => {
        const t = n / RATE - blow;
        return t < 0 || t > 2 ? x : x + note(71, 60, 0.4, t) + note(140.6, 60, 0.25, t) - note(402, 50, 0.15, t);
      },
      2e-4 * Math.sin(n * 12.9898 + Math.sin(n)),
    );
  return wav(sample, seconds, RATE);
}

describe('listening to a board', () => {
  let app: ServedApp;
  let browser: OpenBrowser;
  let driver: WebDriver;
  let set: { id: string };
  const folder = mkdtempSync(join(tmpdir(), 'nimble-spruce-sound-'));
  const value = async (label: string) => (await (await findField(driver, label)).getAttribute('value')) ?? '';

  beforeAll(async () => {
    app = await serveApp();
    set = await new OwnBench(app.address).woodSet();
    writeFileSync(join(folder, 'microphone.wav'), knocks(8, [1.5, 4.5]));
    writeFileSync(join(folder, 'file.wav'), knocks(4, [0.5]));
    browser = await openBrowser(undefined, [
      '--use-fake-ui-for-media-stream',
      '--use-fake-device-for-media-stream',
      `--use-file-for-fake-audio-capture=${join(folder, 'microphone.wav')}`,
    ]);
    ({ driver } = browser);
  });
  afterAll(async () => {
    await browser.close();
    await app.close();
    rmSync(folder, { recursive: true });
  });

  it('hears a knock by itself and puts the note and its ring where they belong', async () => {
    await driver.get(`${app.address}/rack/${set.id}?slip=knock`);
    await press(driver, 'Along');
    await press(driver, 'Listen');
    await findText(driver, 'Knock: it hears by itself, then waits for the next.');
    // The fake device stumbles on a busy machine, and a knock with a gap in it is rightly left out: there are two every
    // eight seconds.
    const isHeard = async () => Math.abs(Number(await value('Along, Hz').catch(() => '')) - 71) < 0.2;
    await driver.wait(isHeard, 75_000, 'waiting until the along note is heard');
    // T60 = 2.199 Q / f = 1.86 s
    expect(Math.abs(Number(await value('Ring of along, s')) - 1.86)).toBeLessThan(0.15);
    await findText(driver, '1 knock used.');
    await press(driver, 'Stop listening');
    await findText(driver, 'Listen');
  });

  it('hears a file as well, for the note that is drawn', async () => {
    await press(driver, 'Across');
    await driver.findElement(By.css('[aria-label="WAV file"]')).sendKeys(join(folder, 'file.wav'));
    await untilReads(driver, async () => Math.abs(Number(await value('Across, Hz')) - 140.6) < 0.1, 'the across note');
    expect(await value('Along, Hz')).not.toBe(''); // what was heard before stays
  });

  it('says what a file is that is no sound, and loses nothing', async () => {
    writeFileSync(join(folder, 'words.wav'), 'these are words');
    await driver.findElement(By.css('[aria-label="WAV file"]')).sendKeys(join(folder, 'words.wav'));
    await findText(driver, 'The file is not a WAV sound, whatever its name says');
    expect(await value('Across, Hz')).not.toBe('');
    expect(await consoleErrors(driver)).toEqual([]);
  });
});
