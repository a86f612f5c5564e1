import { drawPattern, usualBridge, usualSettings, bridgeAt, type BracingPlan } from '../bracing';
import { defaultHoles, defaultOutline, plateShape } from '../outline';
import { seededRandom } from '../simulate';
import { changedTop, NO_CHANGE, type TopPlan, type TopSummary } from '../top';
import {
  bandOf,
  batchSize,
  checkBatch,
  evolve,
  solveOne,
  crowdingDistance,
  startBatch,
  paretoFront,
  variablesOf,
  withAmount,
  type Batch,
  type BatchSettings,
  type BatchSpec,
  type DoubtResult,
  type SearchResult,
  type SearchSpec,
  type Solved,
  type SweepResult,
} from '.';

const shape = plateShape(defaultOutline('ukulele'), defaultHoles('ukulele'));
const bridge = usualBridge('ukulele');
const SCALE = 0.38;
const [round] = shape.holes;
const hole = { x: (Math.min(...round.map(([x]) => x)) + Math.max(...round.map(([x]) => x))) / 2, diameter: 0.06 };
const drawn = drawPattern(usualSettings('fan'), { shape, hole, bridgeAt: bridgeAt(bridge, SCALE), trebleSign: -1 });
const plan: BracingPlan = {
  ...drawn,
  bridge,
  strings: null,
  archRadius: null,
  dishRadius: null,
  rodThroughHole: false,
};
const top: TopPlan = {
  shape,
  family: 'ukulele',
  plan,
  scale: SCALE,
  trebleSign: -1,
  bridge: true,
  sandwich: null,
  thickness: 1.8e-3,
  wood: { rho: 420, E_L: 11e9, E_C: 0.8e9, G_LC: 0.75e9, nu_LC: 0.37 },
};
/** What is compared is compared on the same mesh. */
const COARSE: BatchSettings = { hold: 'glued', meshSize: 0.016 };
const ids = plan.braces.map(({ id }) => id);

/** Answers every question of a batch. */
function run<R>(batch: Batch<R>, answer: (top: TopPlan) => Solved): { result: R; asked: TopPlan[] } {
  const asked: TopPlan[] = [];
  let step = batch.next();
  while (!step.done) {
    asked.push(step.value);
    step = batch.next(answer(step.value));
  }
  return { result: step.value, asked };
}
const summary = (modes: TopSummary['modes'], mass = 0.1, factor = 2): Solved => ({
  kind: 'solved',
  summary: { modes, sink: 1e-4, movement: 0.01, reserve: { factor, low: 1, high: 3, verdict: 'holds' }, mass },
});

describe('what is varied', () => {
  it('is named by the plan: braces of a role together, the plate, and an X only where there is one', () => {
    const groups = variablesOf(plan).map(({ group }) => group);
    expect(groups).toContain('fan-bar');
    expect(groups).toContain('plate');
    expect(groups).not.toContain('crossing');
  });
  it('adds up', () => {
    const once = withAmount(NO_CHANGE, { of: 'braces', ids: [ids[0]] }, 1e-3);
    const twice = withAmount(withAmount(once, { of: 'braces', ids }, 5e-4), { of: 'plate', parts: ['rim'] }, -2e-4);
    expect(twice.taller[ids[0]]).toBeCloseTo(1.5e-3, 12);
    expect(twice.taller[ids[1]]).toBeCloseTo(5e-4, 12);
    expect(twice.thicker).toEqual({ rim: -2e-4 });
    expect(NO_CHANGE.taller).toEqual({});
  });
});

describe('a sweep', () => {
  const spec: BatchSpec = {
    kind: 'sweep',
    variable: { of: 'plate', parts: ['upper', 'bass', 'treble', 'rim'] },
    from: -4e-4,
    to: 4e-4,
    steps: 9,
  };
  it('follows modes by shape where they pass each other', () => {
    const { result } = run(startBatch(top, COARSE, spec), ({ thicker }) => {
      const a = { frequency: 200 + 1e5 * (thicker?.bass ?? 0), kind: 'monopole' as const, trace: [1, 1, 1, 0.2] };
      const b = { frequency: 205, kind: 'cross-dipole' as const, trace: [1, -1, 0.3, 0] };
      return summary([a, b].sort((one, other) => one.frequency - other.frequency));
    });
    const { points, kinds } = result as SweepResult;
    expect(kinds).toEqual(['monopole', 'cross-dipole']);
    points.forEach((point, i) => {
      if (!('figures' in point)) throw new Error(point.refused);
      expect(point.figures.frequencies[0]).toBeCloseTo(160 + 10 * i, 6);
      expect(point.figures.frequencies[1]).toBe(205);
    });
  });
  it('keeps what can’t be as an answer of its own', () => {
    const { result } = run(startBatch(top, COARSE, spec), ({ thicker }) =>
      (thicker?.bass ?? 0) < -2.5e-4 ? { kind: 'refused', reason: 'too thin' } : summary([]),
    );
    expect((result as SweepResult).points.filter((point) => 'refused' in point)).toHaveLength(2);
  });
  it.each([
    [{ ...spec, steps: 1 }, /steps/],
    [{ ...spec, from: 1, to: 2 }, /from.*unit/],
    [{ ...spec, to: -1e-3 }, /to/],
    [{ ...spec, variable: { of: 'crossing' } }, /no X/],
    [{ ...spec, variable: { of: 'braces', ids: ['nobody'] } }, /no brace of the plan/],
  ])('refuses what makes no sense', (bad, words) =>
    expect(() => checkBatch(top, 'glued', bad as BatchSpec)).toThrow(words),
  );
});

describe('the doubt of a glued rim', () => {
  it('reaches from nearly sliding to nearly held: nine of ten within a quarter and four times', () => {
    const spread = { density: 0, modulus: 0, braceDensity: 0, braceModulus: 0 };
    const { asked } = run(startBatch(top, COARSE, { kind: 'doubt', draws: 400, seed: 3, spread }), () => summary([]));
    const rims = asked.slice(1).map(({ rim }) => rim!);
    const within = rims.filter((rim) => rim > 1 / 4 && rim < 4).length / rims.length;
    // Three standard errors of a share of nine tenths of 400.
    expect(Math.abs(within - 0.9)).toBeLessThan(0.045);
    const note = (rim: number, hold: 'glued' | 'ring' | 'clamped' = 'glued') => {
      const solved = solveOne({ ...top, rim, bridge: false }, { ...COARSE, hold });
      return solved.kind === 'solved' ? solved.summary.modes[0].frequency : NaN;
    };
    const [sliding, soft, usual, stiff] = [note(1, 'ring'), note(1 / 4), note(1), note(4)];
    expect(sliding).toBeLessThan(soft);
    expect(soft).toBeLessThan(usual);
    expect(usual).toBeLessThan(stiff);
    expect(stiff).toBeLessThan(note(1, 'clamped'));
  });
});

describe('the doubt of the wood', () => {
  const spread = { density: 0.05, modulus: 0.1, braceDensity: 0, braceModulus: 0 };
  const spec: BatchSpec = { kind: 'doubt', draws: 400, seed: 7, spread };
  /** As a plate of this wood sounds: the root of modulus over density. */
  const plate = ({ wood }: TopPlan) =>
    summary(
      [{ frequency: Math.sqrt(wood.E_L / wood.rho), kind: 'monopole', trace: [1, 0.5] }],
      wood.rho,
      wood.E_L / 11e9,
    );
  const { result, asked } = run(startBatch(top, COARSE, spec), plate);
  const { bands, tooLight } = result as DoubtResult;
  it('spreads a frequency by half of what its moduli and density spread together', () => {
    const band = bands.frequencies[0]!;
    const expected = 1.645 * 0.5 * Math.hypot(0.05, 0.1);
    expect(Math.log(band.high / band.low) / 2 / expected).toBeGreaterThan(0.85);
    expect(Math.log(band.high / band.low) / 2 / expected).toBeLessThan(1.15);
    expect(band.middle / Math.sqrt(11e9 / 420)).toBeCloseTo(1, 2);
    expect(tooLight).toBeGreaterThan(0.4);
    expect(tooLight).toBeLessThan(0.6);
  });
  it('asks the same again from the same seed, so that a broken-off batch goes on', () => {
    expect(batchSize(spec)).toBe(asked.length);
    const again = run(startBatch(top, COARSE, spec), plate).asked;
    expect(again.map(({ wood }) => wood.E_L)).toEqual(asked.map(({ wood }) => wood.E_L));
  });
  it('gives quantiles', () => {
    const values = Array.from({ length: 101 }, (_, i) => 100 - i);
    expect(bandOf(values)).toEqual({ low: 5, middle: 50, high: 95 });
    expect(bandOf([])).toBeNull();
  });
});

describe('evolution', () => {
  // Schaffer's first problem: x^2 and (x - 2)^2 trade off for x from 0 to 2.
  const score =
    (limit: number) =>
    ([x]: readonly number[]) => ({ goals: [x * x, (x - 2) ** 2] as const, breach: Math.max(0, limit - x) });
  it.each([
    [-10, 0],
    [0.5, 0.5],
  ])('finds the curve, with %p as the limit', (limit, least) => {
    const found = evolve([[-10, 10]], score(limit), { size: 40, generations: 25 }, seededRandom(3));
    expect(found.length).toBeGreaterThan(20);
    found.forEach(({ amounts: [x] }) => {
      expect(x).toBeGreaterThan(least - 0.02);
      expect(x).toBeLessThan(2.02);
    });
    expect(Math.min(...found.map(({ amounts }) => amounts[0]))).toBeLessThan(least + 0.15);
    expect(Math.max(...found.map(({ amounts }) => amounts[0]))).toBeGreaterThan(1.85);
  });
  it('keeps what nothing betters, and spreads what is shown', () => {
    const all = [
      [1, 5],
      [2, 2],
      [3, 3],
      [5, 1],
    ].map(([a, b]) => ({ goals: [a, b] as const, breach: 0 }));
    expect(paretoFront([...all, { goals: [0, 0] as const, breach: 1 }]).map(({ goals }) => goals)).toEqual([
      [1, 5],
      [2, 2],
      [5, 1],
    ]);
    expect(crowdingDistance([0, 1, 2, 3, 4, 5, 6, 7, 8], 3)).toEqual([0, 4, 8]);
  });
});

describe('a search for designs', () => {
  const fans = variablesOf(plan).find(({ group }) => group === 'fan-bar')!.variable as SearchSpec['variables'][number];
  const spec: SearchSpec = {
    kind: 'search',
    variables: [fans, { of: 'plate', parts: ['upper', 'bass', 'treble', 'rim'] }],
    goals: ['mass', 'movement'],
    note: null,
    limits: { reserve: 1.2, lowest: 2e-3, tallest: 12e-3 },
    seed: 1,
  };
  const { result, asked } = run(startBatch(top, COARSE, spec), (one) => solveOne(one, COARSE));
  const { designs, asDrawn, tried } = result as SearchResult;
  it('gives lighter tops and stiffer ones, none bettering another, all within the limits', () => {
    expect(asked).toHaveLength(batchSize(spec));
    expect(designs.length).toBeGreaterThan(3);
    expect(designs[0].figures.mass).toBeLessThan(asDrawn.figures.mass);
    expect(designs.at(-1)!.figures.movement).toBeLessThan(asDrawn.figures.movement!);
    designs.slice(1).forEach(({ goals, figures }, i) => {
      expect(goals[0]).toBeGreaterThan(designs[i].goals[0]);
      expect(goals[1]).toBeLessThan(designs[i].goals[1]);
      expect(figures.reserve!).toBeGreaterThanOrEqual(1.2);
    });
  });
  it('foresees so well that half of what it solves exactly lies on the curve', () => {
    const scored = tried.map((design) => ({ ...design, breach: design.allowed ? 0 : 1 }));
    expect(paretoFront(scored).length).toBeGreaterThanOrEqual(6);
  });
  it('tells which limits hold a design, and only those', () => {
    tried.forEach(({ leans, figures, amounts }) => {
      const on = leans!.map((lean) => lean.on);
      if (figures.reserve! > 1.3) expect(on).not.toContain('reserve');
      if (amounts[1] < -4.95e-4) expect(on).toContain('thinnest');
      if (Math.abs(amounts[1]) < 4e-4) expect(on.filter((one) => one === 'thinnest' || one === 'thickest')).toEqual([]);
    });
    expect(designs.flatMap(({ leans }) => leans!).length).toBeGreaterThan(0);
  });
  it.each<[Partial<SearchSpec>, RegExp]>([
    [{ goals: ['mass', 'mass'] }, /goals/],
    [{ goals: ['mass', 'note'] }, /note/],
    [{ limits: { ...spec.limits, tallest: 1e-3 } }, /tallest/],
    [{ variables: [] }, /variables/],
  ])('refuses %j', (change, words) => expect(() => checkBatch(top, 'glued', { ...spec, ...change })).toThrow(words));
  it('refuses a top that nothing holds', () => expect(() => checkBatch(top, 'free', spec)).toThrow(/hold/));
});

describe('a search that the neck limits', () => {
  const steel = plateShape(defaultOutline('steel-string'), defaultHoles('steel-string'));
  const own = usualBridge('steel-string');
  const x = drawPattern(usualSettings('x'), {
    shape: steel,
    hole: { x: 0.152, diameter: 0.098 },
    bridgeAt: bridgeAt(own, 0.632),
    trebleSign: -1,
  });
  const whole: TopPlan = {
    ...top,
    shape: steel,
    family: 'steel-string',
    plan: { ...plan, ...x, bridge: own },
    scale: 0.632,
    thickness: 2.9e-3,
  };
  const settings: BatchSettings = { hold: 'glued', meshSize: 0.034 };
  const bar = variablesOf(whole.plan).find(({ group }) => group === 'transverse')!
    .variable as SearchSpec['variables'][number];
  const now = solveOne(whole, settings);
  const turn = now.kind === 'solved' ? now.summary.neckTurn! : NaN;
  const lightest = (neck: number) => {
    const spec: SearchSpec = {
      kind: 'search',
      variables: [bar, { of: 'plate', parts: ['upper', 'bass', 'treble', 'rim'] }],
      goals: ['mass', 'movement'],
      note: null,
      limits: { reserve: 1, lowest: 2e-3, tallest: 0.02, neck },
      seed: 1,
    };
    const { result } = run(startBatch(whole, settings, spec), (one) => solveOne(one, settings));
    return (result as SearchResult).designs[0];
  };
  it('does not plane the upper transverse brace away, as far as it may be', () => {
    const away = solveOne(changedTop(whole, withAmount(NO_CHANGE, bar, -5e-3))!, settings);
    expect(away.kind === 'solved' && away.summary.neckTurn! > 1.1 * turn).toBe(true);
    const limited = lightest(1.05 * turn);
    expect(limited.figures.neckTurn!).toBeLessThanOrEqual(1.05 * turn * 1.0001);
    expect(limited.amounts[0]).toBeGreaterThan(-4.9e-3);
    expect(limited.figures.mass).toBeLessThan(now.kind === 'solved' ? now.summary.mass : 0);
  });
});
