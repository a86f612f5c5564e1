import {
  bridgeAt,
  bridgeLine,
  checkBracingPlan,
  crossingsOf,
  cutList,
  drawPattern,
  flipPlan,
  fretToSaddle,
  lapOf,
  mirrored,
  moveX,
  movedTo,
  openingOf,
  planCautions,
  snapEnd,
  usualBrace,
  usualBridge,
  usualSettings,
  widestOpen,
  xOf,
  type BracingPlan,
  type CautionCode,
  type Pattern,
  type PatternSettings,
} from '.';
import { contains, defaultHoles, defaultOutline, plateShape, type Family } from '../outline';
import { METRIC } from '../units';

const DEGREE = Math.PI / 180;

/** A plan on the family's own plate. */
function planOn(
  family: Family,
  change: Partial<PatternSettings> & { pattern: Pattern },
): { plan: BracingPlan; shape: ReturnType<typeof plateShape>; hole: { x: number; diameter: number } | null } {
  const holes = defaultHoles(family);
  const shape = plateShape(defaultOutline(family), holes);
  const round = holes.find((hole) => hole.kind === 'round');
  const hole = round ? { x: round.x, diameter: round.diameter } : null;
  const bridge = usualBridge(family);
  const scale = family === 'mandolin' ? 0.35 : family === 'ukulele' ? 0.38 : 0.645;
  const ground = { shape, hole, bridgeAt: bridgeAt(bridge, scale), trebleSign: -1 as const };
  const drawn = drawPattern({ ...usualSettings(change.pattern), ...change }, ground);
  const plan = { ...drawn, bridge, strings: null, archRadius: 7.6, dishRadius: null, rodThroughHole: false };
  return { plan, shape, hole };
}

const cautions = (
  { plan, shape, hole }: ReturnType<typeof planOn>,
  change: Partial<Parameters<typeof planCautions>[1]> = {},
) => planCautions(plan, { shape, hole, construction: 'flat', experience: 'new', units: METRIC, ...change });
const codes = (found: ReturnType<typeof cautions>): CautionCode[] => found.map(({ code }) => code);

describe('patterns on the usual plates', () => {
  it.each<[Family, Pattern, Partial<PatternSettings>]>([
    ['steel-string', 'x', {}],
    ['steel-string', 'x', { upper: 'a-frame' }],
    ['steel-string', 'x', { toneBars: 3, fingers: 3 }],
    ['steel-string', 'double-x', {}],
    ['steel-string', 'lattice', {}],
    ['steel-string', 'lattice', { count: 4 }],
    ['steel-string', 'ladder', {}],
    ['nylon-string', 'fan', {}],
    ['nylon-string', 'fan', { count: 3, closing: 'none' }],
    ['nylon-string', 'fan', { count: 7, closing: 'slanted' }],
    ['nylon-string', 'fan', { count: 9 }],
    ['ukulele', 'fan', { count: 3 }],
    ['ukulele', 'ladder', { count: 3 }],
    ['mandolin', 'long-bars', {}],
    ['mandolin', 'carved-x', {}],
    ['arched-guitar', 'carved-x', {}],
    ['arched-guitar', 'long-bars', {}],
  ])(
    '%s, %s %j: a legal plan on the plate, every crossing lapped, nothing blocked or over the hole',
    (family, pattern, change) => {
      const made = planOn(family, { pattern, ...change });
      expect(() => checkBracingPlan(made.plan)).not.toThrow();
      for (const { from, to } of made.plan.braces)
        for (const [x, y] of [from, to]) expect(contains(made.shape.outline, x, y)).toBe(true);
      for (const { a, b } of crossingsOf(made.plan.braces)) expect(lapOf(made.plan, a.id, b.id)).not.toBeNull();
      const construction = pattern === 'carved-x' || pattern === 'long-bars' ? 'carved' : 'flat';
      expect(codes(cautions(made, { construction, experience: 'seasoned' }))).toEqual([]);
    },
  );
  it('an X is symmetric, opens as asked and crosses where asked', () => {
    const { plan, hole } = planOn('steel-string', { pattern: 'x', angle: 100 * DEGREE, crossingFromHole: 0.03 });
    const x = xOf(plan.braces)!;
    expect(x.opening / DEGREE).toBeCloseTo(100, 9);
    expect(x.crossing[0]).toBeCloseTo(hole!.x + hole!.diameter / 2 + 0.03, 12);
    expect(x.legs[0].length).toBeCloseTo(x.legs[1].length, 9);
    expect(x.legs[0].from[1]).toBeCloseTo(-x.legs[1].from[1], 9);
  });
  it('fans have the bars asked for; a count that is none is refused', () => {
    const { plan } = planOn('nylon-string', { pattern: 'fan', count: 7 });
    expect(plan.braces.filter(({ role }) => role === 'fan-bar')).toHaveLength(7);
    expect(() => planOn('nylon-string', { pattern: 'fan', count: 2 })).toThrow(/count/);
    expect(() => planOn('nylon-string', { pattern: 'fan', count: 4.5 })).toThrow(/count/);
  });
  it('tone bars turn over with the side of the treble strings', () => {
    const right = planOn('steel-string', { pattern: 'x' });
    const bar = right.plan.braces.find(({ role }) => role === 'tone-bar')!;
    expect(bar.from[1]).toBeLessThan(0); // it butts on the leg to the treble
    const left = flipPlan(right.plan).braces.find(({ id }) => id === bar.id)!;
    expect(left.from).toEqual([bar.from[0], -bar.from[1]]);
    expect(left.length).toBeCloseTo(bar.length, 12);
    expect(flipPlan(flipPlan(right.plan))).toEqual(right.plan);
  });
});

describe('the handles of an X', () => {
  const { plan, shape } = planOn('steel-string', { pattern: 'x' });
  it('opening it turns both legs about the crossing, which stays', () => {
    const before = xOf(plan.braces)!;
    const after = xOf(moveX(plan.braces, shape.outline, { opening: 90 * DEGREE })!)!;
    expect(after.opening / DEGREE).toBeCloseTo(90, 9);
    expect(after.crossing[0]).toBeCloseTo(before.crossing[0], 9);
    expect(openingOf(...after.legs) / DEGREE).toBeCloseTo(90, 9);
  });
  it('moving the crossing keeps the opening, the order of the ends and each leg’s side', () => {
    const before = xOf(plan.braces)!;
    const after = xOf(moveX(plan.braces, shape.outline, { crossing: [before.crossing[0] + 0.02, 0] })!)!;
    expect(after.crossing[0]).toBeCloseTo(before.crossing[0] + 0.02, 9);
    expect(after.opening).toBeCloseTo(before.opening, 9);
    after.legs.forEach((leg, i) => {
      expect(Math.sign(leg.to[1])).toBe(Math.sign(before.legs[i].to[1]));
      expect(leg.from[0] < leg.to[0]).toBe(before.legs[i].from[0] < before.legs[i].to[0]);
      expect(leg.length).toBeCloseTo(Math.hypot(leg.to[0] - leg.from[0], leg.to[1] - leg.from[1]), 12);
    });
  });
  it.each([{ opening: 80 * DEGREE }, { crossing: [0.21, 0] as const }])(
    'carries along what is butted to a leg: %j',
    (change) => {
      const after = moveX(plan.braces, shape.outline, change)!;
      const x = xOf(after)!;
      const butted = plan.braces.filter(({ ends, role }) => role === 'finger' && ends[0] === 'butted');
      expect(butted.length).toBeGreaterThan(1);
      butted.forEach(({ id, to, from }) => {
        const now = after.find((brace) => brace.id === id)!;
        const off = x.legs.map(
          ({ from: [ax, ay], to: [bx, by] }) =>
            Math.abs((bx - ax) * (now.from[1] - ay) - (by - ay) * (now.from[0] - ax)) / Math.hypot(bx - ax, by - ay),
        );
        expect(Math.min(...off)).toBeLessThan(1e-9);
        expect(now.from).not.toEqual(from);
        expect(now.to).toEqual(to);
        expect(now.length).toBeCloseTo(Math.hypot(now.to[0] - now.from[0], now.to[1] - now.from[1]), 12);
      });
    },
  );
  it('says null where no plate is', () =>
    expect(moveX(plan.braces.slice(2), shape.outline, { opening: 1 })).toBeNull());
});

describe('the line of the bridge', () => {
  it('stands where equal temperament puts it: half the scale from the 12th fret', () => {
    expect(fretToSaddle(0.65, 12)).toBeCloseTo(0.325, 12);
    expect(fretToSaddle(0.632, 13)).toBeCloseTo(0.632 * 0.471937, 6); // 2^(-13/12)
  });
  it('slants by the compensation and fans with two scales; the treble end on its side', () => {
    const bridge = { ...usualBridge('steel-string'), compensationTreble: 2e-3, compensationBass: 5e-3 };
    const straight = bridgeLine(bridge, 0.645);
    expect(straight.to[0] - straight.from[0]).toBeCloseTo(3e-3, 12);
    expect([straight.from[1], straight.to[1]]).toEqual([-bridge.span / 2, bridge.span / 2]);
    expect(bridgeLine(bridge, 0.645, 1).from[1]).toBe(bridge.span / 2);
    const fanned = bridgeLine({ ...bridge, bassScale: 0.68 }, 0.645);
    expect(fanned.to[0] - fanned.from[0]).toBeCloseTo(3e-3 + 0.035 * 2 ** (-14 / 12), 12);
    expect(() => bridgeLine({ ...bridge, bassScale: 1.4 }, 0.645)).toThrow(/bassScale/);
  });
});

describe('snapping', () => {
  const { plan, shape } = planOn('steel-string', { pattern: 'x' });
  const others = plan.braces.map(({ from, to, name }) => ({ from, to, name }));
  const snap = (x: number, y: number, list = others) =>
    snapEnd([x, y], { shape, others: list, reach: 4e-3, rimInset: 2.5e-3 });
  it('takes hold of the rim, standing inside it by the inset', () => {
    const { to, point } = snap(0.36, shape.outline.find(([x, y]) => y > 0 && x > 0.359)![1] - 1e-3, []);
    expect(to).toBe('rim');
    expect(
      Math.min(
        ...shape.outline.map(([x, y], i) => {
          const [px, py] = shape.outline[(i + 1) % shape.outline.length];
          const t = Math.min(
            1,
            Math.max(0, ((point[0] - x) * (px - x) + (point[1] - y) * (py - y)) / ((px - x) ** 2 + (py - y) ** 2)),
          );
          return Math.hypot(point[0] - x - t * (px - x), point[1] - y - t * (py - y));
        }),
      ),
    ).toBeCloseTo(2.5e-3, 5);
  });
  it('takes hold of another brace’s line, of the mirror image of an end, of the centre line, else of whole millimetres', () => {
    const leg = plan.braces[0];
    const middle = [leg.from[0] + 0.7 * (leg.to[0] - leg.from[0]), leg.from[1] + 0.7 * (leg.to[1] - leg.from[1])];
    expect(snap(middle[0] + 1e-3, middle[1] + 1e-3)).toMatchObject({ to: 'brace', of: leg.name });
    const bar = plan.braces.find(({ role }) => role === 'tone-bar')!;
    expect(snap(bar.to[0] + 1e-3, -bar.to[1] + 2e-3)).toEqual({
      point: [bar.to[0], -bar.to[1]],
      to: 'mirror',
      of: bar.name,
    });
    expect(snap(0.4012, 1e-3, [])).toMatchObject({ to: 'centre', point: [expect.closeTo(0.401, 9), 0] });
    expect(snap(0.3004, 0.0506, [])).toMatchObject({
      to: null,
      point: [expect.closeTo(0.3, 9), expect.closeTo(0.051, 9)],
    });
  });
});

describe('cautions of a plan', () => {
  const made = planOn('steel-string', { pattern: 'x' });
  const withBraces = (braces: BracingPlan['braces'], laps = made.plan.laps) =>
    cautions({ ...made, plan: { ...made.plan, braces, laps } });
  const change = (id: string, by: Partial<BracingPlan['braces'][number]>) =>
    made.plan.braces.map((brace) => (brace.id === id ? { ...brace, ...by } : brace));
  const moved = (id: string, to: readonly [number, number]) =>
    made.plan.braces.map((brace) => (brace.id === id ? movedTo(brace, brace.from, to) : brace));
  it('a usual X is not cautioned even for a newcomer', () => expect(cautions(made)).toEqual([]));
  it('an end off the plate, or over the hole', () => {
    expect(withBraces(moved('tone-1', [0.4, 0.3]))[0]).toMatchObject({ code: 'end-off-plate', braces: ['tone-1'] });
    const over = usualBrace(
      { id: 'over', name: 'stray bar', role: 'free', from: [0.152, -0.12], to: [0.152, 0.12] },
      1,
    );
    expect(codes(withBraces([...made.plan.braces, over]))).toContain('over-hole');
  });
  it('a tall end in the open', () => {
    const stray = usualBrace(
      { id: 'stray', name: 'stray bar', role: 'free', from: [0.45, -0.018], to: [0.45, 0.018] },
      1,
    );
    const tall = { ...stray, heights: stray.heights.map(() => 0.008) };
    const alone = { ...made.plan, patches: [] };
    expect(codes(cautions({ ...made, plan: { ...alone, braces: [...alone.braces, tall] } }))).toEqual([
      'end-in-open',
      'end-in-open',
    ]);
  });
  it('a notch missing where one passes another', () => {
    const [missing] = withBraces(made.plan.braces, []);
    expect(missing).toMatchObject({ code: 'notch-missing', braces: ['x-bass', 'x-treble'] });
    expect(missing.message).toMatch(/cut a lap/);
  });
  it('a notch deeper than its brace, or one that the other can’t pass over', () => {
    const lap = made.plan.laps[0];
    const low = change('x-treble', { heights: made.plan.braces[1].heights.map(() => 4e-3) });
    expect(codes(withBraces(low, [{ ...lap, depth: 7e-3 }]))).toContain('notch-too-deep');
    expect(codes(withBraces(made.plan.braces, [{ ...lap, depth: 0.0143 }]))).toContain('notch-too-deep');
  });
  it('two notches that leave nothing between', () => {
    const leg = made.plan.braces[0];
    const bars = [0.6, 0.62].map((share, i) => {
      const [x, y] = [leg.from[0] + share * (leg.to[0] - leg.from[0]), leg.from[1] + share * (leg.to[1] - leg.from[1])];
      return usualBrace({ id: `p${i}`, name: `bar ${i}`, role: 'free', from: [x, y - 0.03], to: [x, y + 0.03] }, 1);
    });
    expect(codes(withBraces([...made.plan.braces, ...bars]))).toContain('notches-close');
  });
  it('a region left wide open, where it is', () => {
    const bare = {
      ...made.plan,
      braces: made.plan.braces.filter(({ role }) => role !== 'tone-bar' && role !== 'finger'),
      patches: [],
    };
    const [open] = cautions({ ...made, plan: bare }).filter(({ code }) => code === 'open-region');
    expect(open.at![0]).toBeGreaterThan(0.3); // the lower bout
    expect(widestOpen(bare, made.shape).radius).toBeGreaterThan(widestOpen(made.plan, made.shape).radius);
  });
  it('the widest circle of a bare square is its inscribed one', () => {
    const square = plateShape({ kind: 'rectangle', bodyLength: 0.4, width: 0.4 });
    expect(Math.abs(widestOpen({ braces: [], patches: [] }, square).radius - 0.2)).toBeLessThan(6e-3); // to the grid
  });
  it('a bar before the rod’s key, unless it has a hole', () => {
    const plan = { ...made.plan, rodThroughHole: true };
    expect(codes(cautions({ ...made, plan }))).toEqual(['rod-blocked']);
    const open = { ...plan, braces: plan.braces.map((brace) => ({ ...brace, accessHole: true })) };
    expect(cautions({ ...made, plan: open })).toEqual([]);
  });
  it('a plan nobody tried, said to a newcomer and not to a seasoned maker', () => {
    const plan = { ...made.plan, braces: moveX(made.plan.braces, made.shape.outline, { opening: 75 * DEGREE })! };
    expect(codes(cautions({ ...made, plan }))).toContain('far-from-practice');
    expect(codes(cautions({ ...made, plan }, { experience: 'some' }))).not.toContain('far-from-practice');
    expect(codes(cautions({ ...made, plan }, { experience: 'seasoned' }))).not.toContain('far-from-practice');
  });
  it('nothing is said of an empty plan', () =>
    expect(cautions({ ...made, plan: { ...made.plan, braces: [] } })).toEqual([]));
});

describe('a plan that can’t be', () => {
  const { plan } = planOn('steel-string', { pattern: 'x' });
  const withFirst = (change: object) => ({
    ...plan,
    braces: [{ ...plan.braces[0], ...change }, ...plan.braces.slice(1)],
  });
  it.each<[string, BracingPlan, RegExp]>([
    [
      'a height of zero',
      withFirst({ heights: plan.braces[0].heights.map((h, i) => (i === 3 ? 0 : h)) }),
      /braces\[0\].*height/,
    ],
    ['a length that is another', withFirst({ length: 0.2 }), /braces\[0\]\.length/],
    ['an absurd radius', { ...plan, archRadius: 0.01 }, /archRadius/],
    ['a radius of its own under half its length', withFirst({ underside: 'own', radius: 0.1 }), /braces\[0\]\.radius/],
    ['two of one id', { ...plan, braces: [...plan.braces, plan.braces[0]] }, /id.*twice/],
    ['a lap of nobody', { ...plan, laps: [{ ...plan.laps[0], b: 'nobody' }] }, /laps\[0\]/],
    ['a brace of no length', withFirst({ to: plan.braces[0].from, length: 0 }), /draw it longer/],
  ])('%s is refused, naming the field', (_, bad, words) => expect(() => checkBracingPlan(bad)).toThrow(words));
});

describe('the cut list', () => {
  const { plan, shape } = planOn('steel-string', { pattern: 'x' });
  const list = cutList(plan, shape);
  it('has each brace with its stick, longer than the brace', () => {
    expect(list.map(({ name }) => name)).toEqual(plan.braces.map(({ name }) => name));
    list.forEach(({ length, stockLength }) => expect(stockLength).toBeGreaterThan(length));
  });
  it('cuts the legs of the X half through, one from above and one from below, over the width of the other leg on the slant', () => {
    const bass = list.find(({ id }) => id === 'x-bass')!;
    const treble = list.find(({ id }) => id === 'x-treble')!;
    const { lower } = plan.laps[0];
    expect(lower).toBe('x-bass');
    expect([bass.notches.length, bass.notches[0].from, treble.notches[0].from]).toEqual([1, 'above', 'below']);
    expect(bass.notches[0].depth + treble.notches[0].depth).toBeCloseTo(0.0145, 6);
    expect(bass.notches[0].width).toBeCloseTo(7.5e-3 / Math.sin(82 * DEGREE), 6); // legs at 98 meet at 82 degrees
    expect(bass.notches[0].at).toBeCloseTo(treble.notches[0].at, 6);
  });
  it('bevels an end by the slant of what it meets: a bar square across meets the rim by the rim’s slope', () => {
    const bar = list.find(({ id }) => id === 'upper-transverse')!;
    expect(bar.ends[0].bevel).toBeCloseTo(bar.ends[1].bevel, 6);
    expect(bar.ends[0].fit).toBe('let-in');
    const mirror = mirrored(plan.braces[0], 'm', 'mirror');
    expect(mirror.to[1]).toBe(-plan.braces[0].to[1]);
  });
  it('weighs a plain stick as length by width by height by density', () => {
    const stick = {
      ...usualBrace({ id: 's', name: 's', role: 'transverse', from: [0.3, -0.1], to: [0.3, 0.1] }, 1),
      heights: [0.01, 0.01, 0.01],
    };
    const [piece] = cutList({ ...plan, braces: [stick], laps: [] }, shape);
    expect(piece.mass).toBeCloseTo(410 * 0.2 * 8e-3 * 0.01, 12);
  });
});
