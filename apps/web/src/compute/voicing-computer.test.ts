import { applyShavings, figuresOnBench, NO_GOAL, priorSpread, type VoicingRound } from '@nimble/core/voicing';
import { groundOf, plateKnown, topOfBuild } from '@nimble/core/top';
import { aBuild, aPlan } from '../test/test-bench';
import { VoicingComputer, type VoicingRequest } from './voicing-computer';

const build = aBuild();
const plan = aPlan();
const top = topOfBuild(build, plan, groundOf(build), plateKnown(build, []));
const meshSize = 0.035;
const { values, modes } = figuresOnBench(top, { closed: false, meshSize });
const read = (key: string) => values.find((one) => one.key === key)!.value;
const round: VoicingRound = {
  number: 1,
  ring: 0.9,
  shavings: [],
  forecast: null,
  readings: values
    .filter(({ key }) => !key.startsWith('mode'))
    .map(({ key, value }) => ({ key, value: { value, sd: 0.01 * value } })),
  heard: modes.map(({ frequency }) => ({ frequency: { value: frequency, sd: 0.2 } })),
};
const bars = plan.braces.filter(({ role }) => role === 'tone-bar').map(({ id }) => ({ id, heard: null }));
const request: VoicingRequest = {
  top,
  rounds: [round],
  prior: priorSpread({ density: 0.03, modulus: 0.1, braceDensity: 0.05, braceModulus: 0.1 }),
  closed: false,
  record: [],
  thinnest: 2.8e-3,
  meshSize,
  walk: [],
  bars,
  goal: { ...NO_GOAL, flex: [{ place: 'across', compliance: 1.15 * read('flex:across'), from: null }] },
};

describe('a voicing in its worker', () => {
  const computer = new VoicingComputer();
  it('forecasts nothing before it is worked out', () => {
    expect(() => new VoicingComputer().forecastOf([])).toThrow(/not worked out yet/);
  });
  it('gives the page all but the model: what fits, what stands, what comes next', () => {
    const done: number[] = [];
    const picture = computer.assess(request, (share) => done.push(share));
    expect(picture).not.toHaveProperty('calibration');
    expect(done.at(-1)).toBe(1);
    expect([...done].sort((a, b) => a - b)).toEqual(done);
    // Read off the model itself: nothing is left to fit.
    expect(picture.fit.misfit).toBeLessThan(0.1);
    expect(picture.fit.factors.along.value).toBeCloseTo(1, 2);
    expect(picture.verdict).toEqual({ say: 'go-on', rule: null });
    expect(picture.bars!.stretches).toHaveLength(bars.length);
    expect(picture.modes.map(({ frequency }) => Math.round(frequency))).toEqual(
      modes.map(({ frequency }) => Math.round(frequency)),
    );
    const [best] = picture.proposal.candidates;
    const anew = figuresOnBench(applyShavings(top, best!.shavings), { closed: false, meshSize }).values;
    const exact = anew.find(({ key }) => key === 'flex:across')!.value;
    const forecast = best!.forecast['flex:across']!;
    expect(exact).toBeGreaterThan(read('flex:across'));
    expect(Math.abs(forecast.value - exact)).toBeLessThan(2 * forecast.sd);
    // What a maker would shave of his own is said by the same model.
    expect(computer.forecastOf(best!.shavings)['flex:across']!.value).toBeCloseTo(forecast.value, 12);
    expect(computer.forecastOf([])['flex:across']!.value).toBeCloseTo(read('flex:across'), 8);
  });
  it('is given up from within, and leaves what was worked out before', () => {
    const give = () => {
      throw new Error('stopped');
    };
    expect(() => computer.assess(request, give)).toThrow('stopped');
    expect(computer.forecastOf([])['flex:across']!.value).toBeCloseTo(read('flex:across'), 8);
  });
  it('tells apart what came of wood off braces and off the plate', () => {
    const outcome = (where: 'brace' | 'plate') => ({
      quantity: 'flex:across',
      where,
      before: { value: 5e-5, sd: 1e-6 },
      forecast: { value: 5.3e-5, sd: 1e-6 },
      outcome: { value: 5.32e-5, sd: 1e-6 },
    });
    const { byPlace, record } = computer.assess(
      { ...request, record: [outcome('brace'), outcome('brace'), outcome('plate')], bars: [] },
      () => undefined,
    );
    expect([byPlace.brace.count, byPlace.plate.count, record.count]).toEqual([2, 1, 3]);
  });
});
