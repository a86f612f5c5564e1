import { seededRandom } from '../simulate';
import { ringCurve } from '.';

describe('ring curve', () => {
  const peak = 2.5e-3;
  const truth = (h: number) => 1.6 - 3e6 * (h - peak) ** 2;
  const passes = (to: number, noise = 0) => {
    const random = seededRandom(5);
    const thicknesses = Array.from({ length: 12 }, (_, i) => 3.1e-3 - i * 9e-5).filter((h) => h >= to - 1e-9);
    return thicknesses.map((thickness) => ({ left: thickness, ring: truth(thickness) + noise * random.normal() }));
  };
  it('finds the peak of an exact parabola', () => {
    const curve = ringCurve(passes(2.2e-3));
    expect(curve.peak?.value).toBeCloseTo(peak, 9);
    expect(curve.state).toBe('past-peak');
  });
  it.each([
    [2.8e-3, 'rising'],
    [2.1e-3, 'past-peak'],
  ])('says at %f m with noise: %s', (to, state) => expect(ringCurve(passes(to, 0.02)).state).toBe(state));
  it('says "at its peak" only when the curve really bends and is level', () => {
    const level = [...passes(2.48e-3, 0.015)];
    expect(['at-peak', 'rising']).toContain(ringCurve(level).state);
    const flat = passes(2.2e-3).map((p, i) => ({ ...p, ring: 1.5 + 0.05 * (i % 2) }));
    expect(ringCurve(flat).state).toBe('unclear');
  });
  it('says nothing from three passes, and refuses knocks without planing', () => {
    expect(ringCurve(passes(3e-3).slice(0, 3)).state).toBe('too-few');
    expect(() => ringCurve(Array.from({ length: 5 }, () => ({ left: 3e-3, ring: 1 })))).toThrow(/one thickness/);
  });
});
