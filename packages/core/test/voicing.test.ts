import { TAKEN } from './voiced-top';
import { factorTop, underForces } from '../src/shell';
import { NO_CORRECTION } from '../src/ledger';
import {
  alongGrain,
  applyShavings,
  AS_TAKEN,
  fitModel,
  checkGoal,
  effectOf,
  figuresOnBench,
  flexSetups,
  forecastChange,
  forcesOf,
  goalLines,
  goalStanding,
  leftOpen,
  matchModes,
  mirrorOf,
  NO_GOAL,
  openVoicingModel,
  priorSpread,
  checkVoicedReading,
  quantityOf,
  ringTrend,
  safeReductions,
  currentEstimate,
  stopOrGo,
  candidateStrokes,
  strokeShape,
  withFactors,
  informativeReadings,
  type Proposal,
  type ShavedPlace,
  type Shaving,
  type VoicedMode,
  type VoicingGoal,
  safetyMarginOf,
} from '../src/voicing';
import { sizeUpTop } from '../src/top';

const BENCH = { closed: false, meshSize: 0.026 };
const model = openVoicingModel(TAKEN, AS_TAKEN, BENCH);
const [X_LEG] = TAKEN.plan.braces.filter(({ role }) => role === 'x-leg');
const PRIOR = priorSpread({ density: 0.03, modulus: 0.1, braceDensity: 0.05, braceModulus: 0.1 });

describe('bending a top over its rests', () => {
  it.each([false, true])('pushes with forces that hold each other in balance (closed: %s)', (closed) => {
    for (const setup of flexSetups(TAKEN.shape, 0.29, -1, closed).filter(({ rests }) => rests)) {
      const forces = forcesOf(setup);
      const sum = (pick: (f: (typeof forces)[number]) => number) => forces.reduce((total, f) => total + pick(f), 0);
      expect(sum(({ force }) => force)).toBeCloseTo(0, 12);
      expect(sum(({ force, at }) => force * at[0])).toBeCloseTo(0, 12);
      expect(sum(({ force, at }) => force * at[1])).toBeCloseTo(0, 12);
    }
  });
  it('gives a floating strip the sag of a beam: F L^3 / 48 E I and its shear', () => {
    const [L, b, h, E] = [0.3, 0.02, 3e-3, 11e9];
    const strip = factorTop({
      outline: [
        [0, -b / 2],
        [0.34, -b / 2],
        [0.34, b / 2],
        [0, b / 2],
      ],
      thickness: h,
      edge: 'free',
      meshSize: 0.007,
      material: { density: 400, modulusAlong: E, modulusAcross: 0.7e9, shearModulus: 0.7e9, poisson: 0.37 },
    });
    const { force, x } = underForces(strip, [
      { at: [0.17, 0], force: 1 },
      { at: [0.02, 0], force: -0.5 },
      { at: [0.32, 0], force: -0.5 },
    ]);
    const sag = force.reduce((sum, f, i) => sum + f * x[i], 0);
    expect(sag / (L ** 3 / (48 * E * ((b * h ** 3) / 12)))).toBeCloseTo(1, 1);
    expect(Math.abs(sag / (L ** 3 / (4 * E * b * h ** 3)) - 1)).toBeLessThan(0.02);
  });
});

describe('the model of a top on the bench', () => {
  it('follows the wood as it must: all moduli together raise notes by their root, and bends fall as they rise', () => {
    for (const { key, byWood } of model.quantities) {
      const [along, across, shear, density, braces, sticks] = byWood;
      const stiffness = along + across + shear + braces;
      if (key === 'mass') expect([stiffness, density + sticks]).toEqual([0, expect.closeTo(1, 1)]);
      else if (key.startsWith('mode')) expect(stiffness).toBeCloseTo(0.5, 1);
      else expect(stiffness).toBeCloseTo(-1, 1);
    }
  });
  it.each<[string, ShavedPlace, number]>([
    ['a stretch of a leg', { kind: 'brace', id: X_LEG.id, from: 0.2, to: 0.35 }, 2e-4],
    ['half of the plate', { kind: 'plate', part: 'bass' }, 2e-5],
  ])('says what a shaving off %s does, as a top solved anew does', (_, place, depth) => {
    const { values } = figuresOnBench(applyShavings(TAKEN, [{ place, depth }]), { ...BENCH, named: model.modes });
    for (const quantity of model.quantities) {
      const anew = Math.log(values.find(({ key }) => key === quantity.key)!.value / quantity.value);
      expect(Math.abs(effectOf(quantity, model, [place]) * depth - anew)).toBeLessThan(0.02 * Math.abs(anew) + 2e-5);
    }
  });
});

describe('a shaving', () => {
  const place: ShavedPlace = { kind: 'brace', id: X_LEG.id, from: 0.1, to: 0.3 };
  it('takes its depth where it is made and nothing beyond', () => {
    const brace = applyShavings(TAKEN, [{ place, depth: 5e-4 }]).plan.braces.find(({ id }) => id === X_LEG.id)!;
    const off = brace.heights.map((height, i) => X_LEG.heights[i] - height);
    expect(Math.max(...off)).toBeCloseTo(5e-4, 9);
    expect([off[0], off.at(-1)]).toEqual([0, 0]);
    expect(
      strokeShape(X_LEG, 0.1, 0.3).reduce((sum, value) => sum + value, 0) * (X_LEG.length / (X_LEG.heights.length - 1)),
    ).toBeCloseTo(0.2, 1);
  });
  it('refuses to cut a brace through, and a brace that is not there', () => {
    expect(() => applyShavings(TAKEN, [{ place, depth: 0.019 }])).toThrow(/cut through/);
    expect(() => applyShavings(TAKEN, [{ place: { ...place, id: 'none' }, depth: 1e-4 }])).toThrow(/no brace/);
  });
  it('may be made on mirrored legs together, not nearer to the limits than is left', () => {
    const goal: VoicingGoal = { ...NO_GOAL, leastBrace: Math.max(...X_LEG.heights) - 2e-4 };
    expect(mirrorOf(TAKEN.plan.braces).has(X_LEG.id)).toBe(true);
    const legs = candidateStrokes(TAKEN, goal, 2.8e-3).filter(({ places }) =>
      places.some((p) => p.kind === 'brace' && p.id === X_LEG.id),
    );
    for (const { places, most } of legs) {
      expect(places.length % 2).toBe(0);
      expect(most).toBeLessThanOrEqual(2.001e-4);
    }
    expect(
      candidateStrokes(TAKEN, NO_GOAL, 2.8e-3).every(({ places }) => places.every(({ kind }) => kind === 'brace')),
    ).toBe(true);
    expect(
      candidateStrokes(TAKEN, { ...NO_GOAL, plate: true }, 2.26e-3).find(({ places: [p] }) => p.kind === 'plate')!.most,
    ).toBeCloseTo(6e-5, 9);
  });
});

describe('notes and modes', () => {
  const places = [
    [0.05, 0.05],
    [0.05, -0.05],
    [0.13, 0.1],
    [0.13, -0.1],
    [0.25, 0],
    [0.33, 0.14],
    [0.33, -0.14],
    [0.42, 0],
  ] as const;
  const heard = (mode: VoicedMode, frequency: number) => ({
    frequency: { value: frequency, sd: 0.3 },
    shape: { places, amplitudes: places.map((place) => -3 * mode.shapeAt(place)) },
  });
  const [first, second] = model.modes.slice(2);
  it('are matched by shape, even where their order changed', () => {
    const crossed = [heard(second, first.frequency * 0.98), heard(first, second.frequency * 1.02)];
    const matched = matchModes([first, second], crossed);
    expect(matched.map(({ frequency }) => frequency.value)).toEqual([second.frequency * 1.02, first.frequency * 0.98]);
    expect(matched[0].alike).toBeCloseTo(1, 6);
  });
  it('are matched by where they lie without shapes, and a stray note is left', () => {
    const matched = matchModes(
      model.modes,
      [model.modes[0].frequency * 1.03, 7000].map((value) => ({ frequency: { value, sd: 1 } })),
    );
    expect(matched.map(({ key }) => key)).toEqual(['mode:0']);
  });
});

describe('fitting the model', () => {
  const truth = { ...AS_TAKEN, along: 1.12, braces: 0.9, density: 1.03 };
  const { values } = figuresOnBench(withFactors(TAKEN, truth), { ...BENCH, named: model.modes });
  const exact = values.map(({ key, value }) => ({ key, value: { value, sd: 1e-4 * value } }));
  const fitted = fitModel(TAKEN, () => exact, { prior: PRIOR, settings: BENCH });
  it('comes to the readings of other wood, nearer than the model is trusted', () => {
    expect(fitted.misfit).toBeLessThan(0.3);
    for (const { measured, fitted: value } of fitted.readings)
      expect(Math.abs(Math.log(measured.value / value))).toBeLessThan(0.03);
  });
  it('finds the factors within what it says of them', () => {
    for (const name of ['along', 'braces', 'density'] as const)
      expect(Math.abs(Math.log(truth[name] / fitted.factors[name].value))).toBeLessThan(
        2 * fitted.factors[name].sd + 0.01,
      );
    expect(fitted.factors.along.sd).toBeLessThan(PRIOR.along / 1.5);
  });
  it('keeps to what was known where nothing is read, and says which reading would teach most', () => {
    const bare = fitModel(TAKEN, () => [], { prior: PRIOR, settings: BENCH });
    expect(Object.values(bare.factors).map(({ value }) => value)).toEqual([1, 1, 1, 1, 1, 1]);
    const mass = quantityOf(bare.model, 'mass').byWood;
    expect(leftOpen(bare, mass)).toBeCloseTo((mass[3] * PRIOR.density) ** 2 + (mass[5] * PRIOR.braceDensity) ** 2, 9);
    const [best] = informativeReadings(bare, () => 0.01);
    expect(best.narrows).toBeGreaterThan(informativeReadings(fitted, () => 0.01)[0].narrows);
  });
});

describe('where a top stands', () => {
  const goal: VoicingGoal = {
    ...NO_GOAL,
    flex: [{ place: 'across', compliance: 1e-4, from: null }],
    modes: [{ mode: 1, at: 'ratio', to: 0, ratio: 1.5 }],
    weight: 0.2,
  };
  const [flex, ratio, weight] = goalLines(goal);
  const at = (value: number, sd = 1e-9) => ({ value, sd });
  it('is met, perhaps met, not yet, or past what wood off can bring back', () => {
    const state = (value: number, sd: number) => goalStanding(flex, { 'flex:across': at(value, sd) })!.state;
    expect([state(1.02e-4, 1e-8), state(0.93e-4, 4e-6), state(0.8e-4, 1e-6), state(1.2e-4, 1e-6)]).toEqual([
      'met',
      'perhaps',
      'not-yet',
      'past',
    ]);
    expect(goalStanding(ratio, { 'mode:0': at(100), 'mode:1': at(150) })!.miss).toBeCloseTo(0, 12);
    expect(goalStanding(weight, { mass: at(0.15) })!.state).toBe('met');
    expect(goalStanding(ratio, { 'mode:0': at(100) })).toBeNull();
  });
  it('weighs a reading with its forecast, unless they can’t be of one top', () => {
    // Equal doubts: the geometric mean, and a doubt smaller by the root of two.
    const both = currentEstimate([{ key: 'mass', value: at(0.204, 0.00204) }], { mass: at(0.2, 0.002) }).mass!;
    expect(both.value).toBeCloseTo(Math.sqrt(0.204 * 0.2), 6);
    expect(both.sd / both.value).toBeCloseTo(0.01 / Math.SQRT2, 6);
    expect(currentEstimate([{ key: 'mass', value: at(0.3, 0.002) }], { mass: at(0.2, 0.002) }).mass!.value).toBe(0.3);
  });
  it('widens what it foretells by the hand’s share of the change', () => {
    const place: ShavedPlace = { kind: 'plate', part: 'bass' };
    const standing = { 'flex:across': at(1e-4, 1e-6) } as const;
    const said = forecastChange(model, standing, [{ place, depth: 5e-5 }], NO_CORRECTION)['flex:across']!;
    const bend = (top: typeof TAKEN) =>
      figuresOnBench(top, BENCH).values.find(({ key }) => key === 'flex:across')!.value;
    const change = Math.log(bend(applyShavings(TAKEN, [{ place, depth: 5e-5 }])) / bend(TAKEN));
    expect(said.value).toBeCloseTo(1e-4 * Math.exp(change), 12);
    expect(said.sd / said.value).toBeCloseTo(Math.hypot(0.01, 0.25 * change, 0.008), 9);
  });
  it('foretells a deep stroke as a top solved anew, not by its slope', () => {
    const shavings: Shaving[] = [{ place: { kind: 'brace', id: X_LEG.id, from: 0.21, to: 0.32 }, depth: 4e-3 }];
    const values = (top: typeof TAKEN) => new Map(figuresOnBench(top, BENCH).values.map((one) => [one.key, one.value]));
    const [before, after] = [values(TAKEN), values(applyShavings(TAKEN, shavings))];
    const standing = { 'flex:along': at(before.get('flex:along')!, 1e-9) };
    const said = forecastChange(model, standing, shavings, NO_CORRECTION)['flex:along']!;
    expect(said.value / after.get('flex:along')!).toBeCloseTo(1, 6);
    const bySlope = 4e-3 * effectOf(quantityOf(model, 'flex:along'), model, [shavings[0].place]);
    const exact = Math.log(after.get('flex:along')! / before.get('flex:along')!);
    expect(Math.abs(bySlope / exact - 1)).toBeGreaterThan(0.03);
  });
  it.each<[Partial<VoicingGoal>, string]>([
    [{ flex: [{ place: 'across', compliance: 5, from: null }] }, 'flex[0].compliance'],
    [{ modes: [{ mode: 1, at: 'ratio', to: 1, ratio: 2 }] }, 'modes[0].to'],
    [{ weight: 40 }, 'weight'],
    [{ leastBrace: 0 }, 'leastBrace'],
  ])('refuses a goal that can’t be: %j', (change, field) => {
    expect(() => checkGoal({ ...NO_GOAL, ...change })).toThrow(expect.objectContaining({ field }));
  });
});

describe('when to stop', () => {
  const line = goalLines({ ...NO_GOAL, weight: 0.2 })[0];
  const standing = (state: 'met' | 'perhaps' | 'not-yet', miss: number, sd: number) => ({ line, miss, sd, state });
  const candidate = (to: number, sd: number) =>
    ({ goals: [standing('not-yet', to, sd)], mainGoal: 0 }) as unknown as Proposal['candidates'][number];
  const proposal = (change: Partial<Proposal>): Proposal => ({
    lines: [line],
    now: [standing('not-yet', 0.1, 0.005)],
    objective: 1,
    marginNow: { reserve: 3, low: 2, movement: 0.01 },
    candidates: [candidate(0.05, 0.012)],
    refusedForMargin: 0,
    heldBack: false,
    noWood: false,
    rounds: [],
    ...change,
  });
  const say = (change: Partial<Proposal>, rings: number[] = [], wantsRing = false) =>
    stopOrGo({
      proposal: proposal(change),
      ring: wantsRing ? ringTrend(rings.map((ring, i) => ({ round: i + 1, ring, mass: null }))) : null,
      reserve: 1.1,
      misfit: null,
    });
  it.each<[string, ReturnType<typeof say>, unknown]>([
    ['a stroke that helps', say({}), { say: 'go-on', rule: null }],
    ['all met', say({ now: [standing('met', 0, 0.01)] }), { say: 'stop', rule: 'goals-met' }],
    [
      'too little left for the strings',
      say({ marginNow: { reserve: 1.3, low: 1, movement: 0 } }),
      { say: 'stop', rule: 'too-light' },
    ],
    ['what helps costs the reserve', say({ candidates: [], refusedForMargin: 2 }), { say: 'stop', rule: 'reserve' }],
    ['nothing helps', say({ candidates: [] }), { say: 'stop', rule: 'nothing-helps' }],
    [
      'what helps lies where nothing is touched',
      say({ candidates: [], heldBack: true }),
      { say: 'stop', rule: 'left-alone' },
    ],
    ['no wood left', say({ candidates: [], noWood: true }), { say: 'stop', rule: 'least-heights' }],
    // Strokes add up: far from a goal the smallness of one is no reason.
    ['a change smaller than its doubt', say({ candidates: [candidate(0.095, 0.02)] }), { say: 'go-on', rule: null }],
    [
      'the same when it is as good as there',
      say({ now: [standing('perhaps', 0.1, 0.005)], candidates: [candidate(0.095, 0.02)] }),
      { say: 'stop', rule: 'doubt' },
    ],
    ['a ring past its peak', say({}, [0.9, 1.2, 1, 0.9], true), { say: 'stop', rule: 'ring' }],
    ['a ring at its peak', say({}, [0.9, 1.1, 1.2], true), { say: 'go-on', rule: null }],
    ['no goal with a name', say({ lines: [], now: [] }), { say: 'go-on', rule: 'by-ear' }],
  ])('%s', (_, verdict, wanted) => expect(verdict).toEqual(wanted));
});

describe('readings that are asked about', () => {
  const flex = { value: 5e-5, sd: 1e-6 };
  it.each([
    ['inches for millimetres', 'flex:across', 5e-5 / 25.4, flex, { kind: 'unit', factor: 25.4 }],
    [
      'heavier though wood came off',
      'mass',
      0.203,
      { value: 0.2, sd: 2e-4 },
      { kind: 'heavier', by: expect.closeTo(0.003, 6) },
    ],
    ['much softer', 'flex:across', 7e-5, flex, { kind: 'broken' }],
    ['stiffer than before', 'flex:across', 4.3e-5, flex, { kind: 'other-way' }],
    ['as it should be', 'flex:across', 5.1e-5, flex, null],
  ] as const)('%s', (_, key, value, expected, wanted) =>
    expect(checkVoicedReading(key, value, expected)).toEqual(wanted),
  );
});

describe('around the fine work', () => {
  it('lists what may come off without listening', () => {
    const all = safeReductions(TAKEN.plan);
    expect(new Set(all.map(({ id }) => id)).size).toBe(all.length);
    expect(all.some(({ what }) => what === 'squeeze-out')).toBe(true);
  });
  it('finds the brace that a place leads to along the grain', () => {
    const on = alongGrain([{ ...X_LEG, from: [0.1, -0.1], to: [0.3, 0.1], length: Math.hypot(0.2, 0.2) }], {
      x: 0.05,
      y: 0.05,
    })!;
    expect(on.along).toBeCloseTo(0.75 * Math.hypot(0.2, 0.2), 9);
  });
});

describe('what a shaving leaves for the strings', () => {
  it('is what the whole top’s page says, on its finer mesh, of narrow stress beside a bridge too', () => {
    // Stiff across the grain: then the plate is worked hardest at the ends of the bridge.
    const top = { ...TAKEN, wood: { ...TAKEN.wood, E_C: 1.4e9, G_LC: 1.25e9 } };
    const { reserve } = sizeUpTop({ ...top, bridge: true }, { hold: 'glued', modeCount: 0 });
    const said = safetyMarginOf({ top, factors: AS_TAKEN }, []);
    expect(Math.abs(said.low / reserve!.low - 1)).toBeLessThan(0.05);
  });
});
