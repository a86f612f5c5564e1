import { freeCuts, gluedCuts, newLap, usualBrace, type Brace } from '.';

const bar = (id: string, from: [number, number], to: [number, number], heights: number[]): Brace => ({
  ...usualBrace({ id, name: id, role: 'x-leg', from, to }, 1),
  section: 'rectangle',
  width: 8e-3,
  heights,
});
const even = Array.from({ length: 25 }, () => 0.014);
const lower = bar('lower', [0, -0.15], [0.3, 0.15], even);
const upper = bar('upper', [0, 0.15], [0.3, -0.15], even);
const plan = (depth: number | null, braces = [lower, upper]) => ({
  braces,
  laps: [{ ...newLap(braces[0], braces[1]), depth }],
});

describe('what a lap takes from a free bar', () => {
  it('is half the height of both legs where nothing is said, over the other’s width', () => {
    for (const leg of [lower, upper]) {
      const [{ at, length, keeps }] = freeCuts(leg, plan(null));
      expect(keeps).toBeCloseTo(0.5, 3);
      expect(at).toBeCloseTo(leg.length / 2, 9);
      expect(length).toBeCloseTo(8e-3, 9); // they cross square
    }
  });
  it('is as deep as drawn: a third from above leaves two thirds below, and takes the rest from the other', () => {
    expect(freeCuts(lower, plan(0.014 / 3))[0].keeps).toBeCloseTo(2 / 3, 3);
    expect(freeCuts(upper, plan(0.014 / 3))[0].keeps).toBeCloseTo(1 / 3, 3);
  });
  it('leaves a hair of a leg that is drawn to be cut through, and does not stumble over a taper', () => {
    expect(freeCuts(lower, plan(0.02))[0].keeps).toBeCloseTo(0.05, 3);
    expect(freeCuts(upper, plan(0.02))[0].keeps).toBeCloseTo(1, 3);
    const steep = { ...lower, heights: even.map((height, i) => height * (1 - 0.8 * Math.abs(Math.sin(9 * i)))) };
    expect(freeCuts(steep, plan(1e-5, [steep, upper]))[0].keeps).toBeCloseTo(1, 2);
  });
  it('is filled in the upper leg once it is glued, and capped or not in the lower one', () => {
    expect(gluedCuts(upper, plan(null))).toEqual([]);
    const bare = gluedCuts(lower, plan(null))[0].keeps;
    const laps = [{ ...plan(null).laps[0], cap: 'wood' as const }];
    expect(gluedCuts(lower, { braces: [lower, upper], laps })[0].keeps).toBeGreaterThan(bare);
  });
});
