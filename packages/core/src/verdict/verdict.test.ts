import fc from 'fast-check';
import { halfInterval, holds } from '../base';
import { defaultTarget, type TargetSpec } from '../graduation';
import { learnRemovalSpread, settle, summarize } from '../ledger';
import { defaultHoles, defaultOutline, plateShape } from '../outline';
import { createMapGrid, gridX, layStations, type StationReading } from '../survey';
import { planeByHand, readCaliper, roughPlate, seededRandom } from '../simulate';
import { METRIC } from '../units';
import {
  assessThickness,
  evidence,
  flexChangeWords,
  headline,
  judgeTearOut,
  tearStates,
  overUnderWords,
  plateContext,
  planPasses,
  ruleWords,
  stepWords,
  sideOfPlace,
  zoneWords,
  type PassTool,
  type SurveyInput,
} from '.';

const shape = plateShape(defaultOutline('steel-string'), defaultHoles('steel-string'));
const plate = plateContext(shape, createMapGrid(shape, 0.008), -1);
const stations = layStations(shape);
const target: TargetSpec = { base: { kind: 'even', thickness: 2.6e-3 }, rim: null, tolerance: 6e-5, limit: 2.3e-3 };
const plane: PassTool = { kind: 'plane', depthPerPass: 5e-5 };
const wood = { rho: { value: 400, sd: 40 }, E_L: { value: 10e9, sd: 1.8e9 }, E_C: { value: 0.8e9, sd: 0.15e9 } };

function readings(thickness: (x: number, y: number) => number): StationReading[] {
  return stations.map(({ name, x, y }) => ({
    station: name,
    x,
    y,
    thickness: thickness(x, y),
    count: 1,
    spread: 0,
    kept: false,
  }));
}

function input(thickness: (x: number, y: number) => number, change: Partial<SurveyInput> = {}): SurveyInput {
  return {
    readings: readings(thickness),
    wanted: stations.length,
    target,
    lead: null,
    tool: plane,
    wood,
    mass: null,
    removalSpread: 0.2,
    ...change,
  };
}

const verdictOf = (survey: SurveyInput) => assessThickness(plate, survey).verdict;

describe('verdict', () => {
  it.each([
    ['over everywhere', () => 2.9e-3, 'go-on', 'over-band'],
    ['a single pass over', () => 2.67e-3, 'nearly', 'one-light-pass'],
    ['on target', () => 2.61e-3, 'there', 'within-band'],
    ['thinner than the band all over', () => 2.45e-3, 'past', 'past-line'],
    ['below the limit at the tail', (x: number) => (x > 0.46 ? 2.2e-3 : 2.6e-3), 'too-thin', 'below-limit'],
  ])('%s', (_, thickness, kind, rule) => expect(verdictOf(input(thickness))).toMatchObject({ kind, rule }));

  it('wants most stations read first', () => {
    const few = input(() => 2.9e-3, { readings: readings(() => 2.9e-3).slice(0, 30) });
    expect(verdictOf(few)).toMatchObject({ kind: 'look-again', rule: 'few-readings', read: 30 });
  });
  it('settles a wild reading before anything else, unless the maker kept it', () => {
    const survey = input(() => 2.9e-3);
    const wild = (kept: boolean) => survey.readings.map((r, i) => (i === 50 ? { ...r, thickness: 1.9e-3, kept } : r));
    expect(verdictOf({ ...survey, readings: wild(false) })).toMatchObject({
      kind: 'look-again',
      rule: 'reading-questioned',
    });
    expect(verdictOf({ ...survey, readings: wild(true) })).toMatchObject({ kind: 'too-thin' });
  });
  it('doubts a weight that implies another wood', () => {
    const volume = assessThickness(
      plate,
      input(() => 2.9e-3),
    ).statistics.volume;
    expect(verdictOf(input(() => 2.9e-3, { mass: volume * 410 })).densityClash).toBeNull();
    expect(verdictOf(input(() => 2.9e-3, { mass: volume * 700 })).densityClash?.weighed).toBeCloseTo(700, 6);
  });
  it('takes no grams from a weight that is likelier wrong itself: both halves on the scale, or digits changed', () => {
    const sure = { ...wood, rho: { value: 400, sd: 8 } };
    const plan = (mass: number | null) =>
      assessThickness(
        plate,
        input(() => 2.9e-3, { mass, wood: sure }),
      );
    const volume = plan(null).statistics.volume;
    const [unweighed, doubted, believed] = [plan(null), plan(2 * 400 * volume), plan(405 * volume)];
    expect(doubted.verdict.densityClash?.likelier).toBe('weight');
    expect(doubted.mass).toBeNull();
    expect(doubted.verdict.massToGo).toBe(unweighed.verdict.massToGo);
    expect(doubted.forecast).toEqual(unweighed.forecast);
    // 0.30 mm of 2.90 to the middle of the target, of what the plate weighs.
    const share = 0.3 / 2.9;
    expect(doubted.verdict.massToGo / (400 * volume) / share).toBeGreaterThan(0.8);
    expect(doubted.verdict.massToGo / (400 * volume) / share).toBeLessThan(1.1);
    expect(believed.mass).toBe(405 * volume);
    expect(believed.verdict.massToGo / unweighed.verdict.massToGo).toBeCloseTo(405 / 400, 9);
  });
});

describe('the next passes', () => {
  it('never go below the target less its tolerance, nor below the limit, for any plate, target and tool', () => {
    fc.assert(
      fc.property(
        fc.record({
          seed: fc.integer(),
          mean: fc.double({ min: 2.4e-3, max: 3.4e-3, noNaN: true }),
          depth: fc.double({ min: 1e-5, max: 4e-4, noNaN: true }),
          limit: fc.double({ min: 1.8e-3, max: 2.6e-3, noNaN: true }),
        }),
        fc.constantFrom('plane', 'scraper', 'sander'),
        ({ seed, mean, depth, limit }, kind) => {
          const rough = roughPlate(plate.grid, { mean, waviness: 1.5e-4, tilt: 1e-4 }, seededRandom(seed));
          const wanted = new Float64Array(rough.thickness.length).fill(2.6e-3);
          const plan = planPasses({
            grid: plate.grid,
            zones: plate.zones,
            thickness: rough.thickness,
            target: wanted,
            tolerance: 6e-5,
            limit,
            tool: { kind, depthPerPass: depth },
            removalSpread: 0.2,
            bias: null,
          });
          const floor = Math.max(2.6e-3 - 6e-5, limit);
          const broken = plan.after.findIndex(
            (h, cell) => plate.grid.wood[cell] > 0 && h < Math.min(floor, rough.thickness[cell]) - 1e-8,
          );
          expect(broken).toBe(-1);
        },
      ),
      { seed: 11, numRuns: 60 },
    );
  });
  it('bring an even plate to its target in whole passes, with the weight by hand', () => {
    const { plan, forecast, statistics } = assessThickness(
      plate,
      input(() => 2.8e-3),
    );
    const [whole, ...parts] = plan.steps.map((step) => step.passes);
    expect([whole, Math.max(...parts)]).toEqual([3, 1]);
    const removed = (statistics.volume / 2.8e-3) * 2e-4 * 400;
    expect((forecast.massNow.value - forecast.massAfter.value) / removed).toBeCloseTo(1, 3);
  });
  it('take a plate that is far over down as a whole first, as far as an uneven hand may before it looks again', () => {
    const at = (over: (x: number, y: number) => number, removalSpread = 0.2) =>
      assessThickness(plate, { ...input((x, y) => 2.6e-3 + over(x, y)), removalSpread }).plan.steps[0];
    // 0.8 mm is 16 shavings; a hand that errs by a fifth goes a quarter deeper at one place of ten: 16 / 1.256.
    expect(at(() => 8e-4)).toMatchObject({ zone: null, passes: 12 });
    // A steadier hand may go further, 16 / 1.064; a wild one less, 16 / 1.64.
    expect(at(() => 8e-4, 0.05)).toMatchObject({ zone: null, passes: 15 });
    expect(at(() => 8e-4, 0.5)).toMatchObject({ zone: null, passes: 9 });
    // A corner that has nothing to spare forbids it, little over is the parts' work.
    expect(at((x) => (x > 0.45 ? 0 : 8e-4)).zone).not.toBeNull();
    expect(at(() => 1.5e-4).zone).not.toBeNull();
  });
  it('name the parts that are over, in an order that ends with the one nearest its limit', () => {
    const { plan } = assessThickness(
      plate,
      input((x, y) => (x > 0.3 && y > 0 ? 2.85e-3 : x < 0.15 && y < 0 ? 2.75e-3 : 2.6e-3)),
    );
    const names = plan.steps.map((step) => zoneWords(plate.zones.zones[step.zone!]));
    expect(names).toContain('Lower bout, bass side');
    expect(names).toContain('Upper bout, treble side');
    const margins = plan.steps.map((step) => step.margin);
    expect(margins.at(-1)).toBe(Math.min(...margins));
  });
  it('tell by their words on which side they lie', () => {
    const { zones } = plate.zones;
    expect(new Set(zones.map(({ side }) => side))).toEqual(new Set(['treble', 'bass', 'both']));
    expect(zones.map((zone) => sideOfPlace(zoneWords(zone)))).toEqual(zones.map(({ side }) => side));
  });
  it('swap treble and bass for a left-handed plate', () => {
    const left = plateContext(shape, plate.grid, 1);
    const { plan } = assessThickness(
      left,
      input((x, y) => (x > 0.3 && y > 0 ? 2.85e-3 : 2.6e-3)),
    );
    expect(plan.steps.map((s) => zoneWords(left.zones.zones[s.zone!]))).toContain('Lower bout, treble side');
  });
  it('warn of a rim with less than a pass to spare', () => {
    const { plan } = assessThickness(
      plate,
      input((x) => (x > 0.465 ? 2.56e-3 : 2.8e-3)),
    );
    expect(plan.nearLimit.map(({ zone }) => zoneWords(plate.zones.zones[zone]))).toContain('Tail rim');
  });
  it('sand the whole plate only as far as its thinnest place allows, then scrape', () => {
    const { plan } = assessThickness(
      plate,
      input((x) => 2.95e-3 - 4e-4 * x, { tool: { kind: 'sander', depthPerPass: 1e-4 } }),
    );
    expect(plan.steps[0]).toMatchObject({ zone: null, passes: 2 });
    expect(plan.steps.slice(1).every((step) => step.tool.kind === 'scraper')).toBe(true);
  });
  it('refuse a tool that takes nothing off', () =>
    expect(() =>
      assessThickness(
        plate,
        input(() => 2.8e-3, { tool: { kind: 'plane', depthPerPass: 0 } }),
      ),
    ).toThrow(/depthPerPass/));
});

describe('forecast', () => {
  it('softens an even plate by the cube of its thickness', () => {
    const { forecast } = assessThickness(
      plate,
      input(() => 2.8e-3),
    );
    expect(forecast.flex.map((f) => f.direction)).toEqual(['along', 'across']);
    for (const { ratio } of forecast.flex) expect(ratio.value).toBeCloseTo((2.8 / 2.6) ** 3, 3);
  });
  it('knows the change better than the figure', () => {
    const [along] = assessThickness(
      plate,
      input(() => 2.8e-3),
    ).forecast.flex;
    expect(along.ratio.sd / along.ratio.value).toBeLessThan(along.now.sd / along.now.value);
  });
  it('holds about nine outcomes in ten when a hand planes as unevenly as it was said to', () => {
    let held = 0;
    const trials = 60;
    for (let seed = 1; seed <= trials; seed++) {
      const random = seededRandom(seed);
      const before = roughPlate(plate.grid, { mean: 2.9e-3, waviness: 6e-5, tilt: 5e-5 }, random);
      const read = (truth: typeof before) => readings((x, y) => readCaliper(truth, { x, y }, random));
      const said = assessThickness(
        plate,
        input(() => 0, { readings: read(before), removalSpread: 0.2 }),
      );
      const after = planeByHand(before, said.plan.removal, 0.2, random);
      const came = assessThickness(
        plate,
        input(() => 0, { readings: read(after) }),
      );
      const outcome = { value: came.statistics.mean, sd: came.statistics.volumeSd / 0.14 };
      if (holds(said.forecast.meanAfter, outcome)) held++;
    }
    expect(held / trials).toBeGreaterThan(0.8);
  });
});

describe('tear-out', () => {
  const assessed = assessThickness(
    plate,
    input(() => 2.8e-3),
  );
  it('can be planed out while it stays above the floor', () => {
    expect(judgeTearOut(assessed, target, { x: 0.35, y: 0.05, depth: 1e-4 })).toMatchObject({ fits: true });
    const deep = judgeTearOut(assessed, target, { x: 0.35, y: 0.05, depth: 3e-4 });
    expect(deep.fits).toBe(false);
    expect(deep.spare).toBeCloseTo(2.5e-3 - 2.54e-3, 9);
  });
  it('a mark is shallower by what came off since, and is held against what the plan takes there', () => {
    const mark = {
      id: 't',
      station: 'C3',
      x: 0.35,
      y: 0.05,
      face: 'outer' as const,
      depth: 3e-4,
      thickness: 2.9e-3,
      at: '2026-11-02T10:00:00Z',
      gone: null,
    };
    const states = (change: Partial<typeof mark>) => tearStates(assessed, target, [{ ...mark, ...change }])[0];
    // 2.90 then, 2.80 now: 0.20 of 0.30 left, and 0.20 to go to 2.60, which the plan takes.
    const now = states({});
    expect(now.left).toBeCloseTo(2e-4, 7);
    expect(now.bottom).toBeCloseTo(2.6e-3, 7);
    expect(now.says).toBe('in-plan');
    expect(states({ depth: 3.3e-4 })).toMatchObject({ says: 'deeper-than-plan' });
    expect(states({ depth: 3.3e-4 }).spare).toBeCloseTo(2.57e-3 - 2.54e-3, 7);
    expect(states({ depth: 4e-4 }).says).toBe('too-deep');
    expect(states({ depth: 1e-4 })).toMatchObject({ says: 'gone' });
    // Wood that was read thicker since makes no tear deeper.
    expect(states({ thickness: 2.7e-3 }).left).toBeCloseTo(3e-4, 9);
    expect(tearStates(assessed, target, [{ ...mark, x: 5 }])).toEqual([]);
  });
  it('refuses a place off the wood or a tear through the plate', () => {
    expect(() => judgeTearOut(assessed, target, { x: 5, y: 0, depth: 1e-4 })).toThrow(/off the wood/);
    expect(() => judgeTearOut(assessed, target, { x: 0.35, y: 0, depth: 3e-3 })).toThrow(/right through/);
  });
});

describe('words', () => {
  const assessed = assessThickness(
    plate,
    input((x) => 2.8e-3 + (x > 0.3 ? 5e-5 : 0)),
  );
  it('say what to do in the maker’s units', () => {
    expect(headline(assessed.verdict, METRIC)).toBe('Go on: five more passes');
    expect(stepWords(assessed.plan.steps[0], METRIC)).toMatch(/^3 shavings of 0\.05 mm, then read again$/);
    expect(stepWords(assessed.plan.steps[1], METRIC)).toMatch(/^[12] shavings? of 0\.05 mm$/);
    expect(stepWords(assessed.plan.steps[0], { ...METRIC, thickness: 'thou' })).toMatch(/of 2 thou, then read again$/);
    expect(evidence(assessed, plate.zones, METRIC).join(' ')).toMatch(
      /100 % of the plate is over its band, 0 % under it\. \d+ g to go\./,
    );
    expect(ruleWords(assessed.verdict, target, METRIC)).toContain(
      'more than 0.06 mm over the line of your target, 2.60 mm',
    );
  });
  it('do not say to leave a part that all of the plate’s passes go over, but after them', () => {
    const sanded = assessThickness(plate, {
      ...input((x, y) => (x > 0.35 && y > 0 ? 2.8e-3 : 3.2e-3)),
      tool: { kind: 'sander', depthPerPass: 1e-4 },
    });
    expect(sanded.plan.steps[0]).toMatchObject({ zone: null });
    const careful = evidence(sanded, plate.zones, METRIC).filter((line) => /spare|limit/.test(line));
    expect(careful.length).toBeGreaterThan(0);
    for (const line of careful) expect(line).toMatch(/will (have|be).*: (go carefully there|leave it after that)\./);
  });
  it('name the station that is too thin', () => {
    const thin = assessThickness(
      plate,
      input((x) => (x > 0.46 ? 2.2e-3 : 2.6e-3)),
    );
    expect(headline(thin.verdict, METRIC)).toMatch(/^Too thin at [A-Z]\d+$/);
  });
  it('round changes to what can be known', () => {
    expect(flexChangeWords({ value: 1.115, sd: 0.012 })).toBe('+12 % ± 2');
    expect(overUnderWords(1.7e-4, METRIC)).toBe('0.17 over');
    expect(overUnderWords(-4e-5, METRIC)).toBe('0.04 under');
    expect(overUnderWords(1e-6, METRIC)).toBe('on target');
  });
});

describe('ledger', () => {
  it('settles a forecast by its 90 % interval', () => {
    const entry = {
      quantity: 'mass',
      forecast: { value: 0.25, sd: 0.002 },
      outcome: { value: 0.2529, sd: 0 },
    } as const;
    expect(settle(entry)).toMatchObject({ held: true });
    expect(settle({ ...entry, outcome: { value: 0.2534, sd: 0 } })).toMatchObject({ held: false });
    expect(summarize([settle(entry)])).toEqual({ count: 1, held: 1 });
    expect(halfInterval({ value: 0, sd: 1 })).toBeCloseTo(1.645, 3); // 95th percentile of the normal distribution
  });
  it('learns a maker’s evenness, slowly', () => {
    const even = Array.from({ length: 12 }, () => ({ planned: 1, removed: 1.05 }));
    expect(learnRemovalSpread([], 0.2)).toBeCloseTo(0.2, 12);
    expect(learnRemovalSpread(even, 0.2)).toBeLessThan(0.2);
    expect(learnRemovalSpread([{ planned: 1, removed: 2 }], 0.2)).toBeGreaterThan(0.2);
  });
});

it('every first target of a family can be planned on its own first outline', () => {
  for (const family of ['steel-string', 'nylon-string', 'arched-guitar', 'mandolin', 'ukulele', 'other'] as const) {
    const own = plateShape(defaultOutline(family), defaultHoles(family));
    const context = plateContext(own, createMapGrid(own, own.length / 60), -1);
    const spec = defaultTarget(family, 'top');
    const thick = layStations(own).map(({ name, x, y }) => ({
      station: name,
      x,
      y,
      thickness: 1.1 * (spec.base as { thickness: number }).thickness,
      count: 1,
      spread: 0,
      kept: false,
    }));
    const { plan } = assessThickness(
      context,
      input(() => 0, { readings: thick, target: spec, wanted: thick.length }),
    );
    expect(plan.steps.length).toBeGreaterThan(3);
    expect(gridX(context.grid, 0)).toBeLessThan(0);
  }
});
