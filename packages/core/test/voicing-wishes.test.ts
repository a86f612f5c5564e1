import {
  applyShavings,
  AS_TAKEN,
  assessVoicing,
  figuresOnBench,
  NO_GOAL,
  openVoicingModel,
  priorSpread,
  quantityOf,
  withRing,
  effectOf,
  type VoicingRound,
} from '../src/voicing';
import { tunedBars } from './tuned-bars';
import { doubles, TAKEN, voice } from './voiced-top';

const LOGS = (notes: readonly number[]) => notes.reduce((sum, note) => sum + Math.log(note), 0) / notes.length;

describe('many different notes', () => {
  it('are come nearer to by shaving: a true top has fewer doubles after it, and bears its strings still', () => {
    const rounds = voice(0, 4, { ...NO_GOAL, distinct: true, plate: true });
    expect(doubles(rounds.at(-1)!.notes)).toBeLessThan(doubles(rounds[0].notes));
    for (const { reserve, floor } of rounds) expect(reserve).toBeGreaterThanOrEqual(floor);
  });
});

describe('a long ring', () => {
  const prior = priorSpread({ density: 0.03, modulus: 0.1, braceDensity: 0.05, braceModulus: 0.1 });
  const input = {
    top: TAKEN,
    goal: { ...NO_GOAL, ring: true },
    prior,
    closed: false,
    record: [],
    thinnest: 2.8e-3,
    meshSize: 0.031,
  };
  const aRound = (number: number, ring: number | null, mass: number): VoicingRound => ({
    number,
    ring,
    readings: [{ key: 'mass', value: { value: mass, sd: 2e-4 } }],
    heard: [],
    shavings: [],
    forecast: null,
  });
  const modes = (top: typeof TAKEN, named?: ReturnType<typeof figuresOnBench>['modes']) =>
    figuresOnBench(top, { closed: false, meshSize: 0.031, ...(named && { named }) });

  it('is foretold as long as notes are low: of one loss factor, as on a top solved anew', () => {
    const { proposal, verdict } = assessVoicing({ ...input, rounds: [aRound(1, 0.8, 0.25)] });
    const [best] = proposal.candidates;
    expect(verdict.say).toBe('go-on');
    const longer = Math.log(best.forecast.ring!.value / 0.8);
    expect(longer).toBeGreaterThan(0.005);
    const before = modes(TAKEN);
    const after = modes(applyShavings(TAKEN, best.shavings), before.modes);
    const fallen =
      LOGS(before.modes.map(({ frequency }) => frequency)) - LOGS(after.modes.map(({ frequency }) => frequency));
    expect(Math.abs(longer - fallen)).toBeLessThan(0.15 * fallen);
  });
  it('goes with its reading: a stroke that lowers every note by a share makes it longer by that share', () => {
    const model = withRing(openVoicingModel(TAKEN, AS_TAKEN, { closed: false, meshSize: 0.031 }), 1.1);
    const place = { kind: 'plate' as const, part: 'upper' as const };
    const notes = model.quantities
      .filter(({ key }) => key.startsWith('mode'))
      .map((one) => effectOf(one, model, [place]));
    expect(effectOf(quantityOf(model, 'ring'), model, [place])).toBeCloseTo(
      -notes.reduce((a, b) => a + b) / notes.length,
      9,
    );
    expect(quantityOf(model, 'ring').value).toBe(1.1);
  });
  it('ends the shaving once it is past its peak, and asks for a knock while it is not', () => {
    const past = [0.9, 1.2, 1, 0.9].map((ring, i) => aRound(i + 1, ring, 0.25 - 0.004 * i));
    const over = assessVoicing({ ...input, rounds: past });
    expect(over.verdict).toEqual({ say: 'stop', rule: 'ring' });
    expect(over.proposal.lines).toEqual([]);
    expect(over.ring.rounds.map(({ ring }) => ring)).toEqual([0.9, 1.2, 1, 0.9]);
    const stroke = { place: { kind: 'brace' as const, id: TAKEN.plan.braces[0].id, from: 0.1, to: 0.2 }, depth: 1e-5 };
    const shaved = {
      ...aRound(1, 0.8, 0.25),
      heard: modes(TAKEN).modes.map(({ frequency }) => ({ frequency: { value: frequency, sd: 0.1 } })),
      shavings: [stroke],
      forecast: {},
    };
    const next = (goal: typeof input.goal) =>
      assessVoicing({ ...input, goal, rounds: [shaved] }).next.map(({ what }) => what);
    expect(next(input.goal)).toContain('knock');
    // So light a stroke moves no note that anyone could hear.
    expect(next(NO_GOAL)).not.toContain('knock');
  });
});

describe('two bars of a simulated top', () => {
  // One of those that the bench follows; nine of ten of them come within ten cents.
  it.each([3])('top %s: come within ten cents of their interval in eight rounds at most', (seed) => {
    const { first, last, rounds, lowest } = tunedBars(seed, 8);
    expect(Math.abs(first)).toBeGreaterThan(11);
    expect(Math.abs(last)).toBeLessThanOrEqual(10);
    expect(rounds).toBeLessThanOrEqual(8);
    expect(lowest).toBeGreaterThanOrEqual(3e-3);
  });
});
