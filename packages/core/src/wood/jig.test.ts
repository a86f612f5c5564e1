import { ringCompliance } from '../ritz-plate';
import { checkJig, jigFactor, middleOfSpan, testFlex, testRing, type BeamJig, type FlexPoint, type Jig } from '.';
import { shearFactor } from './jig';

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

describe('shear in a bend along the grain', () => {
  const [E, G] = [12e9, { value: 0.75e9, sd: 0.1e9 }];
  const [width, thickness] = [0.03, 0.018];
  const I = (width * thickness ** 3) / 12;
  const A = width * thickness;
  /** Sag per newton in the middle of two supports, as the textbook has it: L^3 / 48 E I + L / (4 (5/6) G A). */
  const sagAt = (L: number) => L ** 3 / (48 * E * I) + L / (4 * (5 / 6) * G.value * A);
  const bend = (L: number, shear?: typeof G) =>
    testFlex({
      span: L,
      width,
      thickness,
      direction: 'along',
      points: [0, 20, 40].map((load) => ({ load, deflection: load * sagAt(L) })),
      ...(shear && { shear }),
    });
  it('is taken off: at 22 heights some four per cent, and the modulus comes back', () => {
    const L = 22 * thickness;
    expect(bend(L).modulus.value / E).toBeCloseTo(1 / (1 + (1.2 * (E / G.value)) / 22 ** 2), 6);
    const { modulus, shearShare, warnings } = bend(L, G);
    expect(modulus.value / E).toBeCloseTo(1, 9);
    expect(shearShare).toBeCloseTo(0.0382, 3);
    expect(modulus.sd).toBeGreaterThan(bend(L).modulus.sd);
    expect(warnings).toEqual([]);
  });
  it('is said where it is much, and not reckoned with where it would be nearly all', () => {
    expect(bend(10 * thickness, G).warnings.find(({ code }) => code === 'short-span')!.message).toMatch(
      /16 % of the sag is shear\. It is reckoned with/,
    );
    expect(bend(10 * thickness, { value: 0.1e9, sd: 0 }).shearShare).toBe(0);
  });
  it.each([
    { kind: 'three-point', span: 0.4, loadAt: 0.1, dialAt: 0.25 },
    { kind: 'three-point', span: 0.4, loadAt: 0.3, dialAt: 0.3 },
    { kind: 'cantilever', span: 0.3, loadAt: 0.28, dialAt: 0.2 },
  ] as const)('of a jig: by the unit load along it, %j', (places) => {
    const jig = { ...places, direction: 'along' as const, supportWidth: 0 };
    // Shear force of a unit load at s: b / L before it and -(1 - b / L) beyond it, or 1 from the clamp to it.
    const force = (s: number) => (x: number) =>
      jig.kind === 'cantilever' ? Number(x < s) : x < s ? 1 - s / jig.span : -s / jig.span;
    const [load, dial] = [force(jig.loadAt), force(jig.dialAt)];
    const n = 40_000;
    let sum = 0;
    for (let i = 0; i < n; i++)
      sum += (load(((i + 0.5) * jig.span) / n) * dial(((i + 0.5) * jig.span) / n) * jig.span) / n;
    expect(shearFactor(jig)).toBeCloseTo(sum, 4);
  });
});
