import { halfInterval } from '../base';
import { seededRandom } from '../simulate';
import { readTogether, currentEstimate } from './current-estimate';

const bend = (value: number, sd = 0.02 * value) => ({ key: 'flex:across' as const, value: { value, sd } });
const across = (readings: readonly ReturnType<typeof bend>[]) => readTogether(readings).get('flex:across')!;

describe('readings of one thing', () => {
  it('stand as they are when there is one, and are one outcome however often they are repeated', () => {
    expect(across([bend(5e-5)]).value).toBeCloseTo(5e-5, 12);
    expect(across([bend(5e-5)]).sd).toBeCloseTo(1e-6, 12);
    const all = readTogether([bend(5e-5), bend(5.1e-5), { key: 'mass', value: { value: 0.2, sd: 2e-4 } }]);
    expect([...all.keys()]).toEqual(['flex:across', 'mass']);
  });
  it('never become surer than what errs in all of them alike: half of the variance', () => {
    const sd = (count: number) => across(Array.from({ length: count }, () => bend(5e-5))).sd / 1e-6;
    // By hand: sqrt(1/2 + 1/2 / n).
    expect(sd(2)).toBeCloseTo(Math.sqrt(0.75), 9);
    expect(sd(4)).toBeCloseTo(Math.sqrt(0.625), 9);
    expect(sd(10_000)).toBeCloseTo(Math.SQRT1_2, 3);
  });
  it('lean to the surer one: a doubt twice as large weighs a quarter', () => {
    const [a, b] = [5e-5, 5.5e-5];
    const { value } = across([bend(a, 0.01 * a), bend(b, 0.02 * b)]);
    expect(Math.log(value)).toBeCloseTo(0.8 * Math.log(a) + 0.2 * Math.log(b), 9);
  });
  it('hold the truth in nine of ten intervals where half of the variance is the jig’s, also over five readings', () => {
    const random = seededRandom(11);
    const held = Array.from({ length: 2000 }, () => {
      const jig = 0.02 * Math.SQRT1_2 * random.normal();
      const read = Array.from({ length: 5 }, () => bend(5e-5 * Math.exp(jig + 0.02 * Math.SQRT1_2 * random.normal())));
      const together = across(read);
      return Math.abs(together.value - 5e-5) <= halfInterval(together);
    });
    const share = held.filter(Boolean).length / held.length;
    expect(share).toBeGreaterThan(0.87);
    expect(share).toBeLessThan(0.93);
  });
  it('are put together with what was foretold, unless the two can’t be of one top', () => {
    const forecast = { 'flex:across': { value: 5.2e-5, sd: 1.04e-6 } };
    const near = currentEstimate([bend(5e-5)], forecast)['flex:across']!;
    expect(near.value).toBeCloseTo(Math.sqrt(5e-5 * 5.2e-5), 9);
    expect(near.sd).toBeLessThan(1e-6);
    expect(currentEstimate([bend(9e-5)], forecast)['flex:across']!.value).toBeCloseTo(9e-5, 12);
  });
});
