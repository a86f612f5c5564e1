import { seededRandom } from '../simulate';
import { ringAt, ringCurve } from '.';

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

describe('a plate past the peak of its ring', () => {
  // Planed in steps; rang longest near 2.76 mm, and shorter twice since.
  const left = [3.06e-3, 2.95e-3, 2.84e-3, 2.75e-3, 2.63e-3, 2.57e-3];
  const rings = [0.76, 0.81, 0.85, 0.86, 0.84, 0.78];
  const curve = ringCurve(left.map((h, i) => ({ left: h, ring: rings[i] })));
  it('is past it, by how much and how surely', () => {
    expect(curve.state).toBe('past-peak');
    expect(curve.past!.value).toBeCloseTo(curve.peak!.value - 2.57e-3, 12);
    expect(curve.past!.value).toBeGreaterThan(0.12e-3);
    expect(curve.past!.value).toBeLessThan(0.25e-3);
    expect(curve.past!.value - 1.28 * curve.past!.sd).toBeGreaterThan(0);
  });
  it('would ring shorter still after a pass more, and what it was read at lies within its doubt', () => {
    expect(ringAt(curve, 2.47e-3)!.value).toBeLessThan(0.76);
    left.forEach((h, i) => {
      const { value, sd } = ringAt(curve, h)!;
      expect(Math.abs(value - rings[i])).toBeLessThan(2 * sd);
    });
    expect(ringAt(curve, 2.3e-3)!.sd).toBeGreaterThan(2 * ringAt(curve, 2.7e-3)!.sd);
  });
  it('is foretold as often as it says: nine of ten further rings lie within', () => {
    const random = seededRandom(11);
    const at = (h: number) => 0.86 - 2.4e6 * (h - 2.76e-3) ** 2;
    const held = Array.from({ length: 300 }, () => {
      const read = left.map((h) => ({ left: h, ring: at(h) + 0.025 * random.normal() }));
      const next = ringAt(ringCurve(read), 2.5e-3);
      return next ? Math.abs(at(2.5e-3) + 0.025 * random.normal() - next.value) < 1.645 * next.sd : null;
    }).filter((one) => one !== null);
    const share = held.filter(Boolean).length / held.length;
    expect(held.length).toBeGreaterThan(200);
    expect(share).toBeGreaterThan(0.84);
    expect(share).toBeLessThan(0.97);
  });
});
