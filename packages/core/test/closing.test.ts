import {
  AIR,
  airResonance,
  airSpring,
  aloneOf,
  boxNotes,
  ellipseOf,
  holeConductivity,
  pairOf,
  settling,
  sharedByGood,
  topPiston,
  type ClosedBox,
  type ComparedBuild,
} from '../src/closing';
import { TAKEN } from './voiced-top';

const circle = (r: number) =>
  Array.from({ length: 180 }, (_, i) => [r * Math.cos((Math.PI * i) / 90), r * Math.sin((Math.PI * i) / 90)] as const);

describe('the air of a box', () => {
  it('has the textbook note: neck as long as the plate is thick plus pi a / 2 of a thin hole', () => {
    const [a, h, volume] = [0.049, 0.0028, 0.0155];
    const byHand = (AIR.speed / (2 * Math.PI)) * Math.sqrt((Math.PI * a * a) / (volume * (h + (Math.PI * a) / 2)));
    expect(airResonance({ volume, openings: [{ a, b: a }], thickness: h })).toBeCloseTo(byHand, 6);
    // A guitar of 15 litres with a hole of 98 mm: near 120 Hz with walls that stand still.
    expect(byHand).toBeGreaterThan(110);
    expect(byHand).toBeLessThan(145);
  });
  it('lets a long slot pass more than a circle of its area, and a thick plate less than a thin one: Rayleigh', () => {
    const area = Math.PI * 0.03 ** 2;
    const slot = { a: 0.09, b: 0.01 };
    // For an ellipse in a thin plate 2 sqrt(S / pi) is the least of its area.
    expect(holeConductivity(slot, 1e-9)).toBeGreaterThan(2 * Math.sqrt(area / Math.PI));
    // K(e) of a thin ellipse by its series in b/a: ln(4 a / b) + (ln(4 a / b) - 1) (b / 2 a)^2. Source: Abramowitz and
    // Stegun 17.3.26.
    const log = Math.log(4 * 9);
    expect(holeConductivity(slot, 1e-9)).toBeCloseTo((Math.PI * 0.09) / (log + (log - 1) / 4 / 81), 4);
    // The plate's thickness adds h / S to its reciprocal.
    expect(1 / holeConductivity(slot, 0.004) - 1 / holeConductivity(slot, 1e-9)).toBeCloseTo(0.004 / area, 3);
  });
  it('takes a drawn circle for what it is', () => {
    const { a, b } = ellipseOf(circle(0.05));
    expect(a).toBeCloseTo(0.05, 4);
    expect(b).toBeCloseTo(0.05, 4);
  });
  it('refuses a box without a hole or of no size', () => {
    expect(() => airResonance({ volume: 0.015, openings: [], thickness: 0.003 })).toThrow(/holes/);
    expect(() => airResonance({ volume: 15, openings: [{ a: 0.05, b: 0.05 }], thickness: 0.003 })).toThrow(/volume/);
  });
});

describe('air and top together', () => {
  const alone = { top: 170, air: 128 };
  it('are the eigenvalues of the two masses, solved by hand', () => {
    const [p, h, s] = [alone.top ** 2, alone.air ** 2, 60 ** 2];
    const { low, high } = pairOf(alone, 60);
    // det [p + s - f2, s h / x; x, h - f2] with the coupling's product s h.
    for (const f2 of [low ** 2, high ** 2]) expect(((p + s - f2) * (h - f2) - s * h) / (p * h)).toBeCloseTo(0, 9);
    expect(low).toBeLessThan(alone.air);
    expect(high).toBeGreaterThan(alone.top);
  });
  it('are told apart again from what is heard', () => {
    const back = aloneOf(pairOf(alone, 60), 60);
    expect(back.top).toBeCloseTo(alone.top, 6);
    expect(back.air).toBeCloseTo(alone.air, 6);
    expect(pairOf(alone, 0)).toEqual({ low: expect.closeTo(128, 9), high: expect.closeTo(170, 9) });
  });
  it('refuses a pair that no such box has', () => {
    expect(() => aloneOf({ low: 120, high: 125 }, 80)).toThrow(/too near/);
    expect(() => aloneOf({ low: 120, high: 110 }, 10)).toThrow(/higher/);
  });
  it('has the spring of a piston on shut air: rho c^2 A^2 / V over its mass', () => {
    const k = (AIR.density * AIR.speed ** 2 * 0.03 ** 2) / 0.015;
    expect(airSpring({ area: 0.03, modalMass: 0.08, volume: 0.015 })).toBeCloseTo(
      Math.sqrt(k / 0.08) / (2 * Math.PI),
      9,
    );
  });
});

describe('wood off the closed box', () => {
  const box: ClosedBox = { top: TAKEN, volume: 0.0155, trims: [], heard: null };
  const piston = topPiston(TAKEN);
  it('finds the mode that pumps: less air than a piston of the plate, more mass than nothing', () => {
    expect(piston.area).toBeGreaterThan(0.01);
    expect(piston.area).toBeLessThan(0.1);
    expect(piston.modalMass).toBeGreaterThan(0.03);
    expect(piston.modalMass).toBeLessThan(0.25);
  });
  it('a thinner rim lowers the top’s note, a wider hole raises the air’s', () => {
    const rim = boxNotes(box, [{ what: 'rim', depth: 2e-4 }]);
    const hole = boxNotes(box, [{ what: 'hole', depth: 2e-3 }]);
    const change = ({ now, then }: ReturnType<typeof boxNotes>, key: 'air' | 'top') =>
      then![key].value / now[key].value - 1;
    expect(change(rim, 'top')).toBeLessThan(0);
    expect(change(hole, 'air')).toBeGreaterThan(0);
    expect(change(hole, 'air')).toBeGreaterThan(Math.abs(change(rim, 'air')));
    expect(Math.abs(change(rim, 'top'))).toBeGreaterThan(Math.abs(change(rim, 'air')));
  });
  it('stands on what was heard, and is surer of it', () => {
    const { now } = boxNotes({ ...box, heard: { air: 104, top: 196, after: 0 } });
    expect(now.air.value).toBeCloseTo(104, 6);
    expect(now.top.value).toBeCloseTo(196, 6);
    expect(now.top.sd).toBeLessThan(boxNotes(box).now.top.sd / 5);
  });
  it('takes a pair nearer together than its air would let it for a softer one, and refuses one that no box has', () => {
    const { now } = boxNotes({ ...box, heard: { air: 101, top: 165, after: 0 } });
    expect([now.air.value, now.top.value]).toEqual([expect.closeTo(101, 6), expect.closeTo(165, 6)]);
    // However soft the air, two notes lie apart by its spring at least.
    expect(now.spring).toBeLessThanOrEqual(165 - 101);
    expect(() => boxNotes({ ...box, heard: { air: 101, top: 104, after: 0 } })).toThrow(/too near/);
  });
  it('refuses to take off what is no trim', () => {
    expect(() => boxNotes(box, [{ what: 'rim', depth: 0.005 }])).toThrow(/depth/);
  });
});

describe('settling under the strings', () => {
  it('creeps by a power of time: twice as much in all by ten years, over what it gave at once', () => {
    const none = settling(0.02, [], 1e-3);
    expect(none.verdict).toBe('nothing-read');
    expect(none.inTenYears.value).toBeCloseTo(0.04, 4);
    // (t / ten years)^(1/4) at a sixteenth of ten years is a half.
    expect(none.at(3652 / 16).forecast.value).toBeCloseTo(0.03, 6);
  });
  it('comes to the line that was made, the surer the more is read', () => {
    const made = (days: number) => 0.024 + 0.03 * (days / 3652) ** 0.25;
    const readings = [0, 1, 3, 7, 14, 30, 60, 120, 200, 300].map((days) => ({ days, moved: made(days) }));
    const { atOnce, creeps, inAYear } = settling(0.02, readings, 2e-4);
    expect(atOnce.value).toBeCloseTo(0.024, 3);
    expect(creeps).toBeCloseTo(1.25, 1);
    expect(Math.abs(inAYear.value - made(365.25))).toBeLessThan(2 * inAYear.sd);
    expect(inAYear.sd).toBeLessThan(settling(0.02, readings.slice(0, 2), 2e-4).inAYear.sd / 2);
  });
  it.each([
    [0.026, 'as-forecast'],
    [0.05, 'more-than-forecast'],
    [0.008, 'less-than-forecast'],
  ])('says of %s rad after a week: %s', (moved, verdict) =>
    expect(settling(0.02, [{ days: 7, moved }], 5e-4).verdict).toBe(verdict),
  );
  it('refuses a forecast of nothing', () => expect(() => settling(0, [], 1e-3)).toThrow(/forecast/));
});

describe('what the good ones share', () => {
  const aBuild = (number: number, good: boolean | null, figures: Record<string, number | null>): ComparedBuild => ({
    id: `${number}`,
    number,
    name: '',
    good,
    figures,
  });
  const builds = [
    aBuild(1, true, { thickness: 2.7e-3, mass: 0.18, ring: 1 }),
    aBuild(2, true, { thickness: 2.75e-3, mass: 0.22, ring: 1.4 }),
    aBuild(3, false, { thickness: 3.1e-3, mass: 0.2, ring: null }),
    aBuild(4, null, { thickness: 9e-3, mass: 0.5, ring: 1 }),
  ];
  it('is what they agree in and the others miss; builds without a word do not count', () => {
    const [only, ...rest] = sharedByGood(builds);
    expect(rest).toEqual([]);
    expect(only).toMatchObject({ name: 'thickness', outside: [3] });
    expect([only.least, only.most]).toEqual([expect.closeTo(2.7e-3, 9), expect.closeTo(2.75e-3, 9)]);
    expect(only.width).toBeCloseTo(Math.log(2.75 / 2.7) / Math.log(3.1 / 2.7), 6);
  });
  it('says nothing without both kinds', () =>
    expect(sharedByGood(builds.filter(({ good }) => good !== false))).toEqual([]));
});
