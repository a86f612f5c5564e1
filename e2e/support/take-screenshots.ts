/**
 * One picture of every main view from the demo data. Arguments: address of the running program, folder for the
 * pictures.
 */
import { join } from 'node:path';
import { By } from 'selenium-webdriver';
import { LAPTOP, openBrowser, saveScreenshot, setPageSize, TABLET, type PageSize } from './browser';

interface Picture {
  name: string;
  path: string;
  size?: PageSize;
  theme?: 'dark';
}

interface BuildRow {
  id: string;
  number: number;
}

const SETTLE_MS = 1800;
/** For what is still being solved. */
const LONGEST_MS = 60_000;

async function main(address: string, folder: string): Promise<void> {
  const builds = (await (await fetch(`${address}/api/v1/builds`)).json()) as BuildRow[];
  const stage = (number: number, name: string) =>
    `/builds/${builds.find((build) => build.number === number)?.id}/${name}`;
  const thickness = (number: number) => stage(number, 'thickness');
  const pictures: Picture[] = [
    { name: 'rack', path: '/rack' },
    { name: 'bench', path: '/' },
    { name: 'thickness-take-off', path: thickness(42) },
    { name: 'thickness-read', path: `${thickness(42)}?slip=read&view=thickness` },
    { name: 'how-thin', path: `${thickness(42)}?slip=thin` },
    { name: 'thickness-tablet', path: thickness(42), size: TABLET },
    { name: 'layout-plan', path: stage(41, 'layout') },
    { name: 'arch', path: stage(41, 'arch') },
    { name: 'glue-up-order', path: stage(42, 'glue-up') },
    { name: 'voice-shape-and-findings', path: `${stage(41, 'listen')}?slip=notes&view=shape` },
    { name: 'rounds-measure', path: stage(41, 'voice') },
    { name: 'rounds-shave', path: `${stage(41, 'voice')}?slip=next` },
    { name: 'story', path: stage(41, 'story') },
    { name: 'closed-strings', path: `${stage(38, 'close')}?slip=strung` },
    { name: 'compare', path: '/compare' },
    { name: 'shape-brace', path: stage(41, 'shape') },
    { name: 'whole-top-strings', path: `${stage(41, 'top')}?slip=load`, theme: 'dark' },
    { name: 'whole-top-shave', path: `${stage(41, 'top')}?slip=shave` },
    { name: 'played', path: `${stage(38, 'close')}?other=${builds.find(({ number }) => number === 36)?.id}` },
  ];
  const { driver, close } = await openBrowser();
  try {
    for (const { name, path, size = LAPTOP, theme } of pictures) {
      await setPageSize(driver, size);
      await driver.get(address + path);
      if (theme) await driver.executeScript(`document.documentElement.dataset.theme = '${theme}'`);
      await driver.sleep(SETTLE_MS);
      await driver.wait(async () => (await driver.findElements(By.css('[role=progressbar]'))).length === 0, LONGEST_MS);
      await driver.sleep(SETTLE_MS / 2);
      await saveScreenshot(driver, join(folder, `${name}.png`));
    }
  } finally {
    await close();
  }
}

const [address, folder] = process.argv.slice(2);
if (!address || !folder) throw new Error('usage: take-screenshots ADDRESS FOLDER');
main(address, folder).catch((error: unknown) => {
  process.stderr.write(`${String(error)}\n`);
  process.exit(1);
});
