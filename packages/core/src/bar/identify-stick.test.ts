import { seededRandom } from '../simulate';
import { barModes } from './bar-modes';
import { identifyStick, STICK_NODE, type StickTest } from './identify-stick';

const RIGID = { value: 1e13, sd: 0 };
const stick: StickTest = { length: 0.6, width: 0.03, height: 0.018, mass: 0.1425, note: 250, shear: RIGID };

describe('a stick by its note', () => {
  it('thin and stiff in shear: 0.6 m, 30 x 18 mm, 142.5 g, 250 Hz are 11.29 GPa by hand, less what turning adds', () => {
    // (2 pi 250)^2 = 2.4674e6; m L^3 = 0.03078; b h^3 / 12 = 1.458e-8; beta^4 = 500.564
    const { modulusAlong, density, softened } = identifyStick(stick);
    expect(density).toBeCloseTo(439.8, 1);
    expect(modulusAlong.value / (1 + softened)).toBeCloseTo((2.4674e6 * 0.03078) / (500.564 * 1.458e-8), -8);
    // Rotary inertia alone: a few tenths of a per cent at this slenderness.
    expect(softened).toBeGreaterThan(0.001);
    expect(softened).toBeLessThan(0.02);
  });
  it('shear: against the exact roots of a free bar that shears (Huang), within a thousandth', () => {
    const [E, G] = [12e9, 0.75e9];
    const wood = { ...stick, shear: { value: G, sd: 0 } };
    const rho = stick.mass / (0.6 * 0.03 * 0.018);
    const note = exactNote({ E, G, rho, length: 0.6, height: 0.018 });
    expect(identifyStick({ ...wood, note }).modulusAlong.value / E).toBeCloseTo(1, 3);
    // Thin-bar theory would take it for softer by more than the doubt of its note.
    expect(identifyStick({ ...wood, note, shear: RIGID }).modulusAlong.value / E).toBeLessThan(0.99);
  });
  it('nine in ten measured sticks lie within what is said', () => {
    const random = seededRandom(9);
    const [E, G] = [11.5e9, 0.72e9];
    const held = Array.from({ length: 150 }, () => {
      const shear = G * (1 + 0.15 * random.normal());
      const stations = [0, 0.5].map((x) => ({ x, width: 0.022, height: 0.015 }));
      const bar = { length: 0.5, density: 430, modulus: E, shearModulus: shear, stations };
      const { frequency } = barModes({ ...bar, ends: 'free', section: 'rectangle' }, 1).modes[0];
      const { modulusAlong } = identifyStick({
        length: 0.5 + 5e-4 * random.normal(),
        width: 0.022 + 5e-5 * random.normal(),
        height: 0.015 + 2e-5 * random.normal(),
        mass: 430 * 0.5 * 0.022 * 0.015 + 1e-4 * random.normal(),
        note: frequency * (1 + 0.004 * random.normal()),
        shear: { value: G, sd: 0.15 * G },
      });
      return Math.abs(modulusAlong.value - E) <= 1.645 * modulusAlong.sd;
    }).filter(Boolean).length;
    expect(held / 150).toBeGreaterThan(0.83);
    expect(held / 150).toBeLessThan(0.97);
  });
  it('stands still where it says, in its first note', () => {
    const stations = Array.from({ length: 201 }, (_, i) => ({ x: (0.6 * i) / 200, width: 0.03, height: 0.005 }));
    const bar = { length: 0.6, density: 430, modulus: 12e9, shearModulus: Infinity, stations };
    const { shape } = barModes({ ...bar, ends: 'free', section: 'rectangle' }, 1).modes[0];
    const node = shape.findIndex((w, i) => i > 0 && Math.sign(w) !== Math.sign(shape[0]));
    expect(Math.abs(stations[node].x / 0.6 - STICK_NODE)).toBeLessThan(0.006);
  });
  it.each([
    [{ note: 0 }, /^note/],
    [{ mass: -1 }, /^mass/],
    [{ length: 0.1 }, /^length: .*eight heights/],
    [{ note: 9000, shear: { value: 0.7e9, sd: 0 } }, /^note: .*higher than/],
  ])('refuses %j', (change, reason) => expect(() => identifyStick({ ...stick, ...change })).toThrow(reason));
});

/**
 * First symmetric note of a free bar with shear and rotary inertia, from its characteristic equation.   Source: Huang,
 * J. Appl. Mech. 28 (1961), free-free.
 */
function exactNote({
  E,
  G,
  rho,
  length: L,
  height: h,
}: Record<'E' | 'G' | 'rho' | 'length' | 'height', number>): number {
  const [r2, s2] = [h ** 2 / 12 / L ** 2, (E * h ** 2) / 12 / ((5 / 6) * G * L ** 2)];
  const value = (b: number) => {
    const root = Math.sqrt((r2 - s2) ** 2 + 4 / b ** 2);
    const [alpha, beta] = [Math.sqrt((-(r2 + s2) + root) / 2), Math.sqrt((r2 + s2 + root) / 2)];
    const [ba, bb] = [b * alpha, b * beta];
    const factor = (b / Math.sqrt(1 - b ** 2 * r2 * s2)) * (b ** 2 * r2 * (r2 - s2) ** 2 + (3 * r2 - s2));
    return 2 - 2 * Math.cosh(ba) * Math.cos(bb) + factor * Math.sinh(ba) * Math.sin(bb);
  };
  let [low, high] = [10, 24];
  for (let i = 0; i < 80; i++) {
    const middle = (low + high) / 2;
    if (Math.sign(value(middle)) === Math.sign(value(low))) low = middle;
    else high = middle;
  }
  return ((low * h) / Math.sqrt(12) / L ** 2 / (2 * Math.PI)) * Math.sqrt(E / rho);
}
