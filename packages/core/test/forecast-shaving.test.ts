/** The forecast that is kept of a shaving, made from the record alone. */
import { forecastShaving, priorSpread, type Shaving, type VoicingEvent, type VoicingFacts } from '../src/voicing';
import { SPREAD, TAKEN } from './voiced-top';

const leg = TAKEN.plan.braces.find(({ role }) => role === 'x-leg')!;
const stroke: Shaving = { place: { kind: 'brace', id: leg.id, from: 0.1, to: 0.3 }, depth: 4e-4 };
let count = 0;
const anEvent = (kind: string, round: number, body: object) =>
  ({ id: `e${++count}`, kind, round, at: '2026-11-20T09:00:00Z', person: '', body, retracted: false }) as VoicingEvent;
const weighed = (round: number, mass: number) => anEvent('mass', round, { mass, said: '' });
const facts = (events: VoicingEvent[]): VoicingFacts => ({
  top: TAKEN,
  prior: priorSpread(SPREAD),
  events,
  knocks: [],
  record: [],
  barsWished: false,
  meshSize: 0.045,
});

describe('a shaving foretold from its record', () => {
  it('is lighter by the wood that comes off, softer, and settles nothing yet', () => {
    const { forecast, settled } = forecastShaving(facts([weighed(1, 0.21)]), 1, [stroke]);
    // A stroke runs in and out over 20 mm; a rounded leg is somewhat narrower at its top than at its foot.
    const wood = leg.density * leg.width * stroke.depth * 0.2;
    const off = 0.21 - forecast.mass!.value;
    expect(off / wood).toBeGreaterThan(0.5);
    expect(off / wood).toBeLessThan(1.02);
    const before = forecastShaving(facts([weighed(1, 0.21)]), 1, [{ ...stroke, depth: 1e-9 }]).forecast;
    expect(forecast['flex:across']!.value).toBeGreaterThan(before['flex:across']!.value);
    expect(settled).toEqual([]);
  });
  it('settles the round before with the first shaving of its own round, and only with that', () => {
    const first = forecastShaving(facts([weighed(1, 0.21)]), 1, [stroke]);
    const body = { shavings: [stroke], said: '', tool: '', proposed: true, forecast: first.forecast, settled: [] };
    const events = [weighed(1, 0.21), anEvent('shaving', 1, body), weighed(2, 0.2095)];
    const second = forecastShaving(facts(events), 2, [stroke]);
    expect(second.settled).toEqual([
      expect.objectContaining({ quantity: 'mass', where: 'brace', forecast: first.forecast.mass }),
    ]);
    expect(second.settled[0].outcome.value).toBeCloseTo(0.2095, 9);
    const again = anEvent('shaving', 2, { ...body, forecast: second.forecast });
    expect(forecastShaving(facts([...events, again]), 2, [stroke]).settled).toEqual([]);
  });
});
