import { arcHeight, arcOfRadius, arcOfRise, battenDeviation, bentBatten } from '.';

describe('arcs', () => {
  it('follow from span and rise, and back', () => {
    expect(arcOfRise(0.38, 0.004).radius).toBeCloseTo(4.5145, 4); // by hand
    expect(arcOfRise(0.4, 0.0026).radius).toBeCloseTo(7.694, 3);
    expect(arcOfRadius(0.38, 7.62).rise * 1e3).toBeCloseTo(2.369, 3);
    expect(arcOfRadius(0.38, arcOfRise(0.38, 0.0123).radius).rise).toBeCloseTo(0.0123, 12);
    expect(arcOfRise(2, 1).radius).toBe(1); // half a circle
  });
  it('lie on their circle', () => {
    const arc = arcOfRise(0.4, 0.02);
    const x = 0.13;
    expect(x ** 2 + (arc.radius - arc.rise + arcHeight(arc, x)) ** 2).toBeCloseTo(arc.radius ** 2, 12);
    expect(arcHeight(arc, 0.2)).toBeCloseTo(0, 14);
  });
  it('are refused where none reaches', () => {
    expect(() => arcOfRise(0.4, 0.21)).toThrow('rise');
    expect(() => arcOfRadius(0.4, 0.19)).toThrow('radius');
    expect(() => arcOfRise(0, 0.01)).toThrow('span');
  });
});

describe('a bent batten', () => {
  it('of small rise is the cubic of a bar loaded at its middle, 2/27 of the rise under the arc at a sixth of the span', () => {
    const arc = arcOfRise(0.4, 0.0005);
    // rise u (1 - 2 u)^2 is largest at u = 1/6: 2/27
    expect(battenDeviation(arc) / arc.rise).toBeCloseTo(2 / 27, 4);
    const { x, y } = bentBatten(arc);
    const i = x.findIndex((place) => place >= 0.1 - 1e-12);
    const u = x[i] / 0.4;
    expect(y[i] / arc.rise).toBeCloseTo(3 * u - 4 * u ** 3, 5);
  });
  it('bent far keeps its moment even: curvature grows straight with the distance from its end', () => {
    const arc = arcOfRise(0.4, 0.06);
    const { x, y } = bentBatten(arc);
    expect(y.at(-1)).toBeCloseTo(0.06, 10);
    const curvature = (i: number) => {
      const d = x[1];
      const [first, second] = [(y[i + 1] - y[i - 1]) / (2 * d), (y[i + 1] - 2 * y[i] + y[i - 1]) / d ** 2];
      return -second / (1 + first ** 2) ** 1.5;
    };
    const slope = curvature(300) / x[300];
    for (const i of [50, 150, 390]) expect(curvature(i) / x[i] / slope).toBeCloseTo(1, 3);
  });
});
