import {
  clippedFigures,
  effectiveWidth,
  gluedSection,
  layeredRigidity,
  plainFigures,
  sectionWidthAt,
  SECTION_SHAPES,
  type Section,
} from '.';

const spruce = { rho: 420, E_L: 12e9, E_C: 0.8e9, G_LC: 0.8e9, nu_LC: 0.37 };
const isotropic = (E: number, nu: number) => ({ rho: 1, E_L: E, E_C: E, G_LC: E / (2 * (1 + nu)), nu_LC: nu });

describe('a section drawn and cut', () => {
  it.each(SECTION_SHAPES)('%s: its widths add up to its area', (shape) => {
    const section: Section = { shape, width: 8e-3, height: 14e-3, topWidth: 3e-3 };
    const strips = Array.from({ length: 20000 }, (_, i) => sectionWidthAt(section, ((i + 0.5) * 14e-3) / 20000));
    const area = (strips.reduce((sum, width) => sum + width, 0) * 14e-3) / 20000;
    expect(Math.abs(area / plainFigures(section).area - 1)).toBeLessThan(1e-5);
    expect(sectionWidthAt(section, 15e-3)).toBe(0);
  });
  it('half of a rectangle is a rectangle of half the height; the lower half of a triangle a trapezoid', () => {
    const half = clippedFigures({ shape: 'rectangle', width: 8e-3, height: 14e-3 }, 7e-3);
    expect(half.secondMoment / ((8e-3 * 7e-3 ** 3) / 12)).toBeCloseTo(1, 9);
    const low = clippedFigures({ shape: 'triangle', width: 8e-3, height: 14e-3 }, 7e-3);
    const trapezoid = plainFigures({ shape: 'trapezoid', width: 8e-3, topWidth: 4e-3, height: 7e-3 });
    expect(low.area / trapezoid.area).toBeCloseTo(1, 9);
    expect(low.secondMoment / trapezoid.secondMoment).toBeCloseTo(1, 4);
    expect(() => clippedFigures({ shape: 'triangle', width: 8e-3, height: 14e-3 }, 0.02)).toThrow(/upTo/);
  });
});

describe('layers glued without slip', () => {
  it('two halves of one bar are the bar: E b h^3 / 12', () => {
    const half = (at: number) => ({ stretch: 10e9 * 0.01 * 0.005, at, own: (10e9 * 0.01 * 0.005 ** 3) / 12 });
    const { rigidity, neutralAxis } = layeredRigidity([half(0.0025), half(0.0075)]);
    expect(rigidity / ((10e9 * 0.01 * 0.01 ** 3) / 12)).toBeCloseTo(1, 12);
    expect(neutralAxis).toBeCloseTo(0.005, 12);
  });
  it('agrees with the transformed section of a brace on a strip', () => {
    const glued = gluedSection({
      plateModulus: 12e9,
      plateThickness: 3e-3,
      plateWidth: 0.05,
      braceModulus: 12e9,
      area: 8e-3 * 0.014,
      centroidHeight: 7e-3,
      secondMoment: (8e-3 * 0.014 ** 3) / 12,
    });
    // One material: a T, by hand. Areas 150 and 112 mm2, centroids -1.5 and 7 mm.
    const axis = (150 * -1.5 + 112 * 7) / 262;
    const I = (50 * 3 ** 3) / 12 + 150 * (axis + 1.5) ** 2 + (8 * 14 ** 3) / 12 + 112 * (7 - axis) ** 2;
    expect(glued.neutralAxis * 1e3).toBeCloseTo(axis, 9);
    expect(glued.rigidity / (12e9 * I * 1e-12)).toBeCloseTo(1, 9);
  });
});

describe('the width of plate that works with a brace', () => {
  it.each([0, 0.3, 0.45])('is 4 L / pi (3 + 2 nu - nu^2) where wood has no grain, nu %p', (nu) => {
    const expected = (4 * 0.3) / (Math.PI * (3 + 2 * nu - nu * nu)); // Girkmann
    expect(effectiveWidth(isotropic(70e9, nu), 0, 0.3)).toBeCloseTo(expected, 9);
    expect(effectiveWidth(isotropic(70e9, nu), 0.7, 0.3)).toBeCloseTo(expected, 9);
  });
  it('matches the stress function summed numerically for spruce along the grain', () => {
    // f = A exp(-m1 k y) + B exp(-m2 k y) with no sideways movement at y = 0; flange force over edge stress, by
    // quadrature.
    const [a11, a22, a12, a66] = [1 / 12, 1 / 0.8, -0.37 / 12, 1 / 0.8];
    const k = Math.PI / 0.3;
    const half = (2 * a12 + a66) / 2;
    const roots = [1, -1].map((sign) => Math.sqrt((half + sign * Math.sqrt(half * half - a11 * a22)) / a11));
    const [m1, m2] = roots;
    const [A, B] = [-a12 * m2 + a22 / m2, a12 * m1 - a22 / m1];
    const stress = (y: number) => A * m1 * m1 * Math.exp(-m1 * k * y) + B * m2 * m2 * Math.exp(-m2 * k * y);
    const edgeStrain = a11 * stress(0) - a12 * (A + B);
    const dy = 1e-5;
    let force = 0;
    for (let y = dy / 2; y < 1; y += dy) force += stress(y) * dy;
    expect(effectiveWidth(spruce, 0, 0.3) / ((2 * force * a11) / edgeStrain)).toBeCloseTo(1, 4);
  });
  it('grows with the length, is wider where the plate is stiffer sideways than along the brace', () => {
    expect(effectiveWidth(spruce, 0, 0.6)).toBeCloseTo(2 * effectiveWidth(spruce, 0, 0.3), 12);
    expect(effectiveWidth(spruce, Math.PI / 2, 0.3)).toBeGreaterThan(effectiveWidth(spruce, 0, 0.3));
    expect(() => effectiveWidth(spruce, 0, -1)).toThrow(/length/);
  });
});
