/**
 * A maker bends and knocks on a plate, lets a rule lead, sees where to stop, planes, and finds the forecast beside what
 * came.
 */
import { randomUUID } from 'node:crypto';
import { AxeBuilder } from '@axe-core/webdriverjs';
import { By, until, type WebDriver, type WebElement } from 'selenium-webdriver';
import {
  choose,
  consoleErrors,
  fill,
  findField,
  findText,
  openBrowser,
  press,
  settled,
  type OpenBrowser,
  untilReads,
} from '../support/browser';
import { OwnBench, type MadeBuild } from '../support/own-bench';
import { serveApp, type ServedApp } from '../support/served-app';

interface Choosing {
  choices: { strokes: { stroke: string }[] };
}

describe('thinning by a rule', () => {
  let app: ServedApp;
  let browser: OpenBrowser;
  let driver: WebDriver;
  let build: MadeBuild;
  /** Its wood's fibres were looked at. */
  let other: MadeBuild;
  const api = async (path: string) => (await fetch(`${app.address}/api/v1${path}`)).json() as Promise<never>;
  const slip = () => driver.findElement(By.css('[aria-label="Slip"]')).getText();
  const stop = async () => Number((await driver.findElement(By.css('[data-testid=stop-at]')).getText()) || NaN);
  const unfold = (title: WebElement) =>
    driver.executeScript(
      `const fold = arguments[0].closest('button');
       if (fold.ariaExpanded === 'false') fold.click();
       fold.scrollIntoView({ block: 'center' });`,
      title,
    );
  const openCard = async (rule: string) => {
    const card = await driver.wait(until.elementLocated(By.css(`[data-rule=${rule}]`)), 45_000);
    await unfold(await card.findElement(By.css('button')));
    return card;
  };
  const openPart = async (words: string) => unfold(await findText(driver, words));

  beforeAll(async () => {
    app = await serveApp();
    const bench = new OwnBench(app.address);
    build = await bench.build({ number: 42, name: 'Dunlin', family: 'nylon-string' });
    await bench.target(build, 2.38e-3);
    await bench.jig('Long jig');
    await bench.survey(build, () => 2.48e-3);
    const notes = { across: 44 };
    await bench.send('POST', `/builds/${build.id}/knock-checks`, { id: randomUUID(), person: '', notes });
    other = await bench.build({ number: 41, name: 'Sandpiper' });
    await bench.survey(other, () => 3e-3);
    await bench.cutFrom(other, await bench.woodSet({ risesBass: 'tail', risesTreble: 'neck' }));
    browser = await openBrowser();
    ({ driver } = browser);
    await driver.get(`${app.address}/builds/${build.id}/thickness?slip=thin`);
    await findText(driver, 'Stop at, by');
  });
  afterAll(async () => {
    await browser.close();
    await app.close();
  });

  it('wants a thicker plate for a harder pull, by the cube root', async () => {
    await openCard('stiffness');
    await press(driver, 'Follow it, not my target');
    await untilReads(
      driver,
      async () => (await slip()).includes('Stop at, by target stiffness'),
      'target stiffness to be followed',
    );
    const before = await stop();
    await openCard('stiffness');
    const pull = Number(await (await findField(driver, 'All strings pull')).getAttribute('value'));
    await fill(driver, 'All strings pull', `${(1.331 * pull).toFixed(0)}\n`);
    await untilReads(driver, async () => Math.abs((await stop()) / before - 1.1) < 0.006, 'a tenth more thickness');
    await fill(driver, 'All strings pull', `${((1.331 * pull) / 4.4482).toFixed(1)} lbf\n`); // the same in pounds
    await untilReads(driver, async () => Math.abs((await stop()) / before - 1.1) < 0.006, 'the same in pounds');
  });

  it('lets the number lead, and never stops below the limit', async () => {
    const card = await openCard('number');
    await card.findElement(By.xpath('.//button[.="Let it lead"]')).click();
    await findText(driver, 'Stop at, by your target');
    await fill(driver, 'Band, middle', '1.5\n');
    await findText(driver, 'The rule would go thinner: your thinnest limit holds.');
    await fill(driver, 'Band, middle', '3/32\n'); // 2.38 mm
    await untilReads(driver, async () => (await stop()) === 2.38, 'the band in millimetres');
  });

  it('bends the plate on a jig by the simulated dial, and shows its sag in the table of passes', async () => {
    await openPart('Bend it now');
    await choose(driver, 'On', 'Long jig');
    await openPart('Simulated dial gauge');
    await findText(driver, 'Connected. Put a weight on the simulated plate:');
    for (const [i, weight] of ['0 g', '200 g', '500 g'].entries()) {
      await press(driver, weight);
      await untilReads(
        driver,
        async () => /mm$/.test((await (await findField(driver, `Dial ${i + 1}`)).getAttribute('value')) ?? ''),
        `dial ${i + 1}`,
      );
    }
    await press(driver, 'Keep the flex');
    await untilReads(
      driver,
      async () => /Long jig: \d\.\d{3} mm\/kg\nat 2\.48 mm/.test(await slip()),
      'the check in the list',
    );
    expect(await slip()).toContain('Sag on Long jig.');
    const checks = (await api(`/builds/${build.id}/checks`)) as { result: { compliance?: { value: number } } }[];
    const sag = checks.at(-1)!.result;
    expect(await slip()).toContain(`${(sag.compliance!.value * 9806.65).toFixed(3)} mm/kg`); // kilogram-force, by hand
  });

  it('knocks on it, in the maker’s own units, and is asked about a note far from the last one', async () => {
    await openPart('Knock on it now');
    await fill(driver, 'Across, Hz', '61,5 Hz');
    await fill(driver, 'Rings, s', '1.2');
    await press(driver, 'Keep the knock');
    // The plate's notes lay far lower before: nothing is kept until it is answered.
    await findText(driver, 'The across note was about');
    expect(await slip()).not.toMatch(/across 61\.5 Hz/);
    await press(driver, 'It is right K');
    await untilReads(driver, async () => /across 61\.5 Hz; rings 1\.20 s/.test(await slip()), 'the knock in the list');
    const row = await driver.findElement(By.css('[aria-label="The next passes"] tbody tr')).getText();
    expect(row).toMatch(/^now[^]*61\.5/);
    await driver.findElement(By.css('body')).sendKeys('u');
    await untilReads(driver, async () => /sag, in\/lb/.test(await slip()), 'sag per pound');
    for (let i = 0; i < 3; i++) await driver.findElement(By.css('body')).sendKeys('u');
    await untilReads(driver, async () => /sag, mm\/kg/.test(await slip()), 'millimetres again');
  });

  it('says the leading rule beside the verdict, and keeps flex and note for the ledger when planed', async () => {
    await press(driver, 'Take off');
    await untilReads(
      driver,
      async () => /your target, 2\.3[68] mm/.test(await slip()) || /Go on|Nearly/.test(await slip()),
      'the one verdict',
    );
    await press(driver, 'I took all of it off');
    await findText(driver, 'Taken off since this survey');
    await press(driver, 'Whole survey');
    await findText(driver, 'Survey 2');
    type Passes = {
      forecast: { checks: { flex: { jigId: string }; pitch: { note: string; frequency: { value: number } } } };
    }[];
    const kept = async () => ((await api(`/builds/${build.id}/passes`)) as Passes).at(-1)!.forecast.checks;
    await untilReads(driver, async () => (await kept()).pitch.note === 'across', 'the forecast of the note');
    const { frequency } = (await kept()).pitch;
    expect(frequency.value).toBeLessThan(61.5); // thinner is lower
    expect(frequency.value).toBeGreaterThan(61.5 * 0.9);
  });

  it('turns the planing arrow of one face where it tore, and remembers it for that face only', async () => {
    await driver.get(`${app.address}/builds/${other.id}/thickness?slip=pass`);
    const control = () => driver.findElement(By.css('[aria-label="Which way to plane"]')).getText();
    await findText(driver, 'Plane the');
    const treble = async () => /treble half ([^\n]+)/.exec(await control())![1]!;
    const face = (name: string) => choose(driver, 'Face', name);
    const outer = await treble();
    await face('inner');
    await untilReads(driver, async () => (await treble()) !== outer, 'the same fibres to rise the other way inside');
    const inner = await treble();
    await face('outer');
    await press(driver, 'Turn the treble half');
    await untilReads(driver, async () => (await treble()) !== outer, 'the arrow to turn');
    const turned = await treble();
    await untilReads(
      driver,
      async () => JSON.stringify(await api(`/builds/${other.id}`)).includes('"treble"'),
      'it to be kept',
    );
    await driver.navigate().refresh();
    await findText(driver, 'Plane the');
    expect(await treble()).toBe(turned);
    await face('inner');
    await untilReads(driver, async () => (await treble()) === inner, 'the inner face as it was');
    await face('outer');
    // One part of it that rises both ways.
    await (await driver.findElement(By.css('[data-station=F4]'))).click();
    const part = await driver.findElement(By.xpath('//label[starts-with(., "Here, ")]'));
    const words = (await part.getText()).replace('Here, ', '');
    await choose(driver, `Here, ${words}`, 'scrape: it rises both ways');
    await untilReads(
      driver,
      async () =>
        ((await api(`/builds/${other.id}`)) as Choosing).choices.strokes.some(({ stroke }) => stroke === 'scrape'),
      'the part to be kept',
    );
  });

  it('has nothing that shuts out a screen reader, and no unexpected errors', async () => {
    await driver.get(`${app.address}/builds/${build.id}/thickness?slip=thin`);
    await settled(driver);
    const { violations } = await new AxeBuilder(driver).withTags(['wcag2a', 'wcag2aa']).analyze();
    expect(violations.map(({ id, nodes }) => `${id}: ${nodes[0]?.html.slice(0, 160)}`)).toEqual([]);
    expect((await consoleErrors(driver)).filter((line) => !/status of 4\d\d/.test(line))).toEqual([]);
  });
});
