import { seededRandom } from '../simulate';
import {
  acousticFigures,
  identifyPlate,
  offAxisModulus,
  qualityFromRing,
  ringTime,
  sandwichFigures,
  strengthAtSlope,
  testFlex,
  type FlexPoint,
  type KnockTest,
} from '.';

const spruce = { rho: 420, E_L: 12e9, E_C: 0.8e9, G_LC: 0.8e9, nu_LC: 0.37 };

describe('wood off its grain', () => {
  it.each([
    [10, 8.751],
    [20, 4.882],
    [45, 1.586],
  ])('modulus at %i degrees', (degrees, gigapascal) =>
    expect(offAxisModulus(spruce, (degrees * Math.PI) / 180) / 1e9).toBeCloseTo(gigapascal, 3),
  ); // by hand
  it.each([
    [0, 1],
    [2, 0.977],
    [5, 0.874],
    [10, 0.636],
    [90, 0.05],
  ])('strength at a slope of %i degrees', (degrees, share) =>
    expect(strengthAtSlope((degrees * Math.PI) / 180)).toBeCloseTo(share, 3),
  ); // by hand
});

it('figures of merit by hand: 12 GPa, 420 kg/m3', () => {
  const { speed, impedance, radiationRatio } = acousticFigures(12e9, 420);
  expect(speed).toBeCloseTo(5345.2, 1);
  expect(impedance / 1e6).toBeCloseTo(2.245, 3);
  expect(radiationRatio).toBeCloseTo(12.727, 3);
  expect(ringTime(100, 200)).toBeCloseTo((2.199 * 100) / 200, 3); // by hand
  expect(qualityFromRing(ringTime(80, 150), 150)).toBeCloseTo(80, 9);
});

it('a sandwich of 0.6 mm skins on 1.6 mm is as stiff as 2.61 mm solid', () => {
  const plate = sandwichFigures({
    skin: 6e-4,
    core: 1.6e-3,
    skinModulus: 12e9,
    coreModulus: 1e-3,
    skinDensity: 420,
    coreDensity: 48,
    glueMass: 0.08,
  });
  expect(plate.rigidity).toBeCloseTo(17.86, 2); // by hand
  expect(plate.solidThickness * 1e3).toBeCloseTo(2.61, 2);
  expect(plate.massPerArea).toBeCloseTo(0.504 + 0.0768 + 0.08, 9);
});

describe('flex test', () => {
  const test = { span: 0.4, width: 0.4, thickness: 3e-3, direction: 'along' as const };
  const sag = (load: number) => (load / 9.80665) * 1.2106e-3; // by hand: 12 GPa under 1 kgf
  const line = (...loads: number[]): FlexPoint[] => loads.map((load) => ({ load, deflection: 2e-3 + sag(load) }));

  it('finds 12 GPa, and that the thickness limits it', () => {
    const { modulus, stiffness, rSquared, limitedBy, warnings, intercept } = testFlex({
      ...test,
      points: line(0, 2, 5, 10),
    });
    expect(modulus.value / 12e9).toBeCloseTo(1, 3);
    expect(stiffness.value).toBeCloseTo(9.80665 / 1.2106e-3, 0);
    expect([rSquared, intercept]).toEqual([expect.closeTo(1, 9), expect.closeTo(2e-3, 9)]);
    expect(limitedBy).toBe('thickness');
    const spreadOfLoads = Math.sqrt([0, 2, 5, 10].reduce((sum, load) => sum + (load - 4.25) ** 2, 0));
    const dial = 5e-6 / spreadOfLoads / (1.2106e-3 / 9.80665);
    expect(modulus.sd / modulus.value).toBeCloseTo(Math.hypot(0.02, 0.00375, 0.00125, dial), 6); // 3 dh/h, 3 dL/L, db/b, and the dial
    expect(warnings).toEqual([]);
  });
  it('gives a slope that is as far off as it says, nine times in ten', () => {
    const random = seededRandom(3);
    let held = 0;
    for (let trial = 0; trial < 200; trial++) {
      const points = line(1, 2, 4, 6, 8, 10).map((p) => ({ ...p, deflection: p.deflection + 1e-5 * random.normal() }));
      const { stiffness } = testFlex({ ...test, points });
      if (Math.abs(stiffness.value - 9.80665 / 1.2106e-3) < 2.13 * stiffness.sd) held++; // Student's t, 4 degrees of freedom, 90 %
    }
    expect(held / 200).toBeGreaterThan(0.82);
    expect(held / 200).toBeLessThan(0.97);
  });
  it.each([
    [
      'slack',
      [
        { load: 0, deflection: 0 },
        { load: 2, deflection: 6e-4 },
        { load: 5, deflection: 9.7e-4 },
        { load: 10, deflection: 1.59e-3 },
      ],
    ],
    ['hysteresis', [...line(1, 5, 10), ...line(5, 1).map((p) => ({ ...p, deflection: p.deflection + 1e-4 }))]],
    ['creep', [...line(2, 10), { load: 10, deflection: line(10)[0].deflection + 8e-5 }]],
    ['too-little', line(0, 0.2, 0.5)],
    ['too-much', line(0, 60, 120)],
    ['not-straight', [...line(1, 3, 8), { load: 10, deflection: line(10)[0].deflection - 1.5e-4 }]],
  ])('warns of %s', (code, points) =>
    expect(testFlex({ ...test, points }).warnings.map((w) => w.code)).toContain(code),
  );
  it('warns of shear on a short span', () =>
    expect(
      testFlex({
        ...test,
        span: 0.06,
        points: line(0, 1000).map((p, i) => ({ ...p, deflection: i * 1e-3 })),
      }).warnings.map((w) => w.code),
    ).toContain('short-span'));
  it.each([
    [{ points: line(5) }, /two loads/],
    [{ points: line(5, 5, 5) }, /equal loads/],
    [
      {
        points: [
          { load: 0, deflection: 0 },
          { load: -1, deflection: 1e-3 },
        ],
      },
      /points\[1\]\.load/,
    ],
    [
      {
        points: [
          { load: 0, deflection: 1e-3 },
          { load: 5, deflection: 0 },
        ],
      },
      /wrong way/,
    ],
    [
      {
        points: [
          { load: 0, deflection: 0 },
          { load: 5, deflection: 1.2 },
        ],
      },
      /points\[1\]\.deflection/,
    ],
    [{ points: line(0, 5), thickness: 3 }, /thickness/],
    [{ points: line(0, 5), span: -0.4 }, /span/],
  ])('refuses %j', (change, reason) => expect(() => testFlex({ ...test, ...change })).toThrow(reason));
});

describe('identifyPlate', () => {
  /** case02a of test/reference: notes computed apart from this program for 12, 0.8, 0.75 GPa. */
  const thin: KnockTest = {
    length: 0.55,
    width: 0.21,
    thickness: 0.0036,
    mass: 0.174636,
    twist: 43.8535,
    along: 65.3764,
    across: 116.298,
    poisson: 0.37,
  };

  it('returns the constants of a plate computed elsewhere within 0.1 %', () => {
    const plate = identifyPlate(thin);
    expect(plate.status).toBe('converged');
    expect(plate.modulusAlong.value / 12e9).toBeCloseTo(1, 3);
    expect(plate.modulusAcross.value / 0.8e9).toBeCloseTo(1, 3);
    expect(plate.shearModulus.value / 0.75e9).toBeCloseTo(1, 3);
    expect(plate.density.value).toBeCloseTo(420, 1);
    expect(plate.warnings).toEqual([]);
  });
  it('comes within 2 % from the notes of a solid, which the thin theory does not know the shear of', () => {
    const plate = identifyPlate({ ...thin, twist: 43.5014, along: 65.344, across: 115.991 });
    expect(Math.abs(plate.modulusAlong.value / 12e9 - 1)).toBeLessThan(0.01);
    expect(Math.abs(plate.shearModulus.value / 0.75e9 - 1)).toBeLessThan(0.02);
  });
  it('holds the truth within its own 90 % interval in about nine of ten noisy trials', () => {
    const random = seededRandom(17);
    const held = { along: 0, across: 0, shear: 0 };
    const trials = 120;
    for (let i = 0; i < trials; i++) {
      const noisy = (value: number, sd: number) => value + sd * random.normal();
      const plate = identifyPlate({
        ...thin,
        length: noisy(thin.length, 5e-4),
        width: noisy(thin.width, 5e-4),
        thickness: noisy(thin.thickness, 2e-5),
        mass: noisy(thin.mass, 5e-4),
        twist: thin.twist * noisy(1, 3e-3),
        along: thin.along * noisy(1, 3e-3),
        across: thin.across * noisy(1, 3e-3),
      });
      const within = ({ value, sd }: { value: number; sd: number }, truth: number) =>
        Number(Math.abs(value - truth) < 1.645 * sd);
      held.along += within(plate.modulusAlong, 12e9);
      held.across += within(plate.modulusAcross, 0.8e9);
      held.shear += within(plate.shearModulus, 0.75e9);
    }
    for (const count of Object.values(held)) {
      expect(count / trials).toBeGreaterThan(0.82);
      expect(count / trials).toBeLessThan(0.97);
    }
  });
  it('fits more notes than unknowns, and says which one does not belong', () => {
    const more = [
      { name: [2, 1] as const, frequency: 110.221 },
      { name: [1, 2] as const, frequency: 145.241 },
    ];
    expect(identifyPlate({ ...thin, more }).warnings).toEqual([]);
    const wrong = identifyPlate({ ...thin, more: [{ ...more[0], frequency: 150 }, more[1]] });
    expect(wrong.warnings.map((w) => w.code)).toContain('residual');
  });
  it.each([
    ['across and along', { across: thin.along, along: thin.across }],
    ['twist and across', { twist: thin.across, across: thin.twist }],
  ])('says when %s look swapped', (names, change) => {
    const [warning] = identifyPlate({ ...thin, ...change }).warnings;
    expect(warning).toEqual({ code: 'misnamed', message: `The notes look misnamed: your ${names} look swapped.` });
  });
  it.each([
    [{ mass: 174.6 }, /mass.*kg\/m³.*grams/],
    [{ mass: 1.7 }, /4\.09e\+3 kg\/m³|4090 kg\/m³/],
    [{ twist: 0 }, /partials\.twist/],
    [{ along: NaN }, /partials\.along/],
    [{ thickness: 3.6 }, /thickness/],
    [{ poisson: 4 }, /poisson/],
  ])('refuses %j', (change, reason) => expect(() => identifyPlate({ ...thin, ...change })).toThrow(reason));
});
