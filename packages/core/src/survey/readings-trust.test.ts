import fc from 'fast-check';
import { defaultOutline, plateShape } from '../outline';
import {
  averageByStation,
  createMapGrid,
  integrate,
  layStations,
  mapThickness,
  moveByLook,
  moveByWeight,
  questionableReadings,
  robustDeviation,
  type Reading,
  type StationReading,
} from '.';

const shape = plateShape(defaultOutline('steel-string'));
const grid = createMapGrid(shape, 0.012);
const stations = layStations(shape);
const reading = (id: string, thickness: number | null, change: Partial<Reading> = {}): Reading => ({
  id,
  station: 'A1',
  x: 0.1,
  y: 0,
  thickness,
  supersedes: null,
  kept: false,
  ...change,
});
const at = (i: number, thickness: number): StationReading => {
  const { name: station, x, y } = stations[i];
  return { station, x, y, thickness, count: 1, spread: 0, kept: false };
};

describe('readings of one place that disagree', () => {
  const others = [2.9e-3, 3e-3, 3.1e-3].map((h, i) => reading(`o${i}`, h, { station: `B${i}` }));
  const A1 = (...values: number[]) => averageByStation([...values.map((h, i) => reading(`r${i}`, h)), ...others])[0];
  it('are not averaged: 30.50 and 3.05 leave 3.05, and a question', () =>
    expect(A1(30.5e-3, 3.05e-3)).toMatchObject({ thickness: 3.05e-3, disputed: true, count: 2 }));
  it('of three the odd one is left out, without a question', () => {
    const settled = A1(30.5e-3, 3.05e-3, 3.07e-3);
    expect(settled.thickness).toBeCloseTo(3.06e-3, 9);
    expect(settled.disputed).toBeUndefined();
    expect(settled.count).toBe(2);
  });
  it('that differ as a caliper does are averaged', () => expect(A1(3e-3, 3.1e-3).thickness).toBeCloseTo(3.05e-3, 9));
});

describe('the map of any readings', () => {
  it('never shows less than half the thinnest, nor lies beyond the readings by more than they differ', () => {
    fc.assert(
      fc.property(
        fc.uniqueArray(fc.integer({ min: 0, max: stations.length - 1 }), { minLength: 1, maxLength: 30 }),
        fc.integer(),
        (chosen, seed) => {
          const values = chosen.map((_, i) =>
            (seed + i * 7919) % 13 === 0 ? 34e-3 : 3e-3 + 1e-5 * ((seed + i * 31) % 20),
          );
          const read = chosen.map((station, i) => at(station, Math.abs(values[i])));
          const { thickness } = mapThickness(grid, read);
          const all = Float64Array.from(read, (r) => r.thickness);
          const sorted = [...all].sort((a, b) => a - b);
          const middle = sorted[sorted.length >> 1];
          const reach = Math.hypot(2e-5, robustDeviation(all.map((h) => h - middle))) + 1e-3; // the median of an even number lies between
          expect(Math.min(...thickness)).toBeGreaterThanOrEqual(sorted[0] / 2);
          expect(Math.max(...thickness)).toBeLessThanOrEqual(sorted[sorted.length - 1] + reach);
        },
      ),
      { seed: 9, numRuns: 60, endOnFailure: true },
    );
  });
  it('of one reading is that reading, of four a plane that is carried on no further than they differ', () => {
    const one = mapThickness(grid, [at(5, 3e-3)]);
    expect(one.basis).toBe('mean');
    expect(new Set(one.thickness)).toEqual(new Set([3e-3]));
    const four = [20, 30, 60, 80].map((i) => at(i, 3e-3 + 1e-3 * stations[i].x));
    const map = mapThickness(grid, four);
    expect(map.basis).toBe('plane');
    const mean = integrate(grid, (cell) => map.thickness[cell]) / integrate(grid, () => 1);
    expect(Math.abs(mean - 3.25e-3)).toBeLessThan(1e-4);
  });
  it('of ten times the others at one place says nothing of wood that no reading reaches', () => {
    const corner = stations
      .map(({ x, y }, i) => ({ i, far: Math.hypot(x - stations[0].x, y - stations[0].y) }))
      .sort((a, b) => a.far - b.far);
    const near = corner.slice(0, 10).map(({ i }, n) => at(i, 3.35e-3 + 1e-5 * (n % 3)));
    const kept = near.map((one, n) => (n === 9 ? { ...one, thickness: 34e-3, kept: true } : one));
    const map = mapThickness(grid, kept);
    map.thickness.forEach((h, cell) => {
      if (map.unread[cell] === 1) expect(h).toBeLessThan(3.6e-3);
    });
    expect(Math.max(...map.thickness)).toBeGreaterThan(25e-3); // at its own place it stands
    // Readings that merely slope are carried on as before.
    const sloping = near.map((one, n) => ({ ...one, thickness: 3e-3 + 5e-5 * n }));
    expect(Math.max(...mapThickness(grid, sloping).thickness)).toBeGreaterThan(3.45e-3);
  });
  it('asks about 34.00 among four readings of three millimetres', () => {
    const few = [at(3, 34e-3), at(10, 3.36e-3), at(20, 3.38e-3), at(30, 3.4e-3)];
    expect(questionableReadings(few).map(({ reading: { station } }) => station)).toEqual([stations[3].name]);
  });
});

describe('a quick look', () => {
  const expected = stations.map((_, i) => at(i, 3e-3));
  it('moves the whole map by what the places have in common, with the doubt of so few', () => {
    const { readings, look } = moveByLook(expected, [at(10, 3.05e-3), at(40, 3.06e-3), at(70, 3.04e-3)]);
    expect(look.places).toBe(3);
    expect(look.lift.value).toBeCloseTo(5e-5, 9);
    expect(look.lift.sd).toBeCloseTo(Math.hypot(1e-5, 3e-5 / Math.sqrt(3)), 9);
    expect(readings.find(({ station }) => station === stations[0].name)).toMatchObject({
      thickness: expect.closeTo(3.05e-3, 9),
      count: 0,
    });
    expect(readings.find(({ station }) => station === stations[40].name)).toMatchObject({
      thickness: 3.06e-3,
      count: 1,
    });
  });
  it('is less sure where the places disagree', () => {
    const even = moveByLook(expected, [at(10, 3.05e-3), at(40, 3.05e-3), at(70, 3.05e-3)]).look.lift.sd;
    expect(moveByLook(expected, [at(10, 2.9e-3), at(40, 3.05e-3), at(70, 3.25e-3)]).look.lift.sd).toBeGreaterThan(
      2 * even,
    );
  });
  it('by the scale alone: 5 g less gone than meant on 0.14 m2 of 420 kg/m3 is 0.085 mm more left', () => {
    const scale = { before: 0.2, after: 0.19, expectedLoss: 0.015, rho: { value: 420, sd: 8 }, area: 0.14 };
    const { look } = moveByWeight(expected, scale);
    expect(look.lift.value).toBeCloseTo(0.005 / (420 * 0.14), 9);
    expect(look.places).toBe(0);
  });
});
