import { blankOf, forecastShaping, planFigures, settleShaping, type BracePlan } from '.';

const plan: BracePlan = {
  name: 'tone bar',
  length: 0.3,
  section: 'rectangle',
  width: 8e-3,
  topWidth: null,
  heights: Array.from({ length: 25 }, () => 0.014),
  modulus: 12e9,
  density: 420,
};
const even = { ...plan, heights: plan.heights.map(() => 0.0126) };

/**
 * A bar of 300 x 14 mm planed to nine tenths: 0.9 sqrt((1 + c) / (1 + 0.81 c)), by its shear c = 0.054 (1 / 0.974^2 -
 * 1).
 */
const SHEARED = 0.9 * Math.sqrt(1.054 / (1 + 0.81 * 0.054));

describe('a step of shaping', () => {
  it('a tenth off all over takes a tenth of the weight and of the note, and leaves 0.9^3 of the stiffness', () => {
    const { removed, frequency, stiffness } = forecastShaping(plan, even, null);
    expect(removed.value).toBeCloseTo(0.1 * 0.3 * 8e-3 * 0.014 * 420, 9);
    expect(frequency.value / planFigures(plan).modes[0].frequency).toBeCloseTo(SHEARED, 3); // f ~ h, less what shear takes
    expect(stiffness).toBeCloseTo(0.729, 9);
  });
  it('goes out from the note that was heard, and is surer then', () => {
    const [theory, heard] = [null, 800].map((note) => forecastShaping(plan, even, note).frequency);
    expect(heard.value / 800).toBeCloseTo(SHEARED, 3);
    expect(heard.sd / heard.value).toBeLessThan(1.2 * (theory.sd / theory.value));
    const little = forecastShaping(plan, { ...plan, heights: plan.heights.map(() => 0.0139) }, 800).frequency;
    expect(little.sd / little.value).toBeLessThan(0.005);
  });
  it('refuses to plane wood on', () =>
    expect(() => forecastShaping(even, plan, null)).toThrow(/after\.heights\[0\].*taller/));
  it('settles what was measured and nothing else', () => {
    const forecast = forecastShaping(plan, even, 800);
    expect(settleShaping('bar', forecast, { removed: null, frequency: null })).toEqual([]);
    const [mass, pitch] = settleShaping('bar', forecast, { removed: 2e-3, frequency: 722 });
    expect(mass).toMatchObject({ quantity: 'mass', held: false, of: 'bar' });
    expect(pitch).toMatchObject({ quantity: 'pitch', held: true, miss: expect.closeTo(722 - 800 * SHEARED, 0) });
  });
  it('begins from the plain stick', () => expect(blankOf({ ...plan, heights: [1, 3, 2] }).heights).toEqual([3, 3, 3]));
});
