import { planFigures, bracePlaces, profileHeights, seekNote, type BracePlan, type BraceProfile } from '.';

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

describe('a brace on the bench', () => {
  it('of even height is the plain rectangle: its partials, its weight', () => {
    const { modes, mass, rectangleMass, stiffness, alongStiffness } = planFigures(plan);
    // by hand, less what shear takes: as much as of case04a, by the square of the height.
    [854.7, 2356, 4619].forEach((thin, i) =>
      expect(modes[i].frequency / thin).toBeCloseTo([0.974, 0.916, 0.843][i], 2),
    );
    expect(mass * 1e3).toBeCloseTo(420 * 0.3 * 8 * 0.014, 6);
    expect([mass / rectangleMass, stiffness]).toEqual([expect.closeTo(1, 9), expect.closeTo(1, 9)]);
    expect(alongStiffness.every((share) => Math.abs(share - 1) < 1e-12)).toBe(true);
  });
  it('as a triangle has half the weight and a third of the stiffness at the same height', () => {
    const { mass, rectangleMass, stiffness } = planFigures({ ...plan, section: 'triangle' });
    expect(mass / rectangleMass).toBeCloseTo(0.5, 9);
    expect(stiffness).toBeCloseTo(1 / 3, 9);
  });
  it('stands at even steps', () => {
    expect(bracePlaces({ ...plan, heights: [1, 1, 1] })).toEqual([0, 0.15, 0.3]);
  });
});

describe('usual profiles', () => {
  it.each<[BraceProfile, number[]]>([
    ['straight', [12]],
    ['swept', [12]],
    ['one-peak', [12]],
    ['scooped', [5, 19]],
  ])('%s is tall where it should be, low at its ends, the same from either end', (profile, tallAt) => {
    const heights = profileHeights(profile, { tall: 0.013, low: 0.003 });
    const tallest = Math.max(...heights);
    expect(tallest).toBeLessThanOrEqual(0.013 + 1e-12);
    tallAt.forEach((i) => expect(heights[i]).toBeGreaterThan(0.95 * tallest));
    expect(heights[0]).toBeCloseTo(0.003, 12);
    heights.forEach((height, i) => expect(height).toBeCloseTo(heights[heights.length - 1 - i], 12));
  });
  it('a scoop is low in its middle; a low end above the peak is refused', () => {
    expect(profileHeights('scooped', { tall: 0.013, low: 0.004 })[12]).toBeCloseTo(0.004, 12);
    expect(() => profileHeights('swept', { tall: 0.01, low: 0.012 })).toThrow('low');
  });
});

describe('seeking a note', () => {
  it('lowers the first partial by planing the middle, to the note, and nowhere adds wood', () => {
    const { heights, frequency, reached, removed } = seekNote(plan, 0, 809); // half a step under 832.4 is 786
    expect(reached).toBe(true);
    expect(Math.abs(frequency - 809)).toBeLessThan(0.1);
    expect(planFigures({ ...plan, heights }).modes[0].frequency).toBeCloseTo(frequency, 9);
    heights.forEach((height) => expect(height).toBeLessThanOrEqual(0.014));
    expect(heights[0]).toBe(0.014); // the ends would raise it
    expect(heights[12]).toBeLessThan(0.0139);
    expect(removed).toBeGreaterThan(0);
  });
  it('raises it by planing the ends', () => {
    const { heights, reached } = seekNote(plan, 0, 880);
    expect(reached).toBe(true);
    expect(heights[12]).toBe(0.014);
    expect(heights[0]).toBeLessThan(0.014);
  });
  it('takes less than an even planing to the same note would: f ~ h', () => {
    const { removed } = seekNote(plan, 0, 0.95 * 854.7);
    expect(removed).toBeLessThan(0.05 * planFigures(plan).mass);
  });
  it('says when it can’t be reached, and stays above the least height', () => {
    const { heights, reached } = seekNote(plan, 0, 300, 0.012);
    expect(reached).toBe(false);
    expect(Math.min(...heights)).toBeGreaterThanOrEqual(0.012 - 1e-12);
  });
});
