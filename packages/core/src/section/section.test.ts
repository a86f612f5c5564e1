import { heightOfSameStiffness, plainFigures, sectionFigures, slopesByHeight, type Section } from '.';

/** Area, first and second moment about the base by a thousand thin strips of the width at each height. */
function byStrips(height: number, widthAt: (z: number) => number) {
  const n = 4000;
  let [area, first, second] = [0, 0, 0];
  for (let i = 0; i < n; i++) {
    const z = ((i + 0.5) * height) / n;
    const dA = (widthAt(z) * height) / n;
    area += dA;
    first += dA * z;
    second += dA * z * z;
  }
  return {
    area,
    centroidHeight: first / area,
    secondMomentAboutBase: second,
    secondMoment: second - first ** 2 / area,
  };
}

const [b, h, t] = [8e-3, 13e-3, 3e-3];
const CASES: [Section, (z: number) => number][] = [
  [{ shape: 'rectangle', width: b, height: h }, () => b],
  [{ shape: 'triangle', width: b, height: h }, (z) => b * (1 - z / h)],
  [{ shape: 'parabola', width: b, height: h }, (z) => b * Math.sqrt(1 - z / h)],
  [{ shape: 'trapezoid', width: b, height: h, topWidth: t }, (z) => b + ((t - b) * z) / h],
  [
    { shape: 'rounded', width: b, height: h },
    (z) => (z < h - b / 2 ? b : 2 * Math.sqrt((b / 2) ** 2 - (z - h + b / 2) ** 2)),
  ],
  [{ shape: 'rounded', width: b, height: 3e-3 }, (z) => b * Math.sqrt(1 - (z / 3e-3) ** 2)],
];

describe('sections of braces', () => {
  it.each(CASES)('%j is the sum of its strips', (section, widthAt) => {
    const strips = byStrips(section.height, widthAt);
    const figures = sectionFigures(section);
    for (const key of ['area', 'centroidHeight', 'secondMoment', 'secondMomentAboutBase'] as const)
      expect(figures[key] / strips[key]).toBeCloseTo(1, 4);
  });
  it.each(CASES)('%j has the slopes that a difference gives', (section) => {
    const step = 1e-4 * section.height;
    const at = (height: number) => plainFigures({ ...section, height });
    const [low, high] = [at(section.height - step), at(section.height + step)];
    const { area, secondMoment } = slopesByHeight(section);
    expect(area / ((high.area - low.area) / (2 * step))).toBeCloseTo(1, 4);
    expect(secondMoment / ((high.secondMoment - low.secondMoment) / (2 * step))).toBeCloseTo(1, 4);
  });
  it('trades shapes at the same stiffness: triangle 1.442 high at 72.1 % of the wood, parabola 1.222 at 81.4 %', () => {
    const square: Section = { shape: 'rectangle', width: 0.01, height: 0.01 };
    const triangle = heightOfSameStiffness(square, { shape: 'triangle', width: 0.01 }) / 0.01;
    const parabola = heightOfSameStiffness(square, { shape: 'parabola', width: 0.01 }) / 0.01;
    expect([triangle, triangle / 2]).toEqual([expect.closeTo(1.442, 3), expect.closeTo(0.721, 3)]); // by hand
    expect([parabola, (2 * parabola) / 3]).toEqual([expect.closeTo(1.222, 3), expect.closeTo(0.814, 3)]);
    // 9 x 12 mm against something 6 mm wide: 12 (9/6)^(1/3)
    expect(
      heightOfSameStiffness({ shape: 'rectangle', width: 9e-3, height: 12e-3 }, { shape: 'rectangle', width: 6e-3 }),
    ).toBeCloseTo(12e-3 * 1.5 ** (1 / 3), 6);
  });
  it('refuses what can’t be, naming it', () => {
    expect(() => sectionFigures({ shape: 'rectangle', width: 0, height: 1 })).toThrow('width');
    expect(() => sectionFigures({ shape: 'triangle', width: 1, height: NaN })).toThrow('height');
    expect(() => sectionFigures({ shape: 'trapezoid', width: 1, height: 1 })).toThrow('topWidth');
    expect(() => sectionFigures({ shape: 'trapezoid', width: 1, height: 1, topWidth: 1.2 })).toThrow('topWidth');
  });
});
