import { halfInterval } from '../base';
import { METRIC } from '../units';
import { seededRandom } from '../simulate';
import { byFeel, feelOpinion, worthOf, type FeelFacts, type HandRecord } from './feel-rule';

const STEP = 1.25;
const worth = { perStep: STEP, scatter: 0.5, perStepDoubt: 0 };
const exact = { score: 4, sd: 0 };
const at = (thickness: number, score: number) => ({ score, thickness: { value: thickness, sd: 0 } });

describe('where a plate will feel as wanted', () => {
  it('two steps of 25 % softer are 14 % thinner: stiffness goes with the cube', () =>
    // 3.00 mm x 1.25^(-2/3) = 3.00 mm x 0.86177
    expect(byFeel([at(3e-3, 6)], exact, worth).value).toBeCloseTo(2.5853e-3, 7));
  it('marks given along the way say the same as any one of them', () => {
    const markAt = (h: number) => 6 + Math.log((h / 3e-3) ** 3) / Math.log(STEP);
    const marks = [3e-3, 2.9e-3, 2.75e-3].map((h) => at(h, markAt(h)));
    expect(byFeel(marks, exact, worth).value).toBeCloseTo(byFeel(marks.slice(0, 1), exact, worth).value, 10);
  });
  it('four marks are twice as sure as one, but for the step’s own doubt and the goal’s', () => {
    const sd = (count: number, doubt: Partial<typeof worth>, wanted = exact) =>
      byFeel(Array(count).fill(at(3e-3, 6)), wanted, { ...worth, ...doubt }).sd;
    expect(sd(4, {}) / sd(1, {})).toBeCloseTo(0.5, 9);
    // 2 steps x ln 1.25 / 3 x 30 % = 4.46 % of 2.585 mm, whatever the number of marks
    expect(sd(1e4, { perStepDoubt: 0.3 })).toBeCloseTo(0.1154e-3, 6);
    expect(sd(1, {}, { score: 4, sd: 0.5 }) / sd(1, {})).toBeCloseTo(Math.SQRT2, 9);
  });
  it('nine in ten plates end within what is said', () => {
    const random = seededRandom(12);
    const doubted = { ...worth, perStepDoubt: 0.15 };
    const hits = Array.from({ length: 2000 }, () => {
      const logStep = Math.log(STEP) * (1 + doubted.perStepDoubt * random.normal());
      const marks = [3e-3, 2.9e-3, 2.8e-3].map((h) =>
        at(h, 7 + (3 * Math.log(h / 3e-3)) / logStep + worth.scatter * random.normal()),
      );
      const truth = 3e-3 * Math.exp(((4 - 7) * logStep) / 3);
      const said = byFeel(marks, exact, doubted);
      return Math.abs(said.value - truth) <= halfInterval(said);
    }).filter(Boolean).length;
    expect(hits / 2000).toBeGreaterThan(0.86);
    expect(hits / 2000).toBeLessThan(0.96);
  });
});

describe('what the rule says', () => {
  const told: HandRecord = { person: 'Ada', record: { count: 12, ...worth } };
  const untold: HandRecord = { person: 'Ada', record: { count: 2, perStep: null, scatter: null, perStepDoubt: null } };
  const facts = (over: Partial<FeelFacts> = {}): FeelFacts => ({
    choices: { feel: { person: 'Ada', score: 4, from: 'No. 38' } },
    checks: [{ thickness: { value: 3e-3, sd: 3e-5 }, feel: { person: 'Ada', score: 6 } }],
    hands: [told],
    units: METRIC,
    ...over,
  });
  it('both marks, whose, and what a step is worth by the record', () => {
    const { thickness, reason } = feelOpinion(facts());
    expect(thickness!.value).toBeCloseTo(2.5853e-3, 7);
    expect(reason).toMatch(/To Ada it felt 6 at 3\.00 mm; wanted is as No\. 38 felt: 4 of 9/);
    expect(reason).toMatch(/12 marks against the dial a step is 25 % in stiffness.*off by 0\.5/);
  });
  it.each([
    [6, /still stiffer/],
    [4, /stop by your hands/],
    [3, /softer than that already/],
  ])('a mark of %d without a record: which way to go, and no millimetres', (score, words) => {
    const said = feelOpinion(
      facts({ hands: [untold], checks: [{ thickness: { value: 3e-3, sd: 3e-5 }, feel: { person: 'Ada', score } }] }),
    );
    expect(said.thickness).toBeNull();
    expect(said.reason).toMatch(words);
    expect(said.missing).toMatch(/2 so far, four at least/);
  });
  it('other people’s hands say nothing of it', () =>
    expect(
      feelOpinion(facts({ checks: [{ thickness: { value: 3e-3, sd: 0 }, feel: { person: 'Bo', score: 4 } }] })).missing,
    ).toMatch(/give it a mark/));
  it('a step without its scatter is worth nothing yet', () =>
    expect(worthOf({ person: 'Ada', record: { ...told.record, scatter: null } })).toBeNull());
});
