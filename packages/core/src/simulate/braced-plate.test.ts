import { plateShape, type OutlineSpec } from '../outline';
import { freePlateModes } from '../ritz-plate';
import { gluedSection } from '../section';
import { analyseKnock } from '../sound';
import { bracedPlateModes, knockSound, seededRandom, SIMULATED_RATE } from '.';

const rectangle = (length: number, width: number): OutlineSpec => ({
  kind: 'drawn',
  points: [
    [0, -width / 2],
    [length, -width / 2],
    [length, width / 2],
    [0, width / 2],
  ],
});
const wood = { E_L: 11e9, E_C: 0.75e9, G_LC: 0.75e9, nu_LC: 0.37, rho: 400 };

describe('a plate glued to a brace', () => {
  it('of one material is the T-beam of any handbook', () => {
    // flange 60 x 3 mm, web 6 x 12 mm: areas 180 and 72, centroids -1.5 and 6 from the glue line
    const { neutralAxis, rigidity, plateRigidity } = gluedSection({
      plateModulus: 1e10,
      plateThickness: 3e-3,
      plateWidth: 0.06,
      braceModulus: 1e10,
      area: 7.2e-5,
      centroidHeight: 6e-3,
      secondMoment: (6 * 12 ** 3 * 1e-12) / 12,
    });
    const axis = (180 * -1.5 + 72 * 6) / 252;
    const I = (60 * 27) / 12 + 180 * (axis + 1.5) ** 2 + (6 * 1728) / 12 + 72 * (6 - axis) ** 2;
    expect(neutralAxis * 1e3).toBeCloseTo(axis, 9);
    expect(rigidity).toBeCloseTo(1e10 * I * 1e-12, 9);
    expect(plateRigidity).toBeCloseTo(1e10 * 135e-12, 9);
    expect(() =>
      gluedSection({
        plateModulus: 0,
        plateThickness: 1,
        plateWidth: 1,
        braceModulus: 1,
        area: 1,
        centroidHeight: 1,
        secondMoment: 1,
      }),
    ).toThrow('plateModulus');
  });
});

describe('a simulated braced plate', () => {
  const shape = plateShape(rectangle(0.5, 0.36), []);
  it('without braces rings like the free rectangle by parity-split polynomials', () => {
    const thickness = 2.8e-3;
    const perWidth = thickness ** 3 / (12 * (1 - (wood.nu_LC ** 2 * wood.E_C) / wood.E_L));
    const known = freePlateModes(
      {
        length: 0.5,
        width: 0.36,
        D_L: wood.E_L * perWidth,
        D_C: wood.E_C * perWidth,
        D_1: wood.nu_LC * wood.E_C * perWidth,
        D_k: (wood.G_LC * thickness ** 3) / 12,
        rhoH: wood.rho * thickness,
      },
      8,
    );
    const found = bracedPlateModes({ shape, thickness, wood, braces: [] }, 8);
    found.forEach(({ frequency }, m) => expect(Math.abs(frequency / known[m].frequency - 1)).toBeLessThan(0.006));
  });
  it('grows stiffer along a brace far more than heavier, and not at all across it where the brace is a node line', () => {
    const brace = {
      name: 'b',
      from: [0.02, 0],
      to: [0.48, 0],
      width: 8e-3,
      height: 12e-3,
      modulus: 1e10,
      density: 400,
    } as const;
    const bare = bracedPlateModes({ shape, thickness: 2.8e-3, wood, braces: [] }, 6);
    const braced = bracedPlateModes({ shape, thickness: 2.8e-3, wood, braces: [brace] }, 6);
    // The twist has its node line along y = 0, where the brace lies.
    const twist = (modes: typeof bare) =>
      modes.find(
        (m) =>
          Math.abs(m.at(0.25, 0.1)) < 0.05 * Math.abs(m.at(0.48, 0.17)) && m.at(0.48, 0.17) * m.at(0.48, -0.17) < 0,
      )!.frequency;
    expect(twist(braced) / twist(bare)).toBeCloseTo(1, 2);
    const along = (modes: typeof bare) =>
      modes.find((m) => m.at(0.25, 0) * m.at(0.02, 0) < -0.01 && m.at(0.25, 0.15) * m.at(0.25, 0) > 0)!.frequency;
    const [ratio, beam] = [along(braced) / along(bare), 2.5]; // of the whole width bending as one beam, by hand
    expect(ratio).toBeGreaterThan(1.3);
    expect(ratio).toBeLessThan(beam);
  });
  it('is heard again as what it is, and rattles only near its loose joint', () => {
    const modes = bracedPlateModes({ shape, thickness: 2.8e-3, wood, braces: [] }, 30);
    const plate = { modes, losses: modes.map(() => 1 / 50), microphone: { x: 0.43, y: 0.12 } };
    const hear = (loose: { x: number; y: number; reach: number } | null) =>
      analyseKnock(
        {
          rate: SIMULATED_RATE,
          channels: [knockSound({ ...plate, loose }, { x: 0.08, y: -0.13 }, seededRandom(2))],
          truncated: false,
          fullScale: null,
        },
        { from: 28 },
      );
    const { partials, rattle } = hear(null);
    expect(partials.length).toBeGreaterThanOrEqual(4);
    // Two of its modes lie 0.3 Hz apart, closer than any ear: the others are where they are.
    const found = partials.filter(({ frequency }) => modes.some((mode) => Math.abs(mode.frequency - frequency) < 0.3));
    expect(found.length / partials.length).toBeGreaterThan(0.8);
    // Of those that lie within a width of each other no ear tells how long each rings.
    const alone = found.filter(
      ({ frequency }) => modes.filter((mode) => Math.abs(mode.frequency - frequency) < frequency / 50).length === 1,
    );
    expect(alone.length).toBeGreaterThanOrEqual(6);
    alone.forEach(({ q }) => expect(Math.abs(q / 50 - 1)).toBeLessThan(0.1));
    expect(rattle).toBeLessThan(0.1);
    expect(hear({ x: 0.08, y: -0.13, reach: 0.1 }).rattle).toBeGreaterThan(0.3);
    expect(hear({ x: 0.4, y: 0.1, reach: 0.1 }).rattle).toBeLessThan(0.1);
  });
});
