import { ringCompliance } from '../ritz-plate';
import { checkJig, jigFactor, middleOfSpan, testFlex, testRing, type BeamJig, type FlexPoint, type Jig } from '.';

const two = (loadAt: number, dialAt: number, span = 0.4): BeamJig => ({
  kind: 'three-point',
  direction: 'along',
  span,
  loadAt,
  dialAt,
  supportWidth: 0,
});
const clamped = (loadAt: number, dialAt: number): BeamJig => ({ ...two(loadAt, dialAt, 0.3), kind: 'cantilever' });

describe('what a jig makes of E I', () => {
  it.each([
    ['in the middle: L^3 / 48', two(0.2, 0.2), 0.4 ** 3 / 48],
    ['load at a quarter, dial in the middle: 11 L^3 / 768', two(0.1, 0.2), (11 * 0.4 ** 3) / 768],
    ['under a load at a quarter: 3 L^3 / 256', two(0.1, 0.1), (3 * 0.4 ** 3) / 256],
    ['at the end of a cantilever: L^3 / 3', clamped(0.3, 0.3), 0.3 ** 3 / 3],
    ['dial half way, load at the end: 5 L^3 / 48', clamped(0.3, 0.15), (5 * 0.3 ** 3) / 48],
  ])('%s', (_, jig, c) => expect(jigFactor(jig, 0).c / c).toBeCloseTo(1, 12)); // beam tables
  it('reads the same when load and dial change places', () =>
    expect(jigFactor(two(0.1, 0.27), 0).c).toBeCloseTo(jigFactor(two(0.27, 0.1), 0).c, 15));
  it('doubts three times the span’s share, and more on broad supports', () => {
    expect(jigFactor(middleOfSpan(0.4, 'along'), 1e-3).relativeSd).toBeCloseTo(3 / 400, 4);
    const broad = { ...middleOfSpan(0.4, 'along'), supportWidth: 0.01 };
    expect(jigFactor(broad, 0).relativeSd).toBeCloseTo((3 * 0.01) / Math.sqrt(6) / 0.4, 3);
  });
  it.each<[string, Jig]>([
    ['span', two(0.1, 0.1, -0.4)],
    ['loadAt', two(0.5, 0.2)],
    ['dialAt', clamped(0.2, 0.31)],
    ['supportWidth', { ...middleOfSpan(0.4, 'along'), supportWidth: 0.2 }],
    ['diameter', { kind: 'ring', diameter: 0, supportWidth: 0 }],
  ])('refuses a %s that can’t be', (field, jig) => expect(() => checkJig(jig)).toThrow(new RegExp(`^${field}`)));
});

describe('flex on a jig', () => {
  // 12 GPa, 60 x 3 mm: I = 1.35e-10 m^4; end load on 150 mm from a clamp: 1 N sags 0.15^3 / 3 / (12e9 I) = 0.6944 mm.
  const points = [0, 0.5, 1, 1.5].map((load): FlexPoint => ({ load, deflection: 4e-4 + load * 6.9444e-4 }));
  const test = {
    span: 0.15,
    width: 0.06,
    thickness: 3e-3,
    direction: 'along' as const,
    jig: clamped(0.15, 0.15),
    points,
  };
  it('finds the modulus of a cantilever, and its rigidity far surer', () => {
    const { modulus, rigidityPerWidth } = testFlex(test);
    expect(modulus.value / 12e9).toBeCloseTo(1, 4);
    expect(rigidityPerWidth.value).toBeCloseTo((12e9 * 0.003 ** 3) / 12, 3);
    const relative = (e: { value: number; sd: number }) => e.sd / e.value;
    expect(relative(modulus) ** 2 - relative(rigidityPerWidth) ** 2).toBeCloseTo(((3 * 2e-5) / 3e-3) ** 2, 6);
  });
  it('says when the dial does not come home', () => {
    const drifted = [...points, { load: 0, deflection: 4.9e-4 }];
    expect(testFlex({ ...test, points: drifted }).warnings.map((w) => w.code)).toContain('zero-drift');
    const home = [...points, { load: 0, deflection: 4.01e-4 }];
    expect(testFlex({ ...test, points: home }).warnings).toEqual([]);
  });
});

describe('a plate on a ring', () => {
  it('sags as an even disc does: (3 + nu) F R^2 / (16 pi (1 + nu) D)', () => {
    const [D, nu, R] = [9, 0.3, 0.16];
    const sag = ringCompliance({ D_L: D, D_C: D, D_1: nu * D, D_k: ((1 - nu) * D) / 2 }, R);
    expect(sag / (((3 + nu) * R * R) / (16 * Math.PI * (1 + nu) * D))).toBeCloseTo(1, 2); // Timoshenko, eq. 90
  });
  it('turned by a right angle it sags alike', () => {
    const plate = { D_L: 20, D_C: 1.4, D_1: 0.5, D_k: 1.6 };
    const turned = { ...plate, D_L: plate.D_C, D_C: plate.D_L };
    expect(ringCompliance(plate, 0.15) / ringCompliance(turned, 0.15)).toBeCloseTo(1, 7);
  });
  it('gives back the modulus of wood whose ratios are known', () => {
    const wood = { rho: 420, E_L: 11e9, E_C: 0.9e9, G_LC: 0.8e9, nu_LC: 0.37 };
    const h = 2.8e-3;
    const plane = 1 - (0.37 * 0.37 * wood.E_C) / wood.E_L;
    const per = h ** 3 / 12 / plane;
    const D_C = wood.E_C * per;
    const sag = ringCompliance({ D_L: wood.E_L * per, D_C, D_1: 0.37 * D_C, D_k: (wood.G_LC * h ** 3) / 12 }, 0.14);
    const points = [0, 5, 10].map((load) => ({ load, deflection: load * sag }));
    const softer = { ...wood, E_L: 0.8 * 11e9, E_C: 0.8 * 0.9e9, G_LC: 0.8 * 0.8e9 }; // same ratios
    const jig = { kind: 'ring' as const, diameter: 0.28, supportWidth: 0 };
    const found = testRing({ jig, thickness: h, points, wood: softer, ratioDoubt: 0.15 }).modulusAlong;
    expect(found.value / 11e9).toBeCloseTo(1, 6);
    expect(found.sd / found.value).toBeGreaterThan(0.075); // half of what is not known of the ratios
  });
});
