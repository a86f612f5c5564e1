import { dryingCurve, type DryingPoint } from '.';

const at = (day: number, grams: number, equilibrium: number | null = 0.0849): DryingPoint => ({
  day,
  mass: grams / 1000,
  equilibrium,
});

describe('drying', () => {
  it('weighs 5 % moist above rest as 13.9 %: (1.0849 * 1.05) - 1', () => {
    const { moisture, state } = dryingCurve([at(0, 210), at(30, 202), at(60, 200.2), at(90, 200)]);
    expect(moisture![0]).toBeCloseTo(1.0849 * 1.05 - 1, 9);
    expect(moisture![3]).toBeCloseTo(0.0849, 9);
    expect(state).toBe('settled');
  });
  it('tells drying from taking up, with the rate', () => {
    const drying = dryingCurve([at(0, 210), at(10, 205)]);
    expect([drying.state, drying.rate]).toEqual(['drying', expect.closeTo(-(5 / 210) / 10, 9)]);
    expect(dryingCurve([at(0, 200), at(5, 204)]).state).toBe('taking-up');
  });
  it('does not judge by two weighings of one day, nor moisture without the air', () => {
    const curve = dryingCurve([at(0, 200, null), at(0.1, 199, null)]);
    expect(curve).toEqual({ state: 'too-few', rate: 0, moisture: null });
  });
});
