import { archInSeason, bendingStrain, forceToConform, gapInDish, sagittaTable } from '.';
import { equilibriumMoisture } from '../moisture';

describe('the arch at the bench', () => {
  it('a table of heights runs from the rise to nothing, by the circle', () => {
    const table = sagittaTable(0.38, 7.62, 4);
    expect(table[0].height * 1e3).toBeCloseTo(2.369, 3); // by hand
    expect(table[4].height).toBeCloseTo(0, 12);
    table.forEach(({ at, drop }) => expect(7.62 - Math.sqrt(7.62 ** 2 - at ** 2)).toBeCloseTo(drop, 9));
  });
  it('a brace rounder than its dish is open at the ends, one flatter in the middle', () => {
    expect(gapInDish(0.38, 4.5145, 7.62) * 1e3).toBeCloseTo(4 - 2.369, 2);
    expect(gapInDish(0.38, null, 7.62) * 1e3).toBeCloseTo(-2.369, 3);
    expect(gapInDish(0.38, 7.62, 7.62)).toBe(0);
  });
  it('bending 2.8 mm to 7.6 m strains its faces by h / 2R; a strip is pushed by 48 EI s / L^3', () => {
    expect(bendingStrain(2.8e-3, 7.6)).toBeCloseTo(1.842e-4, 7);
    expect(forceToConform(1, 0.4, 2.6e-3)).toBeCloseTo((48 * 2.6e-3) / 0.064, 9);
  });
});

describe('an arch in a dry winter', () => {
  const layer = (E: number, width: number, height: number, at: number) => ({
    stretch: E * width * height,
    at,
    own: (E * width * height ** 3) / 12,
  });
  const shop = { temperatureC: 20, relativeHumidity: 0.45 };
  const winter = { temperatureC: 21, relativeHumidity: 0.3 };
  const change = (plate: ReturnType<typeof layer>, brace: ReturnType<typeof layer>, archRadius: number | null = null) =>
    archInSeason({ plate, brace }, { archRadius, span: 0.38, glued: shop, later: winter });
  it('two strips of one wood and thickness bend by 3/2 strain / whole thickness (Timoshenko)', () => {
    const { strain, radius } = change(layer(1e9, 0.05, 3e-3, -1.5e-3), layer(1e9, 0.05, 3e-3, 1.5e-3));
    expect(1 / radius!).toBeCloseTo((1.5 * strain) / 6e-3, 9);
    expect(strain).toBeCloseTo((0.04 * (equilibriumMoisture(21, 0.3) - equilibriumMoisture(20, 0.45))) / 0.28, 12);
    expect(strain).toBeLessThan(0);
  });
  it('flattens a dome, and makes a flat top hollow', () => {
    const plate = layer(0.8e9, 0.06, 2.8e-3, -1.4e-3);
    const brace = layer(12e9, 8e-3, 0.014, 7e-3);
    const domed = change(plate, brace, 7.6);
    expect(domed.radius!).toBeGreaterThan(7.6);
    expect(domed.rise).toBeLessThan(0.38 ** 2 / 8 / 7.6);
    expect(change(plate, brace).rise).toBeLessThan(0);
  });
  it('changes nothing when the air stays', () => {
    const same = archInSeason(
      { plate: layer(1e9, 0.05, 3e-3, -1.5e-3), brace: layer(12e9, 8e-3, 0.014, 7e-3) },
      { archRadius: 7.6, span: 0.38, glued: shop, later: shop },
    );
    expect(same.radius).toBeCloseTo(7.6, 9);
  });
});
