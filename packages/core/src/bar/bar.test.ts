import { barModes, type Bar, type BarStation } from '.';

const uniform = (length: number, width: number, height: number, count = 31): BarStation[] =>
  Array.from({ length: count }, (_, i) => ({ x: (length * i) / (count - 1), width, height }));
const brace: Bar = {
  length: 0.3,
  density: 420,
  modulus: 12e9,
  shearModulus: Infinity,
  ends: 'free',
  section: 'rectangle',
  stations: uniform(0.3, 8e-3, 0.014),
};
const frequencies = (bar: Bar, count = 3) => barModes(bar, count).modes.map(({ frequency }) => frequency);
const near = (found: readonly number[], known: readonly number[], share: number) =>
  known.forEach((value, i) => expect(Math.abs(found[i] / value - 1)).toBeLessThan(share));

describe('partials of uniform bars', () => {
  it('free: 854.7, 2356, 4619 Hz, whatever the width', () => {
    near(frequencies(brace), [854.7, 2356, 4619], 1e-4); // by hand
    near(frequencies({ ...brace, stations: uniform(0.3, 0.02, 0.014) }), [854.7, 2356, 4619], 1e-4);
  });
  it('free, five of them: case01a of the reference values', () => {
    const bar: Bar = { ...brace, length: 0.5, density: 430, stations: uniform(0.5, 8e-3, 0.015) };
    near(frequencies(bar, 5), [325.812, 898.113, 1760.66, 2910.46, 4347.73], 1e-4);
  });
  it('pinned and clamped: n^2 pi^2, and 4.73004, 7.85320, 10.99561 squared', () => {
    const unit = Math.sqrt((12e9 * 0.014 ** 2) / (12 * 420)) / (2 * Math.PI * 0.3 ** 2);
    near(
      frequencies({ ...brace, ends: 'pinned' }),
      [1, 4, 9].map((n) => n * Math.PI ** 2 * unit),
      1e-4,
    );
    near(
      frequencies({ ...brace, ends: 'clamped' }),
      [4.73004, 7.8532, 10.99561].map((b) => b * b * unit),
      1e-4,
    );
  });
  it('with shear and rotary inertia: case04a', () => {
    const bar: Bar = {
      ...brace,
      density: 430,
      modulus: 12.5e9,
      shearModulus: 0.75e9,
      stations: uniform(0.3, 8e-3, 0.012, 61),
    };
    near(frequencies(bar), [724.988, 1911.92, 3527.02], 1.5e-3); // as a solid
    near(frequencies(bar), [724.756, 1908.7, 3510.04], 5e-3);
    near(frequencies({ ...bar, shearModulus: Infinity }), [738.956, 2036.96, 3993.26], 1e-4);
    expect(barModes(bar, 1).mass).toBeCloseTo(0.012384, 9);
    // A seventeenth of the modulus, as spruces have, where none is given.
    const { theory, shear, shearModulus } = barModes({ ...brace, shearModulus: undefined }, 1);
    expect([theory, shear, shearModulus]).toEqual(['with-shear', 'usual', 12e9 / 17]);
    expect(barModes(brace, 1).theory).toBe('thin');
    expect(barModes(bar, 1).shear).toBe('given');
  });
  it('on a soft foundation starts with the bar going up and down as one: sqrt(k / m)', () => {
    const foundation = 2e4;
    const [first] = frequencies({ ...brace, foundation });
    expect(first).toBeCloseTo(Math.sqrt(foundation / (420 * 8e-3 * 0.014)) / (2 * Math.PI), 1);
  });
});

describe('partials of notched bars', () => {
  const bar = (height: number, shearModulus: number, notches: Bar['notches'] = []): Bar => ({
    ...brace,
    shearModulus,
    stations: uniform(0.3, 8e-3, height),
    notches,
  });
  // Height, shear modulus, depth, middle and length of the notch; first note over that of the whole bar, by own plane
  // solids of 8-node squares a millimetre wide.
  it.each([
    [0.014, 0.75e9, 0.003, 0.15, 0.008, 0.91886],
    [0.014, 0.75e9, 0.007, 0.15, 0.008, 0.65859],
    [0.014, 0.75e9, 0.007, 0.15, 0.012, 0.634],
    [0.014, 0.75e9, 0.01, 0.15, 0.008, 0.37303],
    [0.014, 0.75e9, 0.007, 0.1, 0.008, 0.7315],
    [0.014, 0.4e9, 0.007, 0.15, 0.008, 0.6342],
    [0.014, 1.2e9, 0.007, 0.15, 0.008, 0.6741],
    [0.02, 0.75e9, 0.01, 0.15, 0.008, 0.61628],
    [0.01, 0.75e9, 0.005, 0.15, 0.008, 0.6956],
  ])('%p m high, shear %p Pa, cut %p m deep at %p over %p m', (height, G, depth, at, length, share) => {
    const cut = bar(height, G, [{ at, length, keeps: 1 - depth / height }]);
    near([frequencies(cut, 1)[0] / frequencies(bar(height, G), 1)[0]], [share], 0.018);
  });
  it('are lighter by just what was cut, and as before where nothing is', () => {
    const cut = bar(0.014, 0.75e9, [{ at: 0.15, length: 8e-3, keeps: 0.5 }]);
    expect(barModes(cut, 1).mass).toBeCloseTo(420 * 8e-3 * (0.3 * 0.014 - 8e-3 * 0.007), 9);
    near(
      frequencies(bar(0.014, 0.75e9, [{ at: 0.15, length: 8e-3, keeps: 1 }])),
      frequencies(bar(0.014, 0.75e9)),
      1e-4,
    );
    expect(() => barModes(bar(0.014, 0.75e9, [{ at: 0.4, length: 8e-3, keeps: 0.5 }]), 1)).toThrow(/notches\[0\].at/);
  });
});

describe('partials of tapered bars', () => {
  it('the free wedge clamped at neither end is the same from either side', () => {
    const taper = uniform(0.3, 8e-3, 0.01).map((station, i) => ({ ...station, height: 0.004 + 0.0003 * i }));
    const turned = taper.map((_, i) => ({ ...taper[i], height: taper[taper.length - 1 - i].height }));
    near(frequencies({ ...brace, stations: taper }), frequencies({ ...brace, stations: turned }), 1e-9);
  });
  it('of half the height over the whole length sound an octave lower, of the same height in a triangle 0.8165 as high', () => {
    near(frequencies({ ...brace, stations: uniform(0.3, 8e-3, 0.007) }), [427.35, 1178, 2309.5], 1e-4);
    // radius of gyration h / sqrt(18) against h / sqrt(12)
    near(
      frequencies({ ...brace, section: 'triangle' }),
      [854.7, 2356, 4619].map((f) => f * Math.sqrt(12 / 18)),
      1e-4,
    );
  });
  it('even cantilever: 1.87510, 4.69409, 7.85476 squared', () => {
    const unit = Math.sqrt((12e9 * 0.014 ** 2) / (12 * 420)) / (2 * Math.PI * 0.3 ** 2);
    near(
      frequencies({ ...brace, ends: 'cantilever' }),
      [1.8751, 4.69409, 7.85476].map((b) => b * b * unit),
      1e-4,
    );
  });
  it('cantilevered wedge, sharp at its free end: 5.315 h0 / L^2 sqrt(E / (12 rho)), as Kirchhoff found; truncated, between it and the even one', () => {
    const unit = Math.sqrt(12e9 / (12 * 420)) / (2 * Math.PI);
    const wedge = (tip: number) =>
      frequencies(
        {
          ...brace,
          ends: 'cantilever',
          stations: uniform(0.3, 8e-3, 0.01, 121).map((station, i) => ({
            ...station,
            height: 0.01 * (1 - (i / 120) * (1 - tip)),
          })),
        },
        1,
      )[0];
    near([wedge(1e-3)], [(5.315 * unit * 0.01) / 0.3 ** 2], 2e-3);
    // Half the height at the tip: 3.82379 of the table of Mabie and Rogers 1964
    near([wedge(0.5)], [(3.8238 * unit * 0.01) / 0.3 ** 2], 2e-3);
  });
  it('doubly tapered wedge with a sharp end, clamped at its root: 8.72 against 3.52 of the even cantilever', () => {
    // Half of a bar clamped at both ends and sharp in the middle moves like two such cantilevers: cone of width and
    // height, Mabie and Rogers 1974.
    const length = 0.4;
    const sharp = Array.from({ length: 161 }, (_, i) => {
      const share = Math.max(1e-3, Math.abs(1 - (2 * i) / 160));
      return { x: (length * i) / 160, width: 0.02 * share, height: 0.01 * share };
    });
    const [first] = frequencies({ ...brace, length, ends: 'clamped', stations: sharp }, 1);
    const root = Math.sqrt((12e9 * 0.01 ** 2) / (12 * 420)) / (2 * Math.PI * 0.2 ** 2);
    expect(first / root).toBeGreaterThan(8.5);
    expect(first / root).toBeLessThan(8.9);
  });
});

describe('what wood taken off does', () => {
  const scooped = uniform(0.3, 8e-3, 0.014, 25).map((station, i) => ({
    ...station,
    height: 0.006 + 0.008 * Math.sin((Math.PI * (i + 2)) / 28),
  }));
  it.each(['rectangle', 'triangle', 'parabola', 'rounded'] as const)(
    'is what a small removal of a %s shows, at every station',
    (section) => {
      const bar: Bar = { ...brace, section, stations: scooped };
      const { modes } = barModes(bar, 3);
      for (const s of [0, 3, 9, 12, 20, 24]) {
        const off = (by: number) =>
          frequencies({ ...bar, stations: scooped.map((st, i) => (i === s ? { ...st, height: st.height - by } : st)) });
        const [less, more] = [off(1e-6), off(-1e-6)];
        modes.forEach(({ sensitivity }, m) => expect(sensitivity[s]).toBeCloseTo((less[m] - more[m]) / 2e-6, -2));
      }
    },
  );
  it('lowers a uniform bar by its own frequency over its height when all is planed', () => {
    const { modes } = barModes(brace, 3);
    for (const { frequency, sensitivity } of modes)
      expect(sensitivity.reduce((sum, value) => sum + value, 0) / (-frequency / 0.014)).toBeCloseTo(1, 4);
  });
  it('lowers the first partial from the middle and raises it from the ends', () => {
    const [first] = barModes(brace, 1).modes;
    expect(first.sensitivity[15]).toBeLessThan(0);
    expect(first.sensitivity[0]).toBeGreaterThan(0);
    expect(first.sensitivity[30]).toBeCloseTo(first.sensitivity[0], 3);
  });
  it('of half a millimetre from the centre third or the ends: case04a', () => {
    const bar: Bar = {
      ...brace,
      density: 430,
      modulus: 12.5e9,
      shearModulus: 0.75e9,
      stations: uniform(0.3, 8e-3, 0.012, 61),
    };
    const before = frequencies(bar);
    const planed = (where: (x: number) => boolean) => {
      const fine = Array.from({ length: 601 }, (_, i) => ({ x: (0.3 * i) / 600, width: 8e-3, height: 0.012 }));
      const after = frequencies({ ...bar, stations: fine.map((st) => (where(st.x) ? { ...st, height: 0.0115 } : st)) });
      return after.map((f, m) => 100 * (f / before[m] - 1));
    };
    const middle = planed((x) => x > 0.1 && x < 0.2);
    [-3.67012, -1.30767, -0.873363].forEach((percent, m) => expect(Math.abs(middle[m] - percent)).toBeLessThan(0.1));
    const ends = planed((x) => x < 0.045 || x > 0.255);
    [1.12821, 0.385758, -0.202648].forEach((percent, m) => expect(Math.abs(ends[m] - percent)).toBeLessThan(0.05));
  });
});

describe('a bar that can’t be', () => {
  it.each([
    [{ length: -1 }, 'length'],
    [{ stations: uniform(0.3, 8e-3, 0.014).map((s, i) => (i === 4 ? { ...s, height: 0 } : s)) }, 'stations[4].height'],
    [{ stations: uniform(0.29, 8e-3, 0.014) }, 'stations[30].x'],
    [{ stations: [...uniform(0.3, 8e-3, 0.014)].reverse() }, 'stations[1].x'],
    [{ section: 'trapezoid' as const }, 'stations[0].topWidth'],
    [{ stations: [{ x: 0, width: 1e-3, height: 1e-3 }] }, 'stations'],
  ])('is refused: %j', (change, field) => {
    expect(() => barModes({ ...brace, ...change }, 3)).toThrow(field);
  });
});
