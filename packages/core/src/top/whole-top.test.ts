import {
  drawPattern,
  usualBridge,
  usualSettings,
  type BracingPlan,
  flipPlan,
  bracePlaces,
  bridgeAt,
  xOf,
} from '../bracing';
import { defaultHoles, defaultOutline, plateShape } from '../outline';
import { defaultMeshSize, solveTop } from '../shell';
import { durationFactor, softwoodStrength } from '../wood';
import { createMapGrid, gridX, gridY } from '../survey';
import {
  changedTop,
  examineTop,
  trackModes,
  gridSampler,
  heightsOf,
  isChanged,
  NO_CHANGE,
  noDifference,
  passOnBrace,
  passOnPlate,
  polynomialThrough,
  TopReanalysis,
  rimStiffness,
  shavingMap,
  TOP_PARTS,
  topOfPlan,
  type ExamineSettings,
  type TopPlan,
} from '.';

const SCALE = 0.632;
const shape = plateShape(defaultOutline('steel-string'), defaultHoles('steel-string'));
const bridge = usualBridge('steel-string');
const hole = {
  x: (shape.holes[0][0][0] + shape.holes[0][Math.floor(shape.holes[0].length / 2)][0]) / 2,
  diameter: 0.1,
};
const drawn = drawPattern(usualSettings('x'), { shape, hole, bridgeAt: bridgeAt(bridge, SCALE), trebleSign: -1 });
const plan: BracingPlan = {
  ...drawn,
  bridge,
  strings: null,
  archRadius: null,
  dishRadius: null,
  rodThroughHole: false,
};
const aTop = (change: Partial<TopPlan> = {}): TopPlan => ({
  shape,
  family: 'steel-string',
  plan,
  scale: SCALE,
  trebleSign: -1,
  bridge: true,
  sandwich: null,
  thickness: 2.8e-3,
  wood: { rho: 420, E_L: 11.5e9, E_C: 0.8e9, G_LC: 0.75e9, nu_LC: 0.37 },
  ...change,
});
/** Coarse: what is compared is compared on the same mesh. */
const COARSE: ExamineSettings = { hold: 'glued', modeCount: 5, meshSize: 0.024 };
const opened = examineTop(aTop(), COARSE);
const { examined } = opened;
const withBrace = (id: string, heights: (old: number[]) => number[]): BracingPlan => ({
  ...plan,
  braces: plan.braces.map((brace) => (brace.id === id ? { ...brace, heights: heights(brace.heights) } : brace)),
});

describe('a guitar’s top under its strings', () => {
  it('turns the bridge forward: in before it, out behind it, and holds for years', () => {
    const strings = examined.strings!;
    expect(strings.turns).toBe(true);
    const at = bridgeAt(bridge, SCALE);
    const place = (from: number, to: number, pick: (a: number, b: number) => number) =>
      examined.x.reduce(
        (best, x, i) => (x > from && x < to && Math.abs(examined.y[i]) < 0.03 ? pick(best, strings.field[i]) : best),
        0,
      );
    expect(place(at - 0.09, at - 0.03, Math.max)).toBeGreaterThan(1e-4);
    expect(place(at + 0.03, at + 0.09, Math.min)).toBeLessThan(-1e-4);
    expect((strings.movement * 180) / Math.PI).toBeGreaterThan(0.3);
    expect((strings.movement * 180) / Math.PI).toBeLessThan(4);
    expect(strings.reserve.low).toBeLessThan(strings.reserve.factor);
  });
  it('names its first mode the one-piece one, and a rocking of each kind after it', () => {
    expect(examined.modes[0].kind).toBe('monopole');
    expect(examined.modes[0].pumping).toBeGreaterThan(examined.modes[1].pumping);
    expect(examined.modes.map(({ kind }) => kind)).toEqual(expect.arrayContaining(['cross-dipole', 'long-dipole']));
  });
  it('has its six notes within 1 % of those of a mesh twice as fine, bridge, plates and neck and all', () => {
    const input = { ...topOfPlan(aTop(), 'glued'), modeCount: 6 };
    const notes = (meshSize: number) => solveTop({ ...input, meshSize }).modes.map(({ frequency }) => frequency);
    const step = defaultMeshSize(input.outline);
    const [usual, fine] = [notes(step), notes(step / 2)];
    expect(input.patches!.length).toBeGreaterThan(2);
    usual.forEach((note, m) => expect(Math.abs(note / fine[m] - 1)).toBeLessThan(0.01));
  });
  it('is the same mirrored for the other hand', () => {
    const usual: ExamineSettings = { hold: 'glued', modeCount: 4 };
    const [one, other] = [aTop(), aTop({ plan: flipPlan(plan), trebleSign: 1 })].map(
      (top) => examineTop(top, usual).examined,
    );
    other.modes.forEach(({ frequency }, m) =>
      expect(Math.abs(frequency / one.modes[m].frequency - 1)).toBeLessThan(2e-3),
    );
    expect(other.mass).toBeCloseTo(one.mass, 5);
    expect(other.strings!.movement / one.strings!.movement).toBeCloseTo(1, 2);
  });
  it('of twice the density all through sounds a root of two lower and sinks the same', () => {
    const heavy = aTop({
      wood: { ...aTop().wood, rho: 840 },
      bridge: false,
      plan: { ...plan, patches: [], braces: plan.braces.map((brace) => ({ ...brace, density: 2 * brace.density })) },
    });
    const light = aTop({ bridge: false, plan: { ...plan, patches: [] } });
    const [a, b] = [heavy, light].map((top) => examineTop(top, COARSE).examined);
    a.modes.forEach(({ frequency }, m) => expect(frequency / b.modes[m].frequency).toBeCloseTo(Math.SQRT1_2, 6));
    expect(a.weight!.sink).toBeCloseTo(b.weight!.sink, 10);
  });
  it('too thin to last is said so', () => {
    const frail = examineTop(
      aTop({
        thickness: 1.1e-3,
        plan: {
          ...plan,
          braces: plan.braces.map((brace) => ({ ...brace, heights: brace.heights.map((h) => 0.4 * h) })),
        },
      }),
      COARSE,
    );
    const { reserve } = frail.examined.strings!;
    expect(reserve.verdict).toBe('too-light');
    expect(reserve.factor).toBeLessThan(examined.strings!.reserve.factor / 2);
  });
  it('in the hand has modes and no loads; with a floating bridge it sinks and nothing turns', () => {
    const free = examineTop(aTop(), { ...COARSE, hold: 'free' }).examined;
    expect(free.weight).toBeNull();
    expect(free.modes[0].frequency).toBeLessThan(examined.modes[0].frequency);
    const floating = examineTop(
      aTop({ plan: { ...plan, bridge: { ...bridge, kind: 'floating', angleBefore: 0.15, angleBehind: 0.15 } } }),
      COARSE,
    ).examined;
    expect(floating.strings!.turns).toBe(false);
    expect(floating.strings!.movement).toBeGreaterThan(0);
  });
  it('a brace over the hole is refused by its name', () => {
    const over = { ...plan.braces[0], name: 'stray brace', from: [hole.x, -0.06], to: [hole.x, 0.06] } as const;
    expect(() => topOfPlan(aTop({ plan: { ...plan, braces: [over as never] } }), 'glued')).toThrow(
      /stray brace: passes over a hole/,
    );
  });
});

describe('one pass', () => {
  it('off the plate weighs what it weighs: a stroke’s area, a tenth of a millimetre, of this wood', () => {
    const node = examined.x.findIndex((x, i) => Math.hypot(x - 0.1, examined.y[i] - 0.08) < 0.02);
    expect(passOnPlate(examined, node).mass).toBeCloseTo(-420 * 2e-3 * 1e-4, 10);
  });
  it('off a brace is forecast as the changed top has it', () => {
    const b = plan.braces.findIndex(({ role }) => role === 'tone-bar');
    const bar = plan.braces[b];
    const places = bracePlaces(bar);
    const s = 12;
    const reach = { half: 0.015, off: 3e-4 };
    const heights = bar.heights.map(
      (height, i) => height - (Math.abs(places[i] - places[s]) < reach.half ? reach.off : 0),
    );
    const stations = heights.filter((height, i) => height !== bar.heights[i]).length;
    const spacing = places[1] - places[0];
    const then = examineTop(aTop({ plan: withBrace(bar.id, () => heights) }), COARSE).examined;
    const forecast = Array.from({ length: bar.heights.length }, (_, i) =>
      heights[i] === bar.heights[i] ? null : passOnBrace(examined, b, i, spacing),
    ).filter((one) => one !== null);
    // Each pass is 0.1 mm over 30 mm; the removal is 0.3 mm at some stations a step apart.
    const scale = (reach.off / 1e-4) * (spacing / 0.03);
    expect(forecast).toHaveLength(stations);
    then.modes.forEach(({ frequency }, m) => {
      const heard = 1200 * Math.log2(frequency / examined.modes[m].frequency);
      const said = scale * forecast.reduce((sum, { cents }) => sum + cents[m], 0);
      expect(Math.abs(said - heard)).toBeLessThan(Math.max(0.08 * Math.abs(heard), 0.05));
    });
    const sunk = then.weight!.sink / examined.weight!.sink - 1;
    expect(Math.abs((scale * forecast.reduce((sum, { sink }) => sum + sink!, 0)) / sunk - 1)).toBeLessThan(0.08);
  });
});

describe('the shaving map', () => {
  const spacings = plan.braces.map((brace) => bracePlaces(brace)[1]);
  it('to lower a mode helps where its slope is up, and the wish to raise it is its mirror', () => {
    const [lower, raise] = (['lower', 'raise'] as const).map((kind) =>
      shavingMap(examined, { kind, mode: 0 }, spacings),
    );
    lower.plate.forEach((value, i) => expect(raise.plate[i]).toBeCloseTo(-value, 12));
    const most = lower.plate.indexOf(Math.max(...lower.plate));
    expect(passOnPlate(examined, most).cents[0]).toBeLessThan(0);
    expect(Math.max(...lower.plate)).toBeGreaterThanOrEqual(1);
  });
  it('for less weight sends the plane away from where the sink is borne', () => {
    const map = shavingMap(examined, { kind: 'less-weight' }, spacings);
    const dear = examined.x.reduce(
      (best, _, i) => (passOnPlate(examined, i).sink! > passOnPlate(examined, best).sink! ? i : best),
      0,
    );
    const cheap = examined.x.reduce(
      (best, _, i) => (passOnPlate(examined, i).sink! < passOnPlate(examined, best).sink! ? i : best),
      0,
    );
    expect(map.plate[dear]).toBeLessThan(0);
    expect(map.plate[cheap]).toBeGreaterThan(0);
  });
});

describe('figures that follow the hand', () => {
  const quick = new TopReanalysis(opened);
  it('with nothing changed are those of the whole model', () => {
    const { modes, sink, movement, mass } = quick.figures({});
    modes.forEach(({ frequency }, m) => expect(frequency / examined.modes[m].frequency).toBeCloseTo(1, 6));
    expect(sink! / examined.weight!.sink).toBeCloseTo(1, 2);
    expect(movement! / examined.strings!.movement).toBeCloseTo(1, 2);
    expect(mass).toBe(examined.mass);
  });
  it('with a brace 1.5 mm lower stay near the exact ones', () => {
    const b = plan.braces.findIndex(({ role }) => role === 'x-leg');
    const lower = plan.braces[b].heights.map((height) => Math.max(2e-3, height - 1.5e-3));
    const then = examineTop(aTop({ plan: withBrace(plan.braces[b].id, () => lower) }), COARSE).examined;
    const fast = quick.figures({ heights: new Map([[b, lower]]) });
    fast.modes.slice(0, 3).forEach(({ frequency }, m) => {
      const change = then.modes[m].frequency - examined.modes[m].frequency;
      expect(Math.abs(frequency - then.modes[m].frequency)).toBeLessThan(
        Math.max(0.2 * Math.abs(change), 0.003 * frequency),
      );
    });
    expect(fast.mass).toBeCloseTo(then.mass, 6);
  });
  it('with every part of the plate thinner weigh and sound as the thinner plate', () => {
    const fast = quick.figures({ thicker: Object.fromEntries(TOP_PARTS.map((part) => [part, -1e-4])) });
    const then = examineTop(aTop({ thickness: 2.7e-3 }), COARSE).examined;
    expect(fast.mass).toBeCloseTo(then.mass, 6);
    fast.modes.slice(0, 3).forEach(({ frequency }, m) => expect(frequency / then.modes[m].frequency).toBeCloseTo(1, 2));
  });
  it.each(TOP_PARTS)('with the %s thinner by a quarter millimetre stay near the exact ones', (part) => {
    const fast = quick.figures({ thicker: { [part]: -2.5e-4 } });
    const then = examineTop(aTop({ thicker: { [part]: -2.5e-4 } }), COARSE).examined;
    expect(fast.mass).toBeCloseTo(then.mass, 6);
    expect(fast.mass).toBeLessThan(examined.mass);
    fast.modes.slice(0, 3).forEach(({ frequency }, m) => {
      const change = then.modes[m].frequency - examined.modes[m].frequency;
      expect(Math.abs(frequency - then.modes[m].frequency)).toBeLessThan(
        Math.max(0.25 * Math.abs(change), 0.003 * frequency),
      );
    });
  });
});

describe('what is tried', () => {
  it('leaves the plan alone, and comes apart as it was put together', () => {
    const change = { ...NO_CHANGE, taller: { [plan.braces[0].id]: 1e-3 }, thicker: { rim: -2e-4 }, crossing: 5e-3 };
    expect(isChanged(NO_CHANGE)).toBe(false);
    expect(isChanged(change)).toBe(true);
    const top = changedTop(aTop(), change)!;
    expect(top.thicker).toEqual({ rim: -2e-4 });
    expect(Math.max(...top.plan.braces[0].heights)).toBeCloseTo(Math.max(...plan.braces[0].heights) + 1e-3, 9);
    expect(xOf(top.plan.braces)!.crossing[0]).toBeCloseTo(xOf(plan.braces)!.crossing[0] + 5e-3, 6);
    expect(changedTop(aTop(), NO_CHANGE)!.plan).toEqual(plan);
  });
  it('knows a mode again by its shape, though its place in the order and its sign have changed', () => {
    const before = [{ trace: [1, 1, 1] }, { trace: [1, 0, -1] }];
    const after = [
      { trace: [-0.9, 0.1, 1], note: 180 },
      { trace: [1, 0.9, 0.8], note: 182 },
    ];
    expect(trackModes(before, after).map(({ note }) => note)).toEqual([182, 180]);
  });
  it('a brace taller by a millimetre is so at its tallest and in proportion elsewhere; an X off the plate is none', () => {
    expect(heightsOf([0.004, 0.01, 0.002], 1e-3)).toEqual(
      [0.0044, 0.011, 0.0022].map((height) => expect.closeTo(height, 12)),
    );
    expect(heightsOf([0.004, 0.01], -0.0099)).toEqual([1e-3, 1e-3]);
    expect(changedTop(aTop(), { ...NO_CHANGE, crossing: 5 })).toBeNull();
  });
  it('refuses a part that is thinned away, naming it', () => {
    expect(() => topOfPlan(aTop({ thicker: { rim: -2.7e-3 } }), 'glued')).toThrow(/thicker\.rim/);
  });
  it('a cubic through three amounts and nothing is the cubic itself', () => {
    const cubic = (a: number) => 3 * a - 2 * a ** 2 + 0.5 * a ** 3;
    const add = polynomialThrough([-1, 0.5, 2], (a) => ({
      K: Float64Array.of(cubic(a)),
      M: Float64Array.of(a),
      mass: -a,
    }));
    const out = noDifference(1);
    add(1.3, out);
    expect(out.K[0]).toBeCloseTo(cubic(1.3), 12);
    expect(out.M[0]).toBeCloseTo(1.3, 12);
    expect(out.mass).toBeCloseTo(-1.3, 12);
  });
});

describe('what wood bears', () => {
  it('for years: the Madison curve, and spruce of 420 kg/m3', () => {
    expect(durationFactor(10 * 365.25 * 86400)).toBeCloseTo(0.62, 2);
    expect(durationFactor(300)).toBe(1);
    const { along, across } = softwoodStrength(420);
    expect(along / 63.4e6).toBeCloseTo(1, 2); // 170.7 x 0.375^1.01
    expect(across / along).toBeCloseTo(0.05, 9);
  });
});

describe('round the rim and on the map', () => {
  it('is stiffer nearer to the rim than under the bridge, and as many places answer as lie on wood', () => {
    const places = rimStiffness(opened, 12);
    expect(places.length).toBeGreaterThan(8);
    const bridgeStiffness = 10 / examined.weight!.sink;
    places.forEach(({ stiffness }) => expect(stiffness).toBeGreaterThan(0));
    expect(Math.max(...places.map(({ stiffness }) => stiffness))).toBeGreaterThan(0.5 * bridgeStiffness);
  });
  it('a field that rises evenly is itself on the grid', () => {
    const grid = createMapGrid(shape);
    const plane = Float64Array.from(examined.x, (x, i) => 3 * x - 2 * examined.y[i] + 1);
    const values = gridSampler(examined, grid)(plane);
    grid.wood.forEach((wood, cell) => {
      if (wood === 1 && grid.rimDistance[cell] > 0.01 && grid.holeDistance[cell] > 0.01)
        expect(values[cell]).toBeCloseTo(3 * gridX(grid, cell) - 2 * gridY(grid, cell) + 1, 9);
    });
  });
});
