import { TAKEN } from './voiced-top';
import { crossingsOf } from '../src/bracing';
import { NO_CORRECTION } from '../src/ledger';
import {
  AS_TAKEN,
  candidateStrokes,
  figuresOnBench,
  fullerPlan,
  goalLimits,
  kindsOf,
  NO_GOAL,
  openVoicingModel,
  PLACE_KINDS,
  quantityOf,
  suggestShavings,
  type Shaving,
  type VoicingGoal,
} from '../src/voicing';

const BENCH = { closed: false, meshSize: 0.026 };
const model = openVoicingModel(TAKEN, AS_TAKEN, BENCH);

describe('the next shaving as a hand makes it', () => {
  const standing = Object.fromEntries(model.quantities.map(({ key, value }) => [key, { value, sd: 0.01 * value }]));
  const softer = (along: number, across: number, change: Partial<VoicingGoal> = {}): VoicingGoal => ({
    ...NO_GOAL,
    flex: (['along', 'across'] as const).map((place, i) => ({
      place,
      compliance: [along, across][i] * quantityOf(model, `flex:${place}`).value,
      from: null,
    })),
    ...change,
  });
  const asked = (goal: VoicingGoal) => ({
    ...{ model, standing, goal, learned: NO_CORRECTION },
    ...{ thinnest: 2.8e-3, meshSize: BENCH.meshSize },
  });
  const propose = (goal: VoicingGoal) => suggestShavings(asked(goal));
  const heightAt = ({ place }: Shaving) => {
    if (place.kind === 'plate') return Infinity;
    const brace = TAKEN.plan.braces.find(({ id }) => id === place.id)!;
    const step = brace.length / (brace.heights.length - 1);
    return Math.min(...brace.heights.filter((_, i) => i * step >= place.from && i * step <= place.to));
  };
  const far = propose(softer(1.15, 1.18));

  it('is one place or a mirrored pair; a second choice at most two pairs', () => {
    expect(far.candidates.length).toBeGreaterThan(1);
    const [first, second] = far.candidates;
    expect(first.shavings.length).toBeLessThanOrEqual(2);
    expect(second.shavings.length).toBeLessThanOrEqual(4);
    const [one, other] = first.shavings;
    if (other) expect(other.depth).toBe(one.depth);
  });
  it('takes no more than a fifth of the height there, and comes halfway to a far goal at most', () => {
    const all = far.candidates.flatMap(({ shavings }) => shavings);
    for (const shaving of all) expect(shaving.depth).toBeLessThanOrEqual(0.2 * heightAt(shaving) + 1e-6);
    for (const { goals } of far.candidates.slice(0, 1))
      goals.forEach((goal, i) => expect(Math.abs(goal!.miss)).toBeGreaterThan(0.45 * Math.abs(far.now[i]!.miss)));
  });
  it('never cuts a lap', () => {
    const laps = crossingsOf(TAKEN.plan.braces);
    expect(laps.length).toBeGreaterThan(0);
    for (const { places } of candidateStrokes(TAKEN, NO_GOAL, 2.8e-3))
      for (const place of places)
        for (const { a, b, alongA, alongB } of laps) {
          if (place.kind === 'plate') continue;
          const at = place.id === a.id ? alongA : place.id === b.id ? alongB : null;
          if (at !== null) expect(at < place.from || at > place.to).toBe(true);
        }
  });
  it('leaves what lies beside the hole, unless it is wished; and what the maker forbids', () => {
    const kindsIn = (goal: VoicingGoal) =>
      new Set(
        propose(goal).candidates.flatMap(({ shavings }) => shavings.flatMap(({ place }) => kindsOf(TAKEN, place))),
      );
    expect(kindsIn(softer(1.15, 1.18))).not.toContain('hole-side');
    const beside = (places: VoicingGoal['places']) =>
      candidateStrokes(TAKEN, { ...NO_GOAL, places }, 2.8e-3).filter((stroke) =>
        stroke.places.some((place) => kindsOf(TAKEN, place).includes('hole-side')),
      );
    expect(beside({}).length).toBeGreaterThan(0);
    expect(beside({}).every(({ wish }) => wish === 'never')).toBe(true);
    const wished = { 'hole-side': 'first', main: 'first', 'main-end': 'first' } as const;
    expect(beside(wished).every(({ wish }) => wish === 'first')).toBe(true);
    const forbidden = kindsIn(softer(1.15, 1.18, { places: { main: 'never', 'main-end': 'never', finger: 'never' } }));
    expect([...forbidden].every((kind) => kind === 'bar' || kind === 'bar-end')).toBe(true);
  });
  it('says that what is left alone would have served', () => {
    const nothing = Object.fromEntries(PLACE_KINDS.map((kind) => [kind, 'never' as const]));
    const { candidates, heldBack } = propose(softer(1.15, 1.18, { places: nothing }));
    expect([candidates.length, heldBack]).toEqual([0, true]);
  });
  it('lays out more as steps, each nearer than the one before, with enough left for the strings', () => {
    const { steps, margin } = fullerPlan(asked(softer(1.15, 1.18)))!;
    const off = (goals: (typeof far)['now']) => goals.reduce((sum, goal) => sum + (goal!.miss / 0.05) ** 2, 0);
    const way = [off(far.now), ...steps.map(({ goals }) => off(goals))];
    way.slice(1).forEach((after, i) => expect(after).toBeLessThan(way[i]));
    expect(steps.every(({ shavings }) => shavings.length <= 2)).toBe(true);
    expect(margin.low).toBeGreaterThanOrEqual(NO_GOAL.reserve);
  });
  it('counts the rounds at its pace, more of them for a goal that is further', () => {
    const roundsTo = (factor: number) => propose(softer(factor, 1)).rounds[0]!;
    const [near, further] = [roundsTo(1.1), roundsTo(1.3)];
    expect(near.least).toBeGreaterThanOrEqual(1);
    expect(near.most).toBeGreaterThanOrEqual(near.about);
    expect(further.about).toBeGreaterThan(near.about);
  });
  it('tells how far the braces can carry a goal at all, and what else would', () => {
    const limitOf = (factor: number, change: Partial<VoicingGoal> = {}) => {
      const goal = softer(factor, 1, change);
      const input = asked(goal);
      const { lines, now } = suggestShavings(input);
      return goalLimits(lines, now, input)[0]!;
    };
    expect(limitOf(1.2)).toMatchObject({ enough: true, besides: null });
    const six = limitOf(6);
    expect(six.enough).toBe(false);
    // A bare plate is the softest that braces can leave: it bends less than that still.
    const bare = figuresOnBench({ ...TAKEN, plan: { ...TAKEN.plan, braces: [] } }, BENCH).values;
    expect(six.value!).toBeLessThan(bare.find(({ key }) => key === 'flex:along')!.value);
    expect(six.value!).toBeGreaterThan(1.2 * quantityOf(model, 'flex:along').value);
    const high = { leastBrace: 7e-3, places: { main: 'never', 'main-end': 'never' } as const };
    expect(limitOf(1.4, high).enough).toBe(false);
  });
});
