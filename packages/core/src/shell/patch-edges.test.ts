import { giveOver, lapOf } from './patch-edges';

const spruce = { stiffness: 0.8e9, G: 60e6, thickness: 2.7e-3 };
const bridge = { stiffness: 13e9, G: 1.2e9, thickness: 8e-3 };
const lap = lapOf(bridge, spruce);

/** Volkersen's share taken along, so far from one edge of a held width. */
const held = (x: number, width: number) =>
  1 - Math.cosh(lap.decay * (x - width / 2)) / Math.cosh((lap.decay * width) / 2);

describe('a patch near its edges', () => {
  it('falls off and peels by the two layers as worked out by hand', () => {
    // G/h in series: 1/(8e-3/3.6e9 + 2.7e-3/0.18e9) = 5.807e10; give 1/(13e9*8e-3) + 1/(0.8e9*2.7e-3) = 4.726e-7.
    expect(lap.decay).toBeCloseTo(Math.sqrt(5.807e10 * 4.726e-7), -1);
    expect(lap.peeled).toBeCloseTo((0.8 * (8 * 2.7)) / 10.7 / 1000, 6);
    // 0.8*2.7^3/12 over 13*(8^3/12 + 8*5.35^2)
    expect(lap.bare).toBeCloseTo(1.3122 / 3531.4, 6);
  });
  it.each([
    [0.0022, 0.004, 0.03],
    [0.01, 0.02, 0.03],
    [0.003, 0.0275, 0.03],
    [0.05, 0.06, 0.16],
    [0.0035, 0.0045, 0.007],
  ])('gives from %f to %f m of %f as the sum of its slices does', (from, to, length) => {
    const [slices, width] = [200_000, length - 2 * lap.peeled];
    let sum = 0;
    for (let i = 0; i < slices; i++) {
      const x = from + ((i + 0.5) / slices) * (to - from) - lap.peeled;
      sum += 1 / (lap.bare + (x > 0 && x < width ? held(x, width) : 0));
    }
    expect(giveOver(lap, { from, to, length }) / (sum / slices)).toBeCloseTo(1, 3);
  });
  it('is held whole far from the edges of a film, however far those lie', () => {
    const film = lapOf({ stiffness: 10e9, G: 1e9, thickness: 1e-6 }, spruce);
    expect(film.decay * 1).toBeGreaterThan(750); // e^-750 is nothing in floating point
    expect(giveOver(film, { from: 0.49, to: 0.51, length: 1 })).toBeCloseTo(1 / (1 + film.bare), 9);
  });
  it('is nothing but the plate where both edges peel, and whole in the middle of a long one', () => {
    expect(giveOver(lap, { from: 0, to: 0.003, length: 0.003 })).toBe(1 / lap.bare);
    expect(giveOver(lap, { from: 0.09, to: 0.11, length: 0.2 })).toBeCloseTo(1 / (1 + lap.bare), 6);
  });
});
