import { aGoal, calibrated, TAKEN, voice } from './voiced-top';
import type { MirrorPair } from '../src/knock-map';
import {
  alongGrain,
  applyShavings,
  AS_TAKEN,
  assessVoicing,
  barEffects,
  fitModel,
  figuresOnBench,
  goalLines,
  NO_GOAL,
  openVoicingModel,
  priorSpread,
  quantityOf,
  voicingFindings,
  evidenceFor,
  type Shaving,
  type VoicingFinding,
} from '../src/voicing';

const BENCH = { closed: false, meshSize: 0.026 };
const model = openVoicingModel(TAKEN, AS_TAKEN, BENCH);
const [X_LEG] = TAKEN.plan.braces.filter(({ role }) => role === 'x-leg');
const PRIOR = priorSpread({ density: 0.03, modulus: 0.1, braceDensity: 0.05, braceModulus: 0.1 });

describe('what makers hunt', () => {
  const bare = fitModel(TAKEN, () => [], { prior: PRIOR, settings: BENCH });
  const input = {
    calibration: bare,
    goals: [],
    pairs: [],
    loose: [],
    walk: { heard: 5, alike: 5 },
    cancels: [],
    places: [],
    goal: NO_GOAL,
    thinnest: 2.8e-3,
  };
  const kinds = (change: Partial<typeof input> | object) =>
    voicingFindings({ ...input, ...change }).map(({ kind }) => kind);
  it('is a walk that fits few of the model’s shapes, a joint that rattles, a bright place with the brace it leads to', () => {
    expect(kinds({})).not.toContain('stranger');
    expect(kinds({ walk: { heard: 5, alike: 2 } })).toContain('stranger');
    const joint = { station: 'B2', damping: 1.4, rattle: 0.6, knocks: 3, again: [] };
    expect(kinds({ loose: [{ ...joint, likelihood: 0.2 }] })).not.toContain('loose');
    expect(kinds({ loose: [{ ...joint, likelihood: 0.8 }] })).toContain('loose');
    const places = [
      { name: 'C1', x: 0.25, y: -0.09 },
      { name: 'C2', x: 0.25, y: 0.09 },
    ];
    const found = voicingFindings({
      ...input,
      places,
      pairs: [{ treble: 'C1', bass: 'C2', brightness: 1.5 } as MirrorPair],
    });
    expect(found).toContainEqual({
      kind: 'bright',
      place: 'C1',
      mirror: 'C2',
      ratio: 1.5,
      leadsTo: alongGrain(TAKEN.plan.braces, places[0]),
    });
  });
  it('is two places that cancel, the plainest two pairs, with the brace that the louder leads to', () => {
    const places = [
      { name: 'C1', x: 0.25, y: -0.09 },
      { name: 'C2', x: 0.25, y: 0.09 },
    ];
    const pair = (share: number, frequency: number) => ({ places: ['C1', 'C2'] as [string, string], frequency, share });
    const found = voicingFindings({
      ...input,
      places,
      cancels: [pair(0.6, 100), pair(0.9, 150), pair(0.8, 200)],
    }).filter(({ kind }) => kind === 'cancel');
    expect(found).toEqual(
      [150, 200].map((frequency) => ({
        kind: 'cancel',
        places: ['C1', 'C2'],
        frequency,
        leadsTo: alongGrain(TAKEN.plan.braces, places[0]),
      })),
    );
  });
  it('speaks for the strokes that lie where it leads, and for no others', () => {
    const bright = (along: number): VoicingFinding => ({
      kind: 'bright',
      place: 'C1',
      mirror: 'C2',
      ratio: 1.5,
      leadsTo: { id: X_LEG.id, name: X_LEG.name, along },
    });
    const on = (id: string): Shaving => ({ place: { kind: 'brace', id, from: 0.2, to: 0.3 }, depth: 1e-3 });
    const stiff: VoicingFinding = { kind: 'edge', place: 'flex:edge-bass', ratio: 0.8 };
    expect(evidenceFor([on(X_LEG.id)], [bright(0.25), stiff])).toEqual([bright(0.25)]);
    expect(evidenceFor([on(X_LEG.id)], [bright(0.05)])).toEqual([]);
    expect(evidenceFor([on('other')], [bright(0.25)])).toEqual([]);
    const bass: Shaving = { place: { kind: 'plate', part: 'bass' }, depth: 5e-5 };
    expect(evidenceFor([bass], [stiff, { ...stiff, ratio: 1.3 }])).toEqual([stiff]);
  });
  it('is a scoop too short only while a bend is still under its goal', () => {
    const line = goalLines({ ...NO_GOAL, flex: [{ place: 'across', compliance: 1e-4, from: null }] })[0];
    const at = (state: 'met' | 'not-yet') => [{ line, miss: -0.2, sd: 0.01, state }];
    const full = {
      ...bare,
      model: {
        ...bare.model,
        top: { ...TAKEN, plan: { ...TAKEN.plan, braces: [{ ...X_LEG, heights: X_LEG.heights.map(() => 0.012) }] } },
      },
    };
    expect(kinds({ calibration: full, goals: at('not-yet') })).toContain('short-scoop');
    expect(kinds({ calibration: full, goals: at('met') })).not.toContain('short-scoop');
  });
  it('tells which planing moves which bar’s note: all fall, and the model’s own figures say so', () => {
    const bars = TAKEN.plan.braces.filter(({ role }) => role === 'tone-bar').map(({ id }) => id);
    const { modes, effect, left, stretches } = barEffects(bare.model, bars, 3e-3);
    expect(new Set(modes).size).toBe(bars.length);
    bars.forEach((id, j) => {
      const brace = TAKEN.plan.braces.find((one) => one.id === id)!;
      expect(left[j]).toBeLessThanOrEqual(Math.max(...brace.heights) - 3e-3);
      const anew = figuresOnBench(
        applyShavings(TAKEN, [
          { place: { kind: 'brace', id, from: stretches[j][0], to: stretches[j][1] }, depth: 2e-4 },
        ]),
        { ...BENCH, named: bare.model.modes },
      );
      modes.forEach((key, i) => {
        const change =
          (1200 / Math.LN2) *
          Math.log(anew.values.find((one) => one.key === key)!.value / quantityOf(bare.model, key).value);
        expect(Math.abs(effect[i][j] * 2e-4 - change)).toBeLessThan(0.04 * Math.abs(change) + 0.05);
      });
    });
    expect(() => barEffects(bare.model, ['none'], 3e-3)).toThrow(/no brace/);
  });
});

describe('a top voiced by following the first candidate', () => {
  // One of the thirty that the bench follows.
  it.each([6])('top %s comes to its goals or stops for a stated reason, and never bears too little', (seed) => {
    const rounds = voice(seed, 8);
    const last = rounds.at(-1)!;
    expect(last.verdict.say).toBe('stop');
    expect(last.proposal.objective).toBeLessThan(rounds[0].proposal.objective / 3);
    for (const { reserve, floor } of rounds) expect(reserve).toBeGreaterThanOrEqual(floor);
    const settled = rounds.flatMap((round) => round.settled);
    expect(settled.filter(({ held }) => held).length / settled.length).toBeGreaterThan(0.75);
    for (const { proposal } of rounds) {
      const [first] = proposal.candidates;
      if (!first) continue;
      expect(first.shavings.length).toBeLessThanOrEqual(2);
      // Nothing that is proposed takes the goal it is for further off.
      const [before, after] = [proposal.now, first.goals].map((goals) => Math.abs(goals[first.mainGoal]!.miss));
      expect(after).toBeLessThan(before);
    }
  });
});

describe('a voicing from its record', () => {
  const goal = aGoal(4);
  const { values } = figuresOnBench(TAKEN, { closed: false });
  const readings = values
    .filter(({ key }) => !key.startsWith('mode'))
    .map(({ key, value }) => ({ key, value: { value, sd: 0.01 * value } }));
  const heard = model.modes.map(({ frequency }) => ({ frequency: { value: frequency, sd: 0.2 } }));
  const input = { top: TAKEN, goal, prior: PRIOR, closed: false, record: [], thinnest: 2.8e-3, meshSize: 0.026 };
  const round = { number: 1, readings, heard, ring: null, shavings: [], forecast: null };
  const first = assessVoicing({ ...input, rounds: [round] });
  it('asks for what was never read first, and proposes from what was', () => {
    const empty = assessVoicing({ ...input, rounds: [] });
    expect(empty.next.map(({ why }) => why)).toContain('first');
    expect(empty.next.map(({ what }) => what)).toEqual(
      expect.arrayContaining(['mass', 'flex:along', 'flex:across', 'walk']),
    );
    expect(first.proposal.candidates.length).toBeGreaterThan(0);
    expect(first.next).toEqual([]);
  });
  it('fits what only an earlier round read too, brought on by what was shaved since: as a top solved anew reads', () => {
    const [next] = first.proposal.candidates;
    const shaved = { ...round, shavings: next.shavings, forecast: next.forecast };
    const weighed = { ...round, number: 2, heard: [], readings: readings.filter(({ key }) => key === 'mass') };
    const { calibration } = assessVoicing({ ...input, rounds: [shaved, weighed] });
    const anew = figuresOnBench(applyShavings(TAKEN, next.shavings), {
      closed: false,
      meshSize: 0.026,
      named: model.modes,
    }).values;
    const across = calibration.readings.find(({ key }) => key === 'flex:across')!.measured;
    const [now, then] = [readings, anew].map(
      (all) => (all as { key: string; value: unknown }[]).find(({ key }) => key === 'flex:across')!.value,
    );
    const [was, exact] = [(now as { value: number }).value, then as number];
    expect(exact / was).toBeGreaterThan(1.005);
    // Within a tenth of the change, and the forecast's own doubt is on it.
    expect(Math.abs(Math.log(across.value / exact))).toBeLessThan(0.1 * Math.log(exact / was) + 0.01);
    expect(across.sd / across.value).toBeGreaterThan(0.01);
  });
  it('stands on the forecast once wood came off, asks for what that moved, and settles it in the next round', () => {
    const [next] = first.proposal.candidates;
    const shaved = { ...round, shavings: next.shavings, forecast: next.forecast };
    const waiting = assessVoicing({ ...input, rounds: [shaved] });
    expect(waiting.isForecast).toBe(true);
    expect(waiting.standing['flex:across']).toEqual(next.forecast['flex:across']);
    expect(waiting.next.map(({ what }) => what)).toEqual(expect.arrayContaining(['flex:across']));
    const after = figuresOnBench(applyShavings(TAKEN, next.shavings), { closed: false, meshSize: 0.026 }).values;
    const again = after
      .filter(({ key }) => key.startsWith('flex'))
      .map(({ key, value }) => ({ key, value: { value, sd: 0.01 * value } }));
    const {
      rounds,
      record,
      next: still,
    } = assessVoicing({
      ...input,
      rounds: [shaved, { ...round, number: 2, readings: again, heard: [] }],
    });
    expect(rounds[1].outcomes.map(({ quantity }) => quantity)).toContain('flex:across');
    // Bends are read again, the weight and the notes are not: they are asked for still.
    expect(still.map(({ what }) => what)).toEqual(expect.arrayContaining(['mass', 'knock']));
    expect(still.some(({ what }) => what.startsWith('flex'))).toBe(false);
    expect(record.held / record.count).toBeGreaterThan(0.7);
  });
});

it('fits a noisy reading of a top with its modes found by shape', () => {
  const { modes } = figuresOnBench(TAKEN, { closed: false });
  const heard = modes.map(({ frequency }) => ({ frequency: { value: 1.04 * frequency, sd: 0.3 } }));
  const { readings } = calibrated(TAKEN, { heard, others: [] });
  for (const { measured, before, fitted } of readings)
    expect(Math.abs(Math.log(measured.value / fitted))).toBeLessThan(Math.abs(Math.log(measured.value / before)));
});
