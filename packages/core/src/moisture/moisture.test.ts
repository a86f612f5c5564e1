import { equilibriumMoisture, movementAcross, stiffnessRatio } from '.';

describe('equilibriumMoisture', () => {
  it.each([
    [20, 0.45, 0.0849],
    [20, 0.65, 0.12],
    [21, 0.3, 0.0617],
    [30, 0.8, 0.1555],
  ])(
    'at %i °C and %f: the handbook’s formula',
    (temperature, humidity, moisture) => expect(equilibriumMoisture(temperature, humidity)).toBeCloseTo(moisture, 4), // by hand
  );
  it('agrees with the handbook’s own table 4-2 within its rounding: 21.1 °C', () => {
    for (const [humidity, percent] of [
      [0.1, 2.5],
      [0.25, 5.4],
      [0.5, 9.2],
      [0.75, 14.1],
      [0.9, 20.2],
    ] as const) {
      expect(Math.abs(100 * equilibriumMoisture(21.1, humidity) - percent)).toBeLessThan(0.35);
    }
  });
  it('is zero in dry air and rises with humidity', () => {
    expect(equilibriumMoisture(20, 0)).toBe(0);
    const rising = [0.1, 0.3, 0.5, 0.7, 0.9].map((h) => equilibriumMoisture(20, h));
    expect(rising).toEqual([...rising].sort((a, b) => a - b));
  });
  it.each([
    [20, 45, /write 0.45/],
    [20, -0.1, /relativeHumidity/],
    [20, NaN, /relativeHumidity/],
    [200, 0.5, /temperatureC/],
  ])('refuses %f °C and %f', (temperature, humidity, reason) =>
    expect(() => equilibriumMoisture(temperature, humidity)).toThrow(reason),
  );
});

it('a 380 mm top from a 45 % shop to a 25 % winter room draws in by about 1.7 mm', () => {
  const change = movementAcross(0.38, equilibriumMoisture(20, 0.45), equilibriumMoisture(20, 0.25));
  expect(change).toBeCloseTo((0.38 * 0.04 * (0.0533 - 0.0849)) / 0.28, 4); // by hand from table values
});
it('wood is as stiff as listed at 12 % and stiffer when drier', () => {
  expect(stiffnessRatio(0.12)).toBe(1);
  expect(stiffnessRatio(0.06)).toBeCloseTo(1.25 ** (6 / 13), 12);
});
