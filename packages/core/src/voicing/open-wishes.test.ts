import { goalStanding } from './current-estimate';
import { distinctLines, ringLine } from './open-wishes';
import { ringIsOver, ringTrend, type RingRound } from './ring';

const CENTS = 1200 / Math.LN2;
const note = (value: number) => ({ value, sd: 0.001 * value });
const evenly = () => ({ parts: 0.01, closes: 0.01 });

describe('notes that shall all differ', () => {
  const standing = {
    'mode:0': note(100),
    'mode:1': note(103),
    'mode:2': note(150),
    'mode:3': note(200),
    mass: note(0.2),
  };
  const lines = distinctLines(standing, evenly);
  const missOf = (a: string, b: string) => {
    const line = lines.find(({ terms }) => terms.some(({ key }) => key === a) && terms.some(({ key }) => key === b));
    return line ? CENTS * goalStanding(line, standing)!.miss : null;
  };
  it('are watched where they are doubles or nearly, octaves aside, and nowhere else', () => {
    // By hand: 103 over 100 is 51.17 cents, 200 over 103 an octave less that; a fifth and a fourth are no doubles.
    expect(lines).toHaveLength(3);
    expect(missOf('mode:0', 'mode:1')).toBeCloseTo(100 - 51.17, 1);
    expect(missOf('mode:1', 'mode:3')).toBeCloseTo(100 - 51.17, 1);
    expect(missOf('mode:0', 'mode:3')).toBeCloseTo(100, 6);
    expect(missOf('mode:0', 'mode:2')).toBeNull();
  });
  it('are called reached once they lie three quarters of a half step apart', () => {
    const state = (cents: number) => {
      const both = { 'mode:0': note(100), 'mode:1': { value: 100 * 2 ** (cents / 1200), sd: 1e-6 } };
      return goalStanding(distinctLines({ ...both, 'mode:0': { value: 100, sd: 1e-6 } }, evenly)[0], both)!.state;
    };
    expect(state(40)).not.toBe('met');
    expect(state(76)).toBe('met');
    expect(distinctLines({ 'mode:0': note(100), 'mode:1': note(116) }, evenly)).toEqual([]);
  });
  it('leave a double octave by the side that takes less planing', () => {
    const octave = { 'mode:0': note(100), 'mode:1': note(202) };
    const wish = (parts: number, closes: number) => distinctLines(octave, () => ({ parts, closes }))[0];
    expect(wish(0.02, 0.001).terms[0]).toEqual({ key: 'mode:0', share: 1 });
    expect(wish(0.001, 0.02).terms[0]).toEqual({ key: 'mode:1', share: 1 });
    // 17.2 cents over the octave: 82.8 more upwards, 117.2 back through it.
    expect(CENTS * goalStanding(wish(0.02, 0.001), octave)!.miss).toBeCloseTo(82.8, 1);
    expect(CENTS * goalStanding(wish(0.001, 0.02), octave)!.miss).toBeCloseTo(117.2, 1);
  });
});

describe('a ring that shall grow', () => {
  const grown = (rings: readonly number[], masses?: readonly number[]): RingRound[] =>
    rings.map((ring, i) => ({ round: i + 1, ring, mass: masses?.[i] ?? null }));
  it('is wished a good step longer each time, and never met by standing still', () => {
    const standing = { ring: { value: 0.8, sd: 0.05 } };
    const now = goalStanding(ringLine(0.8), standing)!;
    expect(Math.exp(now.miss)).toBeCloseTo(1.15, 9);
    expect(now.state).toBe('not-yet');
    expect(goalStanding(ringLine(0.8), { ring: { value: 0.92, sd: 0.05 } })!.state).toBe('met');
  });
  it('is over once two rounds in a row were clearly shorter than the longest, weights or none', () => {
    expect(ringIsOver(ringTrend(grown([0.9, 1.2, 1, 0.9])))).toBe(true);
    expect(ringIsOver(ringTrend(grown([0.9, 1.1, 1.2])))).toBe(false);
    expect(ringTrend(grown([0.9, 1.1])).state).toBe('too-few');
    expect(ringTrend([])).toEqual({ state: 'too-few', peak: null });
  });
  it('has its peak at the weight where a parabola through all rounds has it', () => {
    const masses = [0.21, 0.205, 0.2, 0.195, 0.19];
    const ring = (mass: number) => 1.2 - 4000 * (mass - 0.198) ** 2;
    const trend = ringTrend(grown(masses.map(ring), masses));
    expect(trend.state).toBe('past-peak');
    expect(trend.peak!.value).toBeCloseTo(0.198, 9);
    expect(
      ringTrend(
        grown(
          masses.map(ring).slice(0, 4),
          masses.map(() => 0.2),
        ),
      ),
    ).toEqual({ state: 'too-few', peak: null });
    const rising = masses.map((mass, i) => 1 + 20 * (0.21 - mass) + 0.004 * (i % 2));
    expect(ringTrend(grown(rising, masses)).state).toBe('rising');
  });
});
