/** Two servers and two workers on one database: what is written through one is seen through the other, at once. */
import { randomUUID } from 'node:crypto';
import { setTimeout as wait } from 'node:timers/promises';
import { By, type WebDriver } from 'selenium-webdriver';
import { consoleErrors, findText, openBrowser, untilReads, type OpenBrowser } from '../support/browser';
import { OwnBench, type MadeBuild } from '../support/own-bench';
import { serveSeveral, type Servers } from '../support/served-app';

describe('two servers on one database', () => {
  let servers: Servers;
  let browser: OpenBrowser;
  let driver: WebDriver;
  let first: OwnBench;
  let second: OwnBench;
  let build: MadeBuild;

  beforeAll(async () => {
    servers = await serveSeveral({ servers: 2, workers: 2 });
    [first, second] = servers.addresses.map((address) => new OwnBench(address)) as [OwnBench, OwnBench];
    browser = await openBrowser();
    ({ driver } = browser);
  });
  afterAll(async () => {
    await browser.close();
    await servers.close();
  });

  it('are one bench, brought forward once', async () => {
    const [a, b] = await Promise.all([first, second].map((bench) => bench.get<{ bench: string }>('/health')));
    expect(a!.bench).toBe(b!.bench);
  });

  it('tell each other’s pages what changes, without a reload', async () => {
    await driver.get(servers.addresses[0]!);
    await findText(driver, 'The bench is clear.');
    build = await second.build({ name: 'Lapwing' });
    await findText(driver, 'Lapwing');
    await driver.get(`${servers.addresses[0]}/builds/${build.id}/thickness`);
    await findText(driver, 'Start the first survey');
    await second.survey(build, () => 3.1e-3);
    await untilReads(
      driver,
      async () => /^Go on/.test(await driver.findElement(By.css('[data-testid=verdict]')).getText()),
      'the verdict on what was read elsewhere',
    );
    expect(await consoleErrors(driver)).toEqual([]);
  });

  it('hand work to whichever worker is free, and see how far it is through either', async () => {
    await first.plan(build, 'x');
    const sweep = { kind: 'sweep', variable: { of: 'plate', parts: ['rim'] }, from: -1e-4, to: 1e-4, steps: 3 };
    type View = { state: string; done: number; total: number };
    const path = `/builds/${build.id}/explorations`;
    const ids = [randomUUID(), randomUUID()] as const;
    await Promise.all(
      [first, second].map((bench, i) => bench.send('POST', path, { id: ids[i], hold: 'glued', spec: sweep })),
    );
    const views = () => Promise.all([second, first].map((bench, i) => bench.get<View>(`${path}/${ids[i]}`)));
    let together = false;
    for (let i = 0; i < 400; i++) {
      const now = await views();
      together ||= now.every(({ state, done, total }) => state === 'running' && done > 0 && done < total);
      if (now.every(({ state }) => state === 'done')) break;
      await wait(50);
    }
    expect((await views()).map(({ state, done }) => [state, done])).toEqual([
      ['done', 3],
      ['done', 3],
    ]);
    expect(together).toBe(true); // one worker alone takes one after the other
  }, 120_000);
});
